import type { SitePath } from '../paths/paths.ts'
import { fileDoc, lookDoc, type Doc, type Step } from './step.ts'

/** Another stylesheet becomes the sheet. */
export interface SheetChange {
  /** The look that holds the sheet's text, the old one's and then the new one's. */
  readonly lookId: string
  readonly from: SitePath
  readonly to: SitePath
  /** Where the texts of all other looks go: each is a file of its own from then on. */
  readonly asides: ReadonlyMap<string, SitePath>
}

/**
 * A history told anew after the sheet has changed: what was written in the sheet was written in a file, and the other way
 * round, under the names they had at each time. `cursor` of the steps are done, the rest can be redone. Null where the new
 * sheet came or went in the history, for then it could not be undone.
 */
export function stepsForSheet(steps: readonly Step[], cursor: number, change: SheetChange): Step[] | null {
  const told: Step[] = new Array<Step>(steps.length)
  let names = { from: change.from, to: change.to }
  const tell = (at: number, before: typeof names) => {
    const step = steps[at]!
    told[at] = { ...step, texts: step.texts.map((text) => ({ ...text, doc: renamed(text.doc, before, change) })) }
    return step.files.every(({ path }) => path !== before.to)
  }
  for (let at = cursor - 1; at >= 0; at--) {
    names = { from: nameBefore(steps[at]!, names.from), to: nameBefore(steps[at]!, names.to) }
    if (!tell(at, names)) return null
  }
  names = { from: change.from, to: change.to }
  for (let at = cursor; at < steps.length; at++) {
    if (!tell(at, names)) return null
    names = { from: nameAfter(steps[at]!, names.from), to: nameAfter(steps[at]!, names.to) }
  }
  return told
}

function renamed(doc: Doc, names: { from: SitePath; to: SitePath }, { lookId, asides }: SheetChange): Doc {
  if (doc === lookDoc(lookId)) return fileDoc(names.from)
  if (doc === fileDoc(names.to)) return lookDoc(lookId)
  const aside = doc.startsWith('look:') ? asides.get(doc.slice('look:'.length)) : undefined
  return aside === undefined ? doc : fileDoc(aside)
}

const nameBefore = ({ moves }: Step, path: SitePath) => moves.find(({ to }) => to === path)?.from ?? path
const nameAfter = ({ moves }: Step, path: SitePath) => moves.find(({ from }) => from === path)?.to ?? path
