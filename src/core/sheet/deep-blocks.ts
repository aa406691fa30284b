import { closerOf, Token, tokensInto } from '../css/tokens.ts'
import type { Range, Splice } from '../text/splice.ts'

/** Blocks in blocks beyond which a frame is not given any: Chromium ends the whole page somewhere above 4,000. */
const DEEPEST_WORN = 500

/** The splices that empty every block of a stylesheet that stands too deep for a browser to live through; `base` shifts their places. */
export function emptiedDeepBlocks(text: string, base = 0): Splice[] {
  return bracesAtMost(text) > DEEPEST_WORN
    ? deepBlocks(text).map(({ from, to }) => ({ from: base + from, to: base + to, insert: '' }))
    : []
}

/** No block stands deeper than this, whatever its braces mean: far quicker than tokens, and nearly always enough. */
function bracesAtMost(text: string): number {
  let open = 0
  for (let at = text.indexOf('{'); at >= 0 && open <= DEEPEST_WORN; at = text.indexOf('{', at + 1)) open++
  return open
}

function deepBlocks(text: string): Range[] {
  const found: Range[] = []
  const open: number[] = []
  let depth = 0
  let from = -1
  tokensInto(text, (type, start, to) => {
    const closer = closerOf(type)
    if (closer !== undefined) {
      open.push(closer)
      if (type === Token.LeftCurlyBracket && ++depth === DEEPEST_WORN) from = to
    } else if (type === open.at(-1)) {
      open.pop()
      if (type === Token.RightCurlyBracket && depth-- === DEEPEST_WORN) found.push({ from, to: start })
    }
  })
  return depth >= DEEPEST_WORN ? [...found, { from, to: text.length }] : found
}
