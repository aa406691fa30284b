import { splitAtCommas, Token, tokensOf } from '../css/tokens.ts'

/** The generic families of CSS Fonts 4, section 2.1.3, and those browsers know beside them. */
export const GENERIC_FAMILIES: ReadonlySet<string> = new Set([
  'serif',
  'sans-serif',
  'monospace',
  'cursive',
  'fantasy',
  'system-ui',
  'ui-serif',
  'ui-sans-serif',
  'ui-monospace',
  'ui-rounded',
  'math',
  'emoji',
  'fangsong',
])

const WIDE = /^(?:inherit|initial|unset|revert|revert-layer)$/i

/** A family in a list, with its place in the value. */
export interface ListedFamily {
  /** Without quotes. */
  readonly name: string
  readonly generic: boolean
  readonly from: number
  readonly to: number
}

/** The families a `font-family` value lists, in order; none for `inherit` and the like. `var()` counts as a family without name. */
export function familiesIn(value: string): ListedFamily[] {
  if (WIDE.test(value.trim())) return []
  return splitAtCommas(value)
    .filter(({ text }) => text !== '')
    .map(({ text, from, to }) => {
      const quoted = /^(["'])([\s\S]*)\1$/.exec(text)
      const name = quoted ? quoted[2]! : /\(/.test(text) ? '' : text.replace(/\s+/g, ' ')
      return { name, generic: !quoted && GENERIC_FAMILIES.has(name.toLowerCase()), from, to }
    })
}

/** The families a `font` shorthand lists: what follows its size. None where it names a system font. */
export function familiesInFont(value: string): ListedFamily[] {
  // The size is the one dimension, percentage or size word; a line height may hang on it with a slash.
  const tokens = tokensOf(value)
  let start = -1
  let called = 0
  for (let at = 0, depth = 0; at < tokens.length; at++) {
    const { type, from, to } = tokens[at]!
    if (type === Token.Function) called = from
    if (type === Token.Function || type === Token.LeftParenthesis) depth++
    if (type === Token.RightParenthesis) depth--
    if (depth > 0) continue
    if (type === Token.Comma) break
    const sized =
      type === Token.Dimension ||
      type === Token.Percentage ||
      (type === Token.RightParenthesis && /^(?:calc|clamp|min|max|var)\b/i.test(value.slice(called))) ||
      (type === Token.Ident &&
        /^(?:xx?-small|small|medium|large|x{1,3}-large|smaller|larger)$/i.test(value.slice(from, to)))
    if (sized) start = to
  }
  if (start < 0) return []
  const height = /^\s*\/\s*(?:[\w.%+-]+(?:\([^()]*\))?)/.exec(value.slice(start))
  const base = start + (height?.[0].length ?? 0)
  return familiesIn(value.slice(base)).map((family) => ({ ...family, from: family.from + base, to: family.to + base }))
}

/** A family as CSS wants it written: in quotes unless it is plain words. */
export function writeFamily(name: string): string {
  return /^[a-z][\w-]*$/i.test(name) && !GENERIC_FAMILIES.has(name.toLowerCase())
    ? name
    : `"${name.replace(/["\\]/g, '\\$&')}"`
}

/** The generic family that a name speaks for; sans-serif where it speaks for none. A guess, for want of better. */
export function genericOf(name: string): 'serif' | 'sans-serif' | 'monospace' {
  if (/mono|code|courier|consol|menlo|monaco|typewriter/i.test(name)) return 'monospace'
  return /serif|slab|times|georgia|garamond|roman|bodoni|baskerville|caslon|palatino|book|antiqua/i.test(name) &&
    !/sans/i.test(name)
    ? 'serif'
    : 'sans-serif'
}
