import { styleRule } from '../style-rule.ts'

/** At-rules that do not exist, or stand where they do nothing. */
export const atRuleMisplaced = styleRule('at-rule-misplaced', {
  severity: 'error',
  prevents: 'parsing',
  title: 'An at-rule that does nothing',
  explanation: 'Browsers skip at-rules they do not know with all they hold; @import and @charset belong to the top.',
})
