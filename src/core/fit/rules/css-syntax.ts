import { styleRule } from '../style-rule.ts'

/** Semicolons, braces, brackets, quotes and comments that keep a stylesheet from being read as it is meant. */
export const cssSyntax = styleRule('css-syntax', {
  severity: 'error',
  prevents: 'parsing',
  title: 'Styles that cannot be read',
  explanation:
    'A missing semicolon, brace or quotation mark takes what stands behind it along. Each is told where the damage begins.',
})
