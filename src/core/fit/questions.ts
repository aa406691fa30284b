import type { SiteSnapshot } from '../model/snapshot.ts'
import { planFix } from './check.ts'
import type { Finding, RuleWords } from './finding.ts'
import { FitSite } from './fit-site.ts'
import { imagesOf } from './images.ts'
import { RULES } from './rules/index.ts'

export const fitQuestions = {
  /** What every rule says of itself. */
  rules: (): RuleWords[] =>
    RULES.map(({ id, severity, prevents, title, explanation }) => ({ id, severity, prevents, title, explanation })),
  /** The change that mends findings, as far as that is safe. */
  fix: (site: SiteSnapshot, { findings }: { findings: readonly Finding[] }) => planFix(site, findings),
  /** Every image, and how wide it is shown. */
  images: (site: SiteSnapshot) => imagesOf(new FitSite(site)),
}
