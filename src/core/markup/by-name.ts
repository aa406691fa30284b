import { memo } from '../text/memo.ts'
import type { Page, PageElement } from './tree.ts'

/** The elements of a page by all that selectors name of them, in small letters: `p`, `#top`, `.note`. In document order. */
export const elementsByName = memo((page: Page): ReadonlyMap<string, readonly PageElement[]> => {
  const byName = new Map<string, PageElement[]>()
  const add = (name: string, element: PageElement) => {
    const list = byName.get(name)
    if (!list) byName.set(name, [element])
    // A class may be written twice.
    else if (list.at(-1) !== element) list.push(element)
  }
  // Start tags that are written alike share their list of classes.
  const signed = new Map<readonly string[], readonly string[]>()
  for (const element of page.elements) {
    add(element.tag.toLowerCase(), element)
    if (element.id !== '') add(`#${element.id}`.toLowerCase(), element)
    if (element.classes.length === 0) continue
    let names = signed.get(element.classes)
    if (!names) signed.set(element.classes, (names = element.classes.map((name) => `.${name}`.toLowerCase())))
    for (const name of names) add(name, element)
  }
  return byName
})

/** What stands before a name in {@link elementsByName}. */
export const NAME_SIGNS = { id: '#', class: '.', type: '' } as const
