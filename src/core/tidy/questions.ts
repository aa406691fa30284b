import type { SiteSnapshot } from '../model/snapshot.ts'
import type { FormatSettings } from './formatted.ts'
import { tidySheet, type TidyPlan } from './tidy.ts'
import type { TidyProgress } from './trial.ts'
import type { TidyKind } from './words.ts'

export const tidyQuestions = {
  /** What tidying the sheet comes to, kind by kind, each proved; without what was sorted out by its words. */
  tidy: (
    site: SiteSnapshot,
    {
      kinds,
      without,
      format,
    }: { kinds: readonly TidyKind[]; without: readonly string[]; format: FormatSettings | null },
  ): Generator<TidyProgress, TidyPlan, void> =>
    tidySheet(site, site.sheetPath, { kinds, without: new Set(without), format }),
}
