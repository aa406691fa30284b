import { declarationsOf, topStyleRules } from '../sheet/walk.ts'
import { addDeclaration, addRule, editInTurn, removeDeclaration, setValue } from '../sheet/edit.ts'
import type { Sheet, StyleRule } from '../sheet/parse.ts'
import { removeRules } from '../sheet/remove.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { LINK_STATES } from '../states/order.ts'
import { diffTexts, type Splice } from '../text/splice.ts'
import { decide, planEdit } from './decide.ts'
import { selectorsOf } from './rules-naming.ts'
import { naturalPlace } from './natural-place.ts'

type State = (typeof LINK_STATES)[number]

/** States that follow one another in the order that works: a rule for all of them stands where each of them may. */
export function runsOf(states: readonly State[]): State[][] {
  const runs: State[][] = []
  for (const [at, state] of LINK_STATES.entries()) {
    if (!states.includes(state)) continue
    const last = runs.at(-1)
    if (last && last.at(-1) === LINK_STATES[at - 1]) last.push(state)
    else runs.push([state])
  }
  return runs
}

const selectorsFor = (base: string, states: readonly State[]) => states.map((state) => `${base}:${state}`)

/** The smallest splices that give several states of a kind of link one value, written once for those that follow one another. */
export function planStates(
  sheet: Sheet,
  base: string,
  states: readonly State[],
  property: string,
  value: string,
): Splice[] {
  const edits = runsOf(states).map((run) => (now: Sheet) => editRun(now, selectorsFor(base, run), property, value))
  return diffTexts(sheet.text, editInTurn(sheet.text, edits))
}

function editRun(sheet: Sheet, selectors: readonly string[], property: string, value: string): Splice[] {
  const [first] = selectors
  if (selectors.length === 1) return planEdit(sheet, { selector: first!, property, value, scope: 'only' })
  const shared = sharedRule(sheet, selectors)
  // What a state says by itself beats what it shares, or stands in a shorthand with more: it is changed where it stands.
  const alone = selectors.filter((selector) => {
    const decision = decide(sheet, selector, property)
    return (
      decision !== null && decision.rule !== shared && !isAlone(decision.rule, decision.declaration.property, property)
    )
  })
  const edits: ((now: Sheet) => Splice[])[] = alone.map(
    (selector) => (now) => planEdit(now, { selector, property, value, scope: 'only' }),
  )
  const rest = selectors.filter((selector) => !alone.includes(selector))
  if (rest.length === 1) edits.push((now) => planEdit(now, { selector: rest[0]!, property, value, scope: 'only' }))
  else if (rest.length > 1) {
    for (const selector of rest) edits.push((now) => withoutOwn(now, selector, property))
    edits.push((now) => writeShared(now, rest, property, value))
  }
  return diffTexts(sheet.text, editInTurn(sheet.text, edits))
}

const isAlone = (rule: StyleRule, written: string, property: string) =>
  written === property && selectorsOf(rule).length === 1

/** The last top-level rule for exactly these selectors. */
function sharedRule(sheet: Sheet, selectors: readonly string[]): StyleRule | null {
  const wanted = selectors.map(normalSelector).sort().join()
  return topStyleRules(sheet).findLast((rule) => [...selectorsOf(rule)].sort().join() === wanted) ?? null
}

/** Takes a property out of the rule of one selector alone; a rule that says nothing then goes. */
function withoutOwn(sheet: Sheet, selector: string, property: string): Splice[] {
  const decision = decide(sheet, selector, property)
  if (!decision || !isAlone(decision.rule, decision.declaration.property, property)) return []
  return withoutDeclarations(sheet, decision.rule, [property])
}

/** Takes declarations of these properties out of a rule; the whole rule where it says nothing else. */
export function withoutDeclarations(sheet: Sheet, rule: StyleRule, properties: readonly string[]): Splice[] {
  const gone = declarationsOf(rule).filter(({ property }) => properties.includes(property))
  const speaks = rule.items.length > gone.length || sheet.text.slice(rule.block.from, rule.block.to).includes('/*')
  if (!speaks) return removeRules(sheet, [rule])
  return gone.flatMap((declaration) => removeDeclaration(sheet, declaration))
}

/** Writes a property into the rule of exactly these selectors, or into a new one among their kin. */
export function writeShared(sheet: Sheet, selectors: readonly string[], property: string, value: string): Splice[] {
  const shared = sharedRule(sheet, selectors)
  if (!shared) return addRule(sheet, selectors.join(', '), [[property, value]], naturalPlace(sheet, selectors[0]!))
  const there = declarationsOf(shared).findLast((declaration) => declaration.property === property)
  return there ? setValue(there, value) : addDeclaration(sheet, shared, property, value)
}
