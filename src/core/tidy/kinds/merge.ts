import { brief } from '../../diagnostics/diagnosis.ts'
import { bodiesInto, isStyle, siblings, spelled, together, type Block } from '../blocks.ts'
import type { Tidier } from '../proposal.ts'

/** Rules of the same selector that stand side by side in one block: what the later says goes to the earlier, or the other way. */
export const merge: Tidier = (sheet) =>
  siblings(sheet).flatMap((rules) => {
    const seen = new Map<string, Block>()
    return rules.filter(isStyle).flatMap((rule) => {
      const key = spelled(rule.selector)
      const first = seen.get(key)
      seen.set(key, rule)
      if (!first) return []
      const says = `The rules for ${brief(key)} become one.`
      return [{ says, ...together(sheet, rules, [first, rule], bodiesInto(sheet, first, rule)) }]
    })
  })
