import type { Target } from '../browsers/target.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Sheet } from '../sheet/parse.ts'
import type { FormatSettings } from './formatted.ts'
import type { Splice } from '../text/splice.ts'
import type { TidyKind } from './words.ts'

/** A change that could be made if it changes nothing on the pages. */
export interface Proposal {
  readonly kind: TidyKind
  /** What it does, for a list. */
  readonly says: string
  readonly splices: readonly Splice[]
  /** Other ways to the same, tried when this one is not neutral. */
  readonly or: readonly (readonly Splice[])[]
}

/** Where a sheet is worn, and what it is written for. */
export interface Place {
  readonly site: SiteSnapshot
  readonly path: SitePath
  readonly target: Target
  readonly format: FormatSettings
}

/** Finds what could be done in a sheet; the kind is that of its place among the others. */
export type Tidier = (sheet: Sheet, place: Place) => Omit<Proposal, 'kind'>[]
