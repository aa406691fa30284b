import { tokenize, tokenTypes } from 'css-tree/tokenizer'

export { tokenTypes as Token }

/** One token of CSS Syntax Level 3, as a stretch of the source. */
export interface CssToken {
  readonly type: number
  readonly from: number
  readonly to: number
}

/** All tokens of a text, in order. They tile it: each begins where the one before ends (after a leading BOM). */
export function tokensOf(text: string): CssToken[] {
  const tokens: CssToken[] = []
  tokensInto(text, (type, from, to) => tokens.push({ type, from, to }))
  return tokens
}

/** The same, handed over one by one. */
export function tokensInto(text: string, onToken: (type: number, from: number, to: number) => void): void {
  // An escape that ends a bad url at the end of the text is counted one too far.
  tokenize(urlsSpelledOut(text), (type, from, to) => onToken(type, from, Math.min(to, text.length)))
}

/** A letter as an escape by its number, with the space that may end it, or by itself. */
const escaped = (letter: string, hex: string) => `(?:\\\\?${letter}|\\\\0{0,4}${hex}(?:\\r\\n|[ \\t\\r\\n\\f])?)`
/** What stands before a letter that goes on with a name: a letter, or an escape of which the backslash is no escaped one itself. */
const INSIDE_NAME = '(?:[\\w\\-\\\\#@]|[^\\x00-\\x7f]|(?<!\\\\)(?:\\\\\\\\)*\\\\(?:[\\da-f]{1,6}\\s|[^]))'
/** `url(`, in whatever way it is written, where a name begins; with a string it is a function like any other. */
const URL_FUNCTION = new RegExp(
  `(?=[u\\\\])(?<!${INSIDE_NAME})${escaped('u', '[57]5')}${escaped('r', '[57]2')}${escaped('l', '[46]c')}\\((?!\\s*["'])`,
  'gi',
)

/** The text, as long, with the name of every `url()` in plain letters: the tokenizer knows it by them, browsers by what it says (CSS Syntax 3, 4.3.4). */
function urlsSpelledOut(text: string): string {
  if (!text.includes('\\')) return text
  return text.replace(URL_FUNCTION, (written) => 'url('.padEnd(written.length))
}

/** By the type that opens; a list, for it is asked for every token. */
const CLOSER: (number | undefined)[] = []
CLOSER[tokenTypes.LeftCurlyBracket] = tokenTypes.RightCurlyBracket
CLOSER[tokenTypes.LeftParenthesis] = tokenTypes.RightParenthesis
CLOSER[tokenTypes.Function] = tokenTypes.RightParenthesis
CLOSER[tokenTypes.LeftSquareBracket] = tokenTypes.RightSquareBracket

/** Whether a token is a space or a comment: neither means anything by itself. */
export function isTrivia(type: number): boolean {
  return type === tokenTypes.WhiteSpace || type === tokenTypes.Comment
}

/** The type that closes a bracket or function token, or undefined for any other token. */
export function closerOf(type: number): number | undefined {
  return CLOSER[type]
}

/** Index just behind the component value that begins at `at`: one token, or a whole bracketed block (CSS Syntax 3, 5.4.8). */
export function skipComponent(tokens: readonly CssToken[], at: number): number {
  return skippedComponent((index) => tokens[index]!.type, at, tokens.length)
}

/** The same, for tokens of which the types are told by their index. */
export function skippedComponent(typeAt: (at: number) => number, at: number, end: number): number {
  const closer = at < end ? closerOf(typeAt(at)) : undefined
  if (closer === undefined) return at + 1
  const open = [closer]
  let next = at + 1
  while (next < end) {
    const type = typeAt(next)
    const inner = closerOf(type)
    next++
    if (inner !== undefined) open.push(inner)
    else if (type === open.at(-1)) {
      open.pop()
      if (open.length === 0) return next
    }
  }
  return next
}

/** Brackets in brackets beyond which nothing is read: no author writes a tenth of it, and functions that call themselves end. */
export const DEEPEST = 100

/** How deep brackets stand in each other among tokens `first` (inclusive) to `end`. */
export function bracketDepth(tokens: readonly CssToken[], first = 0, end: number = tokens.length): number {
  return deepestBracket((index) => tokens[index]!.type, first, end)
}

/** The same, for tokens of which the types are told by their index. */
export function deepestBracket(typeAt: (at: number) => number, first: number, end: number): number {
  const open: number[] = []
  let deepest = 0
  for (let at = first; at < end; at++) {
    const type = typeAt(at)
    const closer = closerOf(type)
    if (closer !== undefined) deepest = Math.max(deepest, open.push(closer))
    else if (type === open.at(-1)) open.pop()
  }
  return deepest
}

/** Whether a text that came from elsewhere than a sheet is nested deeper than anything is read. */
export function isTooDeep(text: string): boolean {
  return text.length > DEEPEST && bracketDepth(tokensOf(text)) > DEEPEST
}

/** Splits a text at its top-level commas into trimmed ranges; brackets and strings are respected. */
export function splitAtCommas(text: string, base = 0): { from: number; to: number; text: string }[] {
  return splitTopLevel(text, (type) => type === tokenTypes.Comma, base)
}

/** Splits a value at its top-level white space: the components of a shorthand. */
export function splitAtSpaces(text: string): string[] {
  return splitTopLevel(text, (type) => isTrivia(type), 0)
    .map((part) => part.text)
    .filter((part) => part !== '')
}

function splitTopLevel(text: string, isSeparator: (type: number) => boolean, base: number) {
  const tokens = tokensOf(text)
  const parts: { from: number; to: number; text: string }[] = []
  let first = 0
  const close = (end: number) => {
    let low = first
    let high = end
    while (low < high && isTrivia(tokens[low]!.type)) low++
    while (high > low && isTrivia(tokens[high - 1]!.type)) high--
    const from = tokens[low]?.from ?? text.length
    const to = high > low ? tokens[high - 1]!.to : from
    parts.push({ from: base + from, to: base + to, text: text.slice(from, to) })
  }
  let at = 0
  while (at < tokens.length) {
    if (isSeparator(tokens[at]!.type)) {
      close(at)
      at++
      first = at
    } else at = skipComponent(tokens, at)
  }
  close(tokens.length)
  return parts
}
