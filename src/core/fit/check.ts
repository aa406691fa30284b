import { joinChanges, type SiteChange } from '../site/change.ts'
import type { SitePath } from '../site/paths.ts'
import { FitSite, type FitPage } from './fit-site.ts'
import { keyOf, type Finding, type FitRule, type Found, type PageRule, type SiteRule } from './finding.ts'
import { RULES, ruleNamed } from './rules/index.ts'
import type { SiteModel } from './site-model.ts'
import type { Page } from '../markup/tree.ts'

/** What one pass tells as it goes. */
export interface FitProgress {
  /** Pages looked at, of all there are. */
  readonly done: number
  readonly total: number
  /** Findings on a page, or those that compare pages and files (`page` is null). */
  readonly page: SitePath | null
  readonly findings: readonly Finding[]
}

const PAGE_RULES = RULES.filter((rule): rule is PageRule => rule.scope === 'page')
const SITE_RULES = RULES.filter((rule): rule is SiteRule => rule.scope === 'site')

interface Checked {
  readonly page: Page
  readonly site: FitSite
  readonly sheets: number
  readonly byMarkup: readonly Finding[]
  readonly bySheets: readonly Finding[]
  readonly all: readonly Finding[]
}

/**
 * The fit check of a site. Each pass looks only at what changed since the one before: tell it with `filesChanged` and
 * `sheetsChanged`; pages it notices itself.
 */
export class FitCheck {
  private readonly checked = new Map<SitePath, Checked>()
  private ofSite: readonly Finding[] = []
  private site: FitSite | null = null
  private sheets = 0

  constructor(private readonly model: SiteModel) {}

  filesChanged(): void {
    this.site = null
  }

  sheetsChanged(): void {
    this.sheets++
    this.site?.sheetsChanged()
  }

  private current(): FitSite {
    return (this.site ??= new FitSite(this.model))
  }

  /** One pass, page by page: whoever runs it may stop between two, and begin anew. */
  *run(): Generator<FitProgress, void, void> {
    const site = this.current()
    const paths = this.model.pagePaths
    const still = new Set(paths)
    for (const path of this.checked.keys()) if (!still.has(path)) this.checked.delete(path)
    for (const [at, path] of paths.entries()) {
      yield { done: at + 1, total: paths.length, page: path, findings: this.checkPage(site, path) }
    }
    this.ofSite = SITE_RULES.flatMap((rule) => findingsOf(rule, rule.check(site)))
    yield { done: paths.length, total: paths.length, page: null, findings: this.ofSite }
  }

  private checkPage(site: FitSite, path: SitePath): readonly Finding[] {
    const page = site.page(path)
    const before = this.checked.get(path)
    const same = before?.page === page.page && before.site === site
    if (same && before.sheets === this.sheets) return before.all
    const check = (rule: PageRule) => findingsOf(rule, rule.check(page))
    const byMarkup = same ? before.byMarkup : PAGE_RULES.filter(({ readsSheets }) => !readsSheets).flatMap(check)
    const bySheets = PAGE_RULES.filter(({ readsSheets }) => readsSheets).flatMap(check)
    const checked = { page: page.page, site, sheets: this.sheets, byMarkup, bySheets, all: [...byMarkup, ...bySheets] }
    this.checked.set(path, checked)
    return checked.all
  }

  /** Everything found by a whole pass, run now where it must be. */
  findings(): Finding[] {
    for (const progress of this.run()) void progress
    return [...this.checked.values()].flatMap(({ all }) => all).concat(this.ofSite)
  }

  /** The change that mends these findings, as far as their rules can do it safely. */
  fix(findings: readonly Finding[]): SiteChange {
    const site = this.current()
    const byRule = new Map<string, Finding[]>()
    for (const finding of findings)
      if (finding.fixable) byRule.set(finding.rule, [...(byRule.get(finding.rule) ?? []), finding])
    return joinChanges(
      [...byRule].flatMap(([id, found]) => {
        const rule = ruleNamed(id)
        return rule?.fix ? [rule.fix(site, stillThere(rule, site, found))] : []
      }),
    )
  }
}

function findingsOf(rule: FitRule, found: readonly Found[]): Finding[] {
  return found.map(({ fixable = false, ...rest }) => ({
    rule: rule.id,
    severity: rule.severity,
    ...rest,
    fixable: fixable && rule.fix !== undefined,
  }))
}

/** Of these findings, those the rule still finds: texts may have changed since. */
function stillThere(rule: FitRule, site: FitSite, findings: readonly Finding[]): Finding[] {
  const pages = [...new Set(findings.map(({ file }) => file))].filter(
    (path) => site.has(path) && site.model.pagePaths.includes(path),
  )
  const found =
    rule.scope === 'site'
      ? rule.check(site)
      : pages.map((path): FitPage => site.page(path)).flatMap((page) => rule.check(page))
  const now = new Set(findingsOf(rule, found).map(keyOf))
  return findings.filter((finding) => now.has(keyOf(finding)))
}
