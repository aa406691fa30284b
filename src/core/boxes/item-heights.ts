import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed, lengthOf } from './box-style.ts'
import { flexSizes, hypotheticalOuter, type FlexItem } from './flex-line.ts'
import { generates } from './flex-parts.ts'
import { tracksOf } from './grid-tracks.ts'
import { isOutOfFlow } from './kinds.ts'
import { HEIGHT_FROM, heightWithin } from './reasons.ts'
import { linesOf } from './rows.ts'
import { contentHeightOf, limitedHeight, sumOfUpright, type UprightEdges } from './upright.ts'
import { outerWidth, unknown, type UnknownBox, type UsedBox } from './used-box.ts'

/** A content height, or why it is not known. */
export type Content = number | UnknownBox

/** What is known of a box while its parent has not been looked at. Px. */
export interface Sized {
  readonly edges: UprightEdges
  readonly content: number
  /** Whether its parent may make it higher. */
  readonly isAuto: boolean
}

interface Item {
  readonly index: number
  readonly outer: number
}

const highest = (line: readonly Item[]) => Math.max(0, ...line.map(({ outer }) => outer))

/** Whether an item without a height becomes as high as its line (CSS Flexbox 1, section 8.3; CSS Grid 2, section 6.2). */
export function stretches(container: ElementStyle, item: ElementStyle): boolean {
  const own = computed(item, 'align-self')
  const how = own === 'auto' ? computed(container, 'align-items') : own
  return (
    /^(?:normal|stretch)$/.test(how) &&
    computed(item, 'height') === 'auto' &&
    computed(item, 'margin-top') !== 'auto' &&
    computed(item, 'margin-bottom') !== 'auto'
  )
}

/** The outer height of a box; margins of what stands in it have come to rest. */
export function outerHeight(sized: Sized | UnknownBox): Content {
  if ('known' in sized) return heightWithin(sized)
  const { edges, content } = sized
  return Math.max(0, content + sumOfUpright(edges) + edges.margin[0] + edges.margin[1])
}

/** The heights that flex and grid containers take from their items, and give them. */
export class ItemHeights {
  /** `sized` by element index: what stands in a container is in it before the container is asked for; what it stretches is changed. */
  constructor(
    private readonly styles: PageStyles,
    private readonly boxes: readonly (UsedBox | null)[],
    private readonly sized: (Sized | UnknownBox | undefined)[],
  ) {}

  /** The items of a flex or grid container with their outer heights. */
  private itemsOf(element: PageElement): Item[] | UnknownBox {
    if (generates(this.styles, element)) return unknown(HEIGHT_FROM.text)
    const items: Item[] = []
    for (const { index } of element.children) {
      const style = this.styles.at(index)
      const display = computed(style, 'display')
      if (display === 'none' || isOutOfFlow(style)) continue
      if (!this.boxes[index]) return unknown(HEIGHT_FROM.text)
      const outer = outerHeight(this.sized[index]!)
      if (typeof outer !== 'number') return outer
      items.push({ index, outer })
    }
    return items
  }

  /** The content height that the items of a flex or grid container ask for. */
  asked(element: PageElement): Content {
    const items = this.itemsOf(element)
    if ('known' in items) return items
    const style = this.styles.at(element.index)
    const gap = this.gapOf(style)
    const lines = this.isColumn(style) ? this.asColumn(style, items) : this.linesIn(element, style, items)
    if ('known' in lines) return lines
    return lines.reduce((sum, line) => sum + highest(line), gap * Math.max(0, lines.length - 1))
  }

  /** Gives the items what a container of a content height has for them; what that is where nobody knows is said of them. */
  settle(element: PageElement, height: number): void {
    const items = this.itemsOf(element)
    if ('known' in items) return this.leaveOpen(element)
    const style = this.styles.at(element.index)
    if (this.isColumn(style)) return this.share(style, items, height)
    const lines = this.linesIn(element, style, items)
    if ('known' in lines) return this.leaveOpen(element)
    const isSingle = computed(style, 'display').endsWith('flex') && computed(style, 'flex-wrap') === 'nowrap'
    const gaps = this.gapOf(style) * Math.max(0, lines.length - 1)
    const left = height - gaps - lines.reduce((sum, line) => sum + highest(line), 0)
    // Lines share what is left of the height, unless they are told to stand elsewhere.
    const spreads = isSingle || /^(?:normal|stretch)$/.test(computed(style, 'align-content'))
    const more = isSingle ? left : spreads ? Math.max(0, left) / Math.max(1, lines.length) : 0
    for (const line of lines) this.stretch(style, line, highest(line) + more)
  }

  /** Items whose container has a height that is not counted: those that it may stretch are as high as nobody knows. */
  leaveOpen({ index: at, children }: PageElement): void {
    const container = this.styles.at(at)
    for (const { index } of children) {
      const sized = this.sized[index]
      if (sized && !('known' in sized) && stretches(container, this.styles.at(index)))
        this.sized[index] = unknown(HEIGHT_FROM.item)
    }
  }

  private isColumn(style: ElementStyle): boolean {
    return computed(style, 'display').endsWith('flex') && computed(style, 'flex-direction').startsWith('column')
  }

  private gapOf(style: ElementStyle): number {
    return lengthOf(style, 'row-gap', null) ?? 0
  }

