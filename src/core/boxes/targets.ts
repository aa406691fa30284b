import type { Page } from '../markup/tree.ts'
import { escapeIdent } from '../css/ident.ts'

/** Something of a page that can be styled as a box, with where it occurs. */
export interface BoxTarget {
  readonly selector: string
  /** Elements over all pages. */
  readonly count: number
  /** Pages that have at least one. */
  readonly pages: number
}

/** Elements that a page has once or few of: they are named by their type. */
export const LANDMARKS = ['body', 'header', 'nav', 'main', 'aside', 'footer']
export const SECTIONS = new Set([
  'div',
  'section',
  'article',
  'header',
  'nav',
  'main',
  'aside',
  'footer',
  'figure',
  'form',
  'fieldset',
  'ul',
  'ol',
  'dl',
  'table',
  'address',
  'blockquote',
  'details',
])

/** The boxes the pages are made of: the landmarks, then ids and classes set on sectioning elements, most used first. */
export function boxTargets(pages: readonly Page[]): BoxTarget[] {
  const counts = new Map<string, { count: number; pages: Set<number> }>(
    LANDMARKS.map((tag) => [tag, { count: 0, pages: new Set() }]),
  )
  pages.forEach((page, at) => {
    const note = (selector: string) => {
      const entry = counts.get(selector) ?? { count: 0, pages: new Set<number>() }
      counts.set(selector, entry)
      entry.count++
      entry.pages.add(at)
    }
    for (const element of page.elements) {
      if (!element.html) continue
      if (LANDMARKS.includes(element.tag)) note(element.tag)
      if (!SECTIONS.has(element.tag)) continue
      if (element.id) note(`#${escapeIdent(element.id)}`)
      for (const name of new Set(element.classes)) note(`.${escapeIdent(name)}`)
    }
  })
  const targets = [...counts].map(([selector, entry]) => ({ selector, count: entry.count, pages: entry.pages.size }))
  const named = targets
    .slice(LANDMARKS.length)
    .sort((a, b) => b.pages - a.pages || b.count - a.count || (a.selector < b.selector ? -1 : 1))
  return [...targets.slice(0, LANDMARKS.length), ...named]
}
