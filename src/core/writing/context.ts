import { isTrivia, Token, tokensOf, type CssToken } from '../css/tokens.ts'

/** What is being written at a place of a stylesheet. `from` is where the word at the place begins, `word` what of it stands before the place. */
export type WritingContext =
  | { readonly kind: 'property' | 'selector' | 'at-rule'; readonly from: number; readonly word: string }
  | {
      readonly kind: 'value'
      readonly property: string
      readonly from: number
      readonly word: string
      /** Whether nothing stands before it in the value. */
      readonly first: boolean
    }
  | {
      readonly kind: 'unit'
      readonly property: string
      readonly from: number
      readonly word: string
      readonly number: string
    }
  | { readonly kind: 'custom-property'; readonly from: number; readonly word: string }
  | { readonly kind: 'url'; readonly from: number; readonly word: string }

/** At-rules whose braces hold rules; all others hold declarations. */
const HOLDING_RULES = new Set(['media', 'supports', 'layer', 'container', 'scope', 'starting-style', 'keyframes'])

/** What is being written at an offset of a stylesheet's text; null in comments and where nothing can be told. */
export function contextAt(text: string, offset: number): WritingContext | null {
  const tokens = tokensOf(text.slice(0, offset))
  const last = tokens.at(-1)
  if (last?.type === Token.Comment && !isClosed(text, last)) return null
  const { statement, holds, open } = placeIn(text, tokens)
  const address = addressAt(text, offset, statement)
  if (address) return address
  if (last?.type === Token.String || last?.type === Token.BadString) return null
  const from = wordStart(text, offset)
  const at = { from, word: text.slice(from, offset) }
  const [first] = statement
  if (first?.type === Token.AtKeyword || (first?.type === Token.Delim && text[first.from] === '@'))
    return statement.length === 1 ? { kind: 'at-rule', from: first.from, word: text.slice(first.from, offset) } : null
  if (open.at(-1) === 'var(') return { kind: 'custom-property', ...at }
  const property = holds ? propertyOf(text, statement) : null
  if (property !== null) return valueAt(text, offset, statement, property, at)
  if (!holds) return { kind: 'selector', ...withMark(text, at) }
  return statement.length <= 1 ? { kind: 'property', ...at } : { kind: 'selector', ...withMark(text, at) }
}

/** Where the name begins that ends at a place; looked for from there, for a pattern would be tried from every place before. */
function wordStart(text: string, offset: number): number {
  let from = offset
  while (from > 0 && /[-\w\\\u0080-\uffff]/.test(text[from - 1]!)) from--
  return from
}

const isClosed = (text: string, { from, to }: CssToken) => to - from > 3 && text.slice(to - 2, to) === '*/'

/** Selectors have a mark before their names. */
function withMark(text: string, { from, word }: { from: number; word: string }) {
  const mark = /(?:[.#]|::?)$/.exec(text.slice(0, from))?.[0] ?? ''
  return { from: from - mark.length, word: mark + word }
}

/** The tokens since the last brace or semicolon, whether declarations stand there, and the functions that are open. */
function placeIn(text: string, tokens: readonly CssToken[]) {
  const blocks: boolean[] = []
  let statement: CssToken[] = []
  let open: string[] = []
  for (const token of tokens) {
    const written = text.slice(token.from, token.to)
    if (token.type === Token.LeftCurlyBracket) {
      blocks.push(holdsDeclarations(text, statement))
      statement = []
      open = []
    } else if (token.type === Token.RightCurlyBracket || token.type === Token.Semicolon) {
      if (token.type === Token.RightCurlyBracket) blocks.pop()
      statement = []
      open = []
    } else {
      if (token.type === Token.Function || token.type === Token.LeftParenthesis) open.push(written.toLowerCase())
      if (token.type === Token.RightParenthesis) open.pop()
      if (!isTrivia(token.type)) statement.push(token)
    }
  }
  return { statement, holds: blocks.at(-1) ?? false, open }
}

function holdsDeclarations(text: string, prelude: readonly CssToken[]): boolean {
  const [first] = prelude
  if (first?.type !== Token.AtKeyword) return true
  return !HOLDING_RULES.has(text.slice(first.from + 1, first.to).toLowerCase())
}

/** The property whose value is being written: a name with a colon behind it. */
function propertyOf(text: string, [name, colon]: readonly CssToken[]): string | null {
  if (name?.type !== Token.Ident || colon?.type !== Token.Colon) return null
  return text.slice(name.from, name.to).toLowerCase()
}

function valueAt(
  text: string,
  offset: number,
  statement: readonly CssToken[],
  property: string,
  at: { readonly from: number; readonly word: string },
): WritingContext {
  const last = statement.at(-1)!
  const written = text.slice(last.from, offset)
  const number = /^[+-]?(?:\d+\.?\d*|\.\d+)/.exec(written)?.[0]
  const isMeasure = last.to === offset && (last.type === Token.Number || last.type === Token.Dimension)
  if (isMeasure && number) {
    const from = last.from + number.length
    return { kind: 'unit', property, from, word: text.slice(from, offset), number }
  }
  return { kind: 'value', property, ...at, first: statement.length <= 2 + Number(at.word !== '') }
}

/** An address that is being written in `url()` or behind `@import`. */
function addressAt(text: string, offset: number, statement: readonly CssToken[]): WritingContext | null {
  const before = text.slice(statement[0]?.from ?? offset, offset)
  const found =
    /url\(\s*(?:"([^"\n]*)|'([^'\n]*)|([^"'()\s]*))$/i.exec(before) ??
    /^@import\s+(?:"([^"\n]*)|'([^'\n]*))$/i.exec(before)
  if (!found) return null
  const word = found[1] ?? found[2] ?? found[3] ?? ''
  return { kind: 'url', from: offset - word.length, word }
}
