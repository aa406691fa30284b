import { unescapeCss } from '../css/ident.ts'
import { skipComponent, Token, tokensOf, type CssToken } from '../css/tokens.ts'

/** An address in a stylesheet, and where it stands, without quotes. */
export interface SheetAddress {
  readonly url: string
  readonly from: number
  readonly to: number
  readonly kind: 'sheet' | 'font' | 'image'
  /** The quote around it, '' inside a bare `url()`. */
  readonly quote: string
}

/** Where there is none of these, there is no address; a name may be written with escapes. */
export const MAY_HOLD_ADDRESS = /url\(|src\(|@import|image-set\(|\\/i
/** What stands before the address of a `url()` without quotes. */
const URL_LEAD = /^[^(]*\([ \t\r\n\f]*/

/** Every address a stylesheet loads from: `url()`, `src()`, `@import` and the strings of `image-set()`. `base` shifts the places. */
export function addressesIn(text: string, base = 0): SheetAddress[] {
  if (!MAY_HOLD_ADDRESS.test(text)) return []
  const tokens = tokensOf(text)
  const found: SheetAddress[] = []
  let rule = ''
  /** Where an image-set() ends, as an index of tokens. */
  let setUntil = -1
  let expects = false
  tokens.forEach((token, at) => {
    const raw = text.slice(token.from, token.to)
    const kind = rule === 'import' ? 'sheet' : rule === 'font-face' ? 'font' : 'image'
    if (token.type === Token.AtKeyword) rule = unescapeCss(raw.slice(1)).toLowerCase()
    else if (token.type === Token.Semicolon && ['import', 'namespace', 'charset'].includes(rule)) rule = ''
    else if (token.type === Token.RightCurlyBracket) rule = ''
    else if (token.type === Token.Function && /^(?:-webkit-)?image-set\($/i.test(unescapeCss(raw)))
      setUntil = skipComponent(tokens, at)
    else if (rule !== 'namespace' && rule !== 'charset') {
      if (token.type === Token.Url) found.push(bare(raw, token, base, kind))
      else if (token.type === Token.String && (expects || (rule === 'import' && isFirst(tokens, at)) || at < setUntil))
        found.push(quoted(raw, token, base, kind))
    }
    if (token.type !== Token.WhiteSpace)
      expects = token.type === Token.Function && /^(?:url|src)\($/i.test(unescapeCss(raw))
  })
  return found
}

function bare(raw: string, { from, to }: CssToken, base: number, kind: SheetAddress['kind']): SheetAddress {
  const lead = URL_LEAD.exec(raw)![0].length
  const tail = /(?<![ \t\r\n\f])[ \t\r\n\f]*\)?$/.exec(raw.slice(lead))![0].length
  return {
    url: unescapeCss(raw.slice(lead, raw.length - tail)),
    from: base + from + lead,
    to: base + to - tail,
    kind,
    quote: '',
  }
}

function quoted(raw: string, { from, to }: CssToken, base: number, kind: SheetAddress['kind']): SheetAddress {
  const closed = raw.length > 1 && raw.at(-1) === raw[0]
  return {
    url: unescapeCss(raw.slice(1, closed ? -1 : undefined)),
    from: base + from + 1,
    to: base + to - (closed ? 1 : 0),
    kind,
    quote: raw[0]!,
  }
}

/** Whether a token is the first thing behind its at-keyword. */
function isFirst(tokens: readonly CssToken[], at: number): boolean {
  let before = at - 1
  while (before >= 0 && (tokens[before]!.type === Token.WhiteSpace || tokens[before]!.type === Token.Comment)) before--
  return tokens[before]?.type === Token.AtKeyword
}

/** An address as it can stand where the old one stood. */
export function writeAddress(url: string, quote: string): string {
  if (quote === '') return url.replace(/[\s"'()\\]/g, (char) => `\\${char}`)
  return url.replace(/[\\"']/g, (char) => (char === quote || char === '\\' ? `\\${char}` : char))
}
