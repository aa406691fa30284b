import { styleRule } from '../style-rule.ts'

/** A property set twice in a rule. */
export const propertyRepeated = styleRule('property-repeated', {
  severity: 'warning',
  prevents: 'upkeep',
  title: 'A property set twice in a rule',
  explanation: 'The later one always wins. Values that are there for older browsers do not count.',
  plain: () => true,
})
