import type { SiteSnapshot } from '../model/snapshot.ts'
import { allNames, type SiteName } from './all-names.ts'
import { planRename, type Rename, type RenamePlan } from './rename.ts'

export const classesQuestions = {
  /** Every class and id of the site. */
  names: (site: SiteSnapshot): SiteName[] => allNames(site),
  /** What calling a class or id otherwise changes. */
  rename: (site: SiteSnapshot, { rename }: { rename: Rename }): RenamePlan => planRename(site, rename),
}
