import { compareSpecificity } from '../selectors/specificity.ts'
import type { Sheet } from '../sheet/parse.ts'
import type { Viewport } from '../values/media.ts'
import { ruleSet, writesAttribute, type AuthorSheet, type CascadeRule, type RuleSet } from './rules.ts'

/** What a list of sheets comes to, and what that hangs on. */
interface Known {
  readonly sheets: readonly AuthorSheet[]
  readonly viewport: Viewport
  readonly quirks: boolean
  readonly firstOrder: number
  readonly rules: RuleSet
}

// By the first sheet of the list, and for as long as that lives.
const known = new WeakMap<Sheet, Known[]>()
/** So many lists that begin with the same sheet are remembered. */
const LISTS = 8

/** The rules of a list of sheets, see {@link ruleSet}. Pages in other folders have cascades of their own and share these. */
export function authorRules(
  sheets: readonly AuthorSheet[],
  viewport: Viewport,
  quirks: boolean,
  firstOrder: number,
): RuleSet {
  const first = sheets[0]?.sheet
  const list = (first && known.get(first)) ?? []
  const same = list.find(
    (each) =>
      each.quirks === quirks &&
      each.firstOrder === firstOrder &&
      each.viewport.width === viewport.width &&
      each.viewport.height === viewport.height &&
      areSame(each.sheets, sheets),
  )
  if (same) return same.rules
  const rules = ruleSet(sheets, viewport, quirks, firstOrder)
  if (first) known.set(first, [{ sheets, viewport, quirks, firstOrder, rules }, ...list].slice(0, LISTS))
  return rules
}

function areSame(a: readonly AuthorSheet[], b: readonly AuthorSheet[]): boolean {
  const sameLayers = (one?: readonly string[], other?: readonly string[]) => one?.join('\0') === other?.join('\0')
  return (
    a.length === b.length &&
    a.every((one, at) => {
      const other = b[at]!
      return (
        one.sheet === other.sheet &&
        one.kind === other.kind &&
        one.file === other.file &&
        one.offset === other.offset &&
        sameLayers(one.layers, other.layers) &&
        sameLayers(one.layersBefore, other.layersBefore)
      )
    })
  )
}

/** Rules by their order, or null: see {@link changedRules}. */
type Changed = ReadonlyMap<number, CascadeRule> | null

const compared = new WeakMap<RuleSet, WeakMap<readonly CascadeRule[], Changed>>()

/** The rules that declare something else than before, by their order; null when it is not declarations alone that changed. */
export function changedRules(now: RuleSet, before: readonly CascadeRule[]): Changed {
  const among = compared.get(now) ?? new WeakMap<readonly CascadeRule[], Changed>()
  compared.set(now, among)
  let changed = among.get(before)
  if (changed === undefined) among.set(before, (changed = compare(now.rules, before)))
  return changed
}

function compare(now: readonly CascadeRule[], before: readonly CascadeRule[]): Changed {
  if (now.length !== before.length) return null
  if (!now.every((rule, index) => sameButDeclarations(rule, before[index]!))) return null
  const changed = new Map<number, CascadeRule>()
  for (const [index, rule] of now.entries()) {
    if (sameLonghands(rule, before[index]!)) continue
    if (writesAttribute(rule) || writesAttribute(before[index]!)) return null
    changed.set(rule.order, rule)
  }
  return changed
}

function sameButDeclarations(a: CascadeRule, b: CascadeRule): boolean {
  return (
    a.selectorText === b.selectorText &&
    a.layer === b.layer &&
    a.pseudo === b.pseudo &&
    a.source.file === b.source.file &&
    compareSpecificity(a.specificity, b.specificity) === 0 &&
    (a.nesting === b.nesting || JSON.stringify(a.nesting) === JSON.stringify(b.nesting)) &&
    (a.scope === b.scope || JSON.stringify(a.scope) === JSON.stringify(b.scope))
  )
}

/** Whether two rules declare the same. */
export function sameLonghands(a: CascadeRule, b: CascadeRule): boolean {
  return (
    a.longhands.length === b.longhands.length &&
    a.longhands.every((set, at) => {
      const other = b.longhands[at]!
      return set.property === other.property && set.value === other.value && set.important === other.important
    })
  )
}
