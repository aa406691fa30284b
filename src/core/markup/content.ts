import { decodeHTML } from 'entities'
import type { Page, PageElement } from './tree.ts'

/**
 * What stands directly in an element, in order: its children, and the text before, between and behind them with its white space,
 * character references decoded. Null where the text does not stand where the element does: what the parser moved or made anew.
 */
export function contentOf(page: Page, element: PageElement): readonly (PageElement | string)[] | null {
  const { place, children, texts } = element
  if (!place || page.split.has(element)) return null
  const content: (PageElement | string)[] = []
  let at = place.contentFrom
  let told = 0
  const addText = (to: number): boolean => {
    const text = page.text.slice(at, to).replace(/<!--[\s\S]*?-->/g, '')
    told += texts.filter((each) => at <= each.from && each.to <= to).length
    if (text !== '') content.push(decodeHTML(text))
    return !/<[a-z/!?]/i.test(text)
  }
  for (const child of children) {
    if (!child.place || child.copyOf || child.place.from < at || !addText(child.place.from)) return null
    content.push(child)
    at = child.place.to
  }
  return addText(place.contentTo) && told === texts.length ? content : null
}
