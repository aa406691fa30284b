import { isTrivia, skipComponent, tokensOf } from '../css/tokens.ts'
import type { Range } from '../text/splice.ts'

/** A component value of a value with its place in it: one token, or a function or block as a whole. */
export interface Piece extends Range {
  readonly text: string
  /** The type of its first token. */
  readonly type: number
}

/** The components of a value one after another, with their places; spaces and comments left out. */
export function piecesOf(value: string): Piece[] {
  const tokens = tokensOf(value)
  const found: Piece[] = []
  for (let at = 0; at < tokens.length;) {
    const next = skipComponent(tokens, at)
    const { type, from } = tokens[at]!
    const to = tokens[next - 1]!.to
    if (!isTrivia(type)) found.push({ type, from, to, text: value.slice(from, to) })
    at = next
  }
  return found
}

/** Every token of a value that says something, those inside functions and blocks as well. */
export function tokenPieces(value: string): Piece[] {
  return tokensOf(value)
    .filter(({ type }) => !isTrivia(type))
    .map(({ type, from, to }) => ({ type, from, to, text: value.slice(from, to) }))
}

/** The value with another text in place of one stretch. */
export function withPiece(value: string, { from, to }: Range, insert: string): string {
  return value.slice(0, from) + insert + value.slice(to)
}
