import type { SitePath } from '../paths/paths.ts'
import { reachReport } from './reach.ts'
import type { SiteSnapshot } from './snapshot.ts'
import { planAttach } from './wear-summary.ts'

export const modelQuestions = {
  /** The splices that attach the sheet to pages. */
  attach: (site: SiteSnapshot, { paths }: { paths: readonly SitePath[] }) => planAttach(site, paths),
  /** What a selector touches. */
  reach: (site: SiteSnapshot, { selector }: { selector: string }) => reachReport(site, selector),
}
