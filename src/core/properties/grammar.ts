import { componentsOf } from '../values/component.ts'
import { skipComponent, Token, tokensOf } from '../css/tokens.ts'
import { exampleOf, isMath } from '../values/math.ts'
import { Remembered } from '../text/remembered.ts'
import { aliasOf } from './aliases.ts'
import { isInGrammars, matchesGrammar } from './grammars.ts'
import { definitionOf } from './longhands.ts'

const known = new Remembered<boolean>(50_000)

/** Whether the grammars know a property by this name. */
export function hasGrammar(property: string): boolean {
  return isInGrammars(property)
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
  if (definition?.notNegative && /^-(?:\d|\.\d)/.test(value)) return false
  // Where there is no grammar, none is broken.
  return matchesGrammar(property, value) ?? aliasOf(property) === property
}

/** A value with plain ones in place of its math functions, by the type of what they give; null when one cannot be carried out. */
export function withoutMath(value: string): string | null {
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
