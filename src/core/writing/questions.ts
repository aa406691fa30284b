import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { offersAt, type Offers } from './offers.ts'
import { wordAt, type Word } from './word.ts'

/** A place in a stylesheet. */
interface Place {
  readonly file: SitePath
  readonly offset: number
}

export const writingQuestions = {
  /** What could be written at a place of a stylesheet. */
  offersToWrite: (site: SiteSnapshot, { file, offset }: Place): Offers | null => offersAt(site, file, offset),
  /** What there is to say of what stands at a place of a stylesheet. */
  wordAt: (site: SiteSnapshot, { file, offset }: Place): Word | null => wordAt(site, file, offset),
}
