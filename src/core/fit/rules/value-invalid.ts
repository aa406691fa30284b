import { styleRule } from '../style-rule.ts'

/** Values that a property does not take. */
export const valueInvalid = styleRule('value-invalid', {
  severity: 'error',
  prevents: 'parsing',
  title: 'A value the property does not take',
  explanation:
    'Browsers skip the whole declaration, and what was there before stays. Each finding says what is wrong and what the property takes.',
})
