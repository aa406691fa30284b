import type { PageElement } from './tree.ts'

/** What can be a hyperlink: also the `a` of SVG (HTML, section 4.6.1; SVG 2, section 16.2). */
export const LINK_TAGS: ReadonlySet<string> = new Set(['a', 'area'])

/** Whether an element is a hyperlink, and so matches `:any-link`. */
export function isLink({ tag, attributes }: PageElement): boolean {
  return LINK_TAGS.has(tag) && attributes.has('href')
}
