import { decodeHTMLAttribute } from 'entities'
import { addressesIn, MAY_HOLD_ADDRESS, writeAddress } from '../sheet/references.ts'
import type { Range } from '../text/splice.ts'
import { escapeAttribute, valueRange } from './attributes.ts'
import type { Page, PageElement } from './tree.ts'

/** What a reference asks for. */
export type ReferenceKind = 'link' | 'image' | 'sheet' | 'script' | 'media' | 'font' | 'other'

/** An address on a page, with its place in the page's text. Not to be spread: some find their place when they are asked. */
export interface Reference extends Range {
  /** As the browser understands it, trimmed. */
  readonly url: string
  readonly kind: ReferenceKind
  /** The element it stands on; the `style` element for embedded styles. */
  readonly element: PageElement
  readonly attribute: string
  /** Writes another address so that it can stand in this place. */
  readonly write: (url: string) => string
}

/**
 * The attributes that hold an address, by element: the HTML standard's index of attributes, "valid non-empty URL" and
 * "valid URL", with the obsolete ones that browsers still follow. `srcset`, `style` and refreshes are read apart.
 */
const ADDRESSES: Readonly<Record<string, Readonly<Record<string, ReferenceKind>>>> = {
  a: { href: 'link' },
  area: { href: 'link' },
  form: { action: 'link' },
  button: { formaction: 'link' },
  iframe: { src: 'link' },
  frame: { src: 'link' },
  input: { src: 'image', formaction: 'link' },
  img: { src: 'image', longdesc: 'link' },
  source: { src: 'media' },
  video: { src: 'media', poster: 'image' },
  audio: { src: 'media' },
  track: { src: 'media' },
  embed: { src: 'media' },
  object: { data: 'media' },
  script: { src: 'script' },
  base: { href: 'other' },
  blockquote: { cite: 'other' },
  q: { cite: 'other' },
  del: { cite: 'other' },
  ins: { cite: 'other' },
  body: { background: 'image' },
  table: { background: 'image' },
  td: { background: 'image' },
  th: { background: 'image' },
  image: { href: 'image', 'xlink:href': 'image' },
  use: { href: 'image', 'xlink:href': 'image' },
}

/**
 * Every address on a page, in the order of the text. What stands once in the text is listed once, also where the parser made
 * several elements of one tag (HTML standard, section 13.2.6.4.7, "adoption agency algorithm").
 */
export function referencesIn(page: Page): Reference[] {
  const found: Reference[] = []
  const tags = new Set<number>()
  for (const element of page.elements) {
    if (!element.place || tags.has(element.place.from)) continue
    tags.add(element.place.from)
    addReferences(page, element, found)
  }
  return found
}

function addReferences(page: Page, element: PageElement, found: Reference[]): void {
  const { attributes, tag } = element
  if (attributes.size === 0 && tag !== 'style') return
  const single = ADDRESSES[tag]
  if (single) for (const name in single) if (attributes.has(name)) addSingle(page, element, name, single[name]!, found)
  if (tag === 'link' && attributes.has('href'))
    addSingle(page, element, 'href', linkKind(attributes.get('rel') ?? ''), found)
  if (attributes.has('srcset') && (tag === 'img' || tag === 'source')) addSet(page, element, 'srcset', found)
  if (tag === 'link' && attributes.has('imagesrcset')) addSet(page, element, 'imagesrcset', found)
  if (tag === 'meta' && /^\s*refresh\s*$/i.test(attributes.get('http-equiv') ?? '')) addRefresh(page, element, found)
  if (attributes.has('style')) {
    const at = valueRange(page, element, 'style')
    const raw = at ? page.text.slice(at.from, at.to) : ''
    // Where entities stand in for characters the places would not agree; such addresses are left as they are.
    if (at && MAY_HOLD_ADDRESS.test(raw) && !raw.includes('&'))
      addSheet(raw, element, 'style', at.from, found, quoteAt(page.text, at.from))
  }
  if (tag === 'style' && element.rawText) addSheet(element.rawText.text, element, '', element.rawText.from, found, '')
}

