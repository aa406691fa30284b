import type { SitePath } from '../paths/paths.ts'
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
  tagAt: (site: SiteSnapshot, { page, index }: { page: SitePath; index: number }): string | null =>
    site.page(page).elements[index]?.tag ?? null,
  /** What a selector touches. */
  reach: (site: SiteSnapshot, { selector }: { selector: string }) => reachReport(site, selector),
}
