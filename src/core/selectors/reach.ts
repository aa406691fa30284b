import type { Page, PageElement } from '../markup/tree.ts'
import { matchesAny } from './match.ts'
import { parseSelectorList } from './parse.ts'

/** The elements of a page that a selector list touches, in document order. An invalid list touches nothing. */
export function reachOf(page: Page, selector: string): PageElement[] {
  const list = parseSelectorList(selector)
  return list ? page.elements.filter((element) => matchesAny(element, list, { quirks: page.quirks })) : []
}
