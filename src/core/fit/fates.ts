import type { Cascade } from '../cascade/cascade.ts'
import type { CascadeRule, SetLonghand } from '../cascade/rules.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { asksForState } from '../selectors/match.ts'
import type { Complex } from '../selectors/parse.ts'
import { compareSpecificity } from '../selectors/specificity.ts'
import type { Declaration, Rule, Sheet } from '../sheet/parse.ts'
import { styleRules } from '../sheet/walk.ts'
import { memo } from '../text/memo.ts'

/** What becomes of a declaration on the pages of a site. */
export interface Fate {
  readonly file: SitePath
  readonly rule: CascadeRule
  readonly declaration: Declaration
  /** What beats it on some element; null where nothing does. */
  readonly beatenBy: { readonly rule: CascadeRule; readonly important: boolean } | null
}

/**
 * The declarations that reach elements and win on none, whatever state these are in and however wide the window is: on each
 * something stronger holds that hangs on neither. What holds under conditions itself is not judged.
 */
export const beatenDeclarations = memo((site: SiteSnapshot): readonly Fate[] => {
  const fates = new Map<string, Fate>()
  const winners = new Set<string>()
  const seen = new Set<object>()
  for (const path of site.pagePaths) {
    const styles = site.stylesOf(path)
    for (const matched of styles.matched()) {
      if (seen.has(matched)) continue
      seen.add(matched)
      judge(styles.cascade, matched.rules, fates, winners)
    }
  }
  return [...fates].flatMap(([key, fate]) => (winners.has(key) ? [] : [fate]))
})

const keyOf = (rule: CascadeRule, set: SetLonghand) => `${rule.source.file} ${set.declaration.from}`

/** Judges all that the rules of one match declare: who wins somewhere, and who is beaten by whom. */
function judge(
  cascade: Cascade,
  matched: readonly CascadeRule[],
  fates: Map<string, Fate>,
  winners: Set<string>,
): void {
  const rules = matched.filter(({ source }) => source.kind === 'external').map((rule) => cascade.present(rule))
  const always = matched
    .filter(({ source }) => source.kind !== 'user-agent')
    .map((rule) => cascade.present(rule))
    .filter(holdsAlways)
  const strongest = new Strongest(always)
  for (const rule of rules)
    for (const set of rule.longhands) {
      const key = keyOf(rule, set)
      if (winners.has(key)) continue
      const beatenBy = set.id < 0 || set.logical || !holdsAlways(rule) ? null : strongest.over(rule, set)
      if (!beatenBy) winners.add(key)
      else if (!fates.has(key)) fates.set(key, { file: rule.source.file, rule, declaration: set.declaration, beatenBy })
    }
}

type Beating = NonNullable<Fate['beatenBy']>

/** Per property the strongest of the rules of one match, so that none is held against all others. */
class Strongest {
  /** The strongest, and the strongest of another rule: a rule with several selectors does not beat itself. */
  private readonly known = new Map<string, readonly Beating[]>()

  constructor(rules: readonly CascadeRule[]) {
    for (const rule of rules)
      for (const [property, important] of importanceOf(rule)) this.add(this.key(rule, property), { rule, important })
  }

  /** What beats a declaration of a rule; null when nothing of its layer does. */
  over(rule: CascadeRule, { property, important }: SetLonghand): Beating | null {
    const other = this.known.get(this.key(rule, property))?.find((each) => !isOneRule(each.rule, rule))
    return other && beats(other, { rule, important }) ? other : null
  }

  private add(key: string, one: Beating): void {
    const best = this.known.get(key) ?? []
    const rivals = [one, ...best].sort((a, b) => (beats(a, b) ? -1 : 1))
    this.known.set(key, [rivals[0]!, ...rivals.filter(({ rule }) => !isOneRule(rule, rivals[0]!.rule)).slice(0, 1)])
  }

  private key({ pseudo, layer }: CascadeRule, property: string): string {
    return `${property} ${pseudo} ${layer}`
  }
}

/** Whether the last declaration of each property of a rule that does not hand it back is !important. */
function importanceOf({ longhands }: CascadeRule): Map<string, boolean> {
  const ahead = longhands.filter(({ wide }) => !/^revert/.test(wide ?? ''))
  return new Map(ahead.map(({ property, important }) => [property, important]))
}

const isOneRule = (a: CascadeRule, b: CascadeRule) => a.from === b.from && a.source === b.source

const beats = (a: Beating, b: Beating): boolean =>
  a.important === b.important ? isStronger(a.rule, b.rule) : a.important

/** Whether a rule beats another among declarations of the same importance, in the same layer. */
export const isStronger = (a: CascadeRule, b: CascadeRule): boolean =>
  (compareSpecificity(a.specificity, b.specificity) || a.order - b.order) > 0

/** Whether a rule holds in every state and at every width. */
function holdsAlways(rule: CascadeRule): boolean {
  const { sheet } = rule.source
  return sheet !== null && !asksForMoment(rule.selector) && unconditional(sheet).has(rule.from)
}

/** States that come and go beside those that links have. */
const MOMENTS =
  /:(?:checked|indeterminate|disabled|enabled|focus|valid|invalid|user-|placeholder-shown|autofill|open|popover|modal|fullscreen|in-range|out-of-range|required|optional|default|empty|playing|paused|target|has\()/

function asksForMoment(selector: Complex): boolean {
  return (
    asksForState(selector) ||
    selector.compounds.some((compound) =>
      compound.some(
        (simple) =>
          simple.kind === 'pseudo-class' &&
          (MOMENTS.test(`:${simple.name}`) || simple.selectors?.some(asksForMoment) || simple.name === 'has'),
      ),
    )
  )
}

/** Where the rules of a sheet begin that stand in no at-rule but layers. */
const unconditional = memo((sheet: Sheet): ReadonlySet<number> => {
  const isFree = (rule: Rule) => rule.kind === 'style' || rule.name === 'layer'
  return new Set(styleRules(sheet).flatMap(({ rule, within }) => (within.every(isFree) ? [rule.from] : [])))
})
