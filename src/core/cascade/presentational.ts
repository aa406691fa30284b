import { colorsNamed } from 'culori'
import type { PageElement } from '../markup/tree.ts'

/**
 * Presentational attributes of HTML as the declarations they stand for (HTML standard, section 15, "maps to"). They count
 * as author style of specificity 0 in front of all author sheets. '' for an element without any.
 */
export function presentationalHints(element: PageElement): string {
  if (!element.html) return element.attributes.size === 0 ? '' : svgAttributes(element)
  if (!mayHaveHints(element)) return ''
  const attribute = (name: string) => element.attributes.get(name)
  const out: string[] = []
  const set = (property: string, value: string | null | undefined) => {
    if (value !== null && value !== undefined && value !== '') out.push(`${property}: ${value}`)
  }
  const { tag } = element
  switch (tag) {
    case 'body':
      set('background-color', legacyColor(attribute('bgcolor')))
      set('background-image', address(attribute('background')))
      set('color', legacyColor(attribute('text')))
      for (const [name, sides] of [
        ['marginheight', ['top', 'bottom']],
        ['topmargin', ['top', 'bottom']],
        ['marginwidth', ['left', 'right']],
        ['leftmargin', ['left', 'right']],
      ] as const) {
        for (const side of sides) set(`margin-${side}`, pixels(attribute(name)))
      }
      break
    case 'font':
      set('color', legacyColor(attribute('color')))
      set('font-family', attribute('face'))
      set('font-size', fontSize(attribute('size')))
      break
    case 'table':
      set('width', nonZero(dimension(attribute('width'))))
      set('height', dimension(attribute('height')))
      set('background-color', legacyColor(attribute('bgcolor')))
      set('background-image', address(attribute('background')))
      set('border-spacing', pixels(attribute('cellspacing')))
      tableBorder(element, set)
      if (attribute('align')?.toLowerCase() === 'center') out.push('margin-left: auto', 'margin-right: auto')
      else if (/^(?:left|right)$/i.test(attribute('align') ?? '')) set('float', attribute('align')!.toLowerCase())
      set('border-color', legacyColor(attribute('bordercolor')))
      for (const side of ['left', 'right']) set(`margin-${side}`, pixels(attribute('hspace')))
      for (const side of ['top', 'bottom']) set(`margin-${side}`, pixels(attribute('vspace')))
      break
    case 'thead':
    case 'tbody':
    case 'tfoot':
    case 'tr':
    case 'td':
    case 'th':
    case 'col':
    case 'colgroup':
      set('background-color', legacyColor(attribute('bgcolor')))
      set('background-image', address(attribute('background')))
      if (tag === 'col' || tag === 'colgroup') set('width', dimension(attribute('width')))
      else
        set(
          'height',
          tag === 'td' || tag === 'th' ? nonZero(dimension(attribute('height'))) : dimension(attribute('height')),
        )
      if (tag === 'td' || tag === 'th') cell(element, set)
      set('text-align', alignment(attribute('align')))
      set(
        'vertical-align',
        /^(?:top|middle|bottom|baseline)$/i.test(attribute('valign') ?? '')
          ? attribute('valign')!.toLowerCase()
          : undefined,
      )
      break
    case 'caption':
      set(
        'caption-side',
        /^(?:bottom|top)$/i.test(attribute('align') ?? '') ? attribute('align')!.toLowerCase() : undefined,
      )
      set('text-align', alignment(attribute('align')))
      break
    case 'div':
    case 'p':
    case 'h1':
    case 'h2':
    case 'h3':
    case 'h4':
    case 'h5':
    case 'h6':
      set(
        'text-align',
        tag === 'div' || tag === 'p'
          ? alignment(attribute('align'))
          : alignment(attribute('align'))?.replace('-webkit-', ''),
      )
      break
    case 'hr':
      rule(element, set)
      break
    case 'ol':
    case 'ul':
    case 'li':
      set('list-style-type', listType(tag, attribute('type')))
      break
    case 'br':
      set('clear', { left: 'left', right: 'right', all: 'both', both: 'both' }[attribute('clear')?.toLowerCase() ?? ''])
      break
    case 'img':
    case 'object':
    case 'embed':
    case 'iframe':
    case 'video':
    case 'canvas':
    case 'marquee':
    case 'input': {
      if (tag === 'input' && attribute('type')?.toLowerCase() !== 'image') break
      if (tag !== 'canvas') {
        set('width', dimension(attribute('width')))
        set('height', dimension(attribute('height')))
      }
      if (tag === 'img' || tag === 'video' || tag === 'canvas' || tag === 'input')
        set('aspect-ratio', ratio(attribute('width'), attribute('height')))
      if (tag === 'canvas' || tag === 'video') break
      if (
        tag === 'iframe' &&
        attribute('frameborder') !== undefined &&
        parseFloat(attribute('frameborder')!) !== 1 &&
        attribute('frameborder')!.toLowerCase() !== 'yes'
      )
        out.push('border-width: 0')
      for (const side of ['left', 'right']) set(`margin-${side}`, dimension(attribute('hspace')))
      for (const side of ['top', 'bottom']) set(`margin-${side}`, dimension(attribute('vspace')))
      const border = tag === 'iframe' || tag === 'embed' ? undefined : number(attribute('border'))
      if (border !== undefined && tag !== 'marquee')
        out.push(
          `border-width: ${border}px`,
          `border-style: ${border > 0 || attribute('border') !== undefined ? 'solid' : 'none'}`,
        )
      if (tag === 'marquee') set('background-color', legacyColor(attribute('bgcolor')))
      float(attribute('align'), set)
      break
    }
    case 'textarea':
      if (attribute('wrap')?.toLowerCase() === 'off') set('white-space', 'pre')
      break
  }
  if ((tag === 'td' || tag === 'th') && attribute('nowrap') !== undefined) set('white-space', 'nowrap')
  return out.join('; ')
}

