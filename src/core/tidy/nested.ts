import { splitAtCommas, Token, tokensOf } from '../css/tokens.ts'
import { splitSelectorList } from '../selectors/parse.ts'

/**
 * A nested selector written out, with the selectors of the rule around it in the place of `&` (CSS Nesting 1, section 3). Null where that
 * cannot be said: browsers read no list, or `&` would stand for a pseudo-element.
 */
export function writtenOut(nested: string, around: string): string | null {
  const outer = splitSelectorList(around)
  const inner = splitSelectorList(nested.replaceAll('&', ':root'))
  if (outer.length === 0 || outer.some(({ selector }) => !selector) || /::|:(?:before|after|first-l)/.test(around))
    return null
  if (inner.length === 0) return null
  const whole = outer.length === 1 ? outer[0]!.text : null
  const list = splitAtCommas(nested).map((each) => outOne(each.text, whole, `:is(${around.trim()})`))
  const text = list.join(', ')
  return splitSelectorList(text).every(({ selector }) => selector) ? text : null
}

/** Where `&` stands in a selector. */
const ampersands = (text: string) =>
  tokensOf(text).filter(({ type, from, to }) => type === Token.Delim && text.slice(from, to) === '&')

function outOne(text: string, whole: string | null, list: string): string {
  const places = ampersands(text)
  const front = whole ?? list
  if (places.length === 0) return `${front} ${text}`
  // At the front the selector itself stands; elsewhere what is left of it must be the whole of it.
  let out = ''
  let at = 0
  for (const { from, to } of places) {
    out += text.slice(at, from) + (from === 0 ? front : list)
    at = to
  }
  return (/^[>+~]/.test(text) ? `${front} ` : '') + out + text.slice(at)
}

/** A selector as it is nested in a rule of another one; null where it does not begin with that. */
export function writtenIn(selector: string, around: string): string | null {
  const list = splitSelectorList(selector).map(({ text }) => {
    if (!text.startsWith(around)) return null
    const rest = text.slice(around.length)
    return /^(?:\s*[>+~]|\s|[.#:[])/.test(rest) && rest.trim() !== '' && !/^:(?:before|after|first-l)/.test(rest)
      ? `&${/^\s*[>+~]/.test(rest) ? ` ${rest.trim()}` : rest}`
      : null
  })
  return list.length === 0 || list.includes(null) ? null : list.join(', ')
}
