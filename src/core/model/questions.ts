import type { SitePath } from '../paths/paths.ts'
import { wordsOf } from '../markup/words.ts'
import { reachOf } from '../selectors/reach.ts'
import { reachReport } from './reach.ts'
import { sheetShares } from './sheet-shares.ts'
import type { SiteSnapshot } from './snapshot.ts'
import { planAttach } from './wear-summary.ts'

/** Samples longer than this fit nowhere. */
const SAMPLE_LETTERS = 40

export const modelQuestions = {
  /** Every stylesheet, with how many pages wear it. */
  sheets: (site: SiteSnapshot) => sheetShares(site),
  /** The splices that attach the sheet to pages. */
  attach: (site: SiteSnapshot, { paths }: { paths: readonly SitePath[] }) => planAttach(site, paths),
  /** The words of the first element with any that a selector touches; '' when there is none. */
  sampleWords: (site: SiteSnapshot, { selector }: { selector: string }): string => {
    for (const path of site.pagePaths)
      for (const element of reachOf(site.page(path), selector)) {
        const words = wordsOf(site.page(path), element, SAMPLE_LETTERS)
        if (words !== '') return words
      }
    return ''
  },
  /** The type of an element, by its place in document order; null where the markup has none. */
  tagAt: (site: SiteSnapshot, { page, index }: { page: SitePath; index: number }): string | null =>
    site.page(page).elements[index]?.tag ?? null,
  /** What a selector touches. */
  reach: (site: SiteSnapshot, { selector }: { selector: string }) => reachReport(site, selector),
}
