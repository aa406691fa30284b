import { grouped } from '../text/grouped.ts'
import { joinChanges, type SiteChange } from '../site/change.ts'
import type { SitePath } from '../paths/paths.ts'
import { PageMemory, pageKey, sameKey, siteKey, type PageKey } from '../model/page-memory.ts'
import { FitSite, type FitPage } from './fit-site.ts'
import { keyOf, type Finding, type FitRule, type Found, type PageRule, type SiteRule } from './finding.ts'
import { RULES, ruleNamed } from './rules/index.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'

/** What one pass tells as it goes. */
export interface FitProgress {
  /** Findings on a page, or those that compare pages and files (`page` is null); null while there is nothing new to tell. */
  readonly page: SitePath | null
  readonly findings: readonly Finding[] | null
  /** Why not everything could be found: an error of Attire's own. All else is looked at all the same. */
  readonly fault: string | null
}

/** What the check remembers of pages, and under `''` what it found by comparing them. */
export type FitMemory = PageMemory<readonly Finding[]>
const WHOLE = ''

/** The fit check of a site, again and again. Each pass looks only at what has changed since the one before. */
export class FitCheck {
  private readonly byMarkup: readonly PageRule[]
  private readonly bySheets: readonly PageRule[]
  private readonly comparing: readonly SiteRule[]
  private readonly bySheetsNames: ReadonlySet<string>

  /** `site` is what an earlier check knows of the site; see {@link FitCheck.byAllRules}. */
  constructor(
    readonly memory: FitMemory = new PageMemory(),
    rules: readonly FitRule[] = RULES,
    private site?: FitSite,
  ) {
    const onPages = rules.filter((rule): rule is PageRule => rule.scope === 'page')
    this.comparing = rules.filter((rule): rule is SiteRule => rule.scope === 'site')
    this.bySheets = onPages.filter(({ readsSheets }) => readsSheets)
    this.byMarkup = onPages.filter(({ readsSheets }) => !readsSheets)
    this.bySheetsNames = new Set(this.bySheets.map(({ id }) => id))
  }

  /** A check by all rules of a site that this one has looked at by some of them. */
  byAllRules(): FitCheck {
    return new FitCheck(new PageMemory(), RULES, this.site)
  }

  /** One pass, page by page in the order of `paths`: whoever runs it may stop between two, and begin anew with a later snapshot. */
  *run(model: SiteSnapshot, paths: readonly SitePath[] = model.pagePaths): Generator<FitProgress, void, void> {
    const site = (this.site = new FitSite(model, this.site))
    this.memory.keepOnly(new Set([WHOLE, ...paths]))
    for (const page of paths) yield { page, ...guarded(() => this.checkPage(site, page)) }
    const key = siteKey(model)
    const before = this.memory.find(WHOLE)
    if (before && sameKey(before.key, key)) {
      yield { page: null, findings: before.value, fault: null }
      return
    }
    // Pages that were only remembered are read now, one at a time, for what follows asks all of them in one go.
    for (const page of paths) {
      model.page(page)
      yield { page, findings: null, fault: null }
    }
    yield { page: null, ...(yield* this.compare(site, key)) }
  }

  /** Which of these pages have not been looked at as they are now. */
  due(model: SiteSnapshot, paths: readonly SitePath[]): SitePath[] {
    return paths.filter((path) => {
      const known = this.memory.find(path)
      return !known || !sameKey(known.key, pageKey(model, path))
    })
  }

  /** Whether a pass would find nothing but what is remembered. */
  isKnown(model: SiteSnapshot): boolean {
    const whole = this.memory.find(WHOLE)
    return whole !== undefined && sameKey(whole.key, siteKey(model)) && this.due(model, model.pagePaths).length === 0
  }

  private checkPage(site: FitSite, path: SitePath): readonly Finding[] {
    const key = pageKey(site.model, path)
    const before = this.memory.find(path)
    if (before && sameKey(before.key, key)) return before.value
    const page = site.page(path)
    const check = (rule: PageRule) => findingsOf(rule, rule.check(page))
    const byMarkup =
      before && sameKey(before.key, key, false)
        ? before.value.filter(({ rule }) => !this.bySheetsNames.has(rule))
        : this.byMarkup.flatMap(check)
    return this.memory.remember(path, key, [...byMarkup, ...this.bySheets.flatMap(check)])
  }

  /** Rules that compare pages, one after another: whoever runs the pass may stop between two. */
  private *compare(site: FitSite, key: PageKey): Generator<FitProgress, Look, void> {
    const each: Look[] = []
    for (const rule of this.comparing) {
      each.push(guarded(() => findingsOf(rule, rule.check(site))))
      yield { page: null, findings: null, fault: null }
    }
    const findings = each.flatMap((one) => one.findings)
    const fault = each.find((one) => one.fault !== null)?.fault ?? null
    if (fault === null) this.memory.remember(WHOLE, key, findings)
    return { findings, fault }
  }

  /** Everything found by a whole pass, run now where it must be. Throws where not everything could be. */
  findings(model: SiteSnapshot): Finding[] {
    return [...this.run(model)].flatMap(({ findings, fault }) => {
      if (fault !== null) throw new Error(fault)
      return findings ?? []
    })
  }
}

/** What was found, and why not everything could be. */
interface Look {
  readonly findings: readonly Finding[]
  readonly fault: string | null
}

/** What is found, or why it could not be: one page may not keep the others from being looked at. */
function guarded(find: () => readonly Finding[]): Look {
  try {
    return { findings: find(), fault: null }
  } catch (error) {
    return { findings: [], fault: error instanceof Error ? error.message : String(error) }
  }
}

/** What a whole pass finds, and what could not be looked at and why; `page` is null for what compares pages and files. */
export interface PassResult {
  readonly findings: readonly Finding[]
  readonly faults: readonly { readonly page: SitePath | null; readonly fault: string }[]
}

/** Runs the fit check on a site, anew or after an earlier pass. What fails does so alone: everything else is looked at. */
export function lookThrough(model: SiteSnapshot, check = new FitCheck()): PassResult {
  const passes = [...check.run(model)]
  return {
    findings: passes.flatMap(({ findings }) => findings ?? []),
    faults: passes.flatMap(({ page, fault }) => (fault === null ? [] : [{ page, fault }])),
  }
}

/** Everything the fit check finds in a site. Throws where not everything could be looked at. */
export function findingsIn(model: SiteSnapshot): Finding[] {
  return new FitCheck().findings(model)
}

/** The change that mends these findings, as far as their rules can do it safely. */
export function planFix(model: SiteSnapshot, findings: readonly Finding[]): SiteChange {
  const site = new FitSite(model)
  const byRule = grouped(
    findings.filter(({ fixable }) => fixable),
    ({ rule }) => rule,
  )
  return joinChanges(
    [...byRule].flatMap(([id, found]) => {
      const rule = ruleNamed(id)
      return rule?.fix ? [rule.fix(site, stillThere(rule, site, found))] : []
    }),
  )
}

/** Whether mending these asks nobody: every rule's fix is plainly meant, or changes nothing that is seen. */
export function isPlain(model: SiteSnapshot, findings: readonly Pick<Finding, 'rule'>[]): boolean {
  return [...new Set(findings.map(({ rule }) => rule))].every((id) => ruleNamed(id)?.plain?.(model) === true)
}

function findingsOf(rule: FitRule, found: readonly Found[]): Finding[] {
  return found.map(({ fixable = false, about = '', ...rest }) => ({
    rule: rule.id,
    severity: rule.severity,
    about,
    cause: rest.message,
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
