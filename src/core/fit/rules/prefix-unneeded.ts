import { styleRule } from '../style-rule.ts'

/** Names and marks for browsers that nobody uses any more. */
export const prefixUnneeded = styleRule('prefix-unneeded', {
  severity: 'note',
  prevents: 'upkeep',
  title: 'Written for browsers of old',
  explanation: 'No browser this site is made for needs it. It does no harm, and it can go.',
})
