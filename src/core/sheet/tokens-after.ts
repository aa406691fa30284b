import { TokenList, tokenListOf } from '../css/token-list.ts'
import { Token } from '../css/tokens.ts'
import type { Splice } from '../text/splice.ts'

/** Characters that the tokenizer looks at behind the end of a token, with some to spare: `-->`, `1e+5`, an escape. */
const LOOKED_AHEAD = 12
/** Characters that are read at first behind where a change begins. */
const STRETCH = 1024

/** The tokens of a text before, and what leads from it to the text that is read. */
export interface KnownTokens {
  readonly tokens: TokenList
  readonly change: Splice
}

/**
 * The tokens of a text, where those of a text before are known, or of several; the first is the likest. Only what stands around
 * the change is read: what a token is hangs on nothing before it, so the rest is as it was from where one begins that did
 * before (CSS Syntax 3, section 4.3.1).
 */
export function tokensAfter(known: readonly [KnownTokens, ...KnownTokens[]], text: string): TokenList {
  const [{ tokens: before, change }] = known
  const kept = untouchedTokens(before, change.from, text)
  const offset = kept > 0 ? before.from(kept) : 0
  for (let length = change.from - offset + change.insert.length + STRETCH; ; length *= 2) {
    const end = Math.min(text.length, offset + length)
    const read = tokenListOf(text.slice(offset, end))
    const start = { list: before, first: 0, end: kept, by: 0 }
    const fresh = { list: read, first: 0, end: read.length, by: offset }
    if (end === text.length) return TokenList.joined([start, fresh])
    for (const each of known) {
      const met = meeting(each, read, offset)
      if (!met) continue
      const rest = { list: each.tokens, first: met.rest, end: each.tokens.length, by: grownBy(each) }
      return TokenList.joined([start, { ...fresh, end: met.read }, rest])
    }
  }
}

const grownBy = ({ change }: KnownTokens): number => change.insert.length - (change.to - change.from)

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
function meeting(known: KnownTokens, read: TokenList, offset: number): { read: number; rest: number } | null {
  const end = offset + read.from(read.length) - LOOKED_AHEAD
  const { tokens: before, change } = known
  const by = grownBy(known)
  for (let at = read.at(change.from + change.insert.length - offset); at < read.length; at++) {
    const from = read.from(at) + offset
    // What is cut off at the end may be a part of something longer.
    if (from > end) return null
    const rest = before.at(from - by)
    if (before.from(rest) === from - by && rest < before.length) return { read: at, rest }
  }
  return null
}
