import type { Page, PageElement } from './tree.ts'

/** The innermost element whose text holds an offset of the page's; null for what stands around all of them. */
export function innermostAt(page: Page, offset: number): PageElement | null {
  let found: PageElement | null = null
  let least = Infinity
  for (const element of page.elements) {
    const { place } = element
    if (!place || place.from > offset || place.to < offset) continue
    const length = place.to - place.from
    if (length <= least) [found, least] = [element, length]
  }
  return found
}
