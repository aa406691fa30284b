import { defaultTreeAdapter as tree, parseFragment } from 'parse5'
import { memoText } from '../text/memo.ts'
import type { Range, Splice } from '../text/splice.ts'
import { escapeText } from './attributes.ts'
import type { Page } from './tree.ts'

/** A piece of a text as it is written, and what it says: a letter, a character reference, or a run of white space. */
interface Piece extends Range {
  readonly says: string
}

/** A text of an element: the how-manieth of those that are more than white space, from 0. */
export interface TextPlace {
  readonly index: number
  readonly at: number
  /** Whether white space shows as it is written, as in `pre`. */
  readonly pre: boolean
}

/** What a text of a page says, runs of white space as one space where they show so; null when it is not there. */
export function wordsAt(page: Page, place: TextPlace): string | null {
  return (
    piecesAt(page, place)
      ?.map(({ says }) => says)
      .join('') ?? null
  )
}

/**
 * The splices that make a text say something else. What stays the same at its beginning and its end keeps its bytes, character references
 * and line breaks among them.
 */
export function reword(page: Page, place: TextPlace, words: string): Splice[] {
  const pieces = piecesAt(page, place)
  if (!pieces || pieces.length === 0) return []
  let [start, rest] = [0, words]
  while (start < pieces.length && rest.startsWith(pieces[start]!.says)) rest = rest.slice(pieces[start++]!.says.length)
  // An ampersand that no semicolon ends would make one word with what is written behind it.
  const open = ({ from, to }: Piece) => /^&[^;]*$/.test(page.text.slice(from, to))
  while (start > 0 && open(pieces[start - 1]!)) rest = pieces[--start]!.says + rest
  let end = pieces.length
  while (end > start && rest.endsWith(pieces[end - 1]!.says))
    rest = rest.slice(0, rest.length - pieces[--end]!.says.length)
  if (start === end && rest === '') return []
  const from = pieces[start]?.from ?? pieces.at(-1)!.to
  const to = end > start ? pieces[end - 1]!.to : from
  return [{ from, to, insert: escapeText(rest) }]
}

function piecesAt({ elements, text }: Page, { index, at, pre }: TextPlace): Piece[] | null {
  const range = elements[index]?.texts[at]
  if (!range) return null
  const raw = text.slice(range.from, range.to)
  // A text that the parser put together of several has tags between them.
  if (/<[a-z!/?]/i.test(raw)) return null
  const pieces = [...raw.matchAll(pre ? PIECE_OF_PRE : PIECE)].map(({ 0: written, index: begin }): Piece => {
    const from = range.from + begin
    return { from, to: from + written.length, says: saidBy(written, pre) }
  })
  return pre ? pieces : withoutEnds(pieces)
}

const REFERENCE = String.raw`&(?:#x[\da-f]+|#\d+|[a-z][a-z\d]*);?`
const PIECE = new RegExp(`${REFERENCE}|[ \\t\\n\\f\\r]+|[^]`, 'giu')
const PIECE_OF_PRE = new RegExp(`${REFERENCE}|\\r\\n|[^]`, 'giu')

function saidBy(written: string, pre: boolean): string {
  if (written.length > 1 && written.startsWith('&')) return decoded(written)
  if (pre) return written === '\r\n' || written === '\r' ? '\n' : written
  return /^[ \t\n\f\r]/.test(written) ? ' ' : written
}

const decoded = memoText((reference: string): string => {
  const [node] = parseFragment(reference).childNodes
  return node && tree.isTextNode(node) ? node.value : reference
})

/** White space at both ends of a text is between it and what stands beside. */
function withoutEnds(pieces: readonly Piece[]): Piece[] {
  const first = pieces.findIndex(({ says }) => says !== ' ')
  const last = pieces.findLastIndex(({ says }) => says !== ' ')
  return pieces.slice(first < 0 ? 0 : first, last + 1)
}
