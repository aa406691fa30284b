import type { Page } from '../markup/tree.ts'
import type { SiteSnapshot } from './snapshot.ts'

/** Reads the pages of a site one after another. On a large one that takes long, and others are heard in between. */
export function* readPages(site: SiteSnapshot): Generator<null, Page[], void> {
  const pages: Page[] = []
  for (const path of site.pagePaths) {
    pages.push(site.page(path))
    yield null
  }
  return pages
}
