import type { SitePath } from '../paths/paths.ts'
import { reachOf } from '../selectors/reach.ts'
import { whyNothing, withoutStates } from '../selectors/why-nothing.ts'
import type { SiteSnapshot } from './snapshot.ts'

/** How many elements of a page a selector touches. */
export interface PageReach {
  readonly page: SitePath
  readonly count: number
}

/** What a selector touches. */
export interface ReachReport {
  readonly selector: string
  /** The selector without states and pseudo-elements: what is counted. '' when it is not valid. */
  readonly bare: string
  readonly pages: readonly PageReach[]
  readonly total: number
  /** The likely cause when it is nothing, in a sentence. */
  readonly why: string
}

/** How many elements a selector touches, for each page that has any. */
export function siteReach(site: SiteSnapshot, selector: string): PageReach[] {
  return site.pagePaths
    .map((path) => ({ page: path, count: reachOf(site.page(path), selector).length }))
    .filter(({ count }) => count > 0)
}

/** What a selector touches, states and pseudo-elements left aside; and when it is nothing, the likely cause. */
export function reachReport(site: SiteSnapshot, selector: string): ReachReport {
  const bare = withoutStates(selector)
  const pages = bare === null ? [] : siteReach(site, bare)
  const total = pages.reduce((sum, { count }) => sum + count, 0)
  const trees = () => site.pagePaths.map((path) => site.page(path))
  return { selector, bare: bare ?? '', pages, total, why: total === 0 ? whyNothing(bare ?? selector, trees()) : '' }
}
