import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed, contentOf, edgesOf, lengthOf, limitsOf, sumOfEdges, type Edges } from './box-style.ts'
import { flexLines, flexSizes, type FlexItem } from './flex-line.ts'
import { flexParts } from './flex-parts.ts'
import type { IntrinsicSizes } from './intrinsic/intrinsic-sizes.ts'
import type { ContentSizes } from './intrinsic/sizes.ts'
import { isReplaced } from './kinds.ts'
import { minContentBound } from './min-content.ts'
import { unknown, type Given } from './used-box.ts'

const UNTOLD = unknown('what stands in it or beside it decides its share of the row')
const COLUMN = unknown('it is as wide as its content, for the container does not stretch it')

/** The content widths that a flex container of known width gives its items, or why they are not known. */
export function flexItemSizes(
  styles: PageStyles,
  sizes: IntrinsicSizes,
  container: PageElement,
  items: readonly PageElement[],
  room: number,
): readonly Given[] {
  const style = styles.at(container.index)
  if (computed(style, 'flex-direction').startsWith('column'))
    return items.map((item) => inColumn(style, styles.at(item.index), room))
  const parts = flexParts(styles, container)
  const asker: Asker = { styles, sizes, container, room }
  const asked = parts?.map((part) => asItem(asker, part)) ?? []
  if (!parts || asked.includes(null)) return items.map(() => UNTOLD)
  const gap = lengthOf(style, 'column-gap', room) ?? 0
  const wraps = computed(style, 'flex-wrap') !== 'nowrap'
  const least = inOrder(styles, parts, asked as Asked[])
  const low = sizesOf(least, room, gap, wraps)
  if (least.every(({ asks }) => asks.most === asks.flex.min)) return items.map((item) => ({ content: low.get(item)! }))
  const most = least.map(({ item, asks }) => ({ item, asks: { ...asks, flex: { ...asks.flex, min: asks.most } } }))
  const high = sizesOf(most, room, gap, wraps)
  // Between the least and the most that content can ask for there is one answer only where both give the same.
  return items.map((item) => {
    const size = low.get(item)!
    return Math.abs(size - high.get(item)!) < 0.01 ? { content: size } : UNTOLD
  })
}

/** An item: an element, or text that stands in the container. */
type FlexPart = PageElement | string

/** What an item asks for: its minimum is the least that its content can make it, which may be less than the most. */
interface Asked {
  readonly flex: FlexItem
  readonly most: number
}

type Ordered = readonly { readonly item: FlexPart; readonly asks: Asked }[]

function inOrder(styles: PageStyles, items: readonly FlexPart[], asked: readonly Asked[]): Ordered {
  const order = (item: FlexPart) => (typeof item === 'string' ? 0 : Number(computed(styles.at(item.index), 'order')))
  return items.map((item, at) => ({ item, asks: asked[at]! })).sort((a, b) => order(a.item) - order(b.item))
}

function sizesOf(items: Ordered, room: number, gap: number, wraps: boolean): Map<FlexPart, number> {
  const sizes = new Map<FlexPart, number>()
  const all = items.map(({ asks }) => asks.flex)
  for (const line of flexLines(all, room, gap, wraps)) {
    const used = flexSizes(
      line.map((at) => all[at]!),
      room - gap * (line.length - 1),
    )
    line.forEach((at, place) => sizes.set(items[at]!.item, used[place]!))
  }
  return sizes
}

/** What items are measured with. */
interface Asker {
  readonly styles: PageStyles
  readonly sizes: IntrinsicSizes
  readonly container: PageElement
  /** The container's inner width. */
  readonly room: number
}

/** What an item asks for; null where that has no end. */
function asItem(asker: Asker, item: FlexPart): Asked | null {
  const { styles, sizes, container, room } = asker
  if (typeof item === 'string') return ofText(sizes.ofText(styles.at(container.index), item))
  const style = styles.at(item.index)
  const edges = edgesOf(style, room)
  const limits = edges && limitsOf(style, room, edges)
  const base = edges && baseOf(asker, item, edges)
  if (!edges || !limits || base === null) return null
  const margins = (['margin-left', 'margin-right'] as const).map((name) => lengthOf(style, name, room) ?? 0)
  const automatic = automaticMinimum(asker, item, edges, limits.max)
  return {
    flex: {
      base,
      min: Math.max(limits.min, automatic.least),
      max: limits.max,
      grow: Number(computed(style, 'flex-grow')),
      shrink: Number(computed(style, 'flex-shrink')),
      around: sumOfEdges(edges) + margins[0]! + margins[1]!,
    },
    most: Math.max(limits.min, automatic.most),
  }
}

/** Text that stands in the container is as wide as it is, and may shrink to its longest word. */
function ofText(text: ContentSizes | null): Asked | null {
  if (!text) return null
  const flex = { base: text.max, min: text.min ?? 0, max: Infinity, grow: 0, shrink: 1, around: 0 }
  return { flex, most: text.min ?? text.max }
}

/** The flex base size (CSS Flexbox 1, section 9.2.3); null where it is that of a content that is not known. */
function baseOf({ styles, sizes, container, room }: Asker, item: PageElement, edges: Edges): number | null {
  const style = styles.at(item.index)
  const basis = computed(style, 'flex-basis')
  const from = basis === 'auto' ? 'width' : 'flex-basis'
  const size = lengthOf(style, from, room)
  if (size !== null) return contentOf(style, size, edges)
  if (isReplaced(item)) return isStretched(styles.at(container.index), style) ? null : sizes.pictureWidth(item)
  return /^(?:auto|content)$/.test(computed(style, from)) ? (sizes.of(item)?.max ?? null) : null
}

/** Whether the container makes a picture as high as itself, so that its width follows. */
const isStretched = (container: ElementStyle, style: ElementStyle) =>
  computed(container, 'height') !== 'auto' &&
  computed(style, 'height') === 'auto' &&
  /^(?:normal|stretch)$/.test(alignOf(container, style))

function alignOf(container: ElementStyle, style: ElementStyle): string {
  const own = computed(style, 'align-self')
  return own === 'auto' ? computed(container, 'align-items') : own
}

/** More px than any row has. */
const ENDLESS = 1e7

/** The least and the most that `min-width: auto` can come to (CSS Flexbox 1, section 4.5). */
function automaticMinimum({ styles, sizes, room }: Asker, item: PageElement, edges: Edges, max: number) {
  const style = styles.at(item.index)
  const picture = isReplaced(item)
  if (
    computed(style, 'min-width') !== 'auto' ||
    (!picture && !/^(?:visible|clip)$/.test(computed(style, 'overflow-x')))
  )
    return { least: 0, most: 0 }
  const width = lengthOf(style, 'width', room)
  const told = width === null ? max : Math.min(max, contentOf(style, width, edges))
  const known = (picture ? sizes.pictureWidth(item) : sizes.of(item)?.min) ?? null
  if (known !== null) return { least: Math.min(told, known), most: Math.min(told, known) }
  return { least: 0, most: Math.min(told, ENDLESS, minContentBound(styles, item)) }
}

/** An item of a column: the container stretches it unless it is told to stand elsewhere. */
function inColumn(container: ElementStyle, style: ElementStyle, room: number): Given {
  if (computed(container, 'flex-wrap') !== 'nowrap') return COLUMN
  const how = alignOf(container, style)
  const margins = [computed(style, 'margin-left'), computed(style, 'margin-right')]
  return { area: room, stretches: /^(?:normal|stretch)$/.test(how) && !margins.includes('auto') }
}
