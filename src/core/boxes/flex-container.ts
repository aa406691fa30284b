import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed, contentOf, edgesOf, lengthOf, limitsOf, sumOfEdges, type Edges } from './box-style.ts'
import { flexLines, flexSizes, type FlexItem } from './flex-line.ts'
import { isOutOfFlow, isReplaced } from './kinds.ts'
import { minContentBound } from './min-content.ts'
import { unknown, type Given } from './used-box.ts'

const UNTOLD = unknown('what stands in it or beside it decides its share of the row')
const COLUMN = unknown('it is as wide as its content, for the container does not stretch it')

/** The content widths that a flex container of known width gives its items, or why they are not known. */
export function flexItemSizes(
  styles: PageStyles,
  container: PageElement,
  items: readonly PageElement[],
  room: number,
): readonly Given[] {
  const style = styles.at(container.index)
  if (computed(style, 'flex-direction').startsWith('column'))
    return items.map((item) => inColumn(style, styles.at(item.index), room))
  if (hasOwnText(container) || generates(styles, container)) return items.map(() => UNTOLD)
  const gap = lengthOf(style, 'column-gap', room) ?? 0
  const wraps = computed(style, 'flex-wrap') !== 'nowrap'
  const least = items.map((item) => asItem(styles, item, room, false))
  const most = items.map((item) => asItem(styles, item, room, true))
  if (least.some((item) => item === null) || most.some((item) => item === null)) return items.map(() => UNTOLD)
  const low = sizesOf(inOrder(styles, items, least as FlexItem[]), room, gap, wraps)
  const high = sizesOf(inOrder(styles, items, most as FlexItem[]), room, gap, wraps)
  // Between the least and the most that content can ask for there is one answer only where both give the same.
  return items.map((item) => {
    const size = low.get(item)!
    return Math.abs(size - high.get(item)!) < 0.01 ? { content: size } : UNTOLD
  })
}

type Ordered = readonly { readonly item: PageElement; readonly flex: FlexItem }[]

function inOrder(styles: PageStyles, items: readonly PageElement[], flex: readonly FlexItem[]): Ordered {
  const order = (item: PageElement) => Number(computed(styles.at(item.index), 'order'))
  return items.map((item, at) => ({ item, flex: flex[at]! })).sort((a, b) => order(a.item) - order(b.item))
}

function sizesOf(items: Ordered, room: number, gap: number, wraps: boolean): Map<PageElement, number> {
  const sizes = new Map<PageElement, number>()
  const all = items.map(({ flex }) => flex)
  for (const line of flexLines(all, room, gap, wraps)) {
    const used = flexSizes(
      line.map((at) => all[at]!),
      room - gap * (line.length - 1),
    )
    line.forEach((at, place) => sizes.set(items[at]!.item, used[place]!))
  }
  return sizes
}

/** An item with the least or the most that its content can ask for; null where that has no end. */
function asItem(styles: PageStyles, item: PageElement, room: number, most: boolean): FlexItem | null {
  const style = styles.at(item.index)
  const edges = edgesOf(style, room)
  const limits = edges && limitsOf(style, room, edges)
  const base = edges && baseOf(style, room, edges)
  if (!edges || !limits || base === null || isReplaced(item)) return null
  const least = most ? automaticMinimum(styles, item, room, edges, limits.max) : 0
  const margins = (['margin-left', 'margin-right'] as const).map((name) => lengthOf(style, name, room) ?? 0)
  return {
    base,
    min: Math.max(limits.min, least),
    max: limits.max,
    grow: Number(computed(style, 'flex-grow')),
    shrink: Number(computed(style, 'flex-shrink')),
    around: sumOfEdges(edges) + margins[0]! + margins[1]!,
  }
}

/** The flex base size (CSS Flexbox 1, section 9.2.3); null where it is that of the content. */
function baseOf(style: ElementStyle, room: number, edges: Edges): number | null {
  const basis = computed(style, 'flex-basis')
  const size = lengthOf(style, basis === 'auto' ? 'width' : 'flex-basis', room)
  return size === null ? null : contentOf(style, size, edges)
}

/** More px than any row has. */
const ENDLESS = 1e7

/** The most that `min-width: auto` can come to (CSS Flexbox 1, section 4.5). */
function automaticMinimum(styles: PageStyles, item: PageElement, room: number, edges: Edges, max: number): number {
  const style = styles.at(item.index)
  if (computed(style, 'min-width') !== 'auto' || !/^(?:visible|clip)$/.test(computed(style, 'overflow-x'))) return 0
  const width = lengthOf(style, 'width', room)
  const content = Math.min(ENDLESS, minContentBound(styles, item))
  return Math.min(max, content, width === null ? ENDLESS : contentOf(style, width, edges))
}

/** An item of a column: the container stretches it unless it is told to stand elsewhere. */
function inColumn(container: ElementStyle, style: ElementStyle, room: number): Given {
  if (computed(container, 'flex-wrap') !== 'nowrap') return COLUMN
  const own = computed(style, 'align-self')
  const how = own === 'auto' ? computed(container, 'align-items') : own
  const margins = [computed(style, 'margin-left'), computed(style, 'margin-right')]
  return { area: room, stretches: /^(?:normal|stretch)$/.test(how) && !margins.includes('auto') }
}

/** Whether words stand directly in the container: they are items too, as wide as they are. */
export function hasOwnText({ texts }: PageElement): boolean {
  return texts.length > 0
}

/** Whether the sheet writes something before or behind the items, which makes one more of them. */
export function generates(styles: PageStyles, container: PageElement): boolean {
  return (['before', 'after'] as const).some((pseudo) => {
    if (!styles.of(container).matched.rules.some((rule) => rule.pseudo === pseudo)) return false
    const style = styles.of(container, pseudo)
    return computed(style, 'content') !== 'none' && !isOutOfFlow(style)
  })
}
