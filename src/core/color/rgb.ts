import { clampChroma, converter, inGamut } from 'culori'
import { Remembered } from '../text/remembered.ts'
import { parseColor } from '../values/parse-color.ts'

/** A colour in sRGB; red, green, blue and opacity from 0 to 1. */
export interface Rgb {
  readonly r: number
  readonly g: number
  readonly b: number
  readonly alpha: number
}

export const WHITE: Rgb = { r: 1, g: 1, b: 1, alpha: 1 }
export const CLEAR: Rgb = { r: 0, g: 0, b: 0, alpha: 0 }

const toRgb = converter('rgb')
const inSrgb = inGamut('rgb')
const known = new Remembered<{ readonly rgb: Rgb | null }>(5000)

/** A plain colour of any CSS notation in sRGB, brought into its gamut; null for what is none. */
export function readRgb(value: string): Rgb | null {
  return known.get(value, () => {
    const color = parseColor(value)
    if (!color) return { rgb: null }
    const { r, g, b } = toRgb(inSrgb(color) ? color : clampChroma(color, 'oklch'))
    return { rgb: { r: clamp(r), g: clamp(g), b: clamp(b), alpha: clamp(color.alpha ?? 1) } }
  }).rgb
}

const clamp = (value: number) => Math.min(1, Math.max(0, value || 0))

/** "#rrggbb" of an opaque colour, "#rrggbbaa" of a translucent one. */
export function hexOfRgb({ r, g, b, alpha }: Rgb): string {
  const two = (value: number) =>
    Math.round(value * 255)
      .toString(16)
      .padStart(2, '0')
  return `#${two(r)}${two(g)}${two(b)}${alpha < 1 ? two(alpha) : ''}`
}

/** One colour laid over another: source-over with plain sRGB values, as browsers paint (Compositing and Blending 1, section 5.1). */
export function over(top: Rgb, below: Rgb): Rgb {
  const alpha = top.alpha + below.alpha * (1 - top.alpha)
  if (alpha === 0) return CLEAR
  const mix = (a: number, b: number) => (a * top.alpha + b * below.alpha * (1 - top.alpha)) / alpha
  return { r: mix(top.r, below.r), g: mix(top.g, below.g), b: mix(top.b, below.b), alpha }
}

/** A colour seen through a group's opacity. */
export function faded(color: Rgb, opacity: number): Rgb {
  return { ...color, alpha: color.alpha * opacity }
}
