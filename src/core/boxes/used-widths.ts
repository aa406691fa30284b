import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import {
  clamp,
  columnWidth,
  computed,
  contentOf,
  edgesOf,
  lengthOf,
  limitsOf,
  sumOfEdges,
  type Edges,
} from './box-style.ts'
import { besideFloats } from './float-sides.ts'
import { flexItemSizes } from './flex-container.ts'
import { itemsOf } from './flex-parts.ts'
import { intrinsicSizes, type IntrinsicSizes } from './intrinsic/intrinsic-sizes.ts'
import { columnWidths } from './intrinsic/table-columns.ts'
import { NOT_MEASURED, type Measures } from './measures.ts'
import { gridAreas } from './grid-container.ts'
import {
  followsRatio,
  holdsPositioned,
  isAligned,
  isClosed,
  isControl,
  isFlexible,
  isFloat,
  makesBox,
  isOutOfFlow,
  isReplaced,
  limitsHeight,
} from './kinds.ts'
import { FROM_CONTENT, within } from './reasons.ts'
import { unknown, type Given, type KnownBox, type Pair, type UnknownBox, type UsedBox } from './used-box.ts'

/** Widths that differ by less are equal. */
const EXACT = 0.01

/** The width a box is laid out in: its containing block's. */
type Room = number | UnknownBox

/**
 * The used widths of all boxes of a page, by element index, at the viewport of its styles: CSS 2.2, sections 10.3 and 10.4, and
 * the modules for flex and grid. `viewportWidth` may be another than that of the styles where these do not hang on it. Null for what has no box of its own with a width: inline text, hidden things, drawings.
 */
export function usedWidths(
  styles: PageStyles,
  measures: Measures = NOT_MEASURED,
  viewportWidth = styles.cascade.viewport.width,
): readonly (UsedBox | null)[] {
  return layOut(styles, measures, viewportWidth)
}

/** Elements of a page to be laid out, with all that stand around them, parents first; and which of them make room for floats. */
export interface PagePart {
  readonly elements: readonly PageElement[]
  /** By element index, as {@link besideFloats} gives them. */
  readonly beside: readonly boolean[]
}

/** Lays out a page, or a part of one: all other boxes are null. */
export function layOut(
  styles: PageStyles,
  measures: Measures,
  viewportWidth: number,
  part: PagePart = { elements: styles.page.elements, beside: besideFloats(styles) },
): readonly (UsedBox | null)[] {
  return new WidthPass(styles, measures, viewportWidth, part).run()
}

class WidthPass {
  private readonly boxes: (UsedBox | null)[]
  /** What has no boxes at all, by index. */
  private readonly gone: boolean[]
  /** What containers give their children, by the child's index. */
  private readonly given = new Map<number, Given>()
  /** Rows and cells of tables, by index. */
  private readonly parts = new Map<number, UsedBox>()
  private readonly sizes: IntrinsicSizes

  constructor(
    private readonly styles: PageStyles,
    private readonly measures: Measures,
    private readonly viewportWidth: number,
    private readonly part: PagePart,
  ) {
    this.boxes = new Array<UsedBox | null>(styles.page.elements.length).fill(null)
    this.gone = new Array<boolean>(styles.page.elements.length).fill(false)
    this.sizes = intrinsicSizes(styles, measures)
  }

  run(): readonly (UsedBox | null)[] {
    // Parents come before children, so every containing block is known before what stands in it.
    for (const element of this.part.elements) this.look(element)
    return this.boxes
  }

  private look(element: PageElement): void {
    const { parent, index } = element
    const style = this.styles.at(index)
    const display = computed(style, 'display')
    if (display === 'none' || (parent && (this.gone[parent.index] || isClosed(parent)))) {
      this.gone[index] = true
      return
    }
    if (!makesBox(element, display)) return
    const box = this.boxOf(element, style, display)
    this.boxes[index] = box
    if (/^(?:inline-)?table$/.test(display)) return this.layOutTable(element, box)
    if (box.known) this.layOutChildren(element, style, box)
    else if (/flex|grid/.test(display)) this.giveAll(element, within(box))
  }

  private giveAll(element: PageElement, why: UnknownBox): void {
    for (const item of itemsOf(this.styles, element)) this.given.set(item.index, why)
  }

  private layOutChildren(element: PageElement, style: ElementStyle, box: KnownBox): void {
    const display = computed(style, 'display')
    if (!/flex|grid/.test(display)) return
    // What details open is not theirs to lay out: it stands in a box of its own (HTML, section 15.5.4).
    if (element.tag === 'details') return this.giveAll(element, unknown(FROM_CONTENT.details))
    const items = itemsOf(this.styles, element)
    const given = display.endsWith('flex')
      ? flexItemSizes(this.styles, this.sizes, element, items, box.content)
      : gridAreas(this.styles, element, items, box.content)
    items.forEach((item, at) => this.given.set(item.index, given[at]!))
  }

