import { styleRule } from '../style-rule.ts'

/** Selectors browsers drop, and with them the whole rule. */
export const selectorInvalid = styleRule('selector-invalid', {
  severity: 'error',
  prevents: 'parsing',
  title: 'A selector that browsers do not understand',
  explanation:
    'One selector that browsers do not understand is enough: they drop the whole rule, for all selectors of its list.',
})
