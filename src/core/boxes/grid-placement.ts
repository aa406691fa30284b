import type { ElementStyle } from '../cascade/style.ts'
import { computed } from './box-style.ts'

/** Columns from one on, up to another that is not among them; counted from 0. */
export interface Columns {
  readonly from: number
  readonly to: number
}

/** A line or span as `grid-column-start` and `grid-column-end` name it. */
type Line = { readonly line: number } | { readonly span: number } | 'auto' | 'unknown'

/**
 * The columns that the items of a grid stand in (CSS Grid 2, section 8.5, rows filled one after another); null for items whose place
 * cannot be told, or that stand beyond the columns there are.
 */
export function placeInColumns(
  items: readonly ElementStyle[],
  count: number,
  areas: string,
): readonly (Columns | null)[] {
  const inRows = items.some((style) => computed(style, 'grid-row-start') !== 'auto')
  let next = 0
  return items.map((style) => {
    const named = areaNamed(areas, computed(style, 'grid-column-start'))
    if (named) return named
    const start = lineOf(computed(style, 'grid-column-start'), count)
    const end = lineOf(computed(style, 'grid-column-end'), count)
    const fixed = fixedColumns(start, end)
    if (fixed === 'unknown') return null
    if (fixed) {
      next = fixed.to
      return fixed.from >= 0 && fixed.to <= count ? fixed : null
    }
    const span = spanOf(start, end)
    if (span > count || (inRows && count > 1)) return null
    const from = next + span > count ? 0 : next
    next = from + span
    return { from, to: next }
  })
}

function lineOf(value: string, count: number): Line {
  if (value === 'auto') return 'auto'
  const span = /^span (\d+)$/.exec(value)
  if (span) return { span: Number(span[1]) }
  if (!/^-?\d+$/.test(value)) return 'unknown'
  const number = Number(value)
  return { line: number > 0 ? number - 1 : count + 1 + number }
}

function fixedColumns(start: Line, end: Line): Columns | 'unknown' | null {
  if (start === 'unknown' || end === 'unknown') return 'unknown'
  const [from, to] = [lineIn(start), lineIn(end)]
  if (from !== null && to !== null)
    return from === to ? { from, to: from + 1 } : { from: Math.min(from, to), to: Math.max(from, to) }
  if (from !== null) return { from, to: from + spanOf('auto', end) }
  return to !== null ? { from: to - spanOf(start, 'auto'), to } : null
}

const lineIn = (line: Line) => (typeof line === 'object' && 'line' in line ? line.line : null)

function spanOf(start: Line, end: Line): number {
  for (const line of [start, end]) if (typeof line === 'object' && 'span' in line) return line.span
  return 1
}

/** The columns of a named area, as `grid-template-areas` draws it. */
function areaNamed(areas: string, name: string): Columns | null {
  if (!/^[^\d-]/.test(name) || name === 'auto') return null
  for (const [, row] of areas.matchAll(/"([^"]*)"/g)) {
    const cells = row!.trim().split(/\s+/)
    if (cells.includes(name)) return { from: cells.indexOf(name), to: cells.lastIndexOf(name) + 1 }
  }
  return null
}
