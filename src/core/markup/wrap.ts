import { beginsLine, indentAt, lineEndOf } from '../text/place.ts'
import type { Splice } from '../text/splice.ts'
import { escapeText } from './attributes.ts'
import { elementPath } from './describe.ts'
import type { Page, PageElement } from './tree.ts'

/** The elements that tell what content is for. */
export const WRAPPERS = ['nav', 'header', 'footer', 'main', 'article', 'section', 'aside', 'figure'] as const
export type Wrapper = (typeof WRAPPERS)[number]

/** Why an element cannot be wrapped, in a sentence; '' when it can. */
export function wrapFault(page: Page, element: PageElement, wrapper: Wrapper): string {
  if (
    !element.place ||
    [
      'html',
      'head',
      'body',
      'li',
      'td',
      'th',
      'tr',
      'tbody',
      'thead',
      'option',
      'dt',
      'dd',
      'source',
      'figcaption',
    ].includes(element.tag)
  )
    return `<${element.tag}> has its fixed place and cannot be wrapped by itself.`
  for (let at = element.parent; at; at = at.parent) {
    if (at.tag === 'head') return 'The head holds no content.'
    if (at.tag === 'p' || (at.tag === 'a' && wrapper === 'nav'))
      return `It stands in a <${at.tag}>, which cannot hold a <${wrapper}>.`
    if (at.tag === wrapper && wrapper !== 'section' && wrapper !== 'article')
      return `It stands in a <${wrapper}> already.`
  }
  if (wrapper === 'main' && page.elements.some(({ tag }) => tag === 'main'))
    return 'The page has a <main> already, and one is all it may have.'
  return ''
}

/** The splices that put an element into a new one; as a figure, with a caption. Lines inside move in by one level. */
export function wrapElement(page: Page, element: PageElement, wrapper: Wrapper, caption = ''): Splice[] {
  const { place } = element
  if (!place || wrapFault(page, element, wrapper) !== '') return []
  const { text } = page
  const figcaption = wrapper === 'figure' && caption !== '' ? `<figcaption>${escapeText(caption)}</figcaption>` : ''
  const alone = beginsLine(text, place.from) && /^[ \t]*(?:[\r\n]|$)/.test(text.slice(place.to))
  if (!alone)
    return [
      { from: place.from, to: place.from, insert: `<${wrapper}>` },
      { from: place.to, to: place.to, insert: `${figcaption}</${wrapper}>` },
    ]
  const eol = lineEndOf(text)
  const indent = indentAt(text, place.from)
  const deeper = indent.includes('\t') ? '\t' : '  '
  // Lines of preformatted text must not move.
  const keeps = /<(?:pre|textarea|script|style)\b/i.test(text.slice(place.from, place.to))
  const splices: Splice[] = [{ from: place.from, to: place.from, insert: `<${wrapper}>${eol}${indent}${deeper}` }]
  if (!keeps)
    for (const { index } of text.slice(place.from, place.to).matchAll(/(?<=\n|\r(?!\n))(?=[^\r\n])/g))
      splices.push({ from: place.from + index, to: place.from + index, insert: deeper })
  splices.push({
    from: place.to,
    to: place.to,
    insert: `${figcaption === '' ? '' : eol + indent + deeper + figcaption}${eol}${indent}</${wrapper}>`,
  })
  return splices
}

/** The element of another page that stands in the same place: the same way down from the root. Null when there is none. */
export function counterpart(page: Page, element: PageElement): PageElement | null {
  const way = elementPath(element)
  return page.elements.find((each) => each.tag === element.tag && elementPath(each) === way) ?? null
}
