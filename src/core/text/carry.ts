import { touchingJoined } from './compose.ts'
import type { Splice } from './splice.ts'

/** Two changes of one text that were made at the same place: which of them holds is a person's choice. */
export interface Clash {
  readonly mine: Splice
  readonly theirs: Splice
}

/** Splices as they are to be made in a text in which others were made meanwhile. */
export type Carried = { readonly splices: Splice[] } | { readonly clash: Clash }

/**
 * Carries changes of a text over other changes of the same text (the transformation of operational transformation, as CodeMirror's
 * changes are mapped): both lead to the same text, whichever comes first. What both did alike is done once. Both lists are in text
 * order. Where both insert at one point, `mineFirst` says whose comes first; the other side must be carried with the opposite.
 */
export function carrySplices(own: readonly Splice[], others: readonly Splice[], mineFirst: boolean): Carried {
  const [mine, over] = [touchingJoined(own), touchingJoined(others)]
  const splices: Splice[] = []
  let shift = 0
  let at = 0
  for (const splice of mine) {
    while (at < over.length && isBefore(over[at]!, splice, mineFirst)) shift += growth(over[at++]!)
    const theirs = [over[at - 1], over[at]].find((each) => each !== undefined && meet(splice, each, mineFirst))
    if (theirs && !isSame(splice, theirs)) return { clash: { mine: splice, theirs } }
    if (!theirs) splices.push({ from: splice.from + shift, to: splice.to + shift, insert: splice.insert })
  }
  return { splices }
}

const growth = ({ from, to, insert }: Splice): number => insert.length - (to - from)
const isInsertion = ({ from, to }: Splice): boolean => from === to
const isSame = (a: Splice, b: Splice): boolean => a.from === b.from && a.to === b.to && a.insert === b.insert

/** Whether `other` is made in front of `splice`. */
function isBefore(other: Splice, splice: Splice, mineFirst: boolean): boolean {
  if (isInsertion(other) && isInsertion(splice) && other.from === splice.from) return !mineFirst
  return other.to <= splice.from
}

/** Whether two splices of one text cannot both be made: they change the same place, and not alike. Insertions at one point follow theirs first. */
export const clashes = (mine: Splice, theirs: Splice): boolean => meet(mine, theirs, false) && !isSame(mine, theirs)

/** Whether two splices of one text are about the same place. */
function meet(mine: Splice, theirs: Splice, mineFirst: boolean): boolean {
  if (isInsertion(mine) && isInsertion(theirs) && mine.from === theirs.from)
    return isSame(mine, theirs) || !standApart(...(mineFirst ? ([mine, theirs] as const) : ([theirs, mine] as const)))
  return mine.from < theirs.to && theirs.from < mine.to
}

/** Insertions at one point may follow each other where each stands on lines of its own. */
const standApart = (first: Splice, second: Splice): boolean =>
  first.insert.endsWith('\n') || /^\r?\n/.test(second.insert)
