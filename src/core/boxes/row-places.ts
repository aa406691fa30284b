import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { computed } from './box-style.ts'
import { columnStarts } from './grid-container.ts'
import type { Row, RowMember } from './rows.ts'

/**
 * How far the border box of each member of a row stands from the left edge of its container's content, px, in the order of the row;
 * null where that is not counted here.
 */
export function placesInRow(styles: PageStyles, row: Row): number[] | null {
  const container = styles.at(row.container)
  if (computed(container, 'direction') !== 'ltr') return null
  if (row.kind === 'grid') return inGrid(styles, row)
  const places = new Map<number, number>()
  for (const members of linesOfRow(row)) {
    const lefts = row.kind === 'flex' ? inFlexLine(styles, container, row, members) : inFloatLine(styles, row, members)
    if (!lefts) return null
    members.forEach(({ index }, at) => places.set(index, lefts[at]!))
  }
  return row.members.map(({ index }) => places.get(index)!)
}

function linesOfRow({ members }: Row): RowMember[][] {
  const last = Math.max(0, ...members.map(({ line }) => line))
  return Array.from({ length: last + 1 }, (_, line) => members.filter((member) => member.line === line))
}

function inFloatLine(styles: PageStyles, { room }: Row, members: readonly RowMember[]): number[] {
  let left = 0
  let right = room
  return members.map(({ index, box, outer }) => {
    if (computed(styles.at(index), 'float') === 'right') {
      right -= outer
      return right + box.margin[0]
    }
    left += outer
    return left - outer + box.margin[0]
  })
}

/** CSS Flexbox 1, sections 8.1 and 8.2: automatic margins take what is left, else the container shares it out. */
function inFlexLine(
  styles: PageStyles,
  container: ElementStyle,
  { room, gap }: Row,
  members: readonly RowMember[],
): number[] | null {
  if (computed(container, 'flex-direction') !== 'row' || computed(container, 'flex-wrap') === 'wrap-reverse')
    return null
  if (members.some(({ index }) => computed(styles.at(index), 'order') !== '0')) return null
  const free = room - members.reduce((sum, { outer }) => sum + outer, gap * (members.length - 1))
  const autos = members.reduce((sum, { index }) => sum + autoMargins(styles.at(index)).length, 0)
  const share = autos > 0 ? Math.max(0, free) / autos : 0
  const [lead, between] = autos > 0 ? [0, 0] : spread(computed(container, 'justify-content'), free, members.length)
  let at = lead
  return members.map(({ index, box, outer }) => {
    const margins = autoMargins(styles.at(index))
    const left = at + box.margin[0] + (margins.includes('margin-left') ? share : 0)
    at += outer + share * margins.length + gap + between
    return left
  })
}

const autoMargins = (style: ElementStyle) =>
  (['margin-left', 'margin-right'] as const).filter((name) => computed(style, name) === 'auto')

/** What stands before the first and between two, beside the gap, for what is left of a line (CSS Box Alignment 3, section 4). */
function spread(how: string, free: number, count: number): readonly [number, number] {
  const left = Math.max(0, free)
  switch (how.replace(/^(?:safe|unsafe) /, '')) {
    case 'center':
      return [free / 2, 0]
    case 'end':
    case 'flex-end':
    case 'right':
      return [free, 0]
    case 'space-between':
      return [0, count > 1 ? left / (count - 1) : 0]
    case 'space-around':
      return [left / count / 2, left / count]
    case 'space-evenly':
      return [left / (count + 1), left / (count + 1)]
    default:
      return [0, 0]
  }
}

function inGrid(styles: PageStyles, row: Row): number[] | null {
  const items = row.members.map(({ index }) => styles.page.elements[index]!)
  const areas = columnStarts(styles, styles.page.elements[row.container]!, items, row.room)
  if (!areas) return null
  const lefts = row.members.map(({ index, box }, at) => {
    const { from, width } = areas[at]!
    const style = styles.at(index)
    const autos = autoMargins(style)
    const free = width - box.width - box.margin[0] - box.margin[1]
    if (autos.length > 0)
      return from + box.margin[0] + (autos.includes('margin-left') ? Math.max(0, free) / autos.length : 0)
    const place = alignment(style)
    return place === null ? null : from + box.margin[0] + free * place
  })
  return lefts.includes(null) ? null : (lefts as number[])
}

/** Where in its area an item stands, as a share of what is left; null for what is not counted. */
function alignment(style: ElementStyle): number | null {
  const own = computed(style, 'justify-self')
  const how = own === 'auto' && style.parent ? computed(style.parent, 'justify-items') : own
  if (/^(?:normal|stretch|start|flex-start|self-start|left|legacy)/.test(how)) return 0
  if (how === 'center') return 0.5
  return /^(?:end|flex-end|self-end|right)$/.test(how) ? 1 : null
}
