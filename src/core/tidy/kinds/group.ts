import type { Sheet, StyleRule } from '../../sheet/parse.ts'
import { brief } from '../../diagnostics/diagnosis.ts'
import { lineEndOf, indentAt } from '../../text/place.ts'
import type { Splice } from '../../text/splice.ts'
import { isStyle, siblings, spelled, together } from '../blocks.ts'
import { saying, shareable } from '../declared.ts'
import type { Tidier } from '../proposal.ts'

/** Rules that say the same, word for word, in one block of the sheet: one list of selectors says it for all. */
export const group: Tidier = (sheet) =>
  siblings(sheet).flatMap((rules) => {
    const seen = new Map<string, StyleRule>()
    return rules.filter(isStyle).flatMap((rule) => {
      const says = shareable(sheet, rule)?.map(saying).join(';')
      if (says === undefined) return []
      const first = seen.get(says)
      seen.set(says, rule)
      if (!first || spelled(first.selector) === spelled(rule.selector)) return []
      const names = [first, rule].map(({ selector }) => brief(spelled(selector), 30))
      const joint = [joined(sheet, first, rule.selector, 'end'), joined(sheet, rule, first.selector, 'start')] as const
      return [{ says: `${names.join(' and ')} share one block.`, ...together(sheet, rules, [first, rule], joint) }]
    })
  })

/** Writes a selector at the end or the beginning of a rule's list, on a line of its own where the list has lines. */
function joined({ text }: Sheet, rule: StyleRule, selector: string, where: 'start' | 'end'): Splice {
  const { selectorRange } = rule
  const between = rule.selector.includes('\n') ? `,${lineEndOf(text)}${indentAt(text, rule.from)}` : ', '
  return where === 'end'
    ? { from: selectorRange.to, to: selectorRange.to, insert: between + selector }
    : { from: selectorRange.from, to: selectorRange.from, insert: selector + between }
}
