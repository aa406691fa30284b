import { clampChroma, converter, wcagContrast, wcagLuminance, type Rgb as CuloriRgb } from 'culori'
import { hexOfRgb, readRgb, type Rgb } from './rgb.ts'

/** Relative luminance, 0 to 1 (WCAG 2.2, "relative luminance"). */
export function relativeLuminance({ r, g, b }: Rgb): number {
  return wcagLuminance({ mode: 'rgb', r, g, b })
}

/** Contrast ratio of two opaque colours, 1 to 21 (WCAG 2.2, "contrast ratio"). Channels are those a screen shows: 8 bit. */
export function contrastRatio(a: Rgb, b: Rgb): number {
  return wcagContrast(shown(a), shown(b))
}

const shown = ({ r, g, b }: Rgb): CuloriRgb => ({
  mode: 'rgb',
  r: Math.round(r * 255) / 255,
  g: Math.round(g * 255) / 255,
  b: Math.round(b * 255) / 255,
})

/** Smallest ratios of WCAG 2.2: text (1.4.3), large text (1.4.3), borders of controls (1.4.11), links beside text (technique G183). */
export const NEEDS = { text: 4.5, largeText: 3, control: 3, linkBesideText: 3 } as const

/** Whether text is large: 18 pt, or 14 pt and bold (WCAG 2.2, "large scale"; 1 pt is 4/3 px). `size` in px. */
export function isLarge(size: number, weight: number): boolean {
  return size >= 24 || (size >= 56 / 3 && weight >= 700)
}

const toOklch = converter('oklch')
const toRgb = converter('rgb')

/**
 * The colour nearest to `text` in lightness, of the same hue, that has the ratio wanted on `background`; chroma gives way only
 * where sRGB ends. As hex; null where no lightness has it.
 */
export function nearestPassing(text: string, background: string, wanted: number): string | null {
  const color = readRgb(text)
  const ground = readRgb(background)
  if (!color || !ground) return null
  const { l, c, h = 0 } = toOklch({ mode: 'rgb', r: color.r, g: color.g, b: color.b } satisfies CuloriRgb)
  const at = (lightness: number): Rgb => {
    const { r, g, b } = toRgb(clampChroma({ mode: 'oklch', l: lightness, c, h }, 'oklch'))
    return { r: limit(r), g: limit(g), b: limit(b), alpha: 1 }
  }
  const passes = (lightness: number) => contrastRatio(at(lightness), ground) >= wanted
  const towards = (end: number): number | null => {
    if (!passes(end)) return null
    let near = l
    let far = end
    // A step of lightness below 1/4000 changes no channel of 8 bit.
    for (let turn = 0; turn < 14; turn++) {
      const middle = (near + far) / 2
      if (passes(middle)) far = middle
      else near = middle
    }
    return far
  }
  if (passes(l)) return hexOfRgb(at(l))
  const found = [towards(0), towards(1)]
    .filter((each) => each !== null)
    .sort((a, b) => Math.abs(a - l) - Math.abs(b - l))[0]
  return found === undefined ? null : hexOfRgb(at(found))
}

const limit = (value: number) => Math.min(1, Math.max(0, value))
