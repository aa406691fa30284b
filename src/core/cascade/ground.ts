import { compareSpecificity } from '../selectors/specificity.ts'
import { parseDeclarations } from '../sheet/parse.ts'
import { memo } from '../text/memo.ts'
import { Remembered } from '../text/remembered.ts'
import { AddedMatcher } from './added-matcher.ts'
import { NOTHING_OWN } from './cascaded.ts'
import { Matcher } from './matching.ts'
import { unmatchedAmong } from './rearranged.ts'
import { ruleSet, setBy, type CascadeRule, type RuleSet, type SetLonghand } from './rules.ts'
import { StyleTree } from './style-tree.ts'
import { USER_AGENT } from './user-agent.ts'

/** How many texts of style attributes and presentational attributes are remembered. */
const OWN_AT_MOST = 20_000
/** So many selectors may come before all are matched anew; of many, as many as half of those that were matched. */
const ADDED_AT_MOST = 64

/** What versions of a cascade have in common: everything that selectors decide, and nothing that declarations do. */
export interface Ground {
  readonly quirks: boolean
  readonly tree: StyleTree
  /** The rules that elements were matched with, by rank. */
  readonly ranked: readonly CascadeRule[]
  /** Reads a style attribute. */
  readonly declarations: (text: string) => readonly SetLonghand[]
  /** The ground as it was before rules came that it did not know; null where none have. */
  readonly before: Ground | null
}

/** The ground of rules in the order of the cascade, weakest first. */
export function groundOf(rules: readonly CascadeRule[], quirks: boolean): Ground {
  const declared = new Remembered<readonly SetLonghand[]>(OWN_AT_MOST)
  const declarations = (text: string) =>
    text === ''
      ? NOTHING_OWN.inline
      : declared.get(text, () => parseDeclarations(text).items.flatMap((declaration) => setBy(declaration, quirks)))
  const tree = new StyleTree(new Matcher(rules, quirks), declarations)
  return { quirks, tree, ranked: rules, declarations, before: null }
}

/** The ground that knows all selectors of some rules: the same, or one in which those that came are matched as well. Null when too many came. */
export function groundFor(ground: Ground, rules: readonly CascadeRule[]): Ground | null {
  if (unmatched(ground.ranked)(rules).length === 0) return ground
  const before = ground.before ?? ground
  const { quirks, tree, declarations, ranked } = before
  const added = unmatched(ranked)(rules)
  if (added.length === 0) return before
  if (added.length > Math.max(ADDED_AT_MOST, ranked.length / 2) || tree.isCrowded) return null
  const matching = new AddedMatcher(tree, matcherOf(added)(quirks ? QUIRKS : NO_QUIRKS), ranked.length)
  return { ...before, before, tree: new StyleTree(matching, declarations, tree), ranked: together(ranked)(added) }
}

/** How many of a ground's rules every version of it knows by the same rank. */
export function lastingRanks(ground: Ground): number {
  return (ground.before ?? ground).ranked.length
}

// Cascades of pages in different folders have the same rules, and come to the same here.
const unmatched = memo((ranked: readonly CascadeRule[]) =>
  memo((rules: readonly CascadeRule[]) => unmatchedAmong(rules, ranked)),
)
const together = memo((ranked: readonly CascadeRule[]) =>
  memo((added: readonly CascadeRule[]) => [...ranked, ...added]),
)
const [QUIRKS, NO_QUIRKS] = [{ quirks: true }, { quirks: false }]
const matcherOf = memo((added: readonly CascadeRule[]) =>
  memo(({ quirks }: typeof QUIRKS) => new Matcher(added, quirks)),
)

const browserRuleSets = new Map<boolean, readonly CascadeRule[]>()

/** The browser's own rules: the same for every page of its mode, and at any viewport. */
export function browserRules(quirks: boolean): readonly CascadeRule[] {
  let rules = browserRuleSets.get(quirks)
  if (!rules) {
    const sheets = Object.entries(USER_AGENT)
      .filter(([name]) => name !== 'quirks' || quirks)
      .map(([file, sheet]) => ({ kind: 'user-agent' as const, file, offset: 0, sheet }))
    browserRuleSets.set(quirks, (rules = ruleSet(sheets, { width: 0, height: 0 }, quirks).rules))
  }
  return rules
}

/** The rules of sheets with the browser's own, in the order of the cascade, weakest first. The same list for the same sheets. */
export const inOrder = memo((browser: readonly CascadeRule[]) =>
  memo(({ rules }: RuleSet): readonly CascadeRule[] => [...browser, ...rules].sort(compareRules)),
)

/** Ascending strength among normal declarations: origin, layer, specificity, order of appearance. */
function compareRules(a: CascadeRule, b: CascadeRule): number {
  const origin = Number(a.source.kind !== 'user-agent') - Number(b.source.kind !== 'user-agent')
  return origin || a.layer - b.layer || compareSpecificity(a.specificity, b.specificity) || a.order - b.order
}
