import { idOf, INHERITED_COUNT } from '../properties/longhands.ts'
import { SIDES } from '../values/sides.ts'
import type { Styled, StyledElement } from './styled.ts'

const ID = Object.fromEntries(
  ['display', 'position', 'float', 'overflow-x', 'overflow-y', 'appearance', 'content'].map((name) => [
    name,
    idOf(name),
  ]),
) as Record<string, number>
const BORDERS = SIDES.map((side) => ({
  style: idOf(`border-${side}-style`),
  width: idOf(`border-${side}-width`),
  color: idOf(`border-${side}-color`),
  padding: idOf(`padding-${side}`),
}))
const CORNERS = ['top-left', 'top-right', 'bottom-left', 'bottom-right'].map((corner) =>
  idOf(`border-${corner}-radius`),
)
/** What makes a control the author's once it is set. */
const PAINTED = [
  idOf('background-color'),
  idOf('background-image'),
  ...BORDERS.flatMap(({ width, style, color }) => [width, style, color]),
]

/** CSS Display 3, section 2.7: the block-level counterpart of a display value. */
const BLOCKIFIED: Readonly<Record<string, string>> = {
  inline: 'block',
  'inline-block': 'block',
  'inline-flex': 'flex',
  'inline-grid': 'grid',
  'inline-table': 'table',
  '-webkit-inline-box': '-webkit-box',
  ruby: 'block ruby',
  math: 'block math',
  'ruby-text': 'block',
  'table-row': 'block',
  'table-cell': 'block',
  'table-row-group': 'block',
  'table-header-group': 'block',
  'table-footer-group': 'block',
  'table-column': 'block',
  'table-column-group': 'block',
  'table-caption': 'block',
}

const ITEM_CONTAINERS = new Set(['flex', 'inline-flex', 'grid', 'inline-grid'])
/** Elements whose inside is not a box tree of the page: display: contents takes them away (CSS Display 3, appendix B). */
const REPLACED = new Set(
  'img video audio canvas iframe embed object br wbr meter progress input textarea select'.split(' '),
)
const CONTROLS = new Set(['input', 'select', 'textarea', 'button', 'meter', 'progress'])

/** Whether an element is a form control: what it computes to depends on more than its rules. */
export function isControl(element: StyledElement): boolean {
  return element.html && CONTROLS.has(element.tag)
}

/** Elements whose children lie in a box of the browser's own (HTML standard, section 15.5). */
export function hasInnerBox(style: Styled): boolean {
  return (
    style.element.html && style.pseudoName === '' && /^(?:details|select|video|audio|marquee)$/.test(style.element.tag)
  )
}

/** Whether a style's box is laid out as an item of a flex or grid container. */
export function isItemOf(style: Styled, parent: Styled): boolean {
  return (
    style.pseudoName !== 'marker' &&
    ITEM_CONTAINERS.has(containerDisplay(parent)) &&
    (!hasInnerBox(parent) || style.element.tag === 'summary')
  )
}

/** What one computed value makes of another, after the cascade (CSS 2.2, section 9.7, and the modules named below). Changes `values`, those that do not inherit. */
export function adjust(style: Styled, values: string[]): void {
  const { parent } = style
  const at = (id: number): string => values[id - INHERITED_COUNT]!
  const put = (id: number, value: string): string => (values[id - INHERITED_COUNT] = value)
  const get = (name: string) => at(ID[name]!)
  const set = (name: string, value: string) => put(ID[name]!, value)

  let display = get('display')
  if (style.pseudoName === '' && display === 'contents' && style.element.html && REPLACED.has(style.element.tag))
    display = set('display', 'none')
  if (display !== 'none' && display !== 'contents') {
    const absolute = get('position') === 'absolute' || get('position') === 'fixed'
    if (absolute) set('float', 'none')
    if (parent === null || absolute || get('float') !== 'none' || style.isItem)
      set('display', BLOCKIFIED[display] ?? display)
  }
  // CSS Backgrounds 3, section 3.3: no line, no width.
  for (const border of BORDERS)
    if (at(border.style) === 'none' || at(border.style) === 'hidden') put(border.width, '0px')
  // CSS Overflow 3, section 3.1: visible and clip do not go with a scrolling axis.
  const [x, y] = [get('overflow-x'), get('overflow-y')]
  const scrolls = (value: string) => value !== 'visible' && value !== 'clip'
  if (scrolls(x) !== scrolls(y)) {
    const other = (value: string) => (value === 'visible' ? 'auto' : 'hidden')
    if (scrolls(x)) set('overflow-y', other(y))
    else set('overflow-x', other(x))
  }
  // CSS 2.2, section 17.2: tables do not scroll.
  if (
    /^(?:inline-)?table$/.test(get('display')) &&
    [get('overflow-x'), get('overflow-y')].some((value) => value === 'scroll' || value === 'auto')
  ) {
    set('overflow-x', 'visible')
    set('overflow-y', 'visible')
  }
  if (style.pseudoName === '' && isControl(style.element) && get('appearance') !== 'none') {
    if (get('display') === 'inline') set('display', 'inline-block')
    const type = style.element.tag === 'input' ? (style.element.attributes.get('type') ?? '').toLowerCase() : ''
    if (type === 'checkbox' || type === 'radio') {
      for (const border of BORDERS) {
        put(border.padding, '0px')
        put(border.width, '0px')
        put(border.style, 'none')
        put(border.color, 'currentcolor')
      }
      for (const corner of CORNERS) put(corner, type === 'radio' ? '50%' : '0px')
    }
  }
  if ((style.pseudoName === 'before' || style.pseudoName === 'after') && get('content') === 'normal')
    set('content', 'none')
}

/** Form controls that Chromium paints itself and gives a line height of its own: drop-down lists, and push buttons nobody has styled. */
export function isNativeControl(style: Styled): boolean {
  const { tag, html, attributes } = style.element
  if (
    !html ||
    style.pseudoName !== '' ||
    (tag !== 'select' && tag !== 'input') ||
    style.value(ID['appearance']!) !== 'auto'
  )
    return false
  if (tag === 'select') return !attributes.has('multiple') && !(Number(attributes.get('size')) > 1)
  if (!/^(?:button|submit|reset)$/i.test(attributes.get('type') ?? '')) return false
  return !PAINTED.some((id) => {
    const from = style.winners[id]?.owner
    return from === 'inline' || (typeof from === 'object' && from.source.kind !== 'user-agent')
  })
}

/** The display of the box an element's children are laid out in: `display: contents` has none of its own. */
function containerDisplay(style: Styled): string {
  let at: Styled = style
  while (at.value(ID['display']!) === 'contents' && at.parent) at = at.parent
  return at.value(ID['display']!)
}
