import { toLinear, toStored } from './transfer.ts'
import { difference } from './difference.ts'
import { hexOfRgb, readRgb, type Rgb } from './rgb.ts'
import { VISION_MATRICES, type Vision } from './vision.ts'

/** A colour as it is seen. */
export function seenBy(color: Rgb, vision: Vision): Rgb {
  const { rows, linear } = VISION_MATRICES[vision]
  const from = [color.r, color.g, color.b].map(linear ? toLinear : (value) => value)
  const [r, g, b] = rows.map((row) => {
    const sum = Math.min(
      1,
      Math.max(
        0,
        row.reduce((total, factor, at) => total + factor * from[at]!, 0),
      ),
    )
    return linear ? toStored(sum) : sum
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
export function collapses(
  colors: readonly { readonly name: string; readonly value: string }[],
  vision: Vision,
): Collapse[] {
  const known = colors.flatMap(({ name, value }) => {
    const rgb = readRgb(value)
    return rgb && rgb.alpha === 1 ? [{ name, hex: hexOfRgb(rgb), seen: hexOfRgb(seenBy(rgb, vision)) }] : []
  })
  return known.flatMap((one, at) =>
    known
      .slice(at + 1)
      .filter((two) => difference(one.hex, two.hex) > APART && difference(one.seen, two.seen) < ALIKE)
      .map((two): Collapse => ({
        names: [one.name, two.name],
        values: [one.hex, two.hex],
        seen: [one.seen, two.seen],
      })),
  )
}
