import { SIDES, readSides, writeSides } from '../values/sides.ts'
import { overlaps } from '../properties/shorthands.ts'
import { valueThrough } from '../properties/value-through.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { rulesNaming, selectorsOf } from './rules-naming.ts'
import type { Splice } from '../text/splice.ts'
import { mediaMatches, type Viewport } from '../values/media.ts'
import { addDeclaration, addRule, removeDeclaration, setValue } from '../sheet/edit.ts'
import { naturalPlace } from './natural-place.ts'
import type { Declaration, Sheet, StyleRule } from '../sheet/parse.ts'
import { onlyVar } from '../css/var.ts'
import { declarationsOf, styleRules } from '../sheet/walk.ts'

/** The declaration that today sets a property for a selector, on the sheet's top level. */
export interface Decision {
  readonly rule: StyleRule
  readonly declaration: Declaration
  /** The value for the property asked about, read through a shorthand where need be; null when it cannot be read. */
  readonly value: string | null
  /** The other selectors that the rule serves. */
  readonly group: readonly string[]
  /** The custom property when the value is just `var(--name)`. */
  readonly swatch: string | null
}

/** Which declaration decides `property` for rules that name exactly `selector`; null when none does. */
export function decide(sheet: Sheet, selector: string, property: string): Decision | null {
  const wanted = normalSelector(selector)
  let best: { rule: StyleRule; declaration: Declaration } | null = null
  for (const rule of rulesNaming(sheet, wanted)) {
    for (const declaration of declarationsOf(rule)) {
      if (!overlaps(declaration.property, property)) continue
      if (!best || Number(declaration.important) >= Number(best.declaration.important)) best = { rule, declaration }
    }
  }
  if (!best) return null
  const { rule, declaration } = best
  const value = valueThrough(declaration.property, declaration.value, property)
  return {
    rule,
    declaration,
    value,
    group: selectorsOf(rule).filter((text) => text !== wanted),
    swatch: onlyVar(value ?? ''),
  }
}

/** Rules for the selector that stand inside `@media` or another condition and set the property there too. */
export function conditionalRules(sheet: Sheet, selector: string, property: string): StyleRule[] {
  const wanted = normalSelector(selector)
  return styleRules(sheet)
    .filter(({ rule, within }) => within.some((outer) => outer.kind === 'at') && selectorsOf(rule).includes(wanted))
    .map(({ rule }) => rule)
    .filter((rule) => declarationsOf(rule).some((declaration) => overlaps(declaration.property, property)))
}

/** A rule for some screens that sets a property instead of the one that decides it on all. */
export interface InForce {
  readonly rule: StyleRule
  readonly declaration: Declaration
  /** The conditions around it, as they are written. */
  readonly condition: string
}

/**
 * The rule for the same selector, in `@media` alone, that sets a property in a viewport instead of the `decision` of {@link decide}; null when
 * none does. Both are equally specific, so what comes later wins.
 */
export function ruleInForce(sheet: Sheet, { rule, declaration }: Decision, request: InViewport): InForce | null {
  const wanted = normalSelector(request.selector)
  let found: InForce | null = null
  for (const placed of styleRules(sheet)) {
    const queries = placed.within.map((outer) => (outer.kind === 'at' && outer.name === 'media' ? outer.prelude : null))
    if (queries.length === 0 || placed.rule.from < rule.from || !selectorsOf(placed.rule).includes(wanted)) continue
    if (!queries.every((query) => query !== null && mediaMatches(query, request.viewport))) continue
    for (const each of declarationsOf(placed.rule))
      if (overlaps(each.property, request.property) && Number(each.important) >= Number(declaration.important))
        found = { rule: placed.rule, declaration: each, condition: queries.join(' and ') }
  }
  return found
}

interface InViewport {
  readonly selector: string
  readonly property: string
  readonly viewport: Viewport
}

/** The last top-level rule that names this selector and no other, or null. */
export function ownRule(sheet: Sheet, selector: string): StyleRule | null {
  const wanted = normalSelector(selector)
  return (
    rulesNaming(sheet, wanted)
      .filter((rule) => selectorsOf(rule).length === 1)
      .at(-1) ?? null
  )
}

/** What an edit of a control asks for. */
export interface EditRequest {
  readonly selector: string
  readonly property: string
  readonly value: string
  /** When the deciding rule serves a group: change it for the whole group, or for this selector alone. */
  readonly scope?: 'group' | 'only'
}

/** The smallest splices that make the sheet give `selector` this value. */
export function planEdit(sheet: Sheet, { selector, property, value, scope = 'group' }: EditRequest): Splice[] {
  const decision = decide(sheet, selector, property)
  if (decision && (scope === 'group' || decision.group.length === 0)) return editHere(sheet, decision, property, value)
  const own = ownRule(sheet, selector)
  if (own && (!decision || own.from > decision.rule.from)) return addDeclaration(sheet, own, property, value)
  const place = decision ? { after: decision.rule } : naturalPlace(sheet, selector)
  return addRule(sheet, selector, [[property, value]], place)
}

/**
 * The smallest splices that give the declaration at an offset another value for `property`, which it may set through a
 * shorthand. None when no declaration begins there.
 */
export function planAt(sheet: Sheet, offset: number, property: string, value: string): Splice[] {
  for (const { rule } of styleRules(sheet)) {
    const declaration = declarationsOf(rule).find(({ from }) => from === offset)
    if (!declaration) continue
    return editHere(
      sheet,
      {
        rule,
        declaration,
        value: valueThrough(declaration.property, declaration.value, property),
        group: [],
        swatch: null,
      },
      property,
      value,
    )
  }
  return []
}

/** The splices that take the deciding declaration away; none when nothing sets the property by itself. */
export function planRemoval(sheet: Sheet, selector: string, property: string): Splice[] {
  const decision = decide(sheet, selector, property)
  return decision && decision.declaration.property === property ? removeDeclaration(sheet, decision.declaration) : []
}

function editHere(
  sheet: Sheet,
  { rule, declaration, value: current }: Decision,
  property: string,
  value: string,
): Splice[] {
  if (declaration.property === property) return setValue(declaration, value)
  const side = SIDES.find((name) => property === `${declaration.property}-${name}`)
  const sides = side && ['margin', 'padding'].includes(declaration.property) ? readSides(declaration.value) : null
  if (sides) return setValue(declaration, writeSides({ ...sides, [side!]: value }))
  // "background: navy" holds nothing but the colour, so the colour is all there is to write.
  if (declaration.property === 'background' && property === 'background-color' && current === declaration.value) {
    return setValue(declaration, value)
  }
  // A shorthand for four sides stands above longhands that repeat one of them.
  if (overlaps(property, declaration.property)) {
    const whole = declarationsOf(rule)
      .filter((other) => other.property === property)
      .at(-1)
    if (whole && declarationsOf(rule).indexOf(whole) > declarationsOf(rule).indexOf(declaration))
      return setValue(whole, value)
  }
  return addDeclaration(sheet, rule, property, declaration.important ? `${value} !important` : value)
}
