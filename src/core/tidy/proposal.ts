import type { Sheet } from '../sheet/parse.ts'
import type { Splice } from '../text/splice.ts'

/** What tidying can do, in the order it is done. */
export const TIDY_KINDS = ['empty', 'merge', 'repeats', 'group', 'shorthand', 'drop', 'format'] as const
export type TidyKind = (typeof TIDY_KINDS)[number]

/** Each kind in words, as a heading. What takes something away that a page to come may need is done only when it is asked for. */
export const TIDY_WORDS: Readonly<Record<TidyKind, { readonly title: string; readonly apart?: true }>> = {
  empty: { title: 'Rules without declarations taken away' },
  repeats: { title: 'Declarations that the same rule sets again taken away' },
  merge: { title: 'Rules of the same selector brought together' },
  group: { title: 'Rules that say the same given one block' },
  shorthand: { title: 'Sides and longhands written shortest' },
  format: { title: 'Written evenly' },
  drop: { title: 'Declarations that never win taken away', apart: true },
}

/** A change that could be made if it changes nothing on the pages. */
export interface Proposal {
  readonly kind: TidyKind
  /** What it does, for a list. */
  readonly says: string
  readonly splices: readonly Splice[]
  /** Other ways to the same, tried when this one is not neutral. */
  readonly or: readonly (readonly Splice[])[]
}

/** Finds what could be done in a sheet. */
export type Tidier = (sheet: Sheet) => Proposal[]
