import { keyword, splitAt } from '../../values/component.ts'
import { computeColor } from '../../values/color.ts'
import { formatNumber, formatPx } from '../../values/number.ts'
import { lengthOr, number, type Compute } from '../../values/write.ts'

export const color: Compute = ([component], context) =>
  component ? (keyword(component) === 'auto' ? 'auto' : computeColor(component, context)) : null

/** A comma-separated list, each item computed alike. */
export const listOf =
  (compute: Compute): Compute =>
  (components, context) => {
    const parts = splitAt(components, ',').map((part) => compute(part, context))
    return parts.some((part) => part === null) ? null : parts.join(', ')
  }

/** Two lengths, one when they are equal. */
export const pair: Compute = (components, context) => {
  const [a, b = components[0]] = components.filter((each) => !(each.kind === 'delim'))
  const [x, y] = [lengthOr(a, context), lengthOr(b, context)]
  return x === null || y === null ? null : x === y ? x : `${x} ${y}`
}

export const clampTo =
  (low: number, high: number): Compute =>
  ([component], context) => {
    const value = number(component, context)
    return value === null ? null : formatNumber(Math.min(high, Math.max(low, value)))
  }

/** A length of SVG: a number without a unit is one of px (SVG 2, section 8.9). */
export const lengthOrNumber: Compute = ([component], context) => {
  const value = number(component, context)
  return value === null ? null : formatPx(value)
}

export const inOrder =
  (...words: string[]): Compute =>
  (components) => {
    const have = new Set(components.map(keyword))
    const found = words.filter((word) => have.has(word))
    return found.length > 0 ? found.join(' ') : components.map(keyword).join(' ') || null
  }
