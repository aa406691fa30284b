import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed } from './box-style.ts'

const REPLACED = new Set(
  'img video audio canvas iframe embed object input textarea select meter progress svg math'.split(' '),
)
/** Elements whose contents have no boxes of their own on the page. */
const CLOSED = new Set('select datalist optgroup option video audio canvas iframe object svg math textarea'.split(' '))

/** Whether what an element shows comes from somewhere else than its children. */
export function isReplaced({ tag, html }: PageElement): boolean {
  return html ? REPLACED.has(tag) : tag === 'svg' || tag === 'math'
}

/** Whether an element that is there has a box of its own with a width, and is no inline text. */
export function makesBox(element: PageElement, display: string): boolean {
  return display !== 'contents' && (display !== 'inline' || isReplaced(element)) && !/^(?:ruby|math)/.test(display)
}

/** Whether what stands in an element has no boxes of the page. */
export function isClosed({ tag }: PageElement): boolean {
  return CLOSED.has(tag)
}

/** Whether a box is taken out of the flow by its position. */
export function isOutOfFlow(style: ElementStyle): boolean {
  const position = computed(style, 'position')
  return position === 'absolute' || position === 'fixed'
}

export function isFloat(style: ElementStyle): boolean {
  return computed(style, 'float') !== 'none' && !isOutOfFlow(style)
}

/** Whether positioned descendants take this box as theirs (CSS Positioned Layout 3, section 2.1, and the modules that add to it). */
export function holdsPositioned(style: ElementStyle, fixed: boolean): boolean {
  return (
    (!fixed && computed(style, 'position') !== 'static') ||
    computed(style, 'transform') !== 'none' ||
    computed(style, 'filter') !== 'none' ||
    computed(style, 'perspective') !== 'none' ||
    /paint|layout|strict|content/.test(computed(style, 'contain')) ||
    /transform|filter|perspective/.test(computed(style, 'will-change'))
  )
}

/** Whether a box keeps floats in and out (a block formatting context, CSS Display 3, section 4.1). */
export function isolatesFloats(style: ElementStyle): boolean {
  const display = computed(style, 'display')
  return (
    isFloat(style) ||
    isOutOfFlow(style) ||
    /flex|grid|table|flow-root|inline-block|-webkit-/.test(display) ||
    !/^(?:visible|clip)$/.test(computed(style, 'overflow-x')) ||
    computed(style, 'column-count') !== 'auto' ||
    computed(style, 'column-width') !== 'auto' ||
    /paint|layout|strict|content/.test(computed(style, 'contain'))
  )
}

const CONTROLS = new Set('button input select textarea meter progress fieldset dialog marquee'.split(' '))
/** Whether browsers give an element a size of their own. */
export const isControl = ({ tag, html }: PageElement) => html && CONTROLS.has(tag)

/** Whether a height and a ratio may decide the width. */
export const followsRatio = (style: ElementStyle) => computed(style, 'aspect-ratio') !== 'auto'

/** Whether a height that is not known may take part in a picture's width. */
export const limitsHeight = (style: ElementStyle) =>
  computed(style, 'max-height') !== 'none' || !/^(?:auto|0px)$/.test(computed(style, 'min-height'))

/** Whether a flex container may make an item of its row wider or narrower than it says. */
export function isFlexible(style: ElementStyle): boolean {
  const { parent } = style
  if (!parent || !computed(parent, 'display').endsWith('flex')) return false
  const isRow = computed(parent, 'flex-direction').startsWith('row')
  return isRow && (computed(style, 'flex-grow') !== '0' || computed(style, 'flex-shrink') !== '0')
}

/** Whether a block stands somewhere in its line instead of filling it (CSS Box Alignment 3, section 6.1). */
export function isAligned(style: ElementStyle): boolean {
  const own = computed(style, 'justify-self')
  const how = own === 'auto' && style.parent ? computed(style.parent, 'justify-items') : own
  return !/^(?:auto|normal|stretch|legacy)/.test(how)
}
