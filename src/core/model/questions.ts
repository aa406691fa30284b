import type { SitePath } from '../paths/paths.ts'
import { elementPath } from '../markup/describe.ts'
import { innermostAt } from '../markup/innermost.ts'
import type { Range } from '../text/splice.ts'
import { reachReport } from './reach.ts'
import { sheetShares } from './sheet-shares.ts'
import type { SiteSnapshot } from './snapshot.ts'
import { planAttach } from './wear-summary.ts'

export const modelQuestions = {
  /** Every stylesheet, with how many pages wear it. */
  sheets: (site: SiteSnapshot) => sheetShares(site),
  /** The splices that attach the sheet to pages. */
  attach: (site: SiteSnapshot, { paths }: { paths: readonly SitePath[] }) => planAttach(site, paths),
  /** The type of an element, by its place in document order; null where the markup has none. */
  /** Where an element's start tag stands in its page's text; null for what stands in none. */
  placeAt: (site: SiteSnapshot, { page, index }: { page: SitePath; index: number }): Range | null =>
    (site.pagePaths.includes(page) && site.page(page).elements[index]?.place?.startTag) || null,
  /** A selector that finds the innermost element at an offset of a page's text; '' where there is none. */
  elementAt: (site: SiteSnapshot, { page, offset }: { page: SitePath; offset: number }): string => {
    const around = site.pagePaths.includes(page) ? innermostAt(site.page(page), offset) : null
    return around ? elementPath(around) : ''
  },
  tagAt: (site: SiteSnapshot, { page, index }: { page: SitePath; index: number }): string | null =>
    site.page(page).elements[index]?.tag ?? null,
  /** What a selector touches. */
  reach: (site: SiteSnapshot, { selector }: { selector: string }) => reachReport(site, selector),
}
