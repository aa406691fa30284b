import type { SiteSnapshot } from '../model/snapshot.ts'
import type { Page } from '../markup/tree.ts'
import { boxTargets, type BoxTarget } from './targets.ts'

export const boxesQuestions = {
  /** The boxes the pages are made of. */
  *boxTargets(site: SiteSnapshot): Generator<null, BoxTarget[], void> {
    const pages: Page[] = []
    for (const path of site.pagePaths) {
      pages.push(site.page(path))
      // Reading the pages of a large site takes long: others are heard in between.
      yield null
    }
    return boxTargets(pages)
  },
}
