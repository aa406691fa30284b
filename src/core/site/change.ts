import { SplicesApart } from '../text/apart.ts'
import { grouped } from '../text/grouped.ts'
import type { Splice } from '../text/splice.ts'
import type { SitePath } from '../paths/paths.ts'
import { EMPTY_HASH, fileDoc, type Doc, type Edit, type Move } from './step.ts'

/** What is to happen to a site: planned by the core, carried out as one step. Texts are named as they are before the moves. */
export interface SiteChange {
  readonly texts: readonly { readonly doc: Doc; readonly splices: readonly Splice[] }[]
  readonly moves: readonly Move[]
  /** New text files. */
  readonly creates: readonly { readonly path: SitePath; readonly text: string }[]
}

export const NO_CHANGE: SiteChange = { texts: [], moves: [], creates: [] }

/** Whether a change does nothing. */
export function isNothing({ texts, moves, creates }: SiteChange): boolean {
  return moves.length + creates.length === 0 && texts.every(({ splices }) => splices.length === 0)
}

/** Several changes as one. Splices in the same text are put together; of two that overlap, the first stays. */
export function joinChanges(changes: readonly SiteChange[]): SiteChange {
  const byDoc = grouped(
    changes.flatMap((change) => change.texts),
    ({ doc }) => doc,
  )
  const moves = new Map(changes.flatMap((change) => change.moves).map((move) => [move.from, move]))
  const creates = new Map(changes.flatMap((change) => change.creates).map((create) => [create.path, create]))
  return {
    texts: [...byDoc].map(([doc, edits]) => ({ doc, splices: joined(edits.flatMap(({ splices }) => splices)) })),
    moves: [...moves.values()],
    creates: [...creates.values()],
  }
}

/** Those that overlap none before them. */
function joined(splices: readonly Splice[]): Splice[] {
  const apart = new SplicesApart()
  return splices.filter((splice) => {
    if (apart.has(splice, collide)) return false
    apart.add(splice)
    return true
  })
}

function collide(a: Splice, b: Splice): boolean {
  if (a.from === b.from && a.to === b.to) return a.from !== a.to || a.insert === b.insert
  return a.from < b.to && b.from < a.to
}

/** A change as the edit that makes a step of it. */
export function editOf(label: string, { texts, moves, creates }: SiteChange): Edit {
  return {
    label,
    texts: [
      ...texts,
      ...creates
        .filter(({ text }) => text !== '')
        .map(({ path, text }) => ({ doc: fileDoc(path), splices: [{ from: 0, to: 0, insert: text }] })),
    ],
    files: creates.map(({ path }) => ({ path, before: null, after: EMPTY_HASH, encoding: 'utf-8' as const })),
    moves,
  }
}
