import type { SiteSnapshot } from '../model/snapshot.ts'
import { boxTargets } from './targets.ts'

export const boxesQuestions = {
  /** The boxes the pages are made of. */
  boxTargets: (site: SiteSnapshot) => boxTargets(site.pagePaths.map((path) => site.page(path))),
}
