import type { Page, PageElement } from '../markup/tree.ts'
import { beginsLine, indentAt, lineEndOf } from '../text/place.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import type { PlanBox, PlanItem } from './plan.ts'
import type { Where } from './where.ts'
import { writeAgain, writeNew, type Layout, type Written } from './write-plan.ts'

/** The markup of a page as it is laid out: one level of indentation, and the line end. */
export function layoutOf(page: Page): Layout {
  for (const { parent, place } of page.elements) {
    if (!parent?.place || !place || !beginsLine(page.text, place.from)) continue
    const [outer, inner] = [indentAt(page.text, parent.place.from), indentAt(page.text, place.from)]
    if (inner.length > outer.length && inner.startsWith(outer))
      return { unit: inner.slice(outer.length), eol: lineEndOf(page.text) }
  }
  return { unit: '  ', eol: lineEndOf(page.text) }
}

/** Elements that hold text or parts of their own and no boxes (HTML standard, content models). */
const NO_BOXES = new Set(
  'p h1 h2 h3 h4 h5 h6 pre ul ol dl table tbody thead tfoot tr select option button label span a em strong b i small'.split(
    ' ',
  ),
)

/** Why a plan cannot be put there, in a sentence; '' when it can. */
export function placeFault(element: PageElement | undefined, where: Where): string {
  if (!element?.place) return 'That element is not in the page’s text. Choose another one.'
  const isInside = where === 'first' || where === 'last'
  const holder = isInside ? element : element.parent
  for (let at = holder; at; at = at.parent)
    if (at.tag === 'head') return 'The head holds no boxes. Choose something that is seen on the page.'
  if (!holder || holder.tag === 'html') return 'Boxes go into the body. Choose first or last in it.'
  if (NO_BOXES.has(holder.tag)) return `<${holder.tag}> cannot hold boxes. Choose the element around it.`
  if (isInside && !element.place.endTag && element.tag !== 'body')
    return `<${element.tag}> has no end tag, so nothing can be put into it.`
  return ''
}

/** A page's text with new boxes, and where in it each begins, by its key. */
export function putPlan(page: Page, element: PageElement, where: Where, items: readonly PlanItem[]): Written {
  const layout = layoutOf(page)
  const { text } = page
  const place = element.place!
  const outer = indentAt(text, place.from)
  const isInside = where === 'first' || where === 'last'
  const indent = isInside ? outer + layout.unit : outer
  const written = writeNew(items, indent, layout)
  const lead = layout.eol + indent
  const alone = beginsLine(text, place.from)
  if (where === 'before') return put(text, [place.from, place.from], '', written, alone ? lead : '')
  if (where === 'after') return put(text, [place.to, place.to], alone ? lead : '', written, '')
  const content = text.slice(place.contentFrom, place.contentTo)
  const tail = layout.eol + outer
  if (content.trim() === '') return put(text, [place.contentFrom, place.contentTo], lead, written, tail)
  if (where === 'first') {
    const isLine = /^[ \t]*[\r\n]/.test(content)
    return put(text, [place.contentFrom, place.contentFrom], lead, written, isLine ? '' : lead)
  }
  const end = place.contentFrom + content.trimEnd().length
  return put(text, [end, end], lead, written, /[\r\n]/.test(text.slice(end, place.contentTo)) ? '' : tail)
}

function put(text: string, [from, to]: readonly [number, number], lead: string, written: Written, tail: string) {
  const splice: Splice = { from, to, insert: lead + written.text + tail }
  return {
    text: applySplices(text, [splice]),
    starts: new Map([...written.starts].map(([key, at]) => [key, from + lead.length + at])),
  }
}

/** A page's text with a plan that was read from it, as it is wanted now. */
export function putAgain(page: Page, read: PlanBox, box: PlanBox): Written {
  const { place } = page.elements[read.from!]!
  const written = writeAgain(page, read, box, layoutOf(page))
  return put(page.text, [place!.from, place!.to], '', written, '')
}
