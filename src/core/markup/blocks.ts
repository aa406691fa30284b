import { beginsLine, indentAt, lineEndOf } from '../text/place.ts'
import type { Range, Splice } from '../text/splice.ts'
import { escapeAttribute, escapeText } from './attributes.ts'
import { innermostAt } from './innermost.ts'
import { descendantsOf, type Page, type PageElement } from './tree.ts'

/** Blocks that are written again and again. */
export const BLOCKS = ['paragraph', 'heading', 'list', 'table', 'address', 'figure', 'link'] as const
export type Block = (typeof BLOCKS)[number]

/** A picture of the site for a figure. */
export interface Figure {
  readonly src: string
  readonly alt: string
  readonly caption: string
  /** Its size in px, where it is known. */
  readonly size: { readonly width: number; readonly height: number } | null
}

/** A change of a page's text, and what is to be selected in the new one: words to be written over. */
export interface Insertion {
  readonly splices: readonly Splice[]
  readonly select: Range
}

/** What holds blocks. */
const HOLDERS = new Set(
  'body main header footer nav aside section article div td th li dd blockquote figure form fieldset details dialog center'.split(
    ' ',
  ),
)

/**
 * Puts a block behind the one that an offset stands in, on a line of its own and as deep; a link stands in the place of what is
 * selected, with its words.
 */
export function insertBlock(page: Page, { from, to }: Range, block: Exclude<Block, 'figure'>): Insertion {
  const { text } = page
  if (block === 'link') {
    const words = text.slice(from, to) || 'Words'
    const start = `<a href="`
    const splices = [{ from, to, insert: `${start}">${words}</a>` }]
    return { splices, select: { from: from + start.length, to: from + start.length } }
  }
  return placed(page, from, (indent, deeper, eol) => markupOf(block, page, from, { indent, deeper, eol }))
}

/** Puts a figure with a picture and its caption behind the block that an offset stands in. */
export function insertFigure(page: Page, offset: number, { src, alt, caption, size }: Figure): Insertion {
  const pixels = size ? ` width="${size.width}" height="${size.height}"` : ''
  return placed(page, offset, (indent, deeper, eol) =>
    [
      '<figure>',
      `${indent}${deeper}<img src="${escapeAttribute(src)}" alt="${escapeAttribute(alt)}"${pixels}>`,
      ...(caption === '' ? [] : [`${indent}${deeper}<figcaption>${escapeText(caption)}</figcaption>`]),
      `${indent}</figure>`,
    ].join(eol),
  )
}

type Written = (indent: string, deeper: string, eol: string) => string

function placed(page: Page, offset: number, written: Written): Insertion {
  const { text } = page
  const eol = lineEndOf(text)
  const block = blockAt(page, offset)
  const at = block ? block.place!.to : inBody(page, offset)
  const model = block ? block.place!.from : at
  const indent = indentAt(text, model)
  const deeper = indent.includes('\t') ? '\t' : '  '
  const markup = written(indent, deeper, eol)
  const lead = block !== null && beginsLine(text, model) ? eol + indent : ''
  const insert = lead + markup
  const first = /(?<=>)[^<>]*[^\s<>][^<>]*(?=<)/.exec(markup)
  const from = at + lead.length + (first?.index ?? 0)
  return { splices: [{ from: at, to: at, insert }], select: { from, to: from + (first?.[0].length ?? 0) } }
}

/** The block around an offset that stands in something that holds blocks; null where the offset stands in such a thing itself. */
function blockAt(page: Page, offset: number): PageElement | null {
  const body = page.elements.find(({ tag }) => tag === 'body')
  let at = innermostAt(page, offset)
  const isInBody = at !== null && body !== undefined && (at === body || descendantsOf(page, body).includes(at))
  if (!isInBody) return body?.children.findLast(({ place }) => place !== null) ?? null
  if (HOLDERS.has(at!.tag) && at!.place!.contentFrom <= offset && offset <= at!.place!.contentTo) return null
  while (at!.parent && !HOLDERS.has(at!.parent.tag)) at = at!.parent
  return at
}

/** An offset, or where the body begins for one that stands before it. */
function inBody(page: Page, offset: number): number {
  const { contentFrom, contentTo } = page.elements.find(({ tag }) => tag === 'body')?.place ?? {}
  if (contentFrom === undefined || contentTo === undefined) return Math.max(offset, page.doctypeEnd ?? 0)
  return Math.min(contentTo, Math.max(contentFrom, offset))
}

interface Layout {
  readonly indent: string
  readonly deeper: string
  readonly eol: string
}

function markupOf(
  block: Exclude<Block, 'figure' | 'link'>,
  page: Page,
  offset: number,
  { indent, deeper, eol }: Layout,
): string {
  const lines = (open: string, inner: readonly string[], close: string) =>
    [open, ...inner.map((line) => indent + deeper + line), indent + close].join(eol)
  switch (block) {
    case 'paragraph':
      return '<p>Words</p>'
    case 'heading': {
      const level = headingLevelAt(page, offset)
      return `<h${level}>Heading</h${level}>`
    }
    case 'list':
      return lines('<ul>', ['<li>First</li>', '<li>Second</li>'], '</ul>')
    case 'address':
      return lines('<address>', ['Name<br>', 'Street<br>', 'Place'], '</address>')
    case 'table':
      return lines(
        '<table>',
        [
          '<caption>What it shows</caption>',
          `<thead><tr><th scope="col">What</th><th scope="col">How much</th></tr></thead>`,
          '<tbody>',
          `${deeper}<tr><th scope="row">One</th><td>1</td></tr>`,
          `${deeper}<tr><th scope="row">Two</th><td>2</td></tr>`,
          '</tbody>',
        ],
        '</table>',
      )
  }
}

/** As deep as the heading before; an h2 behind the page's first, and where there is none. */
function headingLevelAt(page: Page, offset: number): number {
  const before = page.elements.filter(({ tag, place }) => /^h[1-6]$/.test(tag) && place !== null && place.from < offset)
  return Math.max(2, Number(before.at(-1)?.tag[1] ?? 2))
}

/** What has its fixed place, and cannot be put into something else by itself. */
const FIXED = new Set(
  'html head body title li tr td th tbody thead tfoot caption dt dd option figcaption legend source track'.split(' '),
)

/** Puts what is selected into a new element; without a selection, the element that the offset stands in. Null where that cannot be. */
export function wrapIn(page: Page, { from, to }: Range, tag: string): Insertion | null {
  const whole = from === to ? innermostAt(page, from) : null
  if (from === to && (!whole || FIXED.has(whole.tag))) return null
  const [start, end] = whole ? [whole.place!.from, whole.place!.to] : [from, to]
  const splices = [
    { from: start, to: start, insert: `<${tag}>` },
    { from: end, to: end, insert: `</${tag}>` },
  ]
  return { splices, select: { from: start + 1, to: start + 1 + tag.length } }
}
