import { carrySplices } from '../text/carry.ts'
import type { SitePath } from '../paths/paths.ts'
import { fileDoc, pathOfDoc, stepOf, type Doc, type FileChange, type Move, type Step } from './step.ts'

/** What a step would have to change that another one changed as well, and differently. */
export type StepClash = { readonly doc: Doc } | { readonly path: SitePath }

/**
 * A step as it is to be made after another one that was made on the same site meanwhile; null when the other did all of it already. Where
 * both insert at one point of a text, `first` says whether this step's comes first. `known` gives the texts after the other step.
 */
export function carryStep(
  step: Step,
  over: Step,
  first: boolean,
  known: (doc: Doc) => string | undefined,
): { readonly step: Step | null } | { readonly clash: StepClash } {
  const others = new Others(over)
  try {
    const files = step.files.flatMap((change) => others.file(change))
    const moves = step.moves.flatMap((move) => others.move(move))
    const texts = step.texts.flatMap((text) => others.text(text, first))
    return { step: stepOf({ label: step.label, texts, files, moves }, known) }
  } catch (error) {
    if (error instanceof Clashed) return { clash: error.clash }
    throw error
  }
}

class Clashed extends Error {
  constructor(readonly clash: StepClash) {
    super('Two steps change the same thing.')
  }
}

/** What the other step did, by the names of files before it. */
class Others {
  private readonly names: ReadonlyMap<SitePath, SitePath>
  private readonly files: ReadonlyMap<SitePath, FileChange>
  private readonly texts: ReadonlyMap<Doc, Step['texts'][number]>
  /** Names that a file has got. */
  private readonly taken: ReadonlySet<SitePath>

  constructor({ moves, files, texts }: Step) {
    this.names = new Map(moves.map(({ from, to }) => [from, to]))
    this.files = new Map(files.map((change) => [change.path, change]))
    this.texts = new Map(texts.map((text) => [text.doc, text]))
    this.taken = new Set([
      ...this.names.values(),
      ...files.flatMap(({ path, before }) => (before === null ? [path] : [])),
    ])
  }

  private nameOf(path: SitePath): SitePath {
    return this.names.get(path) ?? path
  }

  private isGone(path: SitePath): boolean {
    return this.files.get(path)?.after === null
  }

  file(change: FileChange): FileChange[] {
    const theirs = this.files.get(change.path)
    if (theirs?.before === change.before && theirs.after === change.after) return []
    const isNew = change.before === null && this.taken.has(change.path)
    // A file that goes takes its text along: what the other wrote into it would be lost.
    const isWritten = change.after === null && this.texts.has(fileDoc(change.path))
    if (theirs || isNew || isWritten) throw new Clashed({ path: change.path })
    return [{ ...change, path: change.before === null ? change.path : this.nameOf(change.path) }]
  }

  move({ from, to }: Move): Move[] {
    if (this.names.get(from) === to) return []
    if (this.names.has(from) || this.isGone(from) || this.taken.has(to)) throw new Clashed({ path: from })
    return [{ from, to }]
  }

  text(
    { doc, splices }: Step['texts'][number],
    first: boolean,
  ): { doc: Doc; splices: Step['texts'][number]['splices'] }[] {
    const path = pathOfDoc(doc)
    if (path !== null && this.isGone(path)) throw new Clashed({ path })
    const carried = carrySplices(splices, this.texts.get(doc)?.splices ?? [], first)
    if ('clash' in carried) throw new Clashed({ doc })
    return [{ doc: path === null ? doc : fileDoc(this.nameOf(path)), splices: carried.splices }]
  }
}
