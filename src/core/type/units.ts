import { formatNumber } from '../values/number.ts'

/** Units a size can be written in. */
export const SIZE_UNITS = ['px', 'rem', 'em', '%', 'pt', 'vw'] as const
export type SizeUnit = (typeof SIZE_UNITS)[number]

/** What a size depends on; all px. */
export interface SizeContext {
  /** Font size of the parent: what em and % of a font size are of (CSS Values 4, section 6.1.1). */
  readonly parent: number
  /** Font size of the root element. */
  readonly root: number
  /** Width of the viewport. */
  readonly viewport: number
}

/** One of a unit in px (CSS Values 4, sections 6.1 and 6.2: an inch is 96 px or 72 pt). */
function pxOf(unit: SizeUnit, { parent, root, viewport }: SizeContext): number {
  return { px: 1, rem: root, em: parent, '%': parent / 100, pt: 96 / 72, vw: viewport / 100 }[unit]
}

/** A plain size such as "1.2rem"; null for what is no number with one of {@link SIZE_UNITS}. */
export function readSize(text: string): { readonly number: number; readonly unit: SizeUnit } | null {
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(px|rem|em|%|pt|vw)$/i.exec(text.trim())
  return match ? { number: Number(match[1]), unit: match[2]!.toLowerCase() as SizeUnit } : null
}

/** A size in px; null for what is no plain size. */
export function sizeInPx(text: string, context: SizeContext): number | null {
  const size = readSize(text)
  return size && size.number * pxOf(size.unit, context)
}

/** Writes px in a unit, to a thousandth (whole and half px stay). Null where the unit is nothing wide here. */
export function writeSize(px: number, unit: SizeUnit, context: SizeContext): string | null {
  const one = pxOf(unit, context)
  return one > 0 ? `${formatNumber(Math.round((px / one) * 1000) / 1000)}${unit}` : null
}

/** Two sizes at two widths of the viewport, all px. */
export interface FluidSize {
  readonly least: { readonly viewport: number; readonly size: number }
  readonly most: { readonly viewport: number; readonly size: number }
}

/**
 * A size that grows evenly between two viewport widths and stays outside of them: `clamp()` with the straight line through both
 * points, its steady part in rem so that a larger font size of the reader's still counts. Null when both widths are the same.
 */
export function fluidSize({ least, most }: FluidSize, root: number): string | null {
  if (least.viewport === most.viewport) return null
  const slope = (most.size - least.size) / (most.viewport - least.viewport)
  const start = least.size - slope * least.viewport
  const rem = (px: number) => `${short(px / root)}rem`
  const [low, high] = [least.size, most.size].sort((a, b) => a - b) as [number, number]
  const vw = slope * 100
  return `clamp(${rem(low)}, ${rem(start)} ${vw < 0 ? '-' : '+'} ${short(Math.abs(vw))}vw, ${rem(high)})`
}

/** Reads a `clamp()` as {@link fluidSize} writes it; null for another. */
export function readFluid(text: string, root: number): FluidSize | null {
  const match = /^clamp\(\s*([\d.]+)rem\s*,\s*(-?[\d.]+)rem\s*([+-])\s*([\d.]+)vw\s*,\s*([\d.]+)rem\s*\)$/i.exec(
    text.trim(),
  )
  if (!match) return null
  const [low, start, vw, high] = [match[1], match[2], match[4], match[5]].map(Number) as [
    number,
    number,
    number,
    number,
  ]
  const slope = (vw / 100) * (match[3] === '-' ? -1 : 1)
  if (slope === 0) return null
  const at = (size: number) => ({ size: size * root, viewport: Math.round(((size - start) * root) / slope) })
  const ends = [at(low), at(high)].sort((a, b) => a.viewport - b.viewport) as [FluidSize['least'], FluidSize['least']]
  return { least: ends[0], most: ends[1] }
}

const short = (value: number) => formatNumber(Math.round(value * 10_000) / 10_000)
