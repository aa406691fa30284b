import type { SiteSnapshot } from '../model/snapshot.ts'
import type { TidyKind } from './proposal.ts'
import { tidySheet, type TidyPlan, type TidyProgress } from './tidy.ts'

export const tidyQuestions = {
  /** What tidying the sheet comes to, kind by kind, each proved; without what was sorted out by its words. */
  tidy: (
    site: SiteSnapshot,
    { kinds, without }: { kinds: readonly TidyKind[]; without: readonly string[] },
  ): Generator<TidyProgress, TidyPlan, void> => tidySheet(site, site.sheetPath, kinds, new Set(without)),
}
