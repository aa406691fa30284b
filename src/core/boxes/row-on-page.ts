import type { PageStyles } from '../cascade/cascade.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { reachOf } from '../selectors/reach.ts'
import { DESK } from '../values/media.ts'
import { computed, lengthOf } from './box-style.ts'
import { ofRow, type MeasureLine } from './measure.ts'
import { rowGroups, type Row, type RowGroup, type RowKind, type RowMember } from './rows.ts'
import type { KnownBox, Pair } from './used-box.ts'

/** The boxes that share a line with another, whatever their widths: places in document order. */
export interface RowOfBox {
  readonly page: SitePath
  readonly container: number
  readonly members: readonly number[]
}

/** The row of the first box that a selector finds on each of some pages; a box that stands alone is a row of its own. */
export function rowsOnPages(
  site: SiteSnapshot,
  selector: string,
  pages: readonly SitePath[],
  width: number,
): RowOfBox[] {
  return pages.flatMap((path) => {
    const element = reachOf(site.page(path), selector)[0]
    if (!element?.parent) return []
    const { container, members } = groupOf(stylesAt(site, path, width), element)
    return [{ page: path, container: container.index, members: members.map(({ index }) => index) }]
  })
}

const stylesAt = (site: SiteSnapshot, path: SitePath, width: number) =>
  site.stylesOf(path, { width, height: DESK.height })

function groupOf(styles: PageStyles, element: PageElement): RowGroup {
  const found = rowGroups(styles).find(({ members }) => members.includes(element))
  return found ?? { container: element.parent!, kind: 'floats', members: [element] }
}

/** A box as a browser has laid it out; px, pairs left and right. */
export interface LaidBox {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly margin: Pair
  readonly border: Pair
  readonly padding: Pair
}

/**
 * The measure line of a row whose widths hang on what only a browser knows: `laid` is what one says of its container and its members,
 * in this order. Null where one of them has no box.
 */
export function lineAsLaid(
  site: SiteSnapshot,
  { page, container, members }: RowOfBox,
  selector: string,
  width: number,
  laid: readonly (LaidBox | null)[],
): MeasureLine | null {
  const styles = stylesAt(site, page, width)
  const tree = styles.page.elements
  const [around, ...boxes] = laid
  if (!around || !tree[container] || boxes.length !== members.length) return null
  const known = boxes.flatMap((box) => (box ? [box] : []))
  if (known.length < members.length || members.some((index) => !tree[index])) return null
  const { kind } = groupOf(styles, tree[members[0]!]!)
  const row = rowOf(styles, container, kind, innerOf(around), members, known)
  return ofRow(page, styles, row, reachOf(styles.page, selector)[0] ?? null)
}

const innerOf = ({ width, border, padding }: LaidBox) => width - border[0] - border[1] - padding[0] - padding[1]

function rowOf(
  styles: PageStyles,
  container: number,
  kind: RowKind,
  room: number,
  indices: readonly number[],
  boxes: readonly LaidBox[],
): Row {
  const lines = linesAsLaid(boxes)
  const members = boxes.map((box, at): RowMember => {
    const own: KnownBox = { ...box, known: true, content: innerOf(box) }
    return { index: indices[at]!, box: own, outer: box.width + box.margin[0] + box.margin[1], line: lines[at]! }
  })
  const gap = gapOf(styles, container, kind, room, boxes, lines)
  const counted = kind === 'grid' ? members.filter(({ line }) => line === 0) : members
  const sum = counted.reduce((all, { outer }) => all + outer, gap * Math.max(0, counted.length - 1))
  const onOneLine = kind === 'grid' || lines.every((line) => line === 0)
  const wraps = kind !== 'flex' || computed(styles.at(container), 'flex-wrap') !== 'nowrap'
  return { container, kind, members, room, sum, gap, wraps, holds: onOneLine && sum <= room + 0.5 }
}

/** On which line each stands: a box that begins left of where the one before ends has gone to the next. */
function linesAsLaid(boxes: readonly LaidBox[]): number[] {
  let line = 0
  return boxes.map((box, at) => {
    const before = boxes[at - 1]
    if (before && box.top > before.top + 0.5 && box.left < before.left + before.width) line++
    return line
  })
}

/** Between two boxes: the gap, or the white space that stands between inline-blocks. */
function gapOf(
  styles: PageStyles,
  container: number,
  kind: RowKind,
  room: number,
  boxes: readonly LaidBox[],
  lines: readonly number[],
): number {
  if (kind === 'flex' || kind === 'grid') return lengthOf(styles.at(container), 'column-gap', room) ?? 0
  if (kind === 'floats') return 0
  const at = boxes.findIndex((_, each) => each > 0 && lines[each] === lines[each - 1])
  if (at < 0) return 0
  const [before, box] = [boxes[at - 1]!, boxes[at]!]
  return Math.max(0, box.left - box.margin[0] - (before.left + before.width + before.margin[1]))
}
