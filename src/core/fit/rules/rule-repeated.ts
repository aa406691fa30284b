import { styleRule } from '../style-rule.ts'

/** Several rules for one selector. */
export const ruleRepeated = styleRule('rule-repeated', {
  severity: 'note',
  prevents: 'upkeep',
  title: 'Several rules for the same selector',
  explanation: 'What is set in one place is found in one place.',
  mends: false,
})
