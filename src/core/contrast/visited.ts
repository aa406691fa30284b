import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { readRgb, type Rgb } from '../color/rgb.ts'
import { idOf, LONGHANDS, showsWhenVisited } from '../properties/longhands.ts'

const GROUND = idOf('background-color')

/**
 * A colour of a visited link: its own, with the opacity it has while unvisited (Selectors 4, section 8.2). A ground that is clear is
 * taken for one that nobody set, as browsers do.
 */
export function visitedColor(style: ElementStyle, rest: ElementStyle, id: number): Rgb | null {
  const color = readRgb(resolvedValue(style, id))
  const unvisited = readRgb(resolvedValue(rest, id))
  if (!color || !unvisited) return color
  if (id === GROUND && color.alpha === 0) return unvisited
  return { ...color, alpha: unvisited.alpha }
}

/** A longhand of a visited link as it shows: of all that rules say, browsers take colours alone. */
export function visitedValue(style: ElementStyle, rest: ElementStyle, id: number): string {
  const before = resolvedValue(rest, id)
  if (style === rest || !showsWhenVisited(LONGHANDS[id]!.name)) return before
  const color = visitedColor(style, rest, id)
  // What is no colour, such as a paint of SVG, is not seen by anybody here.
  if (!color) return before
  const [r, g, b] = [color.r, color.g, color.b].map((part) => Math.round(part * 255))
  return color.alpha === 1 ? `rgb(${r}, ${g}, ${b})` : `rgba(${r}, ${g}, ${b}, ${Number(color.alpha.toFixed(3))})`
}
