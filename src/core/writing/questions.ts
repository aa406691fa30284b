import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { offersAt, type Offers } from './offers.ts'
import type { Range } from '../text/splice.ts'
import type { RenamePlan } from '../classes/rename.ts'
import { planRenameProperty } from './rename-property.ts'
import { rulesOf } from './rules-of.ts'
import { wordAt, type Word } from './word.ts'

/** A place in a stylesheet. */
interface Place {
  readonly file: SitePath
  readonly offset: number
}

export const writingQuestions = {
  /** What could be written at a place of a stylesheet. */
  offersToWrite: (site: SiteSnapshot, { file, offset }: Place): Offers | null => offersAt(site, file, offset),
  /** What calling a custom property otherwise changes. */
  renameProperty: (site: SiteSnapshot, { from, to }: { from: string; to: string }): RenamePlan =>
    planRenameProperty(site, from, to),
  /** The selectors of a stylesheet that an element matches. */
  rulesOf: (site: SiteSnapshot, { file, page, index }: { file: SitePath; page: SitePath; index: number }): Range[] =>
    rulesOf(site, file, page, index),
  /** What there is to say of what stands at a place of a stylesheet. */
  wordAt: (site: SiteSnapshot, { file, offset }: Place): Word | null => wordAt(site, file, offset),
}