/** SVG 2, section 6.6: properties that SVG elements take as attributes. */
const SVG_ATTRIBUTES = new Set(
  'clip-path clip-rule color color-interpolation color-interpolation-filters cursor direction display dominant-baseline fill fill-opacity fill-rule filter flood-color flood-opacity font-family font-size font-size-adjust font-stretch font-style font-variant font-weight image-rendering letter-spacing lighting-color mask opacity overflow paint-order pointer-events shape-rendering stop-color stop-opacity stroke stroke-dasharray stroke-dashoffset stroke-linecap stroke-linejoin stroke-miterlimit stroke-opacity stroke-width text-anchor text-decoration text-overflow text-rendering transform-origin unicode-bidi vector-effect visibility word-spacing writing-mode'.split(
    ' ',
  ),
)

function svgAttributes(element: PageElement): string {
  return [...element.attributes]
    .filter(([name]) => SVG_ATTRIBUTES.has(name) || (name === 'width' || name === 'height' ? isSized(element) : false))
    .map(
      ([name, value]) => `${name}: ${/^(?:width|height)$/.test(name) && /^[\d.]+$/.test(value) ? `${value}px` : value}`,
    )
    .join('; ')
}

/** Elements whose width and height are properties (SVG 2, section 7.2; of nested drawings Chromium reads them otherwise). */
function isSized({ tag, parent }: PageElement): boolean {
  return tag === 'svg'
    ? (parent?.html ?? true) || parent?.tag === 'foreignObject'
    : /^(?:rect|image|foreignObject)$/.test(tag)
}

/** Every attribute that is a presentational hint on some element. */
const HINTS = new Set(
  'align background bgcolor border bordercolor bottommargin cellpadding cellspacing clear color face frameborder height hspace leftmargin link marginheight marginwidth noshade nowrap rightmargin rules size text topmargin type valign vspace width wrap'.split(
    ' ',
  ),
)

function mayHaveHints(element: PageElement): boolean {
  for (const name of element.attributes.keys()) if (HINTS.has(name)) return true
  if (element.tag !== 'td' && element.tag !== 'th') return false
  const table = tableOf(element)
  return (
    table !== null &&
    (table.attributes.has('cellpadding') || table.attributes.has('border') || table.attributes.has('rules'))
  )
}

type SetHint = (property: string, value: string | null | undefined) => void

function float(value: string | undefined, set: SetHint): void {
  switch (value?.toLowerCase()) {
    case 'left':
    case 'right':
      set('float', value.toLowerCase())
      set('vertical-align', 'top')
      return
    case 'top':
    case 'baseline':
    case 'bottom':
      return set('vertical-align', value.toLowerCase())
    case 'texttop':
      return set('vertical-align', 'text-top')
    case 'middle':
      return set('vertical-align', '-webkit-baseline-middle')
    case 'absmiddle':
    case 'center':
    case 'abscenter':
      return set('vertical-align', 'middle')
    case 'absbottom':
      return set('vertical-align', 'bottom')
  }
}

function cell(element: PageElement, set: SetHint): void {
  set('width', nonZero(dimension(element.attributes.get('width'))))
  const table = tableOf(element)
  if (!table) return
  set('padding', pixels(table.attributes.get('cellpadding')))
  const border = number(table.attributes.get('border')) ?? (table.attributes.has('border') ? 1 : 0)
  const rules = table.attributes.get('rules')?.toLowerCase() ?? ''
  if (['all', 'rows', 'cols', 'none', 'groups'].includes(rules)) {
    if (rules === 'all') set('border', '1px solid')
    else if (rules === 'rows') set('border-block', '1px solid')
    else if (rules === 'cols') set('border-inline', '1px solid')
    return
  }
  if (border > 0) {
    set('border-width', '1px')
    set('border-style', 'inset')
    set('border-color', 'inherit')
  }
}

function tableOf(cellElement: PageElement): PageElement | null {
  for (let at = cellElement.parent; at; at = at.parent) if (at.tag === 'table') return at
  return null
}

