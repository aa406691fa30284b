import { styleRule } from '../style-rule.ts'

/** The same declarations in several rules. */
export const repetition = styleRule('repetition', {
  severity: 'note',
  prevents: 'upkeep',
  title: 'The same declarations in several rules',
  explanation: 'Written once, for all these selectors, they are changed once.',
  mends: false,
})
