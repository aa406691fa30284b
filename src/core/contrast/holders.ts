import type { Page, PageElement } from '../markup/tree.ts'
import { isLink } from '../markup/hyperlink.ts'
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
  /** Whether a link stands in another, as only drawings let it. */
  readonly hasLinkInLink: boolean
}

/** Finds where text and controls stand; once for each page. Controls that are switched off do not count, as in WCAG. */
export const holdersOf = memo((page: Page): Holders => {
  const { links, off, hasLinkInLink } = aroundEach(page)
  const alive = page.elements.filter(({ html, tag, index }) => html && !UNSEEN.has(tag) && !off[index])
  const controls = alive.filter(
    ({ tag, attributes }) => TYPED.has(tag) && !NO_TEXT.has((attributes.get('type') ?? '').toLowerCase()),
  )
  const controlSet = new Set(controls)
  const texts = alive.filter((element) => element.texts.length > 0 || controlSet.has(element))
  const inLinks = texts.filter(({ index }) => links[index] !== null)
  return {
    texts,
    inLinks,
    controls,
    besideText: [...new Set(inLinks.map(({ index }) => links[index]!))].filter(
      (link) => link.texts.length > 0 && standsInText(page, link),
    ),
    hasLinkInLink,
  }
})

const CONTROLS = new Set(['button', 'fieldset', 'input', 'optgroup', 'select', 'textarea'])

/** By an element's place in the page: the link that it is or stands in, and whether a control around it is switched off. */
function aroundEach({ elements }: Page) {
  const links: (PageElement | null)[] = []
  const off: boolean[] = []
  let hasLinkInLink = false
  for (const element of elements) {
    const { parent, tag, attributes } = element
    const outer = parent ? links[parent.index]! : null
    if (isLink(element) && outer) hasLinkInLink = true
    links.push(isLink(element) ? element : outer)
    off.push((parent !== null && off[parent.index]!) || (CONTROLS.has(tag) && attributes.has('disabled')))
  }
  return { links, off, hasLinkInLink }
}

/** Whether words stand beside a link in the same element: a sentence, not a list of links. */
function standsInText(page: Page, link: PageElement): boolean {
  const around = link.parent?.texts ?? []
  return around.some(({ from, to }) => /\p{L}{2}/u.test(page.text.slice(from, to)))
}
