import { formatNumber } from '../values/number.ts'

/** Ratios of type scales, named as the musical intervals they are (common practice). */
export const RATIOS: readonly (readonly [name: string, ratio: number])[] = [
  ['minor second', 16 / 15],
  ['major second', 9 / 8],
  ['minor third', 6 / 5],
  ['major third', 5 / 4],
  ['perfect fourth', 4 / 3],
  ['tritone', Math.SQRT2],
  ['perfect fifth', 3 / 2],
  ['golden section', (1 + Math.sqrt(5)) / 2],
]

/** The roles a scale gives sizes to, and how many steps each is above the base. */
export const SCALE_STEPS: readonly (readonly [selector: string, step: number])[] = [
  ['h1', 5],
  ['h2', 4],
  ['h3', 3],
  ['h4', 2],
  ['h5', 1],
  ['h6', 0],
  ['small', -1],
]

/** A size on a geometric scale: base × ratio ^ step, in rem, to a thousandth. `base` in rem. */
export function scaledSize(base: number, ratio: number, step: number): string {
  return `${formatNumber(Math.round(base * ratio ** step * 1000) / 1000)}rem`
}
