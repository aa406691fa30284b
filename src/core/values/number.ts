/**
 * A number as browsers write it in computed values: single precision, six significant digits, no trailing zeros
 * (CSSOM 1, section 6.7.2 leaves the precision open; this is Chromium's).
 */
export function formatNumber(value: number): string {
  const single = Math.fround(value)
  if (Number.isInteger(single)) return single === 0 ? '0' : String(single)
  if (!Number.isFinite(single)) return single > 0 ? 'infinity' : single < 0 ? '-infinity' : 'NaN'
  const text = single.toPrecision(6)
  const plain = text.includes('e') ? Number(text).toFixed(12) : text
  const trimmed = plain.includes('.') ? plain.replace(/0+$/, '').replace(/\.$/, '') : plain
  return trimmed === '-0' ? '0' : trimmed
}

/** A length in px as browsers write it. */
export function formatPx(value: number): string {
  return `${formatNumber(value)}px`
}
