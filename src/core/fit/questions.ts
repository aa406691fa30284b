import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import type { SiteChange } from '../site/change.ts'
import type { Doc } from '../site/step.ts'
import type { Cause } from './causes.ts'
import { isPlain, planFix } from './check.ts'
import type { Finding, RuleWords } from './finding.ts'
import type { Target } from '../browsers/target.ts'
import { madeFor, planMadeFor } from '../model/made-for.ts'
import { FitSite } from './fit-site.ts'
import { imagesOf } from './images.ts'
import { RULES, ruleNamed } from './rules/index.ts'
import { planSetAside, planTakeUp } from './set-aside.ts'
import { textFaults, type TextFault } from './text-faults.ts'
import { tellFindings, tellPlaces, type Standing } from './standing.ts'

/** Goes with what is asked about findings: a new number whenever the check has told something new. */
interface News {
  readonly news: number
}

const named = (site: SiteSnapshot, standing: Standing, ids: readonly string[]): Cause[] =>
  standing.sortedOut(site).causes.filter(({ id }) => ids.includes(id))

/** More tell nothing new, and would cover the text. */
const MOST_MARKED = 200

/** What is marked in a text. */
interface MarkedFaults {
  readonly doc: Doc
  /** The first of them, in their order in the text. */
  readonly faults: readonly TextFault[]
  /** How many errors there are, and how many of them are beyond those. */
  readonly mistakes: number
  readonly unmarked: number
}

export const fitQuestions = {
  /** What every rule says of itself. */
  rules: (): RuleWords[] =>
    RULES.map(({ id, severity, prevents, title, explanation }) => ({ id, severity, prevents, title, explanation })),
  /** What the check has found so far, by kind and cause. */
  findings: (
    site: SiteSnapshot,
    ask: { page: SitePath | null; opened: readonly string[] } & News,
    standing: Standing,
  ) => tellFindings(site, standing, ask),
  /** The places of a cause. */
  places: (
    site: SiteSnapshot,
    ask: { cause: string; page: SitePath | null; most: number } & News,
    standing: Standing,
  ) => tellPlaces(site, standing, ask),
  /** What is wrong with a page or a stylesheet and can be seen in its text, as the check says it; and which text that is. */
  textFaults: (site: SiteSnapshot, { file }: { file: SitePath }): MarkedFaults => {
    const faults = textFaults(site, file)
    const marked = faults.slice(0, MOST_MARKED)
    const errors = (some: readonly TextFault[]) => some.filter(({ severity }) => severity === 'error').length
    return {
      doc: site.docOf(file),
      faults: marked,
      mistakes: errors(faults),
      unmarked: errors(faults) - errors(marked),
    }
  },
  /** The pages where a rule found something. */
  pagesOfRule: (site: SiteSnapshot, { rule }: { rule: string }, standing: Standing): SitePath[] => [
    ...new Set(
      standing
        .sortedOut(site)
        .causes.filter((cause) => cause.rule === rule)
        .flatMap(({ places }) => places.map(({ file }) => file)),
    ),
  ],
  /**
   * The change that mends findings, single ones or all that have one of some causes; whether that asks nobody; and what it
   * changes beside what a proof can tell.
   */
  fix: (
    site: SiteSnapshot,
    { findings = [], causes = [] }: { findings?: readonly Finding[]; causes?: readonly string[] },
    standing: Standing,
  ): { readonly change: SiteChange; readonly plain: boolean; readonly alsoSeen: string } => {
    const all = [
      ...findings,
      ...(causes.length > 0 ? named(site, standing, causes) : []).flatMap(({ places }) => places),
    ]
    const mended = all.filter(({ fixable }) => fixable)
    const rules = [...new Set(mended.map(({ rule }) => rule))]
    const alsoSeen = rules.flatMap((id) => ruleNamed(id)?.alsoSeen ?? []).join(' ')
    return { change: planFix(site, mended), plain: isPlain(site, mended), alsoSeen }
  },
  /** The change that sets causes aside, with a reason. */
  setAside: (
    site: SiteSnapshot,
    { causes, reason }: { causes: readonly string[]; reason: string },
    standing: Standing,
  ): SiteChange => planSetAside(site, named(site, standing, causes), reason),
  /** The change that takes a cause up again. */
  takeUp: (site: SiteSnapshot, { cause }: { cause: string }): SiteChange => planTakeUp(site, cause),
  /** For which browsers the site is made. */
  madeFor: (site: SiteSnapshot): Target => madeFor(site),
  /** The change after which it is made for these. */
  planMadeFor: (site: SiteSnapshot, { target }: { target: Target }): SiteChange => planMadeFor(site, target),
  /** Every image, and how wide it is shown. */
  images: (site: SiteSnapshot) => imagesOf(new FitSite(site)),
}
