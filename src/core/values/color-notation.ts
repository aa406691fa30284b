import { colorsNamed, clampChroma, converter, formatHex, formatHex8, inGamut, type Color } from 'culori'
import { formatNumber } from './number.ts'
import { parseColor } from './parse-color.ts'

const toRgb = converter('rgb')
const inSrgb = inGamut('rgb')

/** The ways CSS Color 4 writes a colour; `name` is a keyword such as teal. */
export const NOTATIONS = ['hex', 'rgb', 'hsl', 'hwb', 'lab', 'lch', 'oklab', 'oklch', 'color', 'name'] as const
export type Notation = (typeof NOTATIONS)[number]

/** A colour as a picker speaks of it: "#rrggbb", or "#rrggbbaa" when translucent; brought into sRGB. Null for what is no plain colour. */
export function toHex(value: string): string | null {
  const color = parseColor(value)
  return color ? hexOf(color) : null
}

/** Whether a value is one plain colour that can be computed without a page (no `var()`, no `currentcolor`). */
export function isColor(value: string): boolean {
  return parseColor(value) !== undefined
}

/** How a colour is written; null for what is no plain colour. */
export function notationOf(value: string): Notation | null {
  const text = value.trim().toLowerCase()
  if (!isColor(text)) return null
  if (text.startsWith('#')) return 'hex'
  const call = /^([a-z]+)\(/.exec(text)?.[1]?.replace(/a$/, '')
  return call === undefined ? 'name' : (NOTATIONS.find((notation) => notation === call) ?? null)
}

/** Writes a colour of any notation in the one that `model` is written in; hex where `model` is a name or no colour. Capitals and commas are kept up. */
export function writeColorLike(model: string, color: string): string {
  const notation = notationOf(model) ?? 'hex'
  const text = model.trim()
  const written = writeColor(color, notation === 'name' ? 'hex' : notation, {
    commas: /^[^,(]*\([^,]*,/.test(text),
    space: /^color\(\s*([\w-]+)/i.exec(text)?.[1]?.toLowerCase(),
  })
  return notation === 'hex' && /^#[0-9A-F]*[A-F][0-9A-F]*$/.test(text) ? written.toUpperCase() : written
}

/** How a notation is spelt where it has several spellings. */
interface Spelling {
  /** The older form with commas, for rgb() and hsl(). */
  readonly commas?: boolean
  /** The colour space of color(). */
  readonly space?: string | undefined
}

/**
 * Writes a colour in a notation. Colours outside sRGB are brought into it, hue and lightness kept, for the notations that end
 * there; `name` gives the keyword where there is one, else hex. The colour as it stands when it is none.
 */
export function writeColor(
  value: string,
  notation: Notation,
  { commas = false, space = 'display-p3' }: Spelling = {},
): string {
  const color = parseColor(value)
  if (!color) return value
  const alpha = color.alpha ?? 1
  const join = (parts: readonly string[]) =>
    commas
      ? parts.join(', ') + (alpha < 1 ? `, ${short(alpha, 3)}` : '')
      : parts.join(' ') + (alpha < 1 ? ` / ${short(alpha, 3)}` : '')
  switch (notation) {
    case 'hex':
      return hexOf(color)
    case 'name':
      return nameOf(color) ?? hexOf(color)
    case 'rgb': {
      const { r, g, b } = srgb(color)
      return `rgb${commas && alpha < 1 ? 'a' : ''}(${join([r, g, b].map((channel) => String(Math.round(channel * 255))))})`
    }
    case 'hsl': {
      const { h = 0, s, l } = converter('hsl')(srgb(color))
      return `hsl${commas && alpha < 1 ? 'a' : ''}(${join([short(h, 1), `${short(s * 100, 1)}%`, `${short(l * 100, 1)}%`])})`
    }
    case 'hwb': {
      const { h = 0, w, b } = converter('hwb')(srgb(color))
      return `hwb(${plain([short(h, 1), `${short(w * 100, 1)}%`, `${short(b * 100, 1)}%`], alpha)})`
    }
    case 'lab':
    case 'oklab': {
      const { l, a, b } = converter(notation)(color)
      const digits = notation === 'lab' ? 2 : 4
      return `${notation}(${plain([short(l, digits), short(a, digits), short(b, digits)], alpha)})`
    }
    case 'lch':
    case 'oklch': {
      const { l, c, h = 0 } = converter(notation)(color)
      const digits = notation === 'lch' ? 2 : 4
      return `${notation}(${plain([short(l, digits), short(c, digits), short(h, 2)], alpha)})`
    }
    case 'color':
      return `color(${space} ${plain(
        channelsIn(color, space).map((channel) => short(channel, 4)),
        alpha,
      )})`
  }
}

const plain = (parts: readonly string[], alpha: number) => parts.join(' ') + (alpha < 1 ? ` / ${short(alpha, 3)}` : '')

function short(value: number, digits: number): string {
  const factor = 10 ** digits
  return formatNumber(Math.round(value * factor) / factor)
}

/** Colour spaces of color(), as culori calls them. */
const SPACES: Readonly<Record<string, Color['mode']>> = {
  srgb: 'rgb',
  'srgb-linear': 'lrgb',
  'display-p3': 'p3',
  'a98-rgb': 'a98',
  'prophoto-rgb': 'prophoto',
  rec2020: 'rec2020',
  xyz: 'xyz65',
  'xyz-d65': 'xyz65',
  'xyz-d50': 'xyz50',
}

function channelsIn(color: Color, space: string): number[] {
  const mode = SPACES[space] ?? 'p3'
  const { mode: _mode, alpha: _alpha, ...channels } = converter(mode)(color) as unknown as Record<string, number>
  return Object.values(channels)
}

function hexOf(color: Color): string {
  const rgb = srgb(color)
  return (rgb.alpha ?? 1) < 1 ? formatHex8(rgb) : formatHex(rgb)
}

/** The colour in sRGB; one that lies outside is brought in with less chroma (CSS Color 4, section 13, does so in OKLCH too). */
function srgb(color: Color) {
  return toRgb(inSrgb(color) ? color : clampChroma(color, 'oklch'))
}

function nameOf(color: Color): string | null {
  if ((color.alpha ?? 1) < 1) return null
  return NAMES.get(hexOf(color)) ?? null
}

/** The named colours of CSS Color 4, section 6.1; of two names for one colour the first. */
export const NAMED_COLORS: readonly string[] = Object.keys(colorsNamed)

const NAMES = new Map([...NAMED_COLORS].reverse().map((name) => [formatHex(parseColor(name)!), name]))
