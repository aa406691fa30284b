import { tokenListOf, type TokenList } from '../css/token-list.ts'
import { Token } from '../css/tokens.ts'
import type { Splice } from '../text/splice.ts'

/** Characters that the tokenizer looks at behind the end of a token, with some to spare: `-->`, `1e+5`, an escape. */
const LOOKED_AHEAD = 12
/** Characters that are read at first behind where a change begins. */
const STRETCH = 1024

/**
 * The tokens of a text, where those of a text before are known, from which `change` leads to it. Only what stands around the
 * change is read: what a token is hangs on nothing before it, so the rest is as it was from where one begins that did before
 * (CSS Syntax 3, section 4.3.1).
 */
export function tokensAfter(before: TokenList, change: Splice, text: string): TokenList {
  const kept = untouchedTokens(before, change.from, text)
  const offset = kept > 0 ? before.from(kept) : 0
  const by = change.insert.length - (change.to - change.from)
  for (let length = change.from - offset + change.insert.length + STRETCH; ; length *= 2) {
    const end = Math.min(text.length, offset + length)
    const read = tokenListOf(text.slice(offset, end))
    if (end === text.length) return before.spliced(kept, read, offset, before.length, by)
    const met = meeting(before, read, change, offset)
    if (met) return before.spliced(kept, read.first(met.read), offset, met.rest, by)
  }
}

/** How many tokens end so far before a place that nothing behind it makes others of them. */
function untouchedTokens(tokens: TokenList, place: number, text: string): number {
  let kept = Math.max(0, tokens.at(place - LOOKED_AHEAD) - 1)
  // Whether url( is a function is told by what stands behind all the space after it.
  while (kept > 0 && tokens.type(kept) === Token.WhiteSpace) kept--
  // At the beginning of what is read, this mark would stand for no character.
  while (kept > 0 && text[tokens.from(kept)] === '\uFEFF') kept--
  return kept
}

/** The first token that was read behind a change and began there before too, as an index of both lists. */
function meeting(
  before: TokenList,
  read: TokenList,
  change: Splice,
  offset: number,
): { read: number; rest: number } | null {
  const end = offset + read.from(read.length) - LOOKED_AHEAD
  const by = change.insert.length - (change.to - change.from)
  for (let at = read.at(change.from + change.insert.length - offset); at < read.length; at++) {
    const from = read.from(at) + offset
    // What is cut off at the end may be a part of something longer.
    if (from > end) return null
    const rest = before.at(from - by)
    if (before.from(rest) === from - by && rest < before.length) return { read: at, rest }
  }
  return null
}
