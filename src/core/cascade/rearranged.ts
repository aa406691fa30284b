import type { Complex } from '../selectors/parse.ts'
import { compareSpecificity } from '../selectors/specificity.ts'
import { grouped } from '../text/grouped.ts'
import { memo } from '../text/memo.ts'
import { sameLonghands } from './author-rules.ts'
import { writesAttribute, type CascadeRule } from './rules.ts'

const written = memo((selector: Complex): string => JSON.stringify(selector))

/** All that decides which elements a rule matches. The browser's own rules match by the kind of their source as well. */
const selectorKey = memo(({ selector, nesting, scope, source }: CascadeRule): string => {
  const around = nesting || scope ? JSON.stringify([nesting ?? null, scope]) : ''
  return `${written(selector)}${around}${source.kind === 'user-agent' ? source.file : ''}`
})

/** How rules stand to others that were matched before them. */
export interface Arrangement {
  /** In the order of the cascade, weakest first; a rule that says what an older one said is that older one. */
  readonly rules: readonly CascadeRule[]
  /** By place: the rule's order in the present texts. */
  readonly orders: readonly number[]
  /** By rank among the rules that were matched: the places of the rules that match the same elements. Null while they are the same. */
  readonly places: readonly (readonly number[])[] | null
}

/** Rules as they were matched. */
export const asRanked = memo((rules: readonly CascadeRule[]): Arrangement => ({
  rules,
  orders: rules.map(({ order }) => order),
  places: null,
}))

/** An arrangement of which some rules, by their orders, say something else now. */
export const replaced = memo((before: Arrangement) =>
  memo((changed: ReadonlyMap<number, CascadeRule>): Arrangement => {
    if (changed.size === 0) return before
    return { ...before, rules: before.rules.map((rule, at) => changed.get(before.orders[at]!) ?? rule) }
  }),
)

/**
 * Finds what elements match of new rules from what they match of older ones, without matching: a selector matches the same elements
 * wherever its rule stands. Null when there is a selector that was never matched.
 *
 * @param matched The rules that elements were matched with, by rank.
 * @param before The rules of the version before, to take over those that say the same.
 * @param next The new rules, in the order of the cascade.
 */
export const rearrange = memo((matched: readonly CascadeRule[]) =>
  memo((before: readonly CascadeRule[]) => memo((next: readonly CascadeRule[]) => arrange(matched, before, next))),
)

function arrange(
  matched: readonly CascadeRule[],
  before: readonly CascadeRule[],
  next: readonly CascadeRule[],
): Arrangement | null {
  const known = new Set(matched.map(selectorKey))
  if (!next.every((rule) => known.has(selectorKey(rule)))) return null
  // Elements that a rule writes an attribute of were told apart by it; others were not.
  const reading = new Set(matched.filter(writesAttribute).map(selectorKey))
  if (next.some((rule) => writesAttribute(rule) && !reading.has(selectorKey(rule)))) return null
  const byKey = grouped(next.keys(), (at) => selectorKey(next[at]!))
  return { rules: takenOver(before, next), orders: next.map(({ order }) => order), places: placesOf(matched, byKey) }
}

/** The rules with selectors that are among none of those that were matched, one for each selector. */
export function unmatchedAmong(rules: readonly CascadeRule[], matched: readonly CascadeRule[]): CascadeRule[] {
  const known = new Set(matched.map(selectorKey))
  const isNew = (key: string) => !known.has(key) && known.add(key)
  return rules.filter((rule) => isNew(selectorKey(rule)))
}

/** Of rules with one selector among those that were matched, the first stands for all. */
function placesOf(matched: readonly CascadeRule[], byKey: Map<string, number[]>): (readonly number[])[] {
  return matched.map((rule) => {
    const key = selectorKey(rule)
    const places = byKey.get(key) ?? NONE
    byKey.delete(key)
    return places
  })
}

const NONE: readonly number[] = []

function takenOver(before: readonly CascadeRule[], next: readonly CascadeRule[]): CascadeRule[] {
  const bySelector = grouped(before, selectorKey)
  // Where very many have one selector, what they say parts them too: else each would be held against each.
  const keyOf = (rule: CascadeRule) => {
    const key = selectorKey(rule)
    return (bySelector.get(key)?.length ?? 0) > FEW ? key + says(rule) : key
  }
  const older = grouped(before, keyOf)
  return next.map((rule) => {
    const candidates = older.get(keyOf(rule))
    const at = candidates?.findIndex((each) => saysTheSame(each, rule)) ?? -1
    return at < 0 ? rule : candidates!.splice(at, 1)[0]!
  })
}

const FEW = 20

const says = memo(({ longhands }: CascadeRule): string =>
  JSON.stringify(longhands.map(({ property, value, important }) => [property, value, important])),
)

const saysTheSame = (a: CascadeRule, b: CascadeRule): boolean =>
  a.layer === b.layer &&
  a.layerName === b.layerName &&
  a.source.kind === b.source.kind &&
  a.source.file === b.source.file &&
  compareSpecificity(a.specificity, b.specificity) === 0 &&
  sameLonghands(a, b)
