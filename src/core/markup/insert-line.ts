import { beginsLine, indentAt, lineEndOf } from '../text/place.ts'
import type { Splice } from '../text/splice.ts'

/** A tag on a line of its own behind `at`, indented like the line that holds `model`; on the same line in one-line markup. */
export function insertLine(text: string, at: number, tag: string, model: number, deeper = ''): Splice {
  const alone = beginsLine(text, model) && /^[ \t]*(?:[\r\n]|$)/.test(text.slice(at))
  return { from: at, to: at, insert: alone ? lineEndOf(text) + indentAt(text, model) + deeper + tag : tag }
}
