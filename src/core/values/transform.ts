import { keyword, splitAt, type Component } from './component.ts'
import { OTHER_UNITS, toPx } from './length.ts'
import type { ComputeContext } from './write.ts'
import { evaluate, isMath, single } from './math.ts'
import { formatNumber } from './number.ts'

/** A 4×4 matrix, column by column. */
type Matrix = readonly number[]

const IDENTITY: Matrix = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1]

function multiply(a: Matrix, b: Matrix): Matrix {
  return Array.from({ length: 16 }, (_, at) => {
    const column = at >> 2
    const row = at & 3
    let sum = 0
    for (let k = 0; k < 4; k++) sum += a[k * 4 + row]! * b[column * 4 + k]!
    return sum
  })
}

/** A number of px, degrees or none; null for percentages and what is no number. */
function amount(part: readonly Component[], context: ComputeContext): number | null {
  const [component] = part
  if (!component) return null
  if (component.kind === 'number') return component.value
  if (component.kind === 'dimension') {
    const other = OTHER_UNITS[component.unit]
    return toPx(component.value, component.unit, context) ?? (other ? component.value * other.times : null)
  }
  if (component.kind !== 'function' || !isMath(component.name)) return null
  const sum = evaluate(component, context)
  const one = sum && single(sum)
  return one && one.unit !== '%' ? one.value : null
}

/** CSS Transforms 2, section 14.1: the matrix of each function. */
function matrixOf(name: string, values: readonly number[]): Matrix | null {
  const [a = 0, b, c, d = 0] = values
  const set = (changes: Readonly<Record<number, number>>): Matrix => IDENTITY.map((value, at) => changes[at] ?? value)
  const cos = Math.cos((a * Math.PI) / 180)
  const sin = Math.sin((a * Math.PI) / 180)
  const tan = (degrees: number) => Math.tan((degrees * Math.PI) / 180)
  switch (name) {
    case 'translate':
      return set({ 12: a, 13: b ?? 0 })
    case 'translatex':
      return set({ 12: a })
    case 'translatey':
      return set({ 13: a })
    case 'translatez':
      return set({ 14: a })
    case 'translate3d':
      return set({ 12: a, 13: b ?? 0, 14: c ?? 0 })
    case 'scale':
      return set({ 0: a, 5: b ?? a })
    case 'scalex':
      return set({ 0: a })
    case 'scaley':
      return set({ 5: a })
    case 'scalez':
      return set({ 10: a })
    case 'scale3d':
      return set({ 0: a, 5: b ?? 1, 10: c ?? 1 })
    case 'rotate':
    case 'rotatez':
      return set({ 0: cos, 1: sin, 4: -sin, 5: cos })
    case 'rotatex':
      return set({ 5: cos, 6: sin, 9: -sin, 10: cos })
    case 'rotatey':
      return set({ 0: cos, 2: -sin, 8: sin, 10: cos })
    case 'rotate3d': {
      const length = Math.hypot(a, b ?? 0, c ?? 0)
      if (length === 0) return IDENTITY
      const [x, y, z] = [a / length, (b ?? 0) / length, (c ?? 0) / length]
      const s = Math.sin((d * Math.PI) / 180)
      const k = Math.cos((d * Math.PI) / 180)
      const t = 1 - k
      return [
        t * x * x + k,
        t * x * y + s * z,
        t * x * z - s * y,
        0,
        t * x * y - s * z,
        t * y * y + k,
        t * y * z + s * x,
        0,
        t * x * z + s * y,
        t * y * z - s * x,
        t * z * z + k,
        0,
        0,
        0,
        0,
        1,
      ]
    }
    case 'skew':
      return set({ 4: tan(a), 1: tan(b ?? 0) })
    case 'skewx':
      return set({ 4: tan(a) })
    case 'skewy':
      return set({ 1: tan(a) })
    case 'matrix':
      return values.length === 6 ? set({ 0: a, 1: b!, 4: c!, 5: d, 12: values[4]!, 13: values[5]! }) : null
    case 'matrix3d':
      return values.length === 16 ? values : null
    case 'perspective':
      return set({ 11: a === 0 ? 0 : -1 / Math.max(1, a) })
    default:
      return null
  }
}

/**
 * `transform` as `getComputedStyle` gives it, a matrix. Percentages are of the box, which is not known here: a list with
 * any is written function by function.
 */
export function computeTransform(components: readonly Component[], context: ComputeContext): string | null {
  if (keyword(components[0]) === 'none') return 'none'
  let matrix = IDENTITY
  let flat = true
  let unknown = false
  const written: string[] = []
  for (const component of components) {
    if (component.kind !== 'function') return null
    const parts = splitAt(component.args, ',')
    const values = parts.map((part) => amount(part, context))
    if (values.some((value) => value === null)) unknown = true
    const own = unknown ? IDENTITY : matrixOf(component.name, values as number[])
    if (!own) return null
    if (/3d$|z$|^rotate[xy]$|^perspective$/.test(component.name)) flat = false
    matrix = multiply(matrix, own)
    written.push(
      `${component.name}(${parts.map((part, at) => (values[at] === null ? text(part) : `${formatNumber(values[at]!)}${/^(?:rotate|skew)/.test(component.name) ? 'deg' : /^(?:scale|matrix)/.test(component.name) ? '' : 'px'}`)).join(', ')})`,
    )
  }
  if (unknown) return written.join(' ')
  // Sines of right angles are not quite 0 in binary.
  const clean = matrix.map((value) => (Math.abs(value) < 1e-15 ? 0 : value))
  if (flat) return `matrix(${[0, 1, 4, 5, 12, 13].map((at) => formatNumber(clean[at]!)).join(', ')})`
  return `matrix3d(${clean.map(formatNumber).join(', ')})`
}

function text(part: readonly Component[]): string {
  const [component] = part
  return component?.kind === 'percentage' ? `${formatNumber(component.value)}%` : ''
}
