import type { StyleRule } from '../sheet/parse.ts'
import { decide, ownRule, type Decision } from './decide.ts'
import type { SheetAt } from './sheets.ts'

/** The declaration that decides, and the stylesheet it stands in. */
export interface DecisionAt {
  readonly at: SheetAt
  readonly decision: Decision
}

const isSameLayer = (a: SheetAt, b: SheetAt) => a.layer.join('.') === b.layer.join('.')

/** As {@link decide}, over several stylesheets in the order of the cascade. What is important is so most of all in the first layer. */
export function decideAmong(sheets: readonly SheetAt[], selector: string, property: string): DecisionAt | null {
  let best: DecisionAt | null = null
  for (const at of sheets) {
    const decision = decide(at.sheet, selector, property)
    if (!decision) continue
    const isHeld = best?.decision.declaration.important && !(decision.declaration.important && isSameLayer(best.at, at))
    if (!isHeld) best = { at, decision }
  }
  return best
}

/**
 * Where a value goes that no rule sets yet: into the last rule that names the selector alone, wherever that stands; else a
 * new rule stands in the sheet itself, the last of these, or for a state beside what it is a state of.
 */
export function homeOf(
  sheets: readonly SheetAt[],
  selector: string,
): { readonly at: SheetAt; readonly own: StyleRule | null } {
  const home = sheets
    .map((at) => ({ at, own: ownRule(at.sheet, selector) }))
    .findLast(({ at, own }) => own !== null && at.layer.length === 0)
  if (home) return home
  const base = selector.replace(STATE, '')
  return { at: base === selector ? sheets.at(-1)! : homeOf(sheets, base).at, own: null }
}

/** A pseudo-class or pseudo-element at the end of a selector, behind what it belongs to. */
const STATE = /(?<=[\w\])])::?[\w-]+(?:\([^()]*\))?$/
