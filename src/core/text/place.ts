/** A place in a text as people name it: both numbers count from 1. */
export interface Place {
  readonly line: number
  readonly column: number
}

/** Line and column of an offset (UTF-16 units). CR LF counts as one line end, as do LF, CR and FF alone. */
export function placeOf(text: string, offset: number): Place {
  const starts = lineStarts(text)
  const end = Math.min(offset, text.length)
  let low = 0
  let high = starts.length
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (starts[middle]! <= end) low = middle
    else high = middle
  }
  return { line: low + 1, column: end - starts[low]! + 1 }
}

let latest: { readonly text: string; readonly starts: readonly number[] } | null = null

/** Where the lines of a text begin. That of the latest is kept: places are mostly asked of one text after another. */
function lineStarts(text: string): readonly number[] {
  if (latest?.text === text) return latest.starts
  const starts = /[\r\f]/.test(text) ? behindEnds(text) : behindLineFeeds(text)
  latest = { text, starts }
  return starts
}

function behindEnds(text: string): number[] {
  const starts = [0]
  const end = /\r\n|[\r\n\f]/g
  while (end.test(text)) starts.push(end.lastIndex)
  return starts
}

/** Most texts have no other line ends, and these are found several times as fast. */
function behindLineFeeds(text: string): number[] {
  const starts = [0]
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) starts.push(at + 1)
  return starts
}

const isLineEnd = (text: string, at: number) => text[at] === '\n' || text[at] === '\r'

/** White space of HTML. */
export const HTML_SPACE = ' \t\n\f\r'

/** Where the line begins that holds an offset; not looked for before `least`. */
export function lineStartOf(text: string, offset: number, least = 0): number {
  // Step by step: looking for a line end that a text does not use would go through all of it.
  let start = offset
  while (start > Math.max(least, 0) && !isLineEnd(text, start - 1)) start--
  return start
}

/** Where the line ends that holds an offset; not looked for behind `most`. */
export function lineEndAt(text: string, offset: number, most = text.length): number {
  let end = offset
  while (end < Math.min(most, text.length) && !isLineEnd(text, end)) end++
  return end
}

/** Whether a line goes on over an offset. */
export const isInLine = (text: string, offset: number): boolean =>
  offset > 0 && offset < text.length && !isLineEnd(text, offset - 1) && !isLineEnd(text, offset)

/** Spaces and tabs right before an offset, or what else counts as space. */
export function spaceBefore(text: string, offset: number, space = ' \t'): string {
  let start = offset
  while (start > 0 && space.includes(text[start - 1]!)) start--
  return text.slice(start, offset)
}

/** White space before an offset on its line. */
export function indentAt(text: string, offset: number): string {
  return /^[ \t]*/.exec(text.slice(lineStartOf(text, offset), offset))![0]
}

/** Whether nothing but white space stands before an offset on its line. */
export function beginsLine(text: string, offset: number): boolean {
  const start = offset - spaceBefore(text, offset).length
  return start === 0 || isLineEnd(text, start - 1)
}

/** The line end a text uses: that of its first line, LF when it has none. */
export function lineEndOf(text: string): string {
  const at = text.search(/[\r\n]/)
  if (at < 0) return '\n'
  return text[at] === '\n' ? '\n' : text[at + 1] === '\n' ? '\r\n' : '\r'
}
