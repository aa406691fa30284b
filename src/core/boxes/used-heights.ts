import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed } from './box-style.ts'
import { stackHeight, type Block } from './collapsing.ts'
import { generates } from './flex-parts.ts'
import { FloatSides } from './float-sides.ts'
import { ItemHeights, outerHeight, type Content, type Sized } from './item-heights.ts'
import { followsRatio, isClosed, isControl, isFloat, isolatesFloats, isOutOfFlow, isReplaced } from './kinds.ts'
import { HEIGHT_FROM, heightWithin } from './reasons.ts'
import { linesOf } from './rows.ts'
import { StickingMargins, type Margins } from './sticking-margins.ts'
import { ToldHeights } from './told-heights.ts'
import { limitedHeight, sumOfUpright, type UprightEdges } from './upright.ts'
import { outerWidth, unknown, type UnknownBox, type UsedBox, type UsedHeight } from './used-box.ts'
import type { PictureSize } from './pictures.ts'

/**
 * The used heights of the boxes of a page that do not hang on text, by element index (CSS 2.2, sections 10.5 to 10.7 and 8.3.1, and the
 * modules for flex and grid); `boxes` are their widths. Null for what has no box of its own.
 */
export function usedHeights(
  styles: PageStyles,
  boxes: readonly (UsedBox | null)[],
  pictureSize: PictureSize = () => null,
): readonly (UsedHeight | null)[] {
  return uprightOf(styles, boxes, pictureSize).heights
}

/** Heights as {@link usedHeights} gives them, and the margins of blocks with those that touch them; null where they are not known. */
export interface Upright {
  readonly heights: readonly (UsedHeight | null)[]
  readonly marginsOf: (element: PageElement) => Margins | null
}

/** The same with the margins. */
export function uprightOf(
  styles: PageStyles,
  boxes: readonly (UsedBox | null)[],
  pictureSize: PictureSize = () => null,
): Upright {
  const pass = new HeightPass(styles, boxes, pictureSize)
  return { heights: pass.run(), marginsOf: (element) => pass.margins.of(element) }
}

const laysOutItems = (style: ElementStyle) => /(?:flex|grid)$/.test(computed(style, 'display'))

class HeightPass {
  private readonly sized: (Sized | UnknownBox | undefined)[] = []
  /** Boxes beside floats, or below them once they are cleared: where they stand is not looked into. */
  private readonly nearFloats: boolean[] = []
  private readonly told: ToldHeights
  private readonly items: ItemHeights
  readonly margins: StickingMargins

  constructor(
    private readonly styles: PageStyles,
    private readonly boxes: readonly (UsedBox | null)[],
    private readonly pictureSize: PictureSize,
  ) {
    this.told = new ToldHeights(styles, boxes)
    this.items = new ItemHeights(styles, boxes, this.sized)
    this.margins = new StickingMargins(styles, boxes)
  }

  run(): readonly (UsedHeight | null)[] {
    const { elements } = this.styles.page
    this.lookForFloats(elements)
    // What the content makes of it comes from below.
    for (const element of elements.toReversed()) if (this.boxes[element.index]) this.size(element)
    // And what containers make of it comes from above again.
    for (const element of elements) this.settle(element)
    return elements.map(({ index }) => (this.boxes[index] ? this.finished(index) : null))
  }

  private lookForFloats(elements: readonly PageElement[]): void {
    const floats = new FloatSides(this.styles)
    for (const element of elements) {
      const style = this.styles.at(element.index)
      floats.enter(element)
      if (!this.boxes[element.index]) continue
      this.nearFloats[element.index] =
        floats.areOpen(element) && !isFloat(style) && (isolatesFloats(style) || computed(style, 'clear') !== 'none')
      floats.note(element, style)
    }
  }

  private settle(element: PageElement): void {
    const sized = this.sized[element.index]
    if (!sized || !laysOutItems(this.styles.at(element.index))) return
    if ('known' in sized) this.items.leaveOpen(element)
    else this.items.settle(element, sized.content)
  }

  private finished(index: number): UsedHeight {
    const sized = this.sized[index]!
    if ('known' in sized) return sized
    const { edges, content } = sized
    return { known: true, height: content + sumOfUpright(edges), ...edges, content }
  }

  private size(element: PageElement): void {
    const edges = this.told.edgesOf(element)
    const sized = edges ? this.sizeOf(element, this.styles.at(element.index), edges) : unknown(HEIGHT_FROM.width)
    this.sized[element.index] = sized
    if (edges) this.margins.note(element, edges, 'known' in sized ? null : sized.content)
  }

  private sizeOf(element: PageElement, style: ElementStyle, edges: UprightEdges): Sized | UnknownBox {
    if (/table/.test(computed(style, 'display'))) return unknown(HEIGHT_FROM.table)
    if (this.styles.page.quirks && /^(?:html|body)$/.test(element.tag)) return unknown(HEIGHT_FROM.quirks)
    const told = this.told.of(element)
    if (told !== null) return { edges, content: told, isAuto: false }
    if (computed(style, 'height') !== 'auto' && !this.isPercentageOfNothing(style)) return unknown(HEIGHT_FROM.keyword)
    return this.fromContent(element, style, edges)
  }

