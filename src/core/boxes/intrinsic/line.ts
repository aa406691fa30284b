import { textStyleOf } from '../../advances/text-style.ts'
import type { ElementStyle } from '../../cascade/style.ts'
import { BOX, breaksBetween, partsOf } from './line-breaks.ts'
import type { ContentSizes } from './sizes.ts'

/** What stands in a line of text. Widths in px. */
export type Piece =
  | Text
  /** The beginning or end of an element in the line: its margin, border and padding there. */
  | { readonly kind: 'edge'; readonly side: 'start' | 'end'; readonly width: number }
  | { readonly kind: 'box'; readonly sizes: ContentSizes; readonly how: Wrapping }
  | { readonly kind: 'break' }

interface Text {
  readonly kind: 'text'
  readonly text: string
  readonly style: ElementStyle
  readonly how: Wrapping
  /** The first character of text that is set in one go with it: letters may stand nearer to one than to another. */
  readonly next?: string
}

/** Where text may go to the next line: between words, nowhere, or in ways that are not followed here. */
export type Wrapping = 'words' | 'nowhere' | 'untold'

type Advance = (style: ElementStyle, text: string) => number | null

/** Sizes of text and boxes in the line (CSS Text 3, sections 4 and 5); null where a width in it is not known. White space collapses. */
export function lineSizes(pieces: readonly Piece[], advance: Advance): ContentSizes | null {
  let max = 0
  let min: number | null = 0
  for (const line of linesOf(collapsed(pieces))) {
    const widest = line.reduce<number | null>((sum, piece) => add(sum, widthOf(piece, advance)), 0)
    if (widest === null) return null
    max = Math.max(max, widest)
    const longest: number | null = min === null ? null : longestRun(line, advance)
    min = min === null || longest === null ? null : Math.max(min, longest)
  }
  return { min, max }
}

const add = (a: number | null, b: number | null) => (a === null || b === null ? null : a + b)

function widthOf(piece: Piece, advance: Advance): number | null {
  switch (piece.kind) {
    case 'text':
      return widthBefore(piece.style, piece.text, piece.next ?? '', advance)
    case 'edge':
      return piece.width
    case 'box':
      return piece.sizes.max
    default:
      return 0
  }
}

/** Each run of white space becomes one space, and none stands at either end of a line (CSS Text 3, section 4.1). */
function collapsed(pieces: readonly Piece[]): Piece[] {
  const found: Piece[] = []
  let afterSpace = true
  /** Where the last text stands that may end in a space. */
  let last = -1
  const trim = () => {
    const piece = found[last]
    if (afterSpace && piece?.kind === 'text') found[last] = { ...piece, text: piece.text.replace(/ $/, '') }
    last = -1
  }
  for (const piece of pieces) {
    if (piece.kind === 'text') {
      const single = piece.text.replace(/[ \t\n\r\f]+/g, ' ')
      const text: string = afterSpace ? single.replace(/^ /, '') : single
      if (text === '') continue
      afterSpace = text.endsWith(' ')
      found.push({ ...piece, text: textStyleOf(piece.style)?.transform(text) ?? text })
      last = found.length - 1
      continue
    }
    if (piece.kind === 'break') {
      trim()
      afterSpace = true
    }
    if (piece.kind === 'box') afterSpace = false
    found.push(piece)
  }
  trim()
  return found.map((piece, at) => (piece.kind === 'text' ? { ...piece, next: nextTo(piece, found[at + 1]) } : piece))
}

/** Browsers set text in one go where nothing stands between. */
function nextTo({ style }: Text, after: Piece | undefined): string {
  if (after?.kind !== 'text') return ''
  return textStyleOf(style)?.key === textStyleOf(after.style)?.key ? after.text.charAt(0) : ''
}

function linesOf(pieces: readonly Piece[]): Piece[][] {
  const lines: Piece[][] = [[]]
  for (const piece of pieces) {
    if (piece.kind === 'break') lines.push([])
    else lines.at(-1)!.push(piece)
  }
  return lines
}

/** The widest of what stays together in a line; null where that is not told. */
function longestRun(line: readonly Piece[], advance: Advance): number | null {
  const run = new Run()
  for (const [at, piece] of line.entries()) {
    if (piece.kind === 'edge') run.addEdge(piece.side, piece.width)
    else if (piece.kind === 'box') {
      if (piece.sizes.min === null || !run.meet(BOX, BOX, piece.how)) return null
      run.add(piece.sizes.min)
    } else if (piece.kind === 'text' && piece.text !== '') {
      const parts = unbrokenIn(piece, advance)
      if (!parts || !run.meet(piece.text[0]!, piece.text.at(-1)!, piece.how)) return null
      const tail = tailOf(line, at)
      let joined = run.width !== 0
      for (const [place, width] of parts.entries()) {
        if (place > 0) run.end(joined ? 0 : tail)
        joined &&= place === 0
        run.add(width)
      }
    }
  }
  run.end()
  return run.longest
}

/** What stays together, piece by piece. */
class Run {
  width = 0
  longest = 0
  /** What it ends with: a character, or a box. */
  private last = ' '
  private how: Wrapping = 'words'
  /** What begins here goes with what follows it. */
  private opening = 0

  add(width: number): void {
    this.width += width
  }

  addEdge(side: 'start' | 'end', width: number): void {
    if (side === 'start') this.opening += width
    else this.width += width
  }

  end(tail = 0): void {
    this.longest = Math.max(this.longest, this.width + tail)
    this.width = 0
  }

  /** Comes to text or a box, by its first and last character. False where it is not told whether a line may be broken there. */
  meet(first: string, last: string, how: Wrapping): boolean {
    const before = this.how
    if (how === 'untold') return false
    const apart = this.last === ' ' || first === ' ' || (how === 'nowhere' && before === 'nowhere')
    const breaks = apart ? false : breaksBetween(this.last, first)
    // Between what is broken and what is not, what holds both decides.
    if (breaks === null || (breaks && how !== before)) return false
    if (breaks) this.end()
    this.add(this.opening)
    this.opening = 0
    this.last = last
    this.how = how
    return true
  }
}

/** What elements that end behind a text have there, where no text follows: browsers keep room for it behind every word of it. */
function tailOf(line: readonly Piece[], at: number): number {
  let sum = 0
  for (const piece of line.slice(at + 1)) {
    if (piece.kind === 'box') break
    if (piece.kind === 'text' && piece.text !== '') return 0
    if (piece.kind === 'edge' && piece.side === 'end') sum += piece.width
  }
  return sum
}

/** The widths of the parts of a text that are not broken. */
function unbrokenIn({ text, style, how, next = '' }: Text, advance: Advance): number[] | null {
  if (how === 'untold') return null
  const words = how === 'nowhere' ? [[text]] : text.split(' ').map(partsOf)
  if (words.includes(null)) return null
  const widths: number[] = []
  let at = 0
  for (const word of words) {
    for (const part of word!) {
      const width = widthBefore(style, part, text.charAt(at + part.length) || next, advance)
      if (width === null) return null
      widths.push(width)
      at += part.length
    }
    at++
  }
  return widths
}

/** A part of a text as wide as it is in front of what follows: letters may stand nearer to one than to another. */
function widthBefore(style: ElementStyle, part: string, next: string, advance: Advance): number | null {
  if (part === '') return 0
  const [both, behind] = [advance(style, part + next), next === '' ? 0 : advance(style, next)]
  return both === null || behind === null ? null : both - behind
}
