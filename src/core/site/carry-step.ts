import { carrySplices } from '../text/carry.ts'
import type { Splice } from '../text/splice.ts'
import type { SitePath } from '../paths/paths.ts'
import { fileDoc, pathOfDoc, type Doc, type Edit, type FileChange, type Move } from './step.ts'

/** An edit as it is to be made after others; null when nothing is left of it, for the others did all of it already. */
export type CarriedEdit = Edit | null

/** What two edits change differently: a text, or a file by its path. */
export type EditClash = { readonly doc: Doc } | { readonly path: SitePath }

/**
 * Carries two rows of edits that were made on the same site over each other: `mine` as they are to be made after all of `theirs`, and
 * the other way round. Both orders lead to the same site. Where both insert at one point of a text, theirs comes first.
 */
export function carryEdits(
  mine: readonly Edit[],
  theirs: readonly Edit[],
): { readonly mine: CarriedEdit[]; readonly theirs: CarriedEdit[] } | { readonly clash: EditClash } {
  const carried: CarriedEdit[] = []
  let others: CarriedEdit[] = [...theirs]
  try {
    for (const edit of mine) {
      let own: CarriedEdit = edit
      others = others.map((other): CarriedEdit => {
        if (own === null || other === null) return other
        const [before, after]: [Edit, Edit] = [own, other]
        own = carriedOver(before, after, false)
        return carriedOver(after, before, true)
      })
      carried.push(own)
    }
    return { mine: carried, theirs: others }
  } catch (error) {
    if (error instanceof Clashed) return { clash: error.clash }
    throw error
  }
}

function carriedOver(edit: Edit, over: Edit, first: boolean): CarriedEdit {
  const others = new Others(over)
  const files = (edit.files ?? []).flatMap((change) => others.file(change))
  const moves = (edit.moves ?? []).flatMap((move) => others.move(move))
  const texts = edit.texts.flatMap((text) => others.text(text, first)).filter(({ splices }) => splices.length > 0)
  return files.length + moves.length + texts.length > 0 ? { label: edit.label, texts, files, moves } : null
}

class Clashed extends Error {
  constructor(readonly clash: EditClash) {
    super('Two edits change the same thing.')
  }
}

type TextEdit = { readonly doc: Doc; readonly splices: readonly Splice[] }

/** What the other edit did, by the names of files before it. */
class Others {
  private readonly names: ReadonlyMap<SitePath, SitePath>
  private readonly files: ReadonlyMap<SitePath, FileChange>
  private readonly texts: ReadonlyMap<Doc, TextEdit>
  /** Names that a file has got. */
  private readonly taken: ReadonlySet<SitePath>

  constructor({ moves = [], files = [], texts }: Edit) {
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

  text({ doc, splices }: TextEdit, first: boolean): TextEdit[] {
    const path = pathOfDoc(doc)
    const carried = carrySplices(splices, this.texts.get(doc)?.splices ?? [], first)
    if ('clash' in carried) throw new Clashed({ doc })
    // A file that both make, or that the other takes away, is one text: no merging of two.
    const file = path === null ? undefined : this.files.get(path)
    if (file && (file.before === null || file.after === null) && carried.splices.length > 0) throw new Clashed({ doc })
    return [{ doc: path === null ? doc : fileDoc(this.nameOf(path)), splices: carried.splices }]
  }
}
