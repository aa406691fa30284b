import type { ElementStyle } from '../cascade/style.ts'
import { idOf } from '../properties/longhands.ts'
import { usedLength } from '../values/used-length.ts'

const NAMES = [
  'display',
  'position',
  'float',
  'clear',
  'width',
  'height',
  'min-width',
  'max-width',
  'box-sizing',
  'left',
  'right',
  'margin-left',
  'margin-right',
  'padding-left',
  'padding-right',
  'border-left-width',
  'border-right-width',
  'border-collapse',
  'border-spacing',
  'overflow-x',
  'direction',
  'writing-mode',
  'white-space-collapse',
  'text-wrap-mode',
  'letter-spacing',
  'font-size',
  'flex-direction',
  'flex-wrap',
  'flex-basis',
  'flex-grow',
  'flex-shrink',
  'justify-self',
  'justify-items',
  'column-gap',
  'column-count',
  'column-width',
  'grid-template-columns',
  'grid-template-areas',
  'grid-auto-columns',
  'grid-auto-flow',
  'grid-column-start',
  'grid-column-end',
  'grid-row-start',
  'table-layout',
  'transform',
  'filter',
  'contain',
  'will-change',
  'perspective',
  'aspect-ratio',
  'content',
  'order',
  'justify-content',
  'align-items',
  'align-self',
  'min-height',
  'max-height',
  'top',
  'bottom',
  'margin-top',
  'margin-bottom',
  'padding-top',
  'padding-bottom',
  'border-top-width',
  'border-bottom-width',
  'row-gap',
  'grid-template-rows',
  'grid-auto-rows',
  'grid-row-end',
  'align-content',
  'overflow-y',
  'list-style-type',
  'list-style-position',
  'text-align',
] as const
/** A longhand that the widths of boxes hang on. */
export type BoxProperty = (typeof NAMES)[number]

const ID = Object.fromEntries(NAMES.map((name) => [name, idOf(name)])) as Record<BoxProperty, number>

/** The computed value of a longhand that widths hang on. */
export function computed(style: ElementStyle, property: BoxProperty): string {
  return style.value(ID[property])
}

/** The id of a longhand that widths hang on. */
export function idOfBox(property: BoxProperty): number {
  return ID[property]
}

/** The px of a longhand; null for keywords and for percentages of what is not known. */
export function lengthOf(style: ElementStyle, property: BoxProperty, base: number | null): number | null {
  return usedLength(computed(style, property), base)
}

/** Left and right of what surrounds the content, in px; null where it is taken from a width nobody knows. */
export interface Edges {
  readonly padding: readonly [number, number]
  readonly border: readonly [number, number]
}

/** Paddings and borders; `base` is the width of the containing block. */
export function edgesOf(style: ElementStyle, base: number | null): Edges | null {
  const sides = (['padding-left', 'padding-right', 'border-left-width', 'border-right-width'] as const).map((name) =>
    lengthOf(style, name, base),
  )
  const [left, right, from, to] = sides
  return sides.some((side) => side === null) ? null : { padding: [left!, right!], border: [from!, to!] }
}

export function sumOfEdges({ padding, border }: Edges): number {
  return padding[0] + padding[1] + border[0] + border[1]
}

/** The content width that a width, minimum or maximum asks for: `box-sizing` may count edges in it (CSS Sizing 3, section 3.3). */
export function contentOf(style: ElementStyle, size: number, edges: Edges): number {
  return Math.max(0, computed(style, 'box-sizing') === 'border-box' ? size - sumOfEdges(edges) : size)
}

/** Minimum and maximum of the content width (CSS 2.2, section 10.4); null where only the content tells. */
export function limitsOf(
  style: ElementStyle,
  base: number | null,
  edges: Edges,
): { readonly min: number; readonly max: number } | null {
  const min = computed(style, 'min-width') === 'auto' ? 0 : lengthOf(style, 'min-width', base)
  const none = computed(style, 'max-width') === 'none'
  const max = none ? Infinity : lengthOf(style, 'max-width', base)
  if (min === null || max === null) return null
  const least = contentOf(style, min, edges)
  return { min: least, max: Math.max(least, none ? Infinity : contentOf(style, max, edges)) }
}

/** A content width within its limits. */
export const clamp = (size: number, { min, max }: { readonly min: number; readonly max: number }) =>
  Math.max(min, Math.min(max, Math.max(0, size)))

/** CSS Multicol 1, section 3.4: the width of one column; of the whole content where there is one only. */
export function columnWidth(style: ElementStyle, content: number): number {
  const count = computed(style, 'column-count')
  const wanted = lengthOf(style, 'column-width', content)
  if (count === 'auto' && wanted === null) return content
  const gap = lengthOf(style, 'column-gap', content) ?? lengthOf(style, 'font-size', null) ?? 16
  const fitting = wanted === null ? Infinity : Math.max(1, Math.floor((content + gap) / (wanted + gap)))
  const columns = Math.min(count === 'auto' ? Infinity : Number(count), fitting)
  return Math.max(0, (content - (columns - 1) * gap) / columns)
}
