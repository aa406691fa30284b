import { converter, formatHex } from 'culori'

const toOklab = converter('oklab')

/** A main colour of a picture. */
export interface MainColor {
  readonly hex: string
  /** Of the picture's pixels, 0 to 1. */
  readonly share: number
}

/** Rounds of k-means; it has mostly settled after five. */
const ROUNDS = 12
/** Pixels looked at: more change the outcome little. */
const MOST_PIXELS = 20_000

/**
 * The main colours of a picture: k-means in OKLab, begun from the colours farthest apart, so that the same picture always gives
 * the same answer. `pixels` is RGBA, 8 bit each; pixels that are half see-through or more do not count.
 */
export function mainColors(pixels: Uint8ClampedArray, most: number): MainColor[] {
  const points: [number, number, number][] = []
  const step = Math.max(1, Math.floor(pixels.length / 4 / MOST_PIXELS))
  for (let at = 0; at < pixels.length; at += 4 * step) {
    if (pixels[at + 3]! < 128) continue
    const { l, a, b } = toOklab({
      mode: 'rgb',
      r: pixels[at]! / 255,
      g: pixels[at + 1]! / 255,
      b: pixels[at + 2]! / 255,
    })
    points.push([l, a, b])
  }
  if (points.length === 0) return []
  const away = (p: readonly number[], q: readonly number[]) =>
    (p[0]! - q[0]!) ** 2 + (p[1]! - q[1]!) ** 2 + (p[2]! - q[2]!) ** 2
  // Begin with the colour nearest to the mean, then ever the one farthest from those chosen.
  const mean = [0, 1, 2].map((axis) => points.reduce((sum, point) => sum + point[axis]!, 0) / points.length)
  const nearest = points.map((point) => away(point, mean))
  let centres: number[][] = [points[nearest.indexOf(nearest.reduce((least, each) => Math.min(least, each)))]!]
  const gap = points.map((point) => away(point, centres[0]!))
  while (centres.length < most) {
    let farthest = 0
    for (let at = 1; at < gap.length; at++) if (gap[at]! > gap[farthest]!) farthest = at
    if (gap[farthest]! < 1e-4) break
    const next = points[farthest]!
    centres.push(next)
    for (let at = 0; at < gap.length; at++) gap[at] = Math.min(gap[at]!, away(points[at]!, next))
  }
  let counts: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const sums = centres.map(() => [0, 0, 0])
    counts = centres.map(() => 0)
    for (const point of points) {
      let best = 0
      for (let at = 1; at < centres.length; at++) if (away(point, centres[at]!) < away(point, centres[best]!)) best = at
      counts[best]!++
      for (const axis of [0, 1, 2]) sums[best]![axis]! += point[axis]!
    }
    centres = centres.map((centre, at) => (counts[at] === 0 ? centre : sums[at]!.map((sum) => sum / counts[at]!)))
  }
  return centres
    .map(([l, a, b], at) => ({
      hex: formatHex({ mode: 'oklab', l: l!, a: a!, b: b! }),
      share: counts[at]! / points.length,
    }))
    .filter(({ share }) => share > 0)
    .sort((a, b) => b.share - a.share)
}
