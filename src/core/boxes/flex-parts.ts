import type { PageStyles } from '../cascade/cascade.ts'
import { contentOf } from '../markup/content.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed } from './box-style.ts'
import { isOutOfFlow } from './kinds.ts'

/** The items of a flex container in the order of the page, text that stands in it among them; null where the sheet writes more, or that order is not known. */
export function flexParts(styles: PageStyles, container: PageElement): readonly (PageElement | string)[] | null {
  if (generates(styles, container)) return null
  if (container.texts.length === 0) return itemsOf(styles, container)
  const content = contentOf(styles.page, container)
  if (!content) return null
  return content.flatMap((each): (PageElement | string)[] => {
    if (typeof each === 'string') return each.trim() === '' ? [] : [each]
    return isItem(styles, each) ? (isContents(styles, each) ? itemsOf(styles, each) : [each]) : []
  })
}

/** The children that a flex or grid container lays out; `display: contents` hands over its own. */
export function itemsOf(styles: PageStyles, container: PageElement): PageElement[] {
  const items: PageElement[] = []
  const waiting = container.children.toReversed()
  for (let child = waiting.pop(); child; child = waiting.pop()) {
    if (!isItem(styles, child)) continue
    if (!isContents(styles, child)) items.push(child)
    else for (const inner of child.children.toReversed()) waiting.push(inner)
  }
  return items
}

const isContents = (styles: PageStyles, { index }: PageElement) => computed(styles.at(index), 'display') === 'contents'

function isItem(styles: PageStyles, { index }: PageElement): boolean {
  const style = styles.at(index)
  return computed(style, 'display') !== 'none' && !isOutOfFlow(style)
}

/** Whether the sheet writes something before or behind the items, which makes one more of them. */
export function generates(styles: PageStyles, container: PageElement): boolean {
  return (['before', 'after'] as const).some((pseudo) => {
    if (!styles.of(container).matched.rules.some((rule) => rule.pseudo === pseudo)) return false
    const style = styles.of(container, pseudo)
    return computed(style, 'content') !== 'none' && !isOutOfFlow(style)
  })
}
