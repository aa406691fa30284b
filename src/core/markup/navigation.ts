import { beginsLine, indentAt, lineEndOf } from '../text/place.ts'
import type { Range, Splice } from '../text/splice.ts'
import { escapeAttribute, escapeText, setAttribute, valueRange } from './attributes.ts'
import { removeLine } from './remove.ts'
import { descendantsOf, type Page, type PageElement } from './tree.ts'
import { wordsOf } from './words.ts'

/** Whether an address was only put in to hold the place of one. */
export function isPlaceholder(href: string): boolean {
  return /^\s*(?:#|javascript:\s*(?:void\s*\(?\s*0\s*\)?)?;?|)\s*$/i.test(href)
}

/** One link of a navigation, with the item it stands in. */
export interface NavLink {
  /** The link's number on the page. */
  readonly index: number
  readonly words: string
  readonly href: string
  /** What moves when the link moves: its list item, or the link itself. */
  readonly range: Range
}

/** A navigation of a page: its links in order. */
export interface Navigation {
  /** The number of its element on the page. */
  readonly index: number
  readonly label: string
  readonly links: readonly NavLink[]
}

/** The navigations of a page. Links of one list, or the links that stand directly in a `nav`, can change places. */
export function navigationsIn(page: Page): Navigation[] {
  return page.elements
    .filter(({ tag, html, place }) => html && tag === 'nav' && place)
    .map((nav) => {
      const links = descendantsOf(page, nav).filter(
        ({ tag, attributes, place }) => tag === 'a' && attributes.has('href') && place,
      )
      return {
        index: nav.index,
        label: nav.attributes.get('aria-label') ?? '',
        links: links.flatMap((link): NavLink[] => {
          const item = itemOf(link, nav)
          return item.place
            ? [
                {
                  index: link.index,
                  words: wordsOf(page, link) || (link.attributes.get('aria-label') ?? ''),
                  href: link.attributes.get('href')!,
                  range: { from: item.place.from, to: item.place.to },
                },
              ]
            : []
        }),
      }
    })
}

function itemOf(link: PageElement, nav: PageElement): PageElement {
  for (let at: PageElement | null = link; at && at !== nav; at = at.parent) if (at.tag === 'li') return at
  return link
}

/** Puts the link at place `from` of a navigation to place `to`; the links between move up or down. Nothing around them changes. */
export function moveLink(page: Page, { links }: Navigation, from: number, to: number): Splice[] {
  const ranges = links.map(({ range }) => range)
  // Items inside one another, such as submenus, have no order among each other.
  if (
    from === to ||
    !ranges[from] ||
    !ranges[to] ||
    ranges.some((range, at) => at > 0 && range.from < ranges[at - 1]!.to)
  )
    return []
  const order = ranges.map((_, at) => at)
  order.splice(to, 0, ...order.splice(from, 1))
  return order.flatMap((source, at) =>
    source === at ? [] : [{ ...ranges[at]!, insert: page.text.slice(ranges[source]!.from, ranges[source]!.to) }],
  )
}

/** Leads a link to another address. */
export function retargetLink(page: Page, { index }: NavLink, href: string): Splice[] {
  return setAttribute(page, page.elements[index]!, 'href', href)
}

/** Gives a link other words, where it holds nothing but words. */
export function rewordLink(page: Page, { index }: NavLink, words: string): Splice[] {
  const link = page.elements[index]!
  const [only, ...more] = link.texts
  if (!only || more.length > 0 || link.children.length > 0) return []
  const written = page.text.slice(only.from, only.to)
  const from = only.from + /^\s*/.exec(written)![0].length
  return [{ from, to: only.from + written.trimEnd().length, insert: escapeText(words) }]
}

/** Takes a link away, with its item. */
export function removeLink(page: Page, { range }: NavLink): Splice[] {
  return [removeLine(page.text, range)]
}

/** Adds a link behind the last one, made like it: the same tags and classes, other words and address, no mark of the current page. */
export function addLink(page: Page, { index, links }: Navigation, words: string, href: string): Splice[] {
  const last = links.at(-1)
  const nav = page.elements[index]!
  if (!last) {
    const end = nav.place?.endTag?.from
    return end === undefined
      ? []
      : [{ from: end, to: end, insert: `<a href="${escapeAttribute(href)}">${escapeText(words)}</a>` }]
  }
  const { text } = page
  const link = page.elements[last.index]!
  const inner = { from: link.place!.startTag.to, to: link.place!.endTag?.from ?? link.place!.to }
  const address = valueRange(page, link, 'href')
  const tag = address
    ? text.slice(last.range.from, address.from) + escapeAttribute(href) + text.slice(address.to, inner.from)
    : text.slice(last.range.from, inner.from)
  const made =
    tag.replace(/\s+aria-current(?:=(?:"[^"]*"|'[^']*'|[^\s>]*))?/i, '') +
    escapeText(words) +
    text.slice(inner.to, last.range.to)
  const gap = beginsLine(text, last.range.from) ? lineEndOf(text) + indentAt(text, last.range.from) : ' '
  return [{ from: last.range.to, to: last.range.to, insert: gap + made }]
}
