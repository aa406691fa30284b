import { overlaps } from '../properties/shorthands.ts'
import { editInTurn } from '../sheet/edit.ts'
import type { Declaration, Sheet } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'
import { LINK_STATES } from '../states/order.ts'
import { diffTexts, type Splice } from '../text/splice.ts'
import { ownRule } from './decide.ts'
import { withoutDeclarations, writeShared } from './edit-states.ts'

type State = (typeof LINK_STATES)[number]

/** Declarations that several states of a kind of link say alike, each in a rule of its own. */
export interface RepeatedInStates {
  readonly states: readonly State[]
  readonly declarations: readonly { readonly property: string; readonly value: string }[]
}

/** What the states of a kind of link repeat, where one rule may say it for all of them. */
export function repeatedInStates(sheet: Sheet, base: string): RepeatedInStates[] {
  const rules = LINK_STATES.flatMap((state) => {
    const rule = ownRule(sheet, `${base}:${state}`)
    return rule ? [{ state, declarations: declarationsOf(rule) }] : []
  })
  const found = new Map<string, { states: State[]; declarations: { property: string; value: string }[] }>()
  const properties = new Set(rules.flatMap(({ declarations }) => declarations.map(({ property }) => property)))
  for (const property of properties)
    for (const { states, value } of runsAlike(rules, property)) {
      const key = states.join()
      const there = found.get(key) ?? { states, declarations: [] }
      found.set(key, there)
      there.declarations.push({ property, value })
    }
  return [...found.values()]
}

/** States that say the same of a property and follow one another among those that say anything of it. */
function runsAlike(
  rules: readonly { readonly state: State; readonly declarations: readonly Declaration[] }[],
  property: string,
): { states: State[]; value: string }[] {
  const runs: { states: State[]; value: string }[] = []
  let open = false
  for (const { state, declarations } of rules) {
    const says = declarations.filter((each) => overlaps(each.property, property))
    if (says.length === 0) continue
    const [one] = says
    const plain = says.length === 1 && one!.property === property && !one!.important
    const last = runs.at(-1)
    if (plain && open && last?.value === one!.value) last.states.push(state)
    else if (plain) runs.push({ states: [state], value: one!.value })
    open = plain
  }
  return runs.filter(({ states }) => states.length > 1)
}

/** The splices that say once what the states of a kind of link repeat. */
export function drawTogether(sheet: Sheet, base: string): Splice[] {
  const edits = repeatedInStates(sheet, base).flatMap(({ states, declarations }) => {
    const properties = declarations.map(({ property }) => property)
    const selectors = states.map((state) => `${base}:${state}`)
    const shared = declarations.map(
      ({ property, value }) =>
        (now: Sheet) =>
          writeShared(now, selectors, property, value),
    )
    const taken = selectors.map((selector) => (now: Sheet) => {
      const rule = ownRule(now, selector)
      return rule ? withoutDeclarations(now, rule, properties) : []
    })
    return [...shared, ...taken]
  })
  return diffTexts(sheet.text, editInTurn(sheet.text, edits))
}
