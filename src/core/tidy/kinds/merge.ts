import type { Rule, Sheet, StyleRule } from '../../sheet/parse.ts'
import { brief } from '../../diagnostics/diagnosis.ts'
import { between, body, isStyle, siblings, spelled, takenAway, writtenInto } from '../blocks.ts'
import type { Tidier } from '../proposal.ts'

/** Rules of the same selector that stand side by side in one block: what the later says goes to the earlier, or the other way. */
export const merge: Tidier = (sheet) =>
  siblings(sheet).flatMap((rules) => {
    const seen = new Map<string, StyleRule>()
    return rules.filter(isStyle).flatMap((rule) => {
      const key = spelled(rule.selector)
      const first = seen.get(key)
      seen.set(key, rule)
      return first ? [together(sheet, rules, first, rule)] : []
    })
  })

function together(
  sheet: Sheet,
  rules: readonly Rule[],
  first: StyleRule,
  second: StyleRule,
): ReturnType<Tidier>[number] {
  const into = writtenInto(sheet, first, body(sheet, second), 'end')
  return {
    says: `The rules for ${brief(spelled(first.selector))} become one.`,
    splices: [into, ...takenAway(sheet, second)],
    or: [
      [writtenInto(sheet, second, body(sheet, first), 'start'), ...takenAway(sheet, first)],
      ...between(sheet, rules, [first, second], [into]),
    ],
  }
}