function tableBorder(element: PageElement, set: SetHint): void {
  const written = element.attributes.get('border')
  if (written !== undefined) {
    const width = number(written) ?? 1
    set('border-width', `${width}px`)
    if (width > 0) set('border-style', 'outset')
  }
  const rules = element.attributes.get('rules')?.toLowerCase() ?? ''
  if (['all', 'rows', 'cols', 'groups', 'none'].includes(rules)) {
    set('border-collapse', 'collapse')
    if (written === undefined) set('border-style', 'hidden')
  }
}

function rule(element: PageElement, set: SetHint): void {
  const attribute = (name: string) => element.attributes.get(name)
  set('width', dimension(attribute('width')))
  const color = legacyColor(attribute('color'))
  const size = number(attribute('size'))
  if (color !== null) {
    set('border-style', 'solid')
    set('border-color', color)
    set('background-color', color)
  } else if (attribute('noshade') !== undefined) {
    set('border-style', 'solid')
    set('border-color', 'gray')
    set('background-color', 'gray')
  }
  if (size !== undefined) {
    if (size <= 1) set('border-bottom-width', '0')
    else set('height', `${size - 2}px`)
  }
  const align = attribute('align')?.toLowerCase()
  if (align === 'left' || align === 'right' || align === 'center') {
    set('margin-left', align === 'left' ? '0' : 'auto')
    set('margin-right', align === 'right' ? '0' : 'auto')
  }
}

function alignment(value: string | undefined): string | undefined {
  switch (value?.toLowerCase()) {
    case 'left':
      return '-webkit-left'
    case 'right':
      return '-webkit-right'
    case 'center':
    case 'middle':
      return '-webkit-center'
    case 'justify':
      return 'justify'
    default:
      return undefined
  }
}

function listType(tag: string, value: string | undefined): string | undefined {
  if (value === undefined) return undefined
  const ordered = { '1': 'decimal', a: 'lower-alpha', A: 'upper-alpha', i: 'lower-roman', I: 'upper-roman' }[value]
  if (ordered) return tag === 'ul' ? undefined : ordered
  const plain = value.toLowerCase()
  return ['disc', 'circle', 'square', 'none'].includes(plain) ? plain : undefined
}

/** HTML standard, section 2.3.4.4, "rules for parsing dimension values": `50%` or a number of px. */
function dimension(value: string | undefined): string | null {
  const match = /^[ \t\n\f\r]*(\d+(?:\.\d*)?)(%?)/.exec(value ?? '')
  return match ? `${Number(match[1])}${match[2] === '%' ? '%' : 'px'}` : null
}

function nonZero(value: string | null): string | null {
  return value !== null && parseFloat(value) === 0 ? null : value
}

function number(value: string | undefined): number | undefined {
  const match = /^[ \t\n\f\r]*\+?(\d+)/.exec(value ?? '')
  return match ? Number(match[1]) : undefined
}

function pixels(value: string | undefined): string | null {
  const found = number(value)
  return found === undefined ? null : `${found}px`
}

function ratio(width: string | undefined, height: string | undefined): string | null {
  const w = dimension(width)
  const h = dimension(height)
  return w?.endsWith('px') && h?.endsWith('px') ? `auto ${parseFloat(w)} / ${parseFloat(h)}` : null
}

function address(value: string | undefined): string | null {
  return value === undefined || value.trim() === '' ? null : `url("${value.trim().replace(/["\\\n]/g, '\\$&')}")`
}

/** HTML standard, section 15.3.1: a font's `size` as a keyword. */
function fontSize(value: string | undefined): string | null {
  const match = /^[ \t\n\f\r]*([+-]?)(\d+)/.exec(value ?? '')
  if (!match) return null
  const amount = Number(match[2])
  const step = match[1] === '+' ? 3 + amount : match[1] === '-' ? 3 - amount : amount
  return ['x-small', 'small', 'medium', 'large', 'x-large', 'xx-large', 'xxx-large'][
    Math.min(7, Math.max(1, step)) - 1
  ]!
}

/** HTML standard, section 2.3.6, "rules for parsing a legacy colour value". */
export function legacyColor(value: string | undefined): string | null {
  let text = value?.trim() ?? ''
  if (text === '' || text.toLowerCase() === 'transparent') return null
  if (text.toLowerCase() in colorsNamed) return text.toLowerCase()
  if (/^#[0-9a-f]{3}$/i.test(text)) return text
  text = [...text]
    .map((char) => (char.codePointAt(0)! > 0xffff ? '00' : char))
    .join('')
    .slice(0, 128)
  if (text.startsWith('#')) text = text.slice(1)
  text = text.replace(/[^0-9a-f]/gi, '0')
  while (text.length === 0 || text.length % 3 !== 0) text += '0'
  let length = text.length / 3
  let parts = [0, 1, 2].map((at) => text.slice(at * length, (at + 1) * length))
  if (length > 8) {
    parts = parts.map((part) => part.slice(length - 8))
    length = 8
  }
  while (length > 2 && parts.every((part) => part.startsWith('0'))) {
    parts = parts.map((part) => part.slice(1))
    length--
  }
  return `#${parts.map((part) => part.slice(0, 2).padStart(2, '0')).join('')}`
}
