import type { StoreApi } from 'zustand'
import type { Changes, SiteFile, SiteState } from '../../protocol/site-state.ts'
import { carryEdits } from '../../core/site/carry-step.ts'
import { mergeDocs, type MergedDoc } from '../../core/site/merge-texts.ts'
import {
  EMPTY_HASH,
  fileDoc,
  reverseStep,
  stepOf,
  textsAfter,
  type Doc,
  type FileChange,
  type Step,
} from '../../core/site/step.ts'
import { diffTexts } from '../../core/text/splice.ts'
import { filesAfter } from './files-after.ts'
import type { Pending } from './keeper.ts'

/** What this window and another have both changed, and what the server holds. */
export interface Conflict {
  readonly theirs: SiteState
  /** Texts that differ, with the places at which somebody has to choose. */
  readonly docs: readonly MergedDoc[]
}

interface History {
  readonly past: readonly Step[]
  readonly future: readonly Step[]
}

/** A pending step, carried over what others did. */
interface Carried {
  readonly pending: Pending
  readonly step: Step
}

interface TakenIn {
  /** The history as the server has it. */
  readonly kept: { past: Step[]; future: Step[] }
  /** Steps that others made, made again or took back. */
  readonly foreign: readonly Step[]
  /** What the others did, as it is to be done to the texts of this window. */
  readonly local: readonly Step[]
  readonly pending: readonly Carried[]
}

interface Site {
  readonly texts: ReadonlyMap<Doc, string>
  readonly files: readonly SiteFile[]
  readonly sheetPath: string
}

/**
 * What a window does with what others saved: theirs is done to its texts, and what it has not saved yet is carried over it. 'clash'
 * where both changed the same place, 'whole' where the history does not go back far enough to know what was done.
 */
export function takeInSaves(
  site: Site,
  history: History,
  saves: NonNullable<Changes['saves']>,
  pending: readonly Pending[],
): TakenIn | 'whole' | 'clash' {
  const kept = { past: [...history.past], future: [...history.future] }
  const done: Step[] = []
  const foreign: Step[] = []
  for (const operation of saves.flatMap(({ operations }) => operations)) {
    const step =
      operation.type === 'step' ? operation.step : (operation.type === 'undo' ? kept.past : kept.future).pop()
    if (!step) return 'whole'
    foreign.push(step)
    done.push(operation.type === 'undo' ? reverseStep(step) : step)
    if (operation.type === 'undo') kept.future.push(step)
    else kept.past.push(step)
    if (operation.type === 'step') kept.future = []
  }
  const steps = pending.map(({ step }) => step)
  const carried = carryEdits(steps, done)
  if ('clash' in carried) return 'clash'
  const here = new TextsOver(site.texts)
  const local = carried.theirs.flatMap((edit) => here.make(edit))
  const there = new TextsOver(site.texts)
  for (const step of [...[...steps].reverse().map(reverseStep), ...done]) there.apply(step)
  const again = carried.mine.flatMap((edit, at) =>
    there.make(edit).map((step): Carried => ({ pending: pending[at]!, step })),
  )
  return here.isLike(there) ? { kept, foreign, local, pending: again } : 'whole'
}

/** Texts of a site with steps made over them. */
class TextsOver {
  private readonly changed = new Map<Doc, string | null>()
  constructor(private readonly texts: ReadonlyMap<Doc, string>) {}

  private readonly known = (doc: Doc): string | undefined => {
    const changed = this.changed.get(doc)
    return changed === undefined ? this.texts.get(doc) : (changed ?? undefined)
  }

  apply(step: Step): void {
    for (const [doc, text] of textsAfter(step, this.known)) this.changed.set(doc, text)
  }

  /** Makes a step of an edit and applies it; none where nothing is left of it. */
  make(edit: Parameters<typeof stepOf>[0] | null): Step[] {
    const step = edit && stepOf(edit, this.known)
    if (!step) return []
    this.apply(step)
    return [step]
  }

