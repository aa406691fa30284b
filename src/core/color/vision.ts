import { difference } from './difference.ts'
import { hexOfRgb, readRgb, type Rgb } from './rgb.ts'

/** Ways of seeing that the lineup can be looked at through. */
export const VISIONS = ['protanopia', 'deuteranopia', 'tritanopia', 'achromatopsia', 'greyscale'] as const
export type Vision = (typeof VISIONS)[number]

/** A change of red, green and blue: three rows of three factors, applied to linear light or to the values as they are stored. */
export interface VisionMatrix {
  readonly rows: readonly [number[], number[], number[]]
  readonly linear: boolean
}

/** Luminance of linear sRGB light (IEC 61966-2-1). */
const LUMINANCE = [0.2126, 0.7152, 0.0722]

/**
 * Dichromats: G. M. Machado, M. M. Oliveira, L. A. F. Fernandes, "A Physiologically-based Model for Simulation of Color Vision
 * Deficiency", IEEE TVCG 15 (6), 2009, matrices for severity 1.0, on linear light. Achromatopsia keeps luminance alone.
 * Greyscale is `grayscale(1)` of Filter Effects 1, section 8.6: on stored values, as a grey print is.
 */
export const VISION_MATRICES: Readonly<Record<Vision, VisionMatrix>> = {
  protanopia: { linear: true, rows: [[0.152286, 1.052583, -0.204868], [0.114503, 0.786281, 0.099216], [-0.003882, -0.048116, 1.051998]] },
  deuteranopia: { linear: true, rows: [[0.367322, 0.860646, -0.227968], [0.280085, 0.672501, 0.047413], [-0.01182, 0.04294, 0.968881]] },
  tritanopia: { linear: true, rows: [[1.255528, -0.076749, -0.178779], [-0.078411, 0.930809, 0.147602], [0.004733, 0.691367, 0.3039]] },
  achromatopsia: { linear: true, rows: [LUMINANCE, LUMINANCE, LUMINANCE] },
  greyscale: { linear: false, rows: [LUMINANCE, LUMINANCE, LUMINANCE] },
}

/** The `values` of an SVG `feColorMatrix` for a way of seeing. */
export function filterValues(vision: Vision): string {
  return [...VISION_MATRICES[vision].rows.map((row) => [...row, 0, 0].join(' ')), '0 0 0 1 0'].join(' ')
}

const expand = (value: number) => (value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4)
const compress = (value: number) => (value <= 0.0031308 ? value * 12.92 : 1.055 * value ** (1 / 2.4) - 0.055)

/** A colour as it is seen. */
export function seenBy(color: Rgb, vision: Vision): Rgb {
  const { rows, linear } = VISION_MATRICES[vision]
  const from = [color.r, color.g, color.b].map(linear ? expand : (value) => value)
  const [r, g, b] = rows.map((row) => {
    const sum = Math.min(1, Math.max(0, row.reduce((total, factor, at) => total + factor * from[at]!, 0)))
    return linear ? compress(sum) : sum
  }) as [number, number, number]
  return { r, g, b, alpha: color.alpha }
}

/** Two colours that are told apart by most people, and by some no more. */
export interface Collapse {
  readonly names: readonly [string, string]
  /** As they are, and as they are seen; hex. */
  readonly values: readonly [string, string]
  readonly seen: readonly [string, string]
}

/** Colours farther apart than this in OKLab look different at a glance; closer than {@link ALIKE} they look the same beside each other. Our own choice, from looking. */
export const APART = 0.1
export const ALIKE = 0.045

/** The pairs of named colours that collapse for a way of seeing. Values are plain colours. */
export function collapses(colors: readonly { readonly name: string; readonly value: string }[], vision: Vision): Collapse[] {
  const known = colors.flatMap(({ name, value }) => {
    const rgb = readRgb(value)
    return rgb && rgb.alpha === 1 ? [{ name, hex: hexOfRgb(rgb), seen: hexOfRgb(seenBy(rgb, vision)) }] : []
  })
  return known.flatMap((one, at) => known.slice(at + 1)
    .filter((two) => difference(one.hex, two.hex) > APART && difference(one.seen, two.seen) < ALIKE)
    .map((two): Collapse => ({ names: [one.name, two.name], values: [one.hex, two.hex], seen: [one.seen, two.seen] })))
}
