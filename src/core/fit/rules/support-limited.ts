import { styleRule } from '../style-rule.ts'

/** What not every browser takes that the site is made for. */
export const supportLimited = styleRule('support-limited', {
  severity: 'note',
  prevents: 'parsing',
  title: 'Not taken by every browser',
  explanation:
    'Some browsers this site is made for skip it. What stands in @supports, or has a value before it that all take, does not count.',
  mends: false,
})
