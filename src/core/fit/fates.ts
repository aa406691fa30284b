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
  for (const rule of rules)
    for (const set of rule.longhands) {
      const key = keyOf(rule, set)
      if (winners.has(key)) continue
      const beatenBy = set.id < 0 || set.logical || !holdsAlways(rule) ? null : strongerOf(rule, set, always)
      if (!beatenBy) winners.add(key)
      else if (!fates.has(key)) fates.set(key, { file: rule.source.file, rule, declaration: set.declaration, beatenBy })
    }
}

function strongerOf(rule: CascadeRule, set: SetLonghand, always: readonly CascadeRule[]): Fate['beatenBy'] {
  for (const other of always) {
    if (other === rule || other.from === rule.from || other.pseudo !== rule.pseudo || other.layer !== rule.layer)
      continue
    const against = other.longhands.findLast(
      ({ property, wide }) => property === set.property && !/^revert/.test(wide ?? ''),
    )
    if (!against || (set.important && !against.important)) continue
    if (against.important !== set.important || isStronger(other, rule))
      return { rule: other, important: against.important }
  }
  return null
}

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