  /** Gives the parts of a table their widths: captions and rows all of it, cells those of their columns. */
  private layOutTable(element: PageElement, box: UsedBox): void {
    const grid = box.known ? this.sizes.gridOf(element) : null
    if (!grid || !box.known) return
    const { captions, strips, cells, spacing, columns } = grid
    for (const caption of captions) this.given.set(caption.index, { area: box.width, stretches: true })
    for (const strip of strips) this.parts.set(strip.index, bare(box.content - 2 * spacing))
    const laid = this.sizes.columnsOf(element)
    const widths = laid && columnWidths(laid.columns, box.content - spacing * (columns + 1))
    for (const { element: cell, column, span } of cells) {
      const across = widths?.slice(column, column + span).reduce((sum, width) => sum + width, spacing * (span - 1))
      this.parts.set(cell.index, across === undefined ? unknown(FROM_CONTENT.cell) : this.cellOf(cell, across))
    }
  }

  private cellOf({ index }: PageElement, width: number): UsedBox {
    const edges = edgesOf(this.styles.at(index), width)
    return edges
      ? { ...bare(width), ...edges, content: Math.max(0, width - sumOfEdges(edges)) }
      : unknown(FROM_CONTENT.cell)
  }

  private boxOf(element: PageElement, style: ElementStyle, display: string): UsedBox {
    if (computed(style, 'writing-mode') !== 'horizontal-tb') return unknown(FROM_CONTENT.vertical)
    if (isOutOfFlow(style)) return this.positioned(element, style)
    const given = this.given.get(element.index)
    if (/^table-/.test(display) && display !== 'table-caption')
      return this.parts.get(element.index) ?? unknown(FROM_CONTENT.cell)
    if (given) return this.item(element, style, given)
    if (display === 'table-caption') return unknown(FROM_CONTENT.table)
    const room = this.roomOf(element)
    if (isReplaced(element)) return this.replaced(element, style, room)
    if (/table/.test(display)) return this.table(element, style, room)
    const shrinks = isFloat(style) || display.startsWith('inline')
    const width = this.ownWidth(style, room)
    if (width !== 'auto') return width
    if (shrinks) return this.shrunk(element, style, room, isFloat(style) ? FROM_CONTENT.float : FROM_CONTENT.inline)
    if (element.tag === 'button') return this.shrunk(element, style, room, FROM_CONTENT.control)
    if (isControl(element) || element.tag === 'legend') return unknown(FROM_CONTENT.control)
    if (isAligned(style)) return this.shrunk(element, style, room, FROM_CONTENT.aligned)
    if (this.part.beside[element.index]) return unknown(FROM_CONTENT.beside)
    return this.filling(style, room)
  }

  /** As wide as its content, but no wider than the room unless it must be: shrink-to-fit (CSS 2.2, section 10.3.5); or why not. */
  private shrunk(element: PageElement, style: ElementStyle, room: Room, why: string, taken = 0): UsedBox {
    if (typeof room !== 'number') return within(room)
    const edges = edgesOf(style, room)
    const limits = edges && limitsOf(style, room, edges)
    const sizes = this.sizes.of(element)
    if (!edges || !limits || !sizes) return unknown(why)
    const margins = (['margin-left', 'margin-right'] as const).map((name) => lengthOf(style, name, room) ?? 0)
    const left = room - taken - sumOfEdges(edges) - margins[0]! - margins[1]!
    if (sizes.max > left && sizes.min === null) return unknown(why)
    const content = sizes.max <= left ? sizes.max : Math.max(sizes.min!, left)
    return this.put(style, room, edges, clamp(content, limits))
  }

  /** A box of the width it was given; `auto` where it was given none. */
  private ownWidth(style: ElementStyle, room: Room): UsedBox | 'auto' {
    const base = typeof room === 'number' ? room : null
    if (computed(style, 'width') === 'auto') return followsRatio(style) ? this.byRatio(style, room) : 'auto'
    const width = lengthOf(style, 'width', base)
    const edges = edgesOf(style, base)
    const limits = edges && limitsOf(style, base, edges)
    if (width !== null && edges && limits)
      return this.put(style, room, edges, clamp(contentOf(style, width, edges), limits))
    return typeof room === 'number' ? unknown(FROM_CONTENT.keyword) : within(room)
  }

