import { basePath } from '../markup/base.ts'
import { isLink } from '../markup/hyperlink.ts'
import { descendantsOf, type Page, type PageElement } from '../markup/tree.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'

/** Whether a link shows which page one is on: it says so, or leads to the page it stands on. */
export function isCurrent(path: SitePath, page: Page, link: PageElement): boolean {
  const says = link.attributes.get('aria-current')?.trim().toLowerCase()
  if (says !== undefined) return says !== '' && says !== 'false'
  const href = link.attributes.get('href') ?? ''
  if (href.trim() === '' || href.includes('#')) return false
  const target = targetOf(basePath(path, page), href)
  return target.kind === 'site' && target.path === path
}

/** How far up links of one list have what holds all of them: the list, by way of the item. */
const LEVELS = 2

/** A link that stands beside this one in the same list or row and leads elsewhere; null for one that stands alone. */
export function neighbourOf(path: SitePath, page: Page, link: PageElement): PageElement | null {
  let around = link.parent
  for (let level = 0; around && level < LEVELS; level++, around = around.parent) {
    const found = descendantsOf(page, around).find(
      (other) => other !== link && isLink(other) && isPlacedLike(other, link, around!) && !isCurrent(path, page, other),
    )
    if (found) return found
  }
  return null
}

/** Whether two elements stand alike below an ancestor of both: equal types all the way. */
function isPlacedLike(a: PageElement, b: PageElement, below: PageElement): boolean {
  let [x, y]: [PageElement | null, PageElement | null] = [a, b]
  for (; x && y && x !== below && y !== below; [x, y] = [x.parent, y.parent]) if (x.tag !== y.tag) return false
  return x === below && y === below
}
