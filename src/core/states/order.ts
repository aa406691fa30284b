import { parseComplex } from '../selectors/parse.ts'
import { normalSelector, serializeComplex } from '../selectors/serialize.ts'
import type { Sheet, StyleRule } from '../sheet/parse.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { declarationsOf, topStyleRules } from '../sheet/walk.ts'
import { overlaps } from '../properties/shorthands.ts'
import { memoText } from '../text/memo.ts'
import { placeOf } from '../text/place.ts'
import type { Splice } from '../text/splice.ts'

/** Link states in the order that lets each one win where it should; '' is the link without a state (common practice). */
export const STATE_ORDER = ['', 'link', 'visited', 'hover', 'focus', 'focus-visible', 'active'] as const
export type LinkState = (typeof STATE_ORDER)[number]

/** The states a designer sets on a link. */
export const LINK_STATES = ['link', 'visited', 'hover', 'focus-visible', 'active'] as const

/** A selector taken apart into what it names and the link state it ends in: `nav a:hover` is `nav a` in `hover`. */
export const splitState = memoText((selector: string): { readonly base: string; readonly state: LinkState } => {
  const parsed = parseComplex(selector)
  const last = parsed?.compounds.at(-1)
  const at =
    last?.findIndex(
      (simple) => simple.kind === 'pseudo-class' && (STATE_ORDER as readonly string[]).includes(simple.name),
    ) ?? -1
  if (!parsed || !last || at < 0) return { base: normalSelector(selector), state: '' }
  const simple = last[at]!
  const rest = last.filter((_, index) => index !== at)
  const compounds = [...parsed.compounds.slice(0, -1), rest.length > 0 ? rest : [{ kind: 'universal' } as const]]
  return { base: serializeComplex({ ...parsed, compounds }), state: ('name' in simple ? simple.name : '') as LinkState }
})

/** The kinds of link the sheet knows: `a`, `nav a`, and every other selector that ends in an `a`. */
export function linkKinds(sheet: Pick<Sheet, 'rules'>): string[] {
  const kinds = new Set(['a', 'nav a'])
  for (const rule of topStyleRules(sheet)) {
    for (const kind of kindsOf(rule.selector)) kinds.add(kind)
  }
  return [...kinds]
}

/** An `a` by itself, or an escape that may stand for one: most selectors hold neither and need no reading. */
const MAY_NAME_A = /(?:^|[^\w-])a(?![\w-])|\\/i

const kindsOf = memoText((list: string): readonly string[] =>
  splitAtCommas(list)
    .filter(({ text }) => MAY_NAME_A.test(text) && endsInLink(text))
    .map(({ text }) => splitState(text).base),
)

function endsInLink(selector: string): boolean {
  const first = parseComplex(selector)?.compounds.at(-1)?.[0]
  return first?.kind === 'type' && first.name.toLowerCase() === 'a'
}

const splitList = memoText((list: string) => splitAtCommas(list).map(({ text }) => splitState(text)))

/** Two rules of one kind of link in an order in which the first never wins. */
export interface StateConflict {
  readonly early: StyleRule
  readonly late: StyleRule
  readonly message: string
}

/** Rules of a kind of link whose order keeps a state from showing, each said in a sentence. */
export function stateConflicts(sheet: Sheet, base: string): StateConflict[] {
  const rules = stateRules(sheet, base)
  const conflicts: StateConflict[] = []
  rules.forEach((early, at) => {
    for (const late of rules.slice(at + 1)) {
      if (late.rank >= early.rank || !sharesProperty(early.rule, late.rule)) continue
      // The stateless rule is weaker by specificity, so its place does no harm.
      if (late.rank === 0) continue
      const line = placeOf(sheet.text, late.rule.from).line
      conflicts.push({
        early: early.rule,
        late: late.rule,
        message: `“${early.rule.selector}” stands before “${late.rule.selector}” (line ${line}), so it loses where both hold.`,
      })
    }
  })
  return conflicts
}

/** The splices that put the state rules of a kind of link into the order that works; texts move whole, places stay. */
export function orderStates(sheet: Sheet, base: string): Splice[] {
  const rules = stateRules(sheet, base)
  const sorted = [...rules].sort((a, b) => a.rank - b.rank)
  return rules.flatMap(({ rule }, at) => {
    const next = sorted[at]!.rule
    return next === rule ? [] : [{ from: rule.from, to: rule.to, insert: sheet.text.slice(next.from, next.to) }]
  })
}

function stateRules(sheet: Sheet, base: string): { rule: StyleRule; rank: number }[] {
  const wanted = normalSelector(base)
  return topStyleRules(sheet).flatMap((rule) => {
    const ranks = splitList(rule.selector)
      .filter((split) => split.base === wanted)
      .map(({ state }) => STATE_ORDER.indexOf(state))
    return ranks.length > 0 ? [{ rule, rank: Math.min(...ranks) }] : []
  })
}

function sharesProperty(a: StyleRule, b: StyleRule): boolean {
  const names = declarationsOf(b).map((declaration) => declaration.property)
  return declarationsOf(a).some(({ property }) => names.some((name) => overlaps(name, property)))
}
