import { styleRule } from '../style-rule.ts'

/** At-rules that do not exist, or stand where they do nothing. */
export const atRuleMisplaced = styleRule('at-rule-misplaced', {
  severity: 'error',
  prevents: 'parsing',
  title: 'An at-rule that does nothing',
  explanation:
    '@import and @charset belong to the top; at-rules that browsers do not know are skipped with all they hold.',
})
