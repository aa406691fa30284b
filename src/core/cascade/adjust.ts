import { idOf } from './properties.ts'
import type { ElementStyle } from './style.ts'

const ID = Object.fromEntries(
  ['display', 'position', 'float', 'overflow-x', 'overflow-y', 'border-collapse', 'text-align', 'appearance', 'min-width', 'min-height', 'text-decoration-line', 'content', 'white-space-collapse', 'text-wrap-mode', 'clear'].map((name) => [name, idOf(name)]),
) as Record<string, number>
const BORDER_SIDES = ['top', 'right', 'bottom', 'left']
const BORDERS = BORDER_SIDES.map((side) => [idOf(`border-${side}-style`), idOf(`border-${side}-width`)] as const)

/** CSS Display 3, section 2.7: the block-level counterpart of a display value. */
const BLOCKIFIED: Readonly<Record<string, string>> = {
  inline: 'block', 'inline-block': 'block', 'inline-flex': 'flex', 'inline-grid': 'grid', 'inline-table': 'table', '-webkit-inline-box': '-webkit-box', ruby: 'block ruby', math: 'block math', 'ruby-text': 'block',
  'table-row': 'block', 'table-cell': 'block', 'table-row-group': 'block', 'table-header-group': 'block', 'table-footer-group': 'block', 'table-column': 'block', 'table-column-group': 'block', 'table-caption': 'block',
}

const CONTROLS = new Set(['input', 'select', 'textarea', 'button', 'meter', 'progress'])
const LINE_HEIGHT = idOf('line-height')
/** What makes a control the author's once it is set. */
const PAINTED = ['background-color', 'background-image', ...BORDER_SIDES.flatMap((side) => [`border-${side}-width`, `border-${side}-style`, `border-${side}-color`])].map(idOf)
const ITEM_CONTAINERS = new Set(['flex', 'inline-flex', 'grid', 'inline-grid'])
/** Elements whose inside is not a box tree of the page: display: contents takes them away (CSS Display 3, appendix B). */
const REPLACED = new Set('img video audio canvas iframe embed object br wbr meter progress input textarea select'.split(' '))

/** What one computed value makes of another, after the cascade (CSS 2.2, section 9.7, and the modules named below). */
export function adjust(style: ElementStyle): void {
  const { values, parent } = style
  const get = (name: string): string => values[ID[name]!]!
  const set = (name: string, value: string): string => (values[ID[name]!] = value)

  let display = get('display')
  if (style.pseudoName === '' && display === 'contents' && style.element.html && REPLACED.has(style.element.tag)) display = set('display', 'none')
  if (display !== 'none' && display !== 'contents') {
    if (get('position') === 'absolute' || get('position') === 'fixed') set('float', 'none')
    const outOfFlow = get('float') !== 'none' || get('position') === 'absolute' || get('position') === 'fixed'
    style.isItem = parent !== null && style.pseudoName !== 'marker' && ITEM_CONTAINERS.has(containerDisplay(parent)) && (!hasInnerBox(parent) || style.element.tag === 'summary')
    if (parent === null || outOfFlow || style.isItem) {
      set('display', BLOCKIFIED[display] ?? display)
    }
  }
  // CSS Backgrounds 3, section 3.3: no line, no width.
  for (const [line, width] of BORDERS) if (values[line] === 'none' || values[line] === 'hidden') values[width] = '0px'
  // CSS Overflow 3, section 3.1: visible and clip do not go with a scrolling axis.
  const [x, y] = [get('overflow-x'), get('overflow-y')]
  const scrolls = (value: string) => value !== 'visible' && value !== 'clip'
  if (scrolls(x) !== scrolls(y)) {
    const other = (value: string) => (value === 'visible' ? 'auto' : 'hidden')
    if (scrolls(x)) set('overflow-y', other(y))
    else set('overflow-x', other(x))
  }
  if (style.element.html && style.pseudoName === '' && CONTROLS.has(style.element.tag) && get('appearance') !== 'none') {
    if (get('display') === 'inline') set('display', 'inline-block')
    const type = style.element.tag === 'input' ? (style.element.attributes.get('type') ?? '').toLowerCase() : ''
    if (type === 'checkbox' || type === 'radio') {
      for (const side of BORDER_SIDES) {
        values[idOf(`padding-${side}`)] = values[idOf(`border-${side}-width`)] = '0px'
        values[idOf(`border-${side}-style`)] = 'none'
        values[idOf(`border-${side}-color`)] = 'currentcolor'
      }
      for (const corner of ['top-left', 'top-right', 'bottom-left', 'bottom-right']) values[idOf(`border-${corner}-radius`)] = type === 'radio' ? '50%' : '0px'
    }
  }
  // CSS 2.2, section 17.2: tables do not scroll.
  if (/^(?:inline-)?table$/.test(get('display')) && [get('overflow-x'), get('overflow-y')].some((value) => value === 'scroll' || value === 'auto')) {
    set('overflow-x', 'visible')
    set('overflow-y', 'visible')
  }
  if (isNativeControl(style)) values[LINE_HEIGHT] = 'normal'
  if (style.pseudoName === 'before' || style.pseudoName === 'after') {
    if (get('content') === 'normal') set('content', 'none')
  }
}

/** Elements whose children lie in a box of the browser's own (HTML standard, section 15.5). */
export function hasInnerBox(style: ElementStyle): boolean {
  return style.element.html && style.pseudoName === '' && /^(?:details|select|video|audio|marquee)$/.test(style.element.tag)
}

/** Form controls that Chromium paints itself and gives a line height of its own: drop-down lists, and push buttons nobody has styled. */
function isNativeControl(style: ElementStyle): boolean {
  const { tag, html, attributes } = style.element
  if (!html || style.pseudoName !== '' || (tag !== 'select' && tag !== 'input') || style.values[ID['appearance']!] !== 'auto') return false
  if (tag === 'select') return !attributes.has('multiple') && !(Number(attributes.get('size')) > 1)
  if (!/^(?:button|submit|reset)$/i.test(attributes.get('type') ?? '')) return false
  return !PAINTED.some((id) => {
    const from = style.winners[id]?.from
    return from === 'inline' || (typeof from === 'object' && from.source.kind !== 'user-agent')
  })
}

/** The display of the box an element's children are laid out in: `display: contents` has none of its own. */
function containerDisplay(style: ElementStyle): string {
  let at: ElementStyle = style
  while (at.values[ID['display']!] === 'contents' && at.parent) at = at.parent
  return at.values[ID['display']!]!
}
