import type { Page, PageElement } from '../markup/tree.ts'
import { linkAround } from '../states/links.ts'
import { memo } from '../text/memo.ts'

/** Controls whose text is not in the markup: what is typed or chosen. */
const TYPED = new Set(['input', 'select', 'textarea'])
const NO_TEXT = new Set(['hidden', 'image', 'range', 'color', 'checkbox', 'radio', 'file'])
/** Their text is painted by the control around, or never. */
const UNSEEN = new Set(['option', 'optgroup', 'script', 'style', 'template', 'title', 'noscript', 'datalist'])

/** Where text and controls stand on a page. */
export interface Holders {
  /** Elements that text stands directly in, typed text included. */
  readonly texts: readonly PageElement[]
  /** Those of them that are links or stand in one. */
  readonly inLinks: readonly PageElement[]
  /** Form controls whose box must be seen (WCAG 2.2, 1.4.11). */
  readonly controls: readonly PageElement[]
  /** Links that stand in running text. */
  readonly besideText: readonly PageElement[]
}

/** Finds where text and controls stand; once for each page. Controls that are switched off do not count, as in WCAG. */
export const holdersOf = memo((page: Page): Holders => {
  const alive = page.elements.filter((element) => element.html && !UNSEEN.has(element.tag) && !isOff(element))
  const controls = alive.filter(
    ({ tag, attributes }) => TYPED.has(tag) && !NO_TEXT.has((attributes.get('type') ?? '').toLowerCase()),
  )
  const controlSet = new Set(controls)
  const texts = alive.filter((element) => element.texts.length > 0 || controlSet.has(element))
  const inLinks = texts.filter((element) => linkAround(element) !== null)
  return {
    texts,
    inLinks,
    controls,
    besideText: [...new Set(inLinks.map((element) => linkAround(element)!))].filter(
      (link) => link.texts.length > 0 && standsInText(page, link),
    ),
  }
})

const isOff = (element: PageElement): boolean => {
  for (let at: PageElement | null = element; at; at = at.parent)
    if (at.attributes.has('disabled') && /^(?:button|fieldset|input|optgroup|select|textarea)$/.test(at.tag))
      return true
  return false
}

/** Whether words stand beside a link in the same element: a sentence, not a list of links. */
function standsInText(page: Page, link: PageElement): boolean {
  const around = link.parent?.texts ?? []
  return around.some(({ from, to }) => /\p{L}{2}/u.test(page.text.slice(from, to)))
}
