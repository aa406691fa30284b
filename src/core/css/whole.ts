import { closerOf, Token, tokensInto } from './tokens.ts'

/**
 * Whether all that begins in a text ends in it as well: brackets, strings, addresses and comments. Browsers close what is open where
 * the text ends (CSS Syntax 3, 5.4); whatever is written behind it would come into it.
 */
export function isWhole(text: string): boolean {
  const open: number[] = []
  let whole = true
  tokensInto(text, (type, from, to) => {
    const closer = closerOf(type)
    if (closer !== undefined) open.push(closer)
    else if (type === open.at(-1)) open.pop()
    else if (CLOSERS.has(type) || BAD.has(type)) whole = false
    else if (to === text.length && isCutOff(type, text.slice(from, to))) whole = false
  })
  return whole && open.length === 0
}

const CLOSERS = new Set<number>([Token.RightCurlyBracket, Token.RightParenthesis, Token.RightSquareBracket])
const BAD = new Set<number>([Token.BadString, Token.BadUrl])

/** Whether the last token of a text has only its beginning. */
function isCutOff(type: number, token: string): boolean {
  if (type === Token.Comment) return !token.endsWith('*/') || token.length < '/**/'.length
  if (type === Token.Url) return !token.endsWith(')')
  return type === Token.String && (token.length < 2 || !token.endsWith(token[0]!) || token.endsWith(`\\${token[0]!}`))
}
