import { styleRule } from '../style-rule.ts'

/** A longhand that a shorthand behind it sets back. */
export const shorthandResets = styleRule('shorthand-resets', {
  severity: 'warning',
  prevents: 'deciding',
  title: 'A shorthand takes a value back',
  explanation:
    'A shorthand sets all its longhands, also those it does not name. What is set before it in the same rule is lost.',
})
