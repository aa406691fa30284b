import { isLink } from '../markup/hyperlink.ts'
import { descendantsOf, type Page, type PageElement } from '../markup/tree.ts'

/** A list whose items are links. */
export interface LinkList {
  readonly list: PageElement
  readonly items: readonly PageElement[]
  /** The link that each item is; null for the one that is none. */
  readonly links: readonly (PageElement | null)[]
}

const LISTS = new Set(['ul', 'ol', 'menu'])

/** The lists of a page whose items are links; one item may be none, for the page one is on is often named without a link. */
export function linkListsIn(page: Page): LinkList[] {
  return page.elements.flatMap((list) => linkListOf(page, list) ?? [])
}

/** A list as one of links; null where it is none. */
export function linkListOf(page: Page, list: PageElement): LinkList | null {
  if (!LISTS.has(list.tag) || !list.html) return null
  const items = list.children.filter(({ tag }) => tag === 'li')
  const links = items.map((item) => onlyLinkOf(page, item))
  const linked = links.filter((link) => link !== null).length
  return linked >= 2 && items.length - linked <= 1 ? { list, items, links } : null
}

/** The link an item is made of: nothing beside it is read but lists in the item. */
function onlyLinkOf(page: Page, item: PageElement): PageElement | null {
  const own = withoutLists(item)
  const [link, more] = own.filter(isLink)
  if (!link || more) return null
  const inside = new Set([link, ...descendantsOf(page, link)])
  const beside = own.filter((element) => !inside.has(element)).flatMap(({ texts }) => texts)
  return beside.some(({ from, to }) => /[\p{L}\p{N}]/u.test(page.text.slice(from, to))) ? null : link
}

function withoutLists(element: PageElement): PageElement[] {
  const inner = element.children.filter(({ tag }) => !LISTS.has(tag))
  return [element, ...inner.flatMap(withoutLists)]
}

/** Whether white space stands between two items of a list: as boxes in a line they are a space apart. */
export function isSpaced(page: Page, { items }: LinkList): boolean {
  const [first, second] = items
  if (!first?.place || !second?.place) return false
  return /^\s/.test(page.text.slice(first.place.to, second.place.from)) || endsInSpace(page, first)
}

/** An item without an end tag holds the white space before the next one: at the end of a line box it takes no room. */
function endsInSpace(page: Page, { place }: PageElement): boolean {
  return place!.endTag !== null && /\s$/.test(page.text.slice(place!.endTag.to, place!.to))
}
