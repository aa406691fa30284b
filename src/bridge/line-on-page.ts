import { seenBoxes } from './boxes.ts'
import type { SeenBox } from './messages.ts'
import { page } from './own.ts'

/** Which row is measured on the page, and how many px of it are one of the screen. */
export interface LineOnPage {
  readonly container: number
  readonly members: readonly number[]
  readonly perPx: number
}

/** Heights of the drawing, px of the screen. */
const STRIP = { top: 20, height: 10 }
const ROOM = 40
const WHOLE = 56

const INK = '#c2185b'

/**
 * A rule that draws a dimension line over a row: numbers, ticks, hatched paddings, and the container's room below. It is written before
 * or behind all content, where the page's sheet writes nothing, and takes no room; '' where there is nothing to draw.
 */
export function ruleForLine({ container, members, perPx }: LineOnPage): string {
  const [around, ...row] = seenBoxes([container, ...members])
  const boxes = row.filter((box) => box !== null)
  if (!around || boxes.length === 0) return ''
  const inner = {
    from: around.left + around.border[0] + around.padding[0],
    to: around.left + around.width - around.border[1] - around.padding[1],
  }
  const left = Math.min(inner.from, ...boxes.map((box) => box.left - box.margin[0]))
  const right = Math.max(inner.to, ...boxes.map((box) => box.left + box.width + box.margin[1]))
  const first = Math.min(...boxes.map(({ top }) => top))
  const height = WHOLE * perPx
  // Above the row where there is room for it.
  const top = first >= height ? first - height : first
  const pseudo = freePseudo()
  if (pseudo === '') return ''
  const drawing = svg(boxes, inner, { left, width: right - left, perPx })
  return `:root${pseudo}{${[
    'content:""',
    'display:block',
    'position:absolute',
    `left:${left}px`,
    `top:${top}px`,
    `width:${right - left}px`,
    `height:${height}px`,
    'margin:0',
    'padding:0',
    'border:0',
    'z-index:2147483647',
    'pointer-events:none',
    `background:url("data:image/svg+xml,${encodeURIComponent(drawing)}") 0 0/100% 100% no-repeat`,
  ].join('!important;')}!important}`
}

function freePseudo(): string {
  const root = page.root()
  if (!root) return ''
  return ['::after', '::before'].find((name) => getComputedStyle(root, name).content === 'none') ?? ''
}

interface Ground {
  readonly left: number
  readonly width: number
  readonly perPx: number
}

function svg(boxes: readonly SeenBox[], inner: { from: number; to: number }, { left, width, perPx }: Ground): string {
  const across = width / perPx
  const x = (px: number) => ((px - left) / perPx).toFixed(2)
  const rows = boxes.map((box) => {
    const [from, to] = [box.left - box.margin[0], box.left + box.width + box.margin[1]]
    return dimension(from, to, STRIP.top - 4, -2, x, perPx) + strip(box, x)
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${across} ${WHOLE}" font-family="sans-serif" font-size="11"><defs><pattern id="h" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><rect width="4" height="4" fill="#fff"/><line x1="0" x2="0" y1="0" y2="4" stroke="${INK}" stroke-width="1.5"/></pattern></defs>${rows.join('')}${dimension(inner.from, inner.to, ROOM, 12, x, perPx)}</svg>`
}

/** Border, padding and content of a box as a strip. */
function strip(box: SeenBox, x: (px: number) => string): string {
  const { top, height } = STRIP
  const edges = [box.left, box.left + box.border[0], box.left + box.border[0] + box.padding[0]]
  const end = box.left + box.width
  const behind = [end - box.border[1] - box.padding[1], end - box.border[1], end]
  const piece = (from: number, to: number, fill: string) =>
    to - from < 0.1
      ? ''
      : `<rect x="${x(from)}" y="${top}" width="${(Number(x(to)) - Number(x(from))).toFixed(2)}" height="${height}" fill="${fill}"/>`
  return (
    piece(edges[0]!, edges[1]!, INK) +
    piece(edges[1]!, edges[2]!, 'url(#h)') +
    piece(edges[2]!, behind[0]!, '#fff') +
    piece(behind[0]!, behind[1]!, 'url(#h)') +
    piece(behind[1]!, behind[2]!, INK) +
    `<rect x="${x(box.left)}" y="${top}" width="${(Number(x(end)) - Number(x(box.left))).toFixed(2)}" height="${height}" fill="none" stroke="${INK}"/>`
  )
}

function dimension(
  from: number,
  to: number,
  y: number,
  below: number,
  x: (px: number) => string,
  perPx: number,
): string {
  const number = String(Math.round((to - from) * 100) / 100)
  const fits = (to - from) / perPx > number.length * 7
  const middle = x((from + to) / 2)
  const words = fits
    ? `<text x="${middle}" y="${y + below}" text-anchor="middle" fill="${INK}" stroke="#fff" stroke-width="3" paint-order="stroke">${number}</text>`
    : ''
  const tick = (at: number) => `<line x1="${x(at)}" x2="${x(at)}" y1="${y - 4}" y2="${y + 4}" stroke="${INK}"/>`
  return `<line x1="${x(from)}" x2="${x(to)}" y1="${y}" y2="${y}" stroke="${INK}"/>${tick(from)}${tick(to)}${words}`
}
