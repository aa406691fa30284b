import type { PageStyles } from '../cascade/cascade.ts'
import { idOf } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { PageElement } from '../markup/tree.ts'

const WIDTH = idOf('width')
const MOST = idOf('max-width')
const PADDINGS = [idOf('padding-left'), idOf('padding-right')]
const MARGINS = [idOf('margin-left'), idOf('margin-right')]
const SIZING = idOf('box-sizing')
const DISPLAY = idOf('display')

/**
 * The widest an element's content can be, in CSS px: its own width and maximum, and those of the boxes around it, at the
 * viewport the styles were computed for; without a width of their own boxes fill what their margins leave. An upper bound: floats, columns, flex and grid items may be narrower.
 */
export function widthLimit(styles: PageStyles, element: PageElement): number {
  const chain: PageElement[] = []
  for (let at: PageElement | null = element; at; at = at.parent) chain.unshift(at)
  let limit = styles.cascade.viewport.width
  for (const at of chain) {
    const style = styles.of(at)
    if (resolvedValue(style, DISPLAY) === 'inline' && at !== element) continue
    const sum = (ids: readonly number[]) =>
      ids.reduce((all, id) => all + (lengthOf(resolvedValue(style, id), limit) ?? 0), 0)
    const paddings = sum(PADDINGS)
    const whole = resolvedValue(style, SIZING) === 'border-box'
    const inner = (size: number) => Math.max(0, whole ? size - paddings : size)
    const available = Math.max(0, limit - paddings - sum(MARGINS))
    const sizes = [lengthOf(resolvedValue(style, WIDTH), limit), lengthOf(resolvedValue(style, MOST), limit)]
      .filter((size) => size !== null)
      .map(inner)
    limit = sizes.length === 0 ? available : Math.min(...sizes)
  }
  return limit
}

/** A computed length or share of `base`, in px; null for keywords and what cannot be told. */
function lengthOf(value: string, base: number): number | null {
  const match = /^(-?[\d.]+)(px|%)$/.exec(value)
  return match ? (match[2] === '%' ? (base * Number(match[1])) / 100 : Number(match[1])) : null
}