  /**
   * A percentage of a height that hangs on the content counts as `auto` (CSS 2.2, section 10.5); in an item it is taken from what the
   * container makes of it.
   */
  private isPercentageOfNothing(style: ElementStyle): boolean {
    const isInItem = style.isItem || style.parent?.isItem === true
    return computed(style, 'height').endsWith('%') && !this.styles.page.quirks && !isOutOfFlow(style) && !isInItem
  }

  private fromContent(element: PageElement, style: ElementStyle, edges: UprightEdges): Sized | UnknownBox {
    const asked = this.contentOf(element, style, edges)
    if (typeof asked !== 'number') return asked
    const content = limitedHeight(style, asked, this.told.baseOf(element), edges)
    if (content === null) return unknown(HEIGHT_FROM.keyword)
    return { edges, content, isAuto: true }
  }

  private contentOf(element: PageElement, style: ElementStyle, edges: UprightEdges): Content {
    if (isReplaced(element)) return this.ofPicture(element)
    if (followsRatio(style)) return this.byRatio(element, style, edges)
    if (isControl(element) || isClosed(element) || /^(?:legend|details|summary)$/.test(element.tag))
      return unknown(HEIGHT_FROM.control)
    if (computed(style, 'column-count') !== 'auto' || computed(style, 'column-width') !== 'auto')
      return unknown(HEIGHT_FROM.columns)
    if (element.texts.length > 0) return unknown(HEIGHT_FROM.text)
    return laysOutItems(style) ? this.items.asked(element) : this.ofBlocks(element, style, edges)
  }

  private ofPicture(element: PageElement): Content {
    const size = element.tag === 'img' ? this.pictureSize(element) : null
    const box = this.boxes[element.index]
    if (!size || !box?.known) return unknown(HEIGHT_FROM.picture)
    return (box.content * size.height) / size.width
  }

  private byRatio(element: PageElement, style: ElementStyle, edges: UprightEdges): Content {
    const [across, down] = computed(style, 'aspect-ratio').replace('auto ', '').split(' / ').map(Number)
    const box = this.boxes[element.index]
    if (!box?.known || !(across! > 0 && down! > 0) || element.children.length > 0) return unknown(HEIGHT_FROM.ratio)
    const whole = computed(style, 'box-sizing') === 'border-box'
    return whole ? Math.max(0, (box.width * down!) / across! - sumOfUpright(edges)) : (box.content * down!) / across!
  }

  /** The children that have boxes, or why what they come to cannot be told. */
  private blocksIn(element: PageElement): PageElement[] | UnknownBox {
    const blocks: PageElement[] = []
    for (const child of element.children) {
      const style = this.styles.at(child.index)
      const display = computed(style, 'display')
      if (display === 'none' || isOutOfFlow(style)) continue
      if (!this.boxes[child.index] || display.startsWith('inline')) {
        const floats = isFloat(style) && this.boxes[child.index]
        if (!floats) return unknown(HEIGHT_FROM.text)
      }
      blocks.push(child)
    }
    return blocks
  }

  private ofBlocks(element: PageElement, style: ElementStyle, edges: UprightEdges): Content {
    const children = this.blocksIn(element)
    if ('known' in children) return children
    const generated = generates(this.styles, element)
    if (generated || (computed(style, 'display') === 'list-item' && children.length === 0))
      return unknown(HEIGHT_FROM.text)
    const floating = children.filter(({ index }) => isFloat(this.styles.at(index)))
    if (floating.length > 0 && floating.length < children.length) return unknown(HEIGHT_FROM.floats)
    if (floating.length > 0) return isolatesFloats(style) ? this.ofFloats(element, floating) : 0
    const blocks: Block[] = []
    for (const child of children) {
      const sized = this.sized[child.index]!
      const margins = this.margins.of(child)
      if ('known' in sized) return heightWithin(sized)
      if (this.nearFloats[child.index] || !margins) return unknown(HEIGHT_FROM.floats)
      blocks.push({ ...margins, height: sized.content + sumOfUpright(sized.edges) })
    }
    const [above, below] = [this.margins.isOpen(element, edges, 0), this.margins.isOpen(element, edges, 1)]
    return stackHeight(blocks, { above, below })
  }

  /** Floats beside each other on one line: as high as the highest. */
  private ofFloats(element: PageElement, floating: readonly PageElement[]): Content {
    const box = this.boxes[element.index]
    const heights = floating.map(({ index }) => outerHeight(this.sized[index]!))
    const missing = heights.find((height) => typeof height !== 'number')
    if (missing !== undefined) return missing as UnknownBox
    const widths = floating.map(({ index }) => this.boxes[index])
    if (!box?.known || !widths.every((each) => each?.known === true)) return unknown(HEIGHT_FROM.floats)
    const lines = linesOf(
      widths.map((each) => outerWidth(each)),
      box.content,
      0,
      true,
    )
    const clears = floating.some(({ index }) => computed(this.styles.at(index), 'clear') !== 'none')
    if (lines.at(-1)! > 0 || clears) return unknown(HEIGHT_FROM.floats)
    return Math.max(0, ...(heights as number[]))
  }
}
