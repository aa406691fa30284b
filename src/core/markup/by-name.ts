import { memo } from '../text/memo.ts'
import type { Page, PageElement } from './tree.ts'

/** The elements of a page by all that selectors name of them, in small letters: `p`, `#top`, `.note`. In document order. */
export const elementsByName = memo((page: Page): ReadonlyMap<string, readonly PageElement[]> => {
  const byName = new Map<string, PageElement[]>()
  const add = (name: string, element: PageElement) => {
    const key = name.toLowerCase()
    const list = byName.get(key)
    if (!list) byName.set(key, [element])
    // A class may be written twice.
    else if (list.at(-1) !== element) list.push(element)
  }
  for (const element of page.elements) {
    add(element.tag, element)
    if (element.id !== '') add(`#${element.id}`, element)
    for (const name of element.classes) add(`.${name}`, element)
  }
  return byName
})

/** What stands before a name in {@link elementsByName}. */
export const NAME_SIGNS = { id: '#', class: '.', type: '' } as const
