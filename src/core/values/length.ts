import type { Viewport } from './media.ts'

/** What relative units are relative to. All numbers in CSS px. */
export interface LengthContext {
  readonly fontSize: number
  readonly rootFontSize: number
  /** Used line height, for `lh`. */
  readonly lineHeight: number
  readonly rootLineHeight: number
  /** Computed `font-family`, for `ex` and `ch`. */
  readonly fontFamily: string
  readonly viewport: Viewport
}

/** px of one absolute unit (CSS Values and Units 4, section 6.2): 1in = 96px = 72pt = 6pc = 2.54cm. */
const ABSOLUTE: Readonly<Record<string, number>> = {
  px: 1,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
  pt: 96 / 72,
  pc: 16,
}

/**
 * Heights of "x" and widths of "0" in em, read from the fonts' OS/2 and hmtx tables. The first family of a stack that is
 * known counts; whether it is installed nobody can tell here.
 */
const METRICS: Readonly<Record<string, { ex: number; ch: number }>> = {
  serif: { ex: 0.448, ch: 0.5 },
  'times new roman': { ex: 0.448, ch: 0.5 },
  times: { ex: 0.448, ch: 0.5 },
  georgia: { ex: 0.481, ch: 0.614 },
  'sans-serif': { ex: 0.519, ch: 0.556 },
  arial: { ex: 0.519, ch: 0.556 },
  helvetica: { ex: 0.519, ch: 0.556 },
  verdana: { ex: 0.545, ch: 0.636 },
  monospace: { ex: 0.53, ch: 0.6 },
  'courier new': { ex: 0.423, ch: 0.6 },
}
const PLAIN = { ex: 0.5, ch: 0.5 }

function metricsOf(family: string): { ex: number; ch: number } {
  for (const name of family.split(',')) {
    const known = METRICS[name.trim().replace(/^"|"$/g, '').toLowerCase()]
    if (known) return known
  }
  return PLAIN
}

/** The px of a length; null for a unit that is none. Viewport units take small, large and dynamic viewports as equal. */
export function toPx(value: number, unit: string, context: LengthContext): number | null {
  const absolute = ABSOLUTE[unit]
  if (absolute !== undefined) return value * absolute
  switch (unit) {
    case 'em':
      return value * context.fontSize
    case 'rem':
      return value * context.rootFontSize
    case 'ex':
      return value * context.fontSize * metricsOf(context.fontFamily).ex
    case 'ch':
      return value * context.fontSize * metricsOf(context.fontFamily).ch
    case 'rex':
      return value * context.rootFontSize * PLAIN.ex
    case 'rch':
      return value * context.rootFontSize * PLAIN.ch
    case 'cap':
      return value * context.fontSize * 0.7
    case 'ic':
      return value * context.fontSize
    case 'lh':
      return value * context.lineHeight
    case 'rlh':
      return value * context.rootLineHeight
  }
  const axis = /^[sld]?v(w|h|min|max|i|b)$/.exec(unit)?.[1] ?? /^cq(w|h|min|max|i|b)$/.exec(unit)?.[1]
  if (axis === undefined) return null
  const { width, height } = context.viewport
  switch (axis) {
    case 'w':
    case 'i':
      return (value * width) / 100
    case 'h':
    case 'b':
      return (value * height) / 100
    case 'min':
      return (value * Math.min(width, height)) / 100
    default:
      return (value * Math.max(width, height)) / 100
  }
}

/** Degrees of one angle unit, seconds of one time unit, dots per px of one resolution unit. */
export const OTHER_UNITS: Readonly<Record<string, { readonly to: 'deg' | 's' | 'dppx'; readonly times: number }>> = {
  deg: { to: 'deg', times: 1 },
  grad: { to: 'deg', times: 0.9 },
  rad: { to: 'deg', times: 180 / Math.PI },
  turn: { to: 'deg', times: 360 },
  s: { to: 's', times: 1 },
  ms: { to: 's', times: 0.001 },
  dppx: { to: 'dppx', times: 1 },
  x: { to: 'dppx', times: 1 },
  dpi: { to: 'dppx', times: 1 / 96 },
  dpcm: { to: 'dppx', times: 2.54 / 96 },
}
