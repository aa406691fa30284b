import { styleRule } from '../style-rule.ts'

/** Tags and comments of HTML in a stylesheet. */
export const markupInSheet = styleRule('markup-in-sheet', {
  severity: 'error',
  prevents: 'parsing',
  title: 'Markup in a stylesheet',
  explanation:
    'Tags and comments of HTML mean nothing in CSS. Browsers take them as part of the selector behind them and drop that rule.',
})
