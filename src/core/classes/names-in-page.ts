import { decodeHTMLAttribute } from 'entities'
import { valueRange } from '../markup/attributes.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import type { Range } from '../text/splice.ts'

/** A word of an attribute that lists words, such as `class`, with its place in the page's text. */
export interface WordInPage extends Range {
  readonly word: string
  readonly element: PageElement
}

/** The words of an attribute of an element, as they are written. */
export function wordsOfAttribute(page: Page, element: PageElement, attribute: string): WordInPage[] {
  const range = valueRange(page, element, attribute)
  if (!range) return []
  return [...page.text.slice(range.from, range.to).matchAll(/[^ \t\n\f\r]+/g)].map(({ 0: written, index }) => ({
    word: decodeHTMLAttribute(written),
    element,
    from: range.from + index,
    to: range.from + index + written.length,
  }))
}
