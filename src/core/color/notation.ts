import { converter, formatHex, formatHex8, formatHsl, formatRgb, parse, round, type Color } from 'culori'

const toRgb = converter('rgb')
const toHsl = converter('hsl')
const toOklch = converter('oklch')
const round3 = round(3)

/** A colour as a picker speaks of it: "#rrggbb", or "#rrggbbaa" when translucent. Null for what is no plain colour. */
export function toHex(value: string): string | null {
  const color = parseColor(value)
  if (!color) return null
  const rgb = toRgb(color)
  return (rgb.alpha ?? 1) < 1 ? formatHex8(rgb) : formatHex(rgb)
}

/** Whether a value is one plain colour that can be computed without a page (no `var()`, no `currentcolor`). */
export function isColor(value: string): boolean {
  return parseColor(value) !== null
}

/** Writes a picked colour ("#rrggbb[aa]") in the notation of `model`: hex, rgb(), hsl() or oklch(); hex for the rest. */
export function writeColorLike(model: string, hex: string): string {
  const color = parse(hex)
  if (!color) return hex
  const notation = /^\s*([a-z-]+)\(/i.exec(model)?.[1]?.toLowerCase() ?? ''
  if (notation.startsWith('rgb')) return formatRgb(color)
  if (notation.startsWith('hsl')) return formatHsl(round3Hsl(color))
  if (notation === 'oklch') {
    const { l, c, h = 0, alpha = 1 } = toOklch(color)
    return `oklch(${round3(l)} ${round3(c)} ${round3(h)}${alpha < 1 ? ` / ${round3(alpha)}` : ''})`
  }
  const upper = /^#[0-9A-F]*[A-F][0-9A-F]*$/.test(model.trim())
  return upper ? hex.toUpperCase() : hex
}

function round3Hsl(color: Color) {
  const { h = 0, s, l, alpha } = toHsl(color)
  return { mode: 'hsl' as const, h: Math.round(h * 10) / 10, s: round3(s), l: round3(l), ...(alpha === undefined ? {} : { alpha }) }
}

function parseColor(value: string): Color | null {
  return parse(value.trim().toLowerCase()) ?? null
}
