import { brief } from '../../diagnostics/diagnosis.ts'
import { bodiesInto, siblings, together, type Block } from '../blocks.ts'
import type { Rule } from '../../sheet/parse.ts'
import type { Tidier } from '../proposal.ts'

const CONDITIONAL = new Set(['media', 'supports', 'container'])

const isConditional = (rule: Rule): rule is Block & { kind: 'at' } =>
  rule.kind === 'at' && rule.block !== null && rule.closed && CONDITIONAL.has(rule.name)

/** At-rules of one condition that stand side by side: what the later holds goes to the earlier, or the other way. */
export const media: Tidier = (sheet) =>
  siblings(sheet).flatMap((rules) => {
    const seen = new Map<string, Block>()
    return rules.filter(isConditional).flatMap((rule) => {
      const key = `@${rule.name} ${rule.prelude.replace(/\s+/g, ' ').toLowerCase()}`
      const first = seen.get(key)
      seen.set(key, rule)
      if (!first) return []
      const says = `The blocks of ${brief(key)} become one.`
      return [{ says, ...together(sheet, rules, [first, rule], bodiesInto(sheet, first, rule)) }]
    })
  })
