import type { ElementStyle } from '../cascade/style.ts'
import { computed, lengthOf } from './box-style.ts'
import type { Pair } from './used-box.ts'

/** Above and below the content of a box, in px. */
export interface UprightEdges {
  readonly padding: Pair
  readonly border: Pair
  readonly margin: Pair
}

const EDGES = [
  'padding-top',
  'padding-bottom',
  'border-top-width',
  'border-bottom-width',
  'margin-top',
  'margin-bottom',
] as const

/**
 * What surrounds the content above and below; percentages are taken from the `width` of the containing block (CSS 2.2, section 8.3).
 * Null where nobody knows that. Automatic margins are nothing.
 */
export function uprightEdges(style: ElementStyle, width: number | null): UprightEdges | null {
  const sides = EDGES.map((name) => (computed(style, name) === 'auto' ? 0 : lengthOf(style, name, width)))
  if (sides.includes(null)) return null
  const [a, b, c, d, e, f] = sides as number[]
  return { padding: [a!, b!], border: [c!, d!], margin: [e!, f!] }
}

/** Paddings and borders together. */
export const sumOfUpright = ({ padding, border }: UprightEdges): number =>
  padding[0] + padding[1] + border[0] + border[1]

/** The content height that a height asks for: `box-sizing` may count edges in it. */
export function contentHeightOf(style: ElementStyle, size: number, edges: UprightEdges): number {
  return Math.max(0, computed(style, 'box-sizing') === 'border-box' ? size - sumOfUpright(edges) : size)
}

/**
 * A content height within its minimum and maximum (CSS 2.2, section 10.7); percentages are taken from `base`, and where nobody knows
 * that there is no limit. Null where the content tells.
 */
export function limitedHeight(
  style: ElementStyle,
  content: number,
  base: number | null,
  edges: UprightEdges,
): number | null {
  const limit = (property: 'min-height' | 'max-height', without: number) => {
    const value = computed(style, property)
    if (/^(?:auto|none)$/.test(value) || (base === null && value.endsWith('%'))) return without
    const size = lengthOf(style, property, base)
    return size === null ? null : contentHeightOf(style, size, edges)
  }
  const [least, most] = [limit('min-height', 0), limit('max-height', Infinity)]
  return least === null || most === null ? null : Math.max(least, Math.min(most, content))
}
