import { lexer } from 'css-tree'
import { componentsOf } from '../values/component.ts'
import { skipComponent, Token, tokensOf } from '../css/tokens.ts'
import { exampleOf, isMath } from '../values/math.ts'
import { isRelativeColor, systemColor } from '../values/color.ts'
import { Remembered } from '../text/remembered.ts'
import { aliasOf } from './aliases.ts'
import { definitionOf } from './longhands.ts'

const known = new Remembered<boolean>(50_000)

const FILTERS = new Set(
  'blur brightness contrast drop-shadow grayscale hue-rotate invert opacity saturate sepia'.split(' '),
)

/** Whether the grammars know a property by this name. */
export function hasGrammar(property: string): boolean {
  return lexer.getProperty(property, false) !== null
}

/**
 * Whether a value is valid for a property by its grammar in the CSS specifications. CSS-wide keywords and `var()` are the
 * caller's. Properties without a known grammar take everything.
 */
export function accepts(property: string, value: string): boolean {
  return known.get(`${property}:${value}`, () => match(property, value))
}

function match(property: string, written: string): boolean {
  if (written === '') return property.startsWith('--')
  const value = withoutMath(written)
  const definition = definitionOf(property)
  if (value === null || definition?.refuses?.test(value)) return false
  if (definition?.takes?.test(value)) return true
  if (definition?.notNegative && /^-(?:\d|\.\d)/.test(value)) return false
  if (property.endsWith('color') && (systemColor(value.toLowerCase()) !== undefined || isRelativeColor(value)))
    return true
  // The data still has a filter of old that takes any word.
  if (property === 'filter' || property === 'backdrop-filter')
    return (
      value.toLowerCase() === 'none' ||
      componentsOf(value).every((each) => each.kind === 'url' || (each.kind === 'function' && FILTERS.has(each.name)))
    )
  const { error } = lexer.matchProperty(property, value)
  if (!error) return true
  // "Unknown property": there is no grammar to break.
  return /^Unknown property/.test(error.message) && aliasOf(property) === property
}

/** A value with plain ones in place of its math functions, by the type of what they give; null when one cannot be carried out. */
function withoutMath(value: string): string | null {
  if (!value.includes('(')) return value
  const tokens = tokensOf(value)
  let out = ''
  for (let at = 0; at < tokens.length;) {
    const next = skipComponent(tokens, at)
    const text = value.slice(tokens[at]!.from, tokens[next - 1]!.to)
    const [component] = tokens[at]!.type === Token.Function ? componentsOf(text) : []
    if (component?.kind === 'function' && isMath(component.name)) {
      const example = exampleOf(component)
      if (example === null) return null
      out += example
    } else out += text
    at = next
  }
  return out
}
