import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { firstByTag, type PageElement } from '../markup/tree.ts'
import { computed, lengthOf } from './box-style.ts'
import { isOutOfFlow } from './kinds.ts'
import type { UsedBox } from './used-box.ts'

/** Less is not seen, and nothing scrolls by it. */
const LEAST_PX = 0.5

type Boxes = readonly (UsedBox | null)[]

/** A box that makes its page scroll sideways. */
export interface SticksOut {
  readonly element: PageElement
  /** Of its border box, CSS px. */
  readonly width: number
  /** How far its right edge surely lies beyond the window, CSS px. */
  readonly by: number
}

/** The first box of a page that surely goes beyond the right edge of a window of this width; null where none is known to. */
export function sticksOutAt(styles: PageStyles, boxes: Boxes, width: number): SticksOut | null {
  if (!mayScroll(styles)) return null
  const left = leftsOf(styles, boxes)
  for (const element of styles.page.elements) {
    const box = boxes[element.index]
    const by = box?.known ? left[element.index]! + box.width - width : 0
    if (box?.known && by > LEAST_PX && isInTheWay(styles, boxes, element, width))
      return { element, width: box.width, by }
  }
  return null
}

/** Whether the window scrolls: where `html` or `body` say what becomes of what sticks out, it does as they say. */
export function mayScroll(styles: PageStyles): boolean {
  const { page } = styles
  const body = firstByTag(page, 'body')
  return [page.root, body].every((element) => !element || computed(styles.of(element), 'overflow-x') === 'visible')
}

/** Whether a box that is too wide begins in the window, nothing around it cuts it off, and no box around it is too wide already. */
export function isInTheWay(styles: PageStyles, boxes: Boxes, element: PageElement, width: number): boolean {
  if (!element.place || !beginsInside(styles, element, width)) return false
  for (let at = element.parent; at; at = at.parent) {
    const box = boxes[at.index]
    if (computed(styles.of(at), 'overflow-x') !== 'visible' || !beginsInside(styles, at, width)) return false
    if (box && (!box.known || box.width > width + LEAST_PX)) return false
  }
  return true
}

/** Whether nothing pulls a box to the left, where it could go on without being scrolled to. */
function beginsInside(styles: PageStyles, element: PageElement, width: number): boolean {
  const style = styles.of(element)
  return (
    !isOutOfFlow(style) &&
    computed(style, 'position') === 'static' &&
    computed(style, 'transform') === 'none' &&
    computed(style, 'direction') === 'ltr' &&
    (lengthOf(style, 'margin-left', width) ?? 0) >= 0 &&
    computed(style, 'float') !== 'right' &&
    isAtStart(style)
  )
}

const AT_START = /^(?:normal|stretch|start|flex-start|self-start|left|baseline|space-between|legacy)/

/** Whether a container that lays a box out has it go on to the right where it is too wide: one that is centred goes on to the left as well. */
function isAtStart(style: ElementStyle): boolean {
  const { parent } = style
  const display = parent ? computed(parent, 'display') : ''
  if (!parent || !/(?:flex|grid)$/.test(display)) return true
  const along = AT_START.test(computed(parent, 'justify-content'))
  const own = (name: 'align-self' | 'justify-self', all: 'align-items' | 'justify-items') =>
    AT_START.test(computed(style, name) === 'auto' ? computed(parent, all) : computed(style, name))
  if (display.endsWith('grid')) return along && own('justify-self', 'justify-items')
  const direction = computed(parent, 'flex-direction')
  return direction === 'row' ? along : direction.startsWith('column') && own('align-self', 'align-items')
}

/** Boxes whose children stand where their own margins put them. */
const BLOCKS = /^(?:block|list-item|flow-root)$/

/** Where boxes begin at the least, by index: where blocks stand in blocks all around, just there. */
function leftsOf(styles: PageStyles, boxes: Boxes): number[] {
  const lefts: number[] = []
  for (const element of styles.page.elements) {
    const box = boxes[element.index]
    const { parent } = element
    const around = parent && boxes[parent.index]
    const inBlock = !parent || (around?.known && BLOCKS.test(computed(styles.of(parent), 'display')))
    const start = parent && around?.known ? lefts[parent.index]! + around.border[0] + around.padding[0] : 0
    const isBlock =
      BLOCKS.test(computed(styles.of(element), 'display')) && computed(styles.of(element), 'float') === 'none'
    lefts.push(inBlock && box?.known ? start + (isBlock ? Math.max(0, box.margin[0]) : 0) : 0)
  }
  return lefts
}