  /** CSS Sizing 4, section 5: a height and a ratio make a width. */
  private byRatio(style: ElementStyle, room: Room): UsedBox | 'auto' {
    const base = typeof room === 'number' ? room : null
    const [across, down] = computed(style, 'aspect-ratio').replace('auto ', '').split(' / ').map(Number)
    const height = lengthOf(style, 'height', null)
    const edges = edgesOf(style, base)
    const limits = edges && limitsOf(style, base, edges)
    if (computed(style, 'height') === 'auto' && !limitsHeight(style)) return 'auto'
    if (height === null || !edges || !limits || limitsHeight(style) || !(across! > 0 && down! > 0))
      return unknown(FROM_CONTENT.ratio)
    return this.put(style, room, edges, clamp(contentOf(style, (height * across!) / down!, edges), limits))
  }

  /** CSS 2.2, section 10.3.3: a block without a width fills what its margins leave, and what else is `taken` of the room. */
  private filling(style: ElementStyle, room: Room, taken = 0): UsedBox {
    if (typeof room !== 'number') return within(room)
    const edges = edgesOf(style, room)
    const limits = edges && limitsOf(style, room, edges)
    if (!edges || !limits) return unknown(FROM_CONTENT.keyword)
    const margins = (['margin-left', 'margin-right'] as const).map((name) => lengthOf(style, name, room) ?? 0)
    return this.put(style, room, edges, clamp(room - taken - sumOfEdges(edges) - margins[0]! - margins[1]!, limits))
  }

  private put(style: ElementStyle, room: Room, edges: Edges, content: number): KnownBox {
    const width = content + sumOfEdges(edges)
    return { known: true, width, margin: this.margins(style, room, width), ...edges, content }
  }

  /** Used margins: automatic ones share what is left of the line, and one gives way where there is too much (10.3.3). */
  private margins(style: ElementStyle, room: Room, width: number): Pair {
    const base = typeof room === 'number' ? room : null
    const [left, right] = (['margin-left', 'margin-right'] as const).map((name) => lengthOf(style, name, base))
    const isBlock = !isFloat(style) && !isOutOfFlow(style) && !computed(style, 'display').startsWith('inline')
    if (!isBlock || base === null || style.isItem) return [left ?? 0, right ?? 0]
    const rest = base - width
    // Where there is too much already, automatic margins are nothing.
    if (left === null && right === null) return rest < 0 ? [0, rest] : [rest / 2, rest / 2]
    if (left === null) return rest < right! ? [0, rest] : [rest - right!, right!]
    if (right === null) return [left!, rest - left!]
    return computed(style, 'direction') === 'rtl' ? [rest - right!, right!] : [left!, rest - left!]
  }

  /** CSS 2.2, section 10.3.7; the containing block is the padding box of the nearest positioned ancestor. */
  private positioned(element: PageElement, style: ElementStyle): UsedBox {
    const room = this.positionedRoom(element, computed(style, 'position') === 'fixed')
    if (isReplaced(element)) return this.replaced(element, style, room)
    const own = this.ownWidth(style, room)
    if (own !== 'auto') return own
    if (typeof room !== 'number') return within(room)
    const left = lengthOf(style, 'left', room)
    const right = lengthOf(style, 'right', room)
    if (/table/.test(computed(style, 'display')) || isControl(element)) return unknown(FROM_CONTENT.positioned)
    if (left === null && right === null) return this.inPlace(element, style, room)
    if (left === null || right === null)
      return this.shrunk(element, style, room, FROM_CONTENT.positioned, left ?? right ?? 0)
    return this.filling(style, room, left + right)
  }

  /** Positioned where it would stand in the flow: what is left of the room from there on is not counted, so it must fit into the box around it. */
  private inPlace(element: PageElement, style: ElementStyle, room: number): UsedBox {
    const flow = this.roomOf(element)
    const parent = element.parent && this.styles.at(element.parent.index)
    const atStart = parent && /^(?:start|left|-webkit-auto)$/.test(computed(parent, 'text-align'))
    if (typeof flow !== 'number' || !atStart || element.parent!.texts.length > 0)
      return unknown(FROM_CONTENT.positioned)
    const box = this.shrunk(element, style, room, FROM_CONTENT.positioned, Math.max(0, room - flow))
    const wanted = this.sizes.of(element)?.max
    return box.known && wanted !== undefined && box.content + EXACT >= wanted ? box : unknown(FROM_CONTENT.positioned)
  }

  private positionedRoom(element: PageElement, fixed: boolean): Room {
    for (let at = element.parent; at; at = at.parent) {
      const style = this.styles.at(at.index)
      if (!holdsPositioned(style, fixed) || computed(style, 'display') === 'contents') continue
      const box = this.boxes[at.index]
      if (!box) return unknown('it is placed by an ancestor that stands in the line')
      return box.known ? box.content + box.padding[0] + box.padding[1] : within(box)
    }
    return this.viewportWidth
  }