  isLike(other: TextsOver): boolean {
    const docs = new Set([...this.changed.keys(), ...other.changed.keys()])
    return [...docs].every((doc) => this.known(doc) === other.known(doc))
  }

  get all(): Map<Doc, string> {
    const all = new Map(this.texts)
    for (const [doc, text] of this.changed) {
      if (text === null) all.delete(doc)
      else all.set(doc, text)
    }
    return all
  }
}

/** The site before anything that is not saved yet. */
function baseOf(
  { texts, files }: Site,
  pending: readonly Pending[],
): { texts: Map<Doc, string>; files: readonly SiteFile[] } {
  const over = new TextsOver(texts)
  let before = files
  for (const { step } of [...pending].reverse()) {
    over.apply(reverseStep(step))
    before = filesAfter(before, reverseStep(step))
  }
  return { texts: over.all, files: before }
}

/** The texts that differ between this window and the server, brought together from what both began with. */
export const mergedDocs = (site: Site, theirs: ReadonlyMap<Doc, string>, pending: readonly Pending[]): MergedDoc[] =>
  mergeDocs(baseOf(site, pending).texts, site.texts, theirs)

/**
 * The step that leads from what the server holds to this window’s version: these texts, the files that came here, and without those
 * that went here. Null when there is nothing to do.
 */
export function stepToMine(
  site: Site,
  theirs: SiteState,
  others: ReadonlyMap<Doc, string>,
  texts: ReadonlyMap<Doc, string>,
  pending: readonly Pending[],
): Step | null {
  const base = baseOf(site, pending)
  const isIn = (files: readonly SiteFile[], path: string) => files.some((file) => file.path === path)
  const isChanged = (doc: Doc) => site.texts.get(doc) !== base.texts.get(doc)
  // What the other took away and nobody wrote in here stays away.
  const coming = site.files.filter(
    ({ path }) =>
      path !== theirs.sheetPath && !isIn(theirs.files, path) && (!isIn(base.files, path) || isChanged(fileDoc(path))),
  )
  const going = theirs.files.filter(
    ({ path }) =>
      !isIn(site.files, path) && isIn(base.files, path) && others.get(fileDoc(path)) === base.texts.get(fileDoc(path)),
  )
  const wanted = new Map([
    ...texts,
    ...coming
      .filter(({ encoding }) => encoding)
      .map(({ path }) => [fileDoc(path), site.texts.get(fileDoc(path)) ?? ''] as const),
    ...going.filter(({ encoding }) => encoding).map(({ path }) => [fileDoc(path), ''] as const),
  ])
  return stepOf(
    {
      label: 'This window’s version',
      texts: [...wanted].map(([doc, text]) => ({ doc, splices: diffTexts(others.get(doc) ?? '', text) })),
      files: [...coming.map((file) => fileChange(file, true)), ...going.map((file) => fileChange(file, false))],
    },
    (doc) => others.get(doc),
  )
}

function fileChange({ path, hash, size, pixels, encoding }: SiteFile, comes: boolean): FileChange {
  const held = encoding ? EMPTY_HASH : hash
  const version = encoding ? { encoding } : { [comes ? 'is' : 'was']: { size, pixels } }
  return { path, before: comes ? null : held, after: comes ? held : null, ...version }
}

/** What must not be under way while texts change by themselves. */
interface Quiet {
  readonly preview: object | null
  readonly asking: object | null
}

/** Whether nothing is dragged and no dialog is open. */
export const isQuiet = ({ preview, asking }: Quiet): boolean => preview === null && asking === null

/** Settles once that is so. */
export function untilQuiet(store: Pick<StoreApi<Quiet>, 'subscribe'>): Promise<void> {
  return new Promise((resolve) => {
    const leave = store.subscribe((state) => {
      if (!isQuiet(state)) return
      leave()
      resolve()
    })
  })
}
