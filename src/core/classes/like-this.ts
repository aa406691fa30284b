import { descendantsOf, type Page, type PageElement } from '../markup/tree.ts'
import { REACHES, type Reach } from './reaches.ts'

/** Where an element stands by types alone: its own and those of all around it, outermost last. */
export function structureOf(element: PageElement): string[] {
  const tags: string[] = []
  for (let at: PageElement | null = element; at; at = at.parent) tags.push(at.tag)
  return tags
}

/** Whether an element stands so. Nearly all differ in their first types; only those that do not are followed outwards. */
function hasStructure(element: PageElement, structure: readonly string[]): boolean {
  let at: PageElement | null = element
  for (const tag of structure) {
    if (at?.tag !== tag) return false
    at = at.parent
  }
  return at === null
}

const HOLDERS: Readonly<Record<'list' | 'column', ReadonlySet<string>>> = {
  list: new Set(['ul', 'ol', 'dl', 'menu', 'nav']),
  column: new Set(['table']),
}

function holderOf(element: PageElement, kind: 'list' | 'column'): PageElement | null {
  for (let at = element.parent; at; at = at.parent) if (HOLDERS[kind].has(at.tag)) return at
  return null
}

/** The cell an element is, or stands in. */
function cellOf(element: PageElement): PageElement | null {
  for (let at: PageElement | null = element; at; at = at.parent) if (at.tag === 'td' || at.tag === 'th') return at
  return null
}

/** Which ways of "all like this" make a difference for an element. */
export function reachesFor(element: PageElement): Reach[] {
  return REACHES.filter((reach) => {
    if (reach === 'list') return holderOf(element, 'list') !== null
    return reach !== 'column' || (cellOf(element) !== null && holderOf(element, 'column') !== null)
  })
}

/** The elements of a page that are like one: of the same structure, in the same list or column where that is asked. */
export function likeThis(
  page: Page,
  element: PageElement | null,
  structure: readonly string[],
  reach: Reach,
): PageElement[] {
  if (reach === 'one') return element ? [element] : []
  const alike = (each: PageElement) => each.place !== null && hasStructure(each, structure)
  if (reach === 'page' || reach === 'site') return page.elements.filter(alike)
  const holder = element && holderOf(element, reach)
  if (!element || !holder) return []
  const inside = descendantsOf(page, holder).filter(alike)
  if (reach === 'list') return inside
  const column = cellOf(element)?.position
  return inside.filter((each) => cellOf(each)?.position === column)
}
