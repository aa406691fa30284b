/** A place in a text as people name it: both numbers count from 1. */
export interface Place {
  readonly line: number
  readonly column: number
}

/** Line and column of an offset (UTF-16 units). CR LF counts as one line end, as do LF, CR and FF alone. */
export function placeOf(text: string, offset: number): Place {
  let line = 1
  let start = 0
  const end = Math.min(offset, text.length)
  for (let at = 0; at < end; at++) {
    const code = text.charCodeAt(at)
    if (code === 13 && text.charCodeAt(at + 1) === 10 && at + 1 < end) continue
    if (code === 10 || code === 13 || code === 12) {
      line++
      start = at + 1
    }
  }
  return { line, column: end - start + 1 }
}

/** Where the line begins that holds an offset. */
export function lineStartOf(text: string, offset: number): number {
  return Math.max(text.lastIndexOf('\n', offset - 1), text.lastIndexOf('\r', offset - 1)) + 1
}

/** White space before an offset on its line. */
export function indentAt(text: string, offset: number): string {
  return /^[ \t]*/.exec(text.slice(lineStartOf(text, offset), offset))![0]
}

/** Whether nothing but white space stands before an offset on its line. */
export function beginsLine(text: string, offset: number): boolean {
  return indentAt(text, offset).length === offset - lineStartOf(text, offset)
}

/** The line end a text uses: that of its first line, LF when it has none. */
export function lineEndOf(text: string): string {
  const at = text.search(/[\r\n]/)
  if (at < 0) return '\n'
  return text[at] === '\n' ? '\n' : text[at + 1] === '\n' ? '\r\n' : '\r'
}