function linkKind(rel: string): ReferenceKind {
  if (/\bstylesheet\b/i.test(rel)) return 'sheet'
  if (/\bicon\b|apple-touch-icon/i.test(rel)) return 'image'
  return /\b(?:next|prev|alternate|help|license|search|author)\b/i.test(rel) ? 'link' : 'other'
}

function quoteAt(text: string, from: number): string {
  const before = text[from - 1] ?? ''
  return before === '"' || before === "'" ? before : ''
}

function addSingle(page: Page, element: PageElement, name: string, kind: ReferenceKind, found: Reference[]): void {
  const url = element.attributes.get(name)!.trim()
  // What has a value is written with one, but for what a second `body` brought along.
  const isWritten = url !== '' && element.tag !== 'body'
  if (isWritten || valueRange(page, element, name)) found.push(new SingleReference(page, url, kind, element, name))
}

/** An address that is all of an attribute. Where it stands is found when somebody asks: a large site has hundreds of thousands. */
class SingleReference implements Reference {
  constructor(
    private readonly page: Page,
    readonly url: string,
    readonly kind: ReferenceKind,
    readonly element: PageElement,
    readonly attribute: string,
  ) {}

  get from(): number {
    const { from, to } = this.value
    return from + /^\s*/.exec(this.page.text.slice(from, to))![0].length
  }

  get to(): number {
    const { from, to } = this.value
    return from + this.page.text.slice(from, to).trimEnd().length
  }

  get write(): (url: string) => string {
    const quote = quoteAt(this.page.text, this.value.from)
    return (url) => (quote === '' && url === '' ? '""' : escapeAttribute(url, quote || '"'))
  }

  private get value(): Range {
    return valueRange(this.page, this.element, this.attribute)!
  }
}

/** The addresses of a `srcset` (HTML standard, "parse a srcset attribute"), read in the text as written. */
function addSet(page: Page, element: PageElement, name: string, found: Reference[]): void {
  const at = valueRange(page, element, name)
  if (!at) return
  const raw = page.text.slice(at.from, at.to)
  const quote = quoteAt(page.text, at.from)
  const candidate = /[\s,]*([^\s]+)/y
  for (let match = candidate.exec(raw); match; match = candidate.exec(raw)) {
    const written = match[1]!
    const url = written.replace(/(?<!,),+$/, '')
    const from = at.from + match.index + match[0].length - written.length
    if (url !== '')
      found.push({
        url: decodeHTMLAttribute(url),
        kind: 'image',
        element,
        attribute: name,
        from,
        to: from + url.length,
        write: (next) => escapeAttribute(next, quote || '"'),
      })
    if (url !== written) continue
    // Descriptors up to the next comma outside parentheses.
    let depth = 0
    let end = candidate.lastIndex
    for (; end < raw.length && (depth > 0 || raw[end] !== ','); end++)
      depth += raw[end] === '(' ? 1 : raw[end] === ')' ? -1 : 0
    candidate.lastIndex = end
  }
}

/** The address of a refresh: `<meta http-equiv="refresh" content="5; url=next.html">`. */
function addRefresh(page: Page, element: PageElement, found: Reference[]): void {
  const at = valueRange(page, element, 'content')
  const match = at && /^\s*[\d.]*\s*[;,\s]\s*(?:url\s*=\s*)?(["']?)/i.exec(page.text.slice(at.from, at.to))
  if (!at || !match) return
  const from = at.from + match[0].length
  const rest = page.text.slice(from, at.to)
  const end = match[1] && rest.includes(match[1]) ? rest.indexOf(match[1]) : rest.trimEnd().length
  if (end > 0)
    found.push({
      url: decodeHTMLAttribute(rest.slice(0, end)),
      kind: 'link',
      element,
      attribute: 'content',
      from,
      to: from + end,
      write: (next) => escapeAttribute(next, quoteAt(page.text, at.from) || '"'),
    })
}

function addSheet(
  text: string,
  element: PageElement,
  attribute: string,
  base: number,
  found: Reference[],
  outer: string,
): void {
  for (const { url, from, to, kind, quote } of addressesIn(text, base)) {
    found.push({
      url,
      kind,
      element,
      attribute,
      from,
      to,
      write: (next) => (outer === '' ? writeAddress(next, quote) : escapeAttribute(writeAddress(next, quote), outer)),
    })
  }
}
