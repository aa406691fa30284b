import type { Range, Splice } from '../../text/splice.ts'
import { withPiece, type Piece } from '../pieces.ts'
import { verdictOf } from '../verdict.ts'

/** What is wrong with a value, where in it, and how it could be mended. Offsets count from the value's beginning. */
export interface ValueFault extends Range {
  /** What is wrong, as a sentence. */
  readonly message: string
  /** Makes the value one that browsers take; null where nobody can know what was meant. */
  readonly mend: Splice | null
  /** Whether the message already says what to write, so that what the property takes need not be listed. */
  readonly enough: boolean
}

/** One way a value goes wrong: looks whether this is it. */
export type Look = (property: string, value: string, pieces: readonly Piece[]) => ValueFault | null

export const takes = (property: string, value: string) => verdictOf(property, value) === 'taken'

export function fault(
  place: Range,
  message: string,
  insert: string | null = null,
  enough = insert !== null,
): ValueFault {
  const { from, to } = place
  return { from, to, message, mend: insert === null ? null : { from, to, insert }, enough }
}

export const whole = (value: string): Range => ({ from: 0, to: value.length })

/** Most looks try another text for each piece, which reads all of the value: no more characters in all than this. */
export const MOST_READ = 100_000

/** The first piece that can be written otherwise so that the value is taken. */
export function rewritten(
  property: string,
  value: string,
  pieces: readonly Piece[],
  write: (piece: Piece) => string | null,
  say: (piece: Piece, insert: string) => string,
): ValueFault | null {
  for (const piece of pieces.slice(0, MOST_READ / value.length)) {
    const insert = write(piece)
    if (insert !== null && insert !== piece.text && takes(property, withPiece(value, piece, insert)))
      return fault(piece, say(piece, insert), insert)
  }
  return null
}

/** All pieces of a sort written otherwise at once, where that makes the value one that is taken. */
export function allRewritten(
  property: string,
  value: string,
  pieces: readonly Piece[],
  write: (piece: Piece) => string | null,
  say: (first: Piece) => string,
): ValueFault | null {
  const wrong = pieces.filter((piece) => write(piece) !== null)
  if (wrong.length === 0) return null
  const mended = wrong.toReversed().reduce((text, piece) => withPiece(text, piece, write(piece)!), value)
  return takes(property, mended) ? { ...fault(whole(value), say(wrong[0]!), mended), ...rangeOf(wrong) } : null
}

const rangeOf = (pieces: readonly Piece[]): Range => ({ from: pieces[0]!.from, to: pieces.at(-1)!.to })
