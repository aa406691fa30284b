import { differenceEuclidean } from 'culori'
import { parseColor } from '../values/parse-color.ts'

/** Opacity counts as a fourth axis. */
const apart = differenceEuclidean('oklab', [1, 1, 1, 1])

/** Distance of two plain colours in OKLab (CSS Color 4, section 12.2 "ΔEOK"), opacity as a fourth axis; 0 for equal ones, NaN for what is no colour. About 0.02 is just seen side by side (common practice). */
export function difference(a: string, b: string): number {
  const [one, two] = [a, b].map((value) => {
    const color = parseColor(value)
    return color && { ...color, alpha: color.alpha ?? 1 }
  })
  return one && two ? apart(one, two) : NaN
}
