/** Bytes of an SVG that are read to find out how large it is: its first tag stands there. */
const READ = 100_000
/** CSS px of the absolute units (CSS Values 4, section 6.2). */
const PX: Readonly<Record<string, number>> = {
  '': 1,
  px: 1,
  pt: 4 / 3,
  pc: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
}

/** Whether bytes are markup, as an SVG is, and no picture made of pixels. */
export function isMarkup(bytes: Uint8Array): boolean {
  return /^(?:\uFEFF|\xEF\xBB\xBF)?\s*</.test(Buffer.from(bytes.subarray(0, 200)).toString('latin1'))
}

/**
 * Width and height of an SVG in px, by its first tag alone: `width` and `height`, else the `viewBox` (SVG 2, section 8.2).
 * Nothing is drawn, for a drawing of a few lines can take a computer minutes. Null where it does not say.
 */
export function svgSize(bytes: Uint8Array): { width: number; height: number } | null {
  const text = Buffer.from(bytes.subarray(0, READ))
    .toString('utf8')
    .replace(/<!--[^]*?(?:-->|$)/g, '')
  const tag = /<(?:[\w-]+:)?svg\b((?:[^>"']|"[^"]*"|'[^']*')*)>/i.exec(text)?.[1]
  if (tag === undefined) return null
  const attribute = (name: string) =>
    new RegExp(`(?:^|\\s)${name}\\s*=\\s*(?:"([^"]*)"|'([^']*)')`)
      .exec(tag)
      ?.slice(1)
      .find((each) => each !== undefined)
  const box = attribute('viewBox')
    ?.trim()
    .split(/[\s,]+/)
    .map(Number)
  const [, , boxWidth, boxHeight] = box?.length === 4 && box.every(Number.isFinite) ? box : []
  const [width, height] = [inPx(attribute('width')), inPx(attribute('height'))]
  // One that is missing follows from the other and the proportions of the box.
  const ratio = boxWidth && boxHeight ? boxWidth / boxHeight : null
  return rounded(
    width ?? (height !== null && ratio !== null ? height * ratio : boxWidth),
    height ?? (width !== null && ratio !== null ? width / ratio : boxHeight),
  )
}

function inPx(text: string | undefined): number | null {
  const match = /^\s*\+?(\d*\.?\d+(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(text ?? '')
  const unit = PX[match?.[2]?.toLowerCase() ?? '']
  return match && unit !== undefined ? Number(match[1]) * unit : null
}

function rounded(width: number | undefined, height: number | undefined): { width: number; height: number } | null {
  const [w, h] = [Math.round(width ?? 0), Math.round(height ?? 0)]
  return w > 0 && h > 0 && w < LARGEST && h < LARGEST ? { width: w, height: h } : null
}

const LARGEST = 1_000_000
