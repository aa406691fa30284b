import { unescapeCss } from '../css/ident.ts'
import { Remembered } from '../text/remembered.ts'
import { closerOf, isTrivia, Token, tokensOf, type CssToken } from '../css/tokens.ts'

/** A piece of a property value: a component value of CSS Syntax Level 3, white space left out. */
export type Component =
  | { readonly kind: 'number' | 'percentage'; readonly value: number; readonly integer: boolean }
  | { readonly kind: 'dimension'; readonly value: number; readonly unit: string }
  | { readonly kind: 'ident' | 'hash' | 'string' | 'url' | 'delim'; readonly text: string }
  | { readonly kind: 'function'; readonly name: string; readonly args: readonly Component[] }
  | { readonly kind: 'block'; readonly args: readonly Component[]; readonly open: '(' | '[' | '{' }

const known = new Remembered<readonly Component[]>(20_000)

/** Reads a value into its components. Equal texts are read once. Never throws. */
export function componentsOf(text: string): readonly Component[] {
  return known.get(text, () => read(text, tokensOf(text), { at: 0 }, undefined))
}

function read(
  text: string,
  tokens: readonly CssToken[],
  cursor: { at: number },
  closer: number | undefined,
): Component[] {
  const found: Component[] = []
  while (cursor.at < tokens.length) {
    const { type, from, to } = tokens[cursor.at++]!
    if (type === closer) break
    if (isTrivia(type)) continue
    const raw = text.slice(from, to)
    switch (type) {
      case Token.Number:
        found.push({ kind: 'number', value: Number(raw), integer: /^[+-]?\d+$/.test(raw) })
        break
      case Token.Percentage:
        found.push({ kind: 'percentage', value: Number(raw.slice(0, -1)), integer: false })
        break
      case Token.Dimension: {
        const number = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/i.exec(raw)![0]
        found.push({
          kind: 'dimension',
          value: Number(number),
          unit: unescapeCss(raw.slice(number.length)).toLowerCase(),
        })
        break
      }
      case Token.Ident:
        found.push({ kind: 'ident', text: unescapeCss(raw) })
        break
      case Token.Hash:
        found.push({ kind: 'hash', text: raw })
        break
      case Token.String:
        found.push({ kind: 'string', text: unescapeString(raw) })
        break
      case Token.Url:
        found.push({ kind: 'url', text: unescapeCss(raw.replace(/^[^(]*\(\s*/, '').replace(/\s*\)?$/, '')) })
        break
      case Token.Function: {
        const name = unescapeCss(raw.slice(0, -1)).toLowerCase()
        const args = read(text, tokens, cursor, closerOf(type))
        const only = args[0]
        if (name === 'url' && only?.kind === 'string') found.push({ kind: 'url', text: only.text })
        else found.push({ kind: 'function', name, args })
        break
      }
      case Token.LeftParenthesis:
      case Token.LeftSquareBracket:
      case Token.LeftCurlyBracket:
        found.push({ kind: 'block', open: raw as '(', args: read(text, tokens, cursor, closerOf(type)) })
        break
      default:
        found.push({ kind: 'delim', text: raw })
    }
  }
  return found
}

function unescapeString(raw: string): string {
  const closed = raw.length > 1 && raw.at(-1) === raw[0]
  return unescapeCss(raw.slice(1, closed ? -1 : undefined).replace(/\\(?:\r\n|[\n\r\f])/g, ''))
}

/** A string as CSSOM 1 serialises it, in double quotes. */
export function quote(text: string): string {
  return `"${text.replace(/["\\]/g, '\\$&').replace(/[\0-\x1f\x7f]/g, (char) => (char === '\0' ? '\uFFFD' : `\\${char.charCodeAt(0).toString(16)} `))}"`
}

/** Splits components at a delimiter such as `,` or `/`. */
export function splitAt(components: readonly Component[], delimiter: string): Component[][] {
  const parts: Component[][] = [[]]
  for (const component of components) {
    if (component.kind === 'delim' && component.text === delimiter) parts.push([])
    else parts.at(-1)!.push(component)
  }
  return parts
}

/** The keyword when a component is an identifier, in lower case; '' otherwise. */
export function keyword(component: Component | undefined): string {
  return component?.kind === 'ident' ? component.text.toLowerCase() : ''
}
