import { styleRule } from '../style-rule.ts'

/** Properties and descriptors that do not exist. */
export const propertyUnknown = styleRule('property-unknown', {
  severity: 'error',
  prevents: 'parsing',
  title: 'A property that does not exist',
  explanation: 'Browsers skip a declaration whose property they do not know, and say nothing.',
})
