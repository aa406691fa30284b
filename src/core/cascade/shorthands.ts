import { readSides, SIDES } from '../boxes/sides.ts'
import { splitAtCommas, splitAtSpaces } from '../sheet/tokens.ts'

const BORDER_PARTS = ['width', 'style', 'color'] as const
const sides = (before: string, after = '') => SIDES.map((side) => `${before}-${side}${after}`)
const BACKGROUND = 'image position-x position-y size repeat attachment origin clip color'.split(' ').map((part) => `background-${part}`)
const FONT = ['font-style', 'font-variant', 'font-weight', 'font-stretch', 'font-size', 'line-height', 'font-family']

/** The longhands a shorthand sets, by shorthand: the CSS modules' own "Name:" tables, those a theme uses. */
const LONGHANDS: Readonly<Record<string, readonly string[]>> = {
  margin: sides('margin'),
  padding: sides('padding'),
  inset: [...SIDES],
  'border-width': sides('border', '-width'),
  'border-style': sides('border', '-style'),
  'border-color': sides('border', '-color'),
  ...Object.fromEntries(SIDES.map((side) => [`border-${side}`, BORDER_PARTS.map((part) => `border-${side}-${part}`)])),
  border: SIDES.flatMap((side) => BORDER_PARTS.map((part) => `border-${side}-${part}`)),
  'border-radius': ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => `border-${corner}-radius`),
  background: BACKGROUND,
  'background-position': ['background-position-x', 'background-position-y'],
  font: FONT,
  'text-decoration': ['line', 'style', 'color', 'thickness'].map((part) => `text-decoration-${part}`),
  outline: BORDER_PARTS.map((part) => `outline-${part}`),
  'list-style': ['list-style-type', 'list-style-position', 'list-style-image'],
  flex: ['flex-grow', 'flex-shrink', 'flex-basis'],
  'flex-flow': ['flex-direction', 'flex-wrap'],
  gap: ['row-gap', 'column-gap'],
  overflow: ['overflow-x', 'overflow-y'],
  transition: ['property', 'duration', 'timing-function', 'delay'].map((part) => `transition-${part}`),
}

/** The longhands a property sets: itself when it is no shorthand (or one outside the table). */
export function longhandsOf(property: string): readonly string[] {
  return LONGHANDS[property] ?? [property]
}

/** Whether setting `outer` also sets (all or part of) `inner`. */
export function overlaps(outer: string, inner: string): boolean {
  if (outer === inner) return true
  if (outer === 'all') return !inner.startsWith('--')
  const set = longhandsOf(outer)
  return longhandsOf(inner).some((longhand) => set.includes(longhand))
}

const LINE_STYLES = new Set('none hidden dotted dashed solid double groove ridge inset outset'.split(' '))
const LINE_WIDTH = /^(?:thin|medium|thick|[+-]?[\d.]+[a-z%]*|(?:calc|min|max|clamp)\(.*\))$/i

/** The three parts of a border value in any order, as written; parts left out are ''. */
export function readBorder(value: string): { width: string; style: string; color: string } {
  const parts = { width: '', style: '', color: '' }
  for (const part of splitAtSpaces(value)) {
    if (LINE_STYLES.has(part.toLowerCase())) parts.style = part
    else if (LINE_WIDTH.test(part)) parts.width = part
    else parts.color = part
  }
  return parts
}

/**
 * What a declaration of `property: value` gives the longhand (or inner shorthand) `inner`, as written; null when this
 * cannot be read off the text, as with `var()` inside a shorthand.
 */
export function valueThrough(property: string, value: string, inner: string): string | null {
  if (property === inner) return value
  const side = SIDES.find((name) => inner.includes(`-${name}`) || inner === name)
  if (side && ['margin', 'padding', 'inset', 'border-width', 'border-style', 'border-color'].includes(property)) {
    return readSides(value)?.[side] ?? null
  }
  if (/^border(?:-(?:top|right|bottom|left))?$/.test(property)) {
    if (inner.startsWith('border-') && SIDES.some((name) => inner === `border-${name}`)) return value
    const part = BORDER_PARTS.find((name) => inner.endsWith(`-${name}`))
    return part ? readBorder(value)[part] || { width: 'medium', style: 'none', color: 'currentcolor' }[part] : null
  }
  if (property === 'background' && inner === 'background-color') return readBackgroundColor(value)
  if (property === 'font') return readFont(value)?.[inner] ?? null
  if (property === 'text-decoration' && inner === 'text-decoration-line') return readDecorationLine(value)
  return null
}

/** The colour in a `background` value: that of its last layer, `transparent` when it names none; null if undecidable. */
function readBackgroundColor(value: string): string | null {
  const parts = splitAtSpaces(splitAtCommas(value).at(-1)?.text ?? '')
  const first = parts[0] ?? ''
  if (parts.length === 1 && !/^(?:url|[a-z-]*gradient|image-set|element|cross-fade)\(/i.test(first)) {
    return first.toLowerCase() === 'none' ? 'transparent' : first
  }
  if (/var\(/i.test(value)) return null
  return parts.find((part) => !NO_COLOR.test(part)) ?? 'transparent'
}

/** What may stand in a `background` layer beside a colour: images, repeats, attachments, boxes, positions and sizes. */
const NO_COLOR =
  /^(?:(?:url|src|image|image-set|cross-fade|element|[a-z-]*gradient|calc|min|max|clamp)\(.*\)|none|repeat(?:-[xy])?|no-repeat|space|round|scroll|fixed|local|(?:border|padding|content)-box|text|left|right|top|bottom|center|cover|contain|auto|\/|[+-]?[\d.]+[a-z%]*(?:\/.*)?)$/is

function readDecorationLine(value: string): string {
  const lines = splitAtSpaces(value).filter((part) => /^(?:none|underline|overline|line-through)$/i.test(part))
  return lines.join(' ') || 'none'
}

const FONT_SIZE = /^(?:[+-]?[\d.]+[a-z%]*|(?:calc|min|max|clamp)\(.*\)|x{1,3}-(?:small|large)|small|medium|large|smaller|larger)(?:\/.*)?$/i

/** The parts of a `font` shorthand (CSS Fonts 4, section 2.6) or null for system fonts and `var()`. */
function readFont(value: string): Record<string, string> | null {
  const parts = splitAtSpaces(value.replace(/\s*\/\s*/g, '/'))
  const at = parts.findIndex((part) => FONT_SIZE.test(part) && !/^\d+$/.test(part))
  if (at < 0 || at === parts.length - 1 || /var\(/i.test(value)) return null
  const [size, lineHeight = 'normal'] = parts[at]!.split('/') as [string, string?]
  const lead = parts.slice(0, at)
  return {
    'font-style': lead.find((part) => /^(?:italic|oblique)$/i.test(part)) ?? 'normal',
    'font-variant': lead.find((part) => /^small-caps$/i.test(part)) ?? 'normal',
    'font-weight': lead.find((part) => /^(?:bold|bolder|lighter|\d+)$/i.test(part)) ?? 'normal',
    'font-size': size,
    'line-height': lineHeight,
    'font-family': parts.slice(at + 1).join(' '),
  }
}
