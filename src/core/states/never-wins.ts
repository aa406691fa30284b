import { overlaps } from '../properties/shorthands.ts'
import type { Declaration, Sheet, StyleRule } from '../sheet/parse.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { declarationsOf, topStyleRules } from '../sheet/walk.ts'
import { splitState, type LinkState } from './order.ts'

/** States that an element is in whenever it is in this one, as far as a sheet can tell: what is pressed is pointed at and focused. */
const HOLDS_TOO: Readonly<Partial<Record<LinkState, readonly LinkState[]>>> = {
  hover: ['link', 'visited'],
  focus: ['link', 'visited'],
  'focus-visible': ['focus', 'link', 'visited'],
  active: ['hover', 'focus', 'link', 'visited'],
}

/** A declaration for a state that a later one, which holds whenever the state does, always beats. */
export interface NeverWins {
  readonly base: string
  readonly rule: StyleRule
  readonly declaration: Declaration
  readonly state: LinkState
  readonly beatenBy: { readonly rule: StyleRule; readonly state: LinkState }
}

interface Said {
  readonly state: LinkState
  readonly rule: StyleRule
  readonly declaration: Declaration
}

/**
 * Declarations for states that can never win because of the order of rules alone (CSS 2.2, section 5.11.3): selectors that differ in
 * nothing but the state weigh the same, so the later one decides.
 */
export function neverWins(sheet: Sheet): NeverWins[] {
  const byBase = new Map<string, Said[]>()
  for (const rule of topStyleRules(sheet)) {
    if (!STATEFUL.test(rule.selector)) continue
    for (const { text } of splitAtCommas(rule.selector)) {
      const { base, state } = splitState(text)
      if (state === '') continue
      const said = byBase.get(base) ?? []
      byBase.set(base, said)
      for (const declaration of declarationsOf(rule)) said.push({ state, rule, declaration })
    }
  }
  return [...byBase].flatMap(([base, said]) => said.flatMap((each, at) => beaten(base, each, said.slice(at + 1))))
}

const STATEFUL = /:(?:link|visited|hover|focus|focus-visible|active)\b/i

function beaten(base: string, { state, rule, declaration }: Said, later: readonly Said[]): NeverWins[] {
  const sets = (other: Said) => overlaps(other.declaration.property, declaration.property)
  // Said again further down for the same state, it wins there.
  if (later.some((other) => other.state === state && sets(other))) return []
  const winner = later.find(
    (other) =>
      HOLDS_TOO[state]?.includes(other.state) === true &&
      other.rule !== rule &&
      sets(other) &&
      other.declaration.value !== declaration.value &&
      other.declaration.important === declaration.important,
  )
  return winner ? [{ base, rule, declaration, state, beatenBy: winner }] : []
}
