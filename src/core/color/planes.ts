import { toStored } from './transfer.ts'
import { converter } from 'culori'
import { formatNumber } from '../values/number.ts'
import { parseColor } from '../values/parse-color.ts'

/** A colour as the picker turns it: OKLCH (lightness 0 to 1, chroma, hue in degrees) or HSL (hue in degrees, the others 0 to 1), and opacity. */
export interface Oklch {
  readonly l: number
  readonly c: number
  readonly h: number
  readonly alpha: number
}
export interface Hsl {
  readonly h: number
  readonly s: number
  readonly l: number
  readonly alpha: number
}

/** The widest chroma the picker shows: a little more than any colour of sRGB has. */
export const MOST_CHROMA = 0.34

const toOklch = converter('oklch')
const toHsl = converter('hsl')

/** A plain colour in OKLCH; `hue` stands where it has none. Null for what is no colour. */
export function readOklch(value: string, hue = 0): Oklch | null {
  const color = parseColor(value)
  if (!color) return null
  const { l, c, h } = toOklch(color)
  return { l, c, h: c < 1e-4 || h === undefined ? hue : h, alpha: color.alpha ?? 1 }
}

/** A plain colour in HSL; `hue` stands where it has none. Null for what is no colour. */
export function readHsl(value: string, hue = 0): Hsl | null {
  const color = parseColor(value)
  if (!color) return null
  const { h, s, l } = toHsl(color)
  return { h: h ?? hue, s: Math.min(1, Math.max(0, s)), l: Math.min(1, Math.max(0, l)), alpha: color.alpha ?? 1 }
}

const digits = (value: number, places: number) => formatNumber(Math.round(value * 10 ** places) / 10 ** places)
const slash = (alpha: number) => (alpha < 1 ? ` / ${digits(alpha, 3)}` : '')

/** OKLCH and HSL as CSS, in small steps. */
export function oklchText({ l, c, h, alpha }: Oklch): string {
  return `oklch(${digits(l, 4)} ${digits(c, 4)} ${digits(h, 2)}${slash(alpha)})`
}
export function hslText({ h, s, l, alpha }: Hsl): string {
  return `hsl(${digits(h, 1)} ${digits(s * 100, 2)}% ${digits(l * 100, 2)}%${slash(alpha)})`
}

/** Linear sRGB of an OKLCH colour (CSS Color 4, sample code for OKLab); parts outside 0 to 1 lie outside the gamut. */
export function linearOf(l: number, c: number, hue: number): [r: number, g: number, b: number] {
  const a = c * Math.cos((hue * Math.PI) / 180)
  const b = c * Math.sin((hue * Math.PI) / 180)
  const long = (l + 0.3963377773761749 * a + 0.2158037573099136 * b) ** 3
  const middle = (l - 0.1055613458156586 * a - 0.0638541728258133 * b) ** 3
  const short = (l - 0.0894841775298119 * a - 1.2914855480194092 * b) ** 3
  return [
    4.0767416360759574 * long - 3.3077115392580616 * middle + 0.2309699031821044 * short,
    -1.2684379732850317 * long + 2.6097573492876887 * middle - 0.3413193760026573 * short,
    -0.0041960761386756 * long - 0.7034186179359362 * middle + 1.7076146940746117 * short,
  ]
}

/** Whether an OKLCH colour lies in sRGB; a hair's breadth outside counts as in, the less the darker it is. */
export function isInSrgb(l: number, c: number, hue: number): boolean {
  return linearOf(l, c, hue).every((part) => part > -0.0005 * l ** 3 - 1e-9 && part < 1.0005)
}

/** The most chroma that sRGB has at a lightness and hue, to 1/1000. */
export function edgeChroma(l: number, hue: number): number {
  let inside = 0
  let outside = 0.4
  while (outside - inside > 0.001) {
    const middle = (inside + outside) / 2
    if (isInSrgb(l, middle, hue)) inside = middle
    else outside = middle
  }
  return inside
}

/** The edge of sRGB at one hue, from white down to black: chroma at so many evenly spaced lightnesses. */
export function gamutEdge(hue: number, count: number): number[] {
  return Array.from({ length: count }, (_, at) => edgeChroma(1 - at / (count - 1), hue))
}

const encode = (part: number) => toStored(part) * 255

/** Pixels (RGBA) of the plane of one hue: chroma to the right, lightness upwards; see-through where sRGB ends. */
export function oklchPlane(hue: number, width: number, height: number): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++) {
    const l = 1 - y / (height - 1)
    for (let x = 0; x < width; x++) {
      const chroma = (x / (width - 1)) * MOST_CHROMA
      // sRGB has one stretch at each lightness: behind its end there is nothing more.
      if (!isInSrgb(l, chroma, hue)) break
      const [r, g, b] = linearOf(l, chroma, hue)
      pixels.set([encode(r), encode(g), encode(b), 255], (y * width + x) * 4)
    }
  }
  return pixels
}

/** Pixels (RGBA) of the plane of one HSL hue: saturation to the right, lightness upwards (CSS Color 4, section 7.1). */
export function hslPlane(hue: number, width: number, height: number): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint8ClampedArray(width * height * 4)
  const part = (n: number, s: number, l: number) => {
    const k = (n + hue / 30) % 12
    return (l - s * Math.min(l, 1 - l) * Math.max(-1, Math.min(k - 3, 9 - k, 1))) * 255
  }
  for (let y = 0; y < height; y++) {
    const l = 1 - y / (height - 1)
    for (let x = 0; x < width; x++) {
      const s = x / (width - 1)
      pixels.set([part(0, s, l), part(8, s, l), part(4, s, l), 255], (y * width + x) * 4)
    }
  }
  return pixels
}
