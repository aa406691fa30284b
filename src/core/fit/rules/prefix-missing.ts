import { styleRule } from '../style-rule.ts'

/** Properties that a browser reads under a name with a prefix only. */
export const prefixMissing = styleRule('prefix-missing', {
  severity: 'warning',
  prevents: 'parsing',
  title: 'A prefix is missing',
  explanation: 'A browser this site is made for reads the property under a name with a prefix only.',
})