  /** The width that a box in the flow is laid out in: the content of the nearest ancestor that is a block. */
  private roomOf(element: PageElement): Room {
    for (let at = element.parent; at; at = at.parent) {
      const box = this.boxes[at.index]
      if (!box) continue
      if (!box.known) return within(box)
      return columnWidth(this.styles.at(at.index), box.content)
    }
    return this.viewportWidth
  }

  /** A child of a flex or grid container. */
  private item(element: PageElement, style: ElementStyle, given: Given): UsedBox {
    if ('known' in given) {
      const own = this.ownWidth(style, given)
      return own === 'auto' || isReplaced(element) || isFlexible(style) ? given : own
    }
    if ('content' in given) {
      const room = this.roomOf(element)
      const edges = edgesOf(style, typeof room === 'number' ? room : null)
      return edges ? this.put(style, room, edges, given.content) : unknown(FROM_CONTENT.keyword)
    }
    if (isReplaced(element)) return this.replaced(element, style, given.area)
    const own = this.ownWidth(style, given.area)
    if (own !== 'auto') return own
    if (isControl(element) || /table$/.test(computed(style, 'display'))) return unknown(FROM_CONTENT.item)
    return given.stretches
      ? this.filling(style, given.area)
      : this.shrunk(element, style, given.area, FROM_CONTENT.item)
  }

  /** CSS 2.2, sections 10.3.2 and 10.3.4: a picture has a size of its own where it is given none. */
  private replaced(element: PageElement, style: ElementStyle, room: Room): UsedBox {
    const own = this.ownWidth(style, room)
    if (own !== 'auto') return own
    const base = typeof room === 'number' ? room : null
    const edges = edgesOf(style, base)
    const limits = edges && limitsOf(style, base, edges)
    if (!edges || !limits) return typeof room === 'number' ? unknown(FROM_CONTENT.keyword) : within(room)
    if (element.tag === 'iframe') return this.put(style, room, edges, clamp(300, limits))
    if (element.tag !== 'img') return unknown(isControl(element) ? FROM_CONTENT.control : FROM_CONTENT.picture)
    const size = this.measures.pictureSize(element)
    const height = computed(style, 'height') === 'auto' ? null : lengthOf(style, 'height', null)
    const held = computed(style, 'height') !== 'auto' && height === null
    if (!size || held || limitsHeight(style)) return unknown(FROM_CONTENT.picture)
    const width = height === null ? size.width : (height * size.width) / size.height
    return this.put(style, room, edges, clamp(width, limits))
  }

  private table(element: PageElement, style: ElementStyle, room: Room): UsedBox {
    const fixed = computed(style, 'table-layout') === 'fixed' && computed(style, 'width') !== 'auto'
    if (!fixed) return this.automaticTable(element, style, room)
    return element.children.every((child) => child.tag !== 'col' && child.tag !== 'colgroup')
      ? this.fixedTable(element, style, room)
      : unknown(FROM_CONTENT.table)
  }

  /** CSS 2.2, section 17.5.2.2: as wide as it says, but no narrower than its columns; without a width as its columns ask for. */
  private automaticTable(element: PageElement, style: ElementStyle, room: Room): UsedBox {
    const own = this.ownWidth(style, room)
    const sizes = this.sizes.of(element)
    if (own === 'auto') return this.shrunk(element, style, room, FROM_CONTENT.table)
    if (!own.known) return own
    const least = sizes ? sizes.min : null
    if (least === null) return unknown(FROM_CONTENT.table)
    return least <= own.content ? own : this.put(style, room, { padding: own.padding, border: own.border }, least)
  }

  /** CSS 2.2, section 17.5.2.1: as wide as it says, or as the cells of its first row where they are wider. */
  private fixedTable(element: PageElement, style: ElementStyle, room: Room): UsedBox {
    const own = this.ownWidth(style, room)
    if (own === 'auto' || !own.known) return own === 'auto' ? unknown(FROM_CONTENT.table) : own
    const row = firstRow(element)
    const widths = (row?.children ?? []).map((cell) => lengthOf(this.styles.at(cell.index), 'width', null) ?? 0)
    // With room to spare for their paddings and the spacing between them.
    return widths.reduce((sum, each) => sum + each, 0) > own.content / 2 ? unknown(FROM_CONTENT.table) : own
  }
}

/** A box with nothing around its content. */
const bare = (width: number): KnownBox => ({
  ...{ known: true, width, content: width },
  ...{ margin: [0, 0], border: [0, 0], padding: [0, 0] },
})

function firstRow(table: PageElement): PageElement | undefined {
  const rows = table.children.flatMap((child) => (child.tag === 'tr' ? [child] : child.children))
  return rows.find(({ tag }) => tag === 'tr')
}
