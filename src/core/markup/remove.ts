import { beginsLine, lineStartOf } from '../text/place.ts'
import type { Range, Splice } from '../text/splice.ts'

/** Takes a stretch out of a page; with its line, when it stands on lines of its own. */
export function removeLine(text: string, { from, to }: Range): Splice {
  const end = /^[ \t]*(?:\r\n|\r|\n)/.exec(text.slice(to))
  if (!beginsLine(text, from) || !end) return { from, to, insert: '' }
  return { from: lineStartOf(text, from), to: to + end[0].length, insert: '' }
}
