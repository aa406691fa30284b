import type { Range, Splice } from '../text/splice.ts'
import type { Page, PageElement } from './tree.ts'

/** Where an attribute's value stands as written, without its quotes; null when it has none. */
export function valueRange(page: Page, element: PageElement, name: string): Range | null {
  const at = element.place?.attributes[name]
  if (!at) return null
  const match = /^[^=\s]+\s*=\s*(["']?)/.exec(page.text.slice(at.from, at.to))
  return match ? { from: at.from + match[0].length, to: at.to - match[1]!.length } : null
}

/** The splices that give an element an attribute: rewritten in place, quotes and spelling as they were, or added behind the tag's name. */
export function setAttribute(page: Page, element: PageElement, name: string, value: string): Splice[] {
  const { place } = element
  if (!place || element.attributes.get(name) === value) return []
  const at = place.attributes[name]
  if (at) return [{ ...at, insert: writeAttribute(page.text.slice(at.from, at.to), name, value) }]
  return addAttributes(element, `${name}="${escapeAttribute(value)}"`)
}

/** The splice that writes attributes, ready as text, behind those an element has. */
export function addAttributes({ place, tag }: PageElement, written: string): Splice[] {
  if (!place) return []
  const last = Object.values(place.attributes).reduce(
    (end, each) => Math.max(end, each.to),
    place.startTag.from + 1 + tag.length,
  )
  return [{ from: last, to: last, insert: ` ${written}` }]
}

/** The splices that take an attribute away, with the space before it. */
export function removeAttribute(page: Page, element: PageElement, name: string): Splice[] {
  const at = element.place?.attributes[name]
  if (!at) return []
  let { from } = at
  while (/\s/.test(page.text[from - 1] ?? '')) from--
  return [{ from, to: at.to, insert: '' }]
}

/** Rewrites `name=value` as written before: same spelling of the name, same quotes. */
function writeAttribute(written: string, name: string, value: string): string {
  const match = /^([^=\s]+)(\s*=\s*)(["']?)/.exec(written)
  const quote = match?.[3] || '"'
  return `${match?.[1] ?? name}${match?.[2] ?? '='}${quote}${escapeAttribute(value, quote)}${quote}`
}

/** A value as it can stand between quotes. */
export function escapeAttribute(value: string, quote = '"'): string {
  return value.replace(/&/g, '&amp;').replace(quote === '"' ? /"/g : /'/g, quote === '"' ? '&quot;' : '&#39;')
}

/** Text as it can stand between tags. */
export function escapeText(text: string): string {
  return text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
}

/** Adds and removes class names, the others staying as they are. */
export function changeClasses(
  page: Page,
  element: PageElement,
  add: readonly string[],
  remove: readonly string[] = [],
): Splice[] {
  const before = (element.attributes.get('class') ?? '').split(/[ \t\n\f\r]+/).filter((name) => name !== '')
  // An element of a page nobody wrote by hand may have thousands of classes.
  const [gone, had] = [new Set(remove), new Set(before)]
  const after = [...before.filter((name) => !gone.has(name)), ...add.filter((name) => !had.has(name))]
  if (after.join(' ') === before.join(' ')) return []
  return after.length === 0
    ? removeAttribute(page, element, 'class')
    : setAttribute(page, element, 'class', after.join(' '))
}