  /** The items of a container by the lines they stand on. */
  private linesIn(element: PageElement, style: ElementStyle, items: readonly Item[]): Item[][] | UnknownBox {
    if (computed(style, 'display').endsWith('grid'))
      return this.gridRows(element, style, items) ?? unknown(HEIGHT_FROM.grid)
    if (computed(style, 'flex-wrap') === 'nowrap') return [[...items]]
    if (computed(style, 'flex-wrap') !== 'wrap' || this.isMoved(items)) return unknown(HEIGHT_FROM.grid)
    const box = this.boxes[element.index]
    const widths = items.map(({ index }) => this.boxes[index])
    if (!box?.known || !widths.every((each) => each?.known === true)) return unknown(HEIGHT_FROM.width)
    // Items that shrink are narrower than what decides where a line ends.
    if (items.some(({ index }) => this.hasBasis(index)) || widths.some((each) => outerWidth(each) > box.content))
      return unknown(HEIGHT_FROM.grid)
    const gap = lengthOf(style, 'column-gap', box.content) ?? 0
    const at = linesOf(
      widths.map((each) => outerWidth(each)),
      box.content,
      gap,
      true,
    )
    return Array.from({ length: (at.at(-1) ?? -1) + 1 }, (_, line) => items.filter((_, each) => at[each] === line))
  }

  private hasBasis(index: number): boolean {
    const style = this.styles.at(index)
    return computed(style, 'flex-grow') !== '0' || computed(style, 'flex-basis') !== 'auto'
  }

  private isMoved(items: readonly Item[]): boolean {
    return items.some(({ index }) => computed(this.styles.at(index), 'order') !== '0')
  }

  /** Items that fill the rows of a grid one after another, one column each; null where they do not. */
  private gridRows(element: PageElement, style: ElementStyle, items: readonly Item[]): Item[][] | null {
    const simple =
      computed(style, 'grid-template-rows') === 'none' &&
      computed(style, 'grid-auto-rows') === 'auto' &&
      computed(style, 'grid-template-areas') === 'none' &&
      computed(style, 'grid-auto-flow') === 'row'
    const auto = (['grid-column-start', 'grid-column-end', 'grid-row-start', 'grid-row-end'] as const).every((name) =>
      items.every(({ index }) => computed(this.styles.at(index), name) === 'auto'),
    )
    const box = this.boxes[element.index]
    if (!simple || !auto || !box?.known || this.isMoved(items)) return null
    const template = computed(style, 'grid-template-columns')
    const tracks = tracksOf(template, box.content, lengthOf(style, 'column-gap', box.content) ?? 0)
    if (!tracks) return null
    const count = Math.max(1, tracks.length)
    const rows = Math.ceil(items.length / count)
    return Array.from({ length: rows }, (_, row) => items.slice(row * count, (row + 1) * count))
  }

  /** Each item of a column as a line of its own, as high as it is before anything is shared out. */
  private asColumn(style: ElementStyle, items: readonly Item[]): Item[][] | UnknownBox {
    if (computed(style, 'flex-wrap') !== 'nowrap') return unknown(HEIGHT_FROM.grid)
    const flex = items.map(({ index }) => this.asFlexItem(index, null))
    if (flex.includes(null)) return unknown(HEIGHT_FROM.keyword)
    return items.map(({ index }, at) => [{ index, outer: hypotheticalOuter(flex[at]!) }])
  }

  /** Shares a column's height out among its items (CSS Flexbox 1, section 9.7). */
  private share(style: ElementStyle, items: readonly Item[], height: number): void {
    const flex = items.map(({ index }) => this.asFlexItem(index, height))
    const wraps = computed(style, 'flex-wrap') !== 'nowrap'
    const told = flex.flatMap((item) => (item ? [item] : []))
    const sizes = flexSizes(told, height - this.gapOf(style) * Math.max(0, items.length - 1))
    items.forEach(({ index }, at) => {
      const sized = this.sized[index]!
      if ('known' in sized) return
      this.sized[index] =
        wraps || told.length < flex.length ? unknown(HEIGHT_FROM.item) : { ...sized, content: sizes[at]! }
    })
  }

  /** An item of a column whose container has this content height; null where a keyword asks its content. */
  private asFlexItem(index: number, room: number | null): FlexItem | null {
    const sized = this.sized[index]!
    if ('known' in sized) return null
    const style = this.styles.at(index)
    const { edges, content } = sized
    const basis = computed(style, 'flex-basis')
    const told = basis === 'auto' || basis === 'content' ? null : lengthOf(style, 'flex-basis', room)
    if (told === null && !/^auto$|%/.test(basis)) return null
    const most = limitedHeight(style, Infinity, room, edges)
    const least = limitedHeight(style, 0, room, edges)
    if (most === null || least === null) return null
    const automatic =
      computed(style, 'min-height') === 'auto' && /^(?:visible|clip)$/.test(computed(style, 'overflow-y')) ? content : 0
    return {
      base: told === null ? content : contentHeightOf(style, told, edges),
      min: Math.max(least, Math.min(automatic, most)),
      max: most,
      grow: Number(computed(style, 'flex-grow')),
      shrink: Number(computed(style, 'flex-shrink')),
      around: sumOfUpright(edges) + edges.margin[0] + edges.margin[1],
    }
  }

  private stretch(container: ElementStyle, line: readonly Item[], outer: number): void {
    for (const { index } of line) {
      const sized = this.sized[index]!
      const style = this.styles.at(index)
      if ('known' in sized || !sized.isAuto || !stretches(container, style)) continue
      const { edges } = sized
      const wanted = outer - sumOfUpright(edges) - edges.margin[0] - edges.margin[1]
      const content = limitedHeight(style, Math.max(0, wanted), null, edges)
      this.sized[index] = content === null ? unknown(HEIGHT_FROM.keyword) : { ...sized, content }
    }
  }
}
