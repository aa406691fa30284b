import type { PageStyles } from '../../cascade/cascade.ts'
import type { ElementStyle } from '../../cascade/style.ts'
import type { PageElement } from '../../markup/tree.ts'
import { memo } from '../../text/memo.ts'
import { computed, contentOf, edgesOf, lengthOf, limitsOf, sumOfEdges, type Edges } from '../box-style.ts'
import { followsRatio, isControl, isReplaced, limitsHeight } from '../kinds.ts'
import { flexParts } from '../flex-parts.ts'
import type { Measures } from '../measures.ts'
import { partsIn, wrappingOf, type Part } from './inline-content.ts'
import { lineSizes, type Piece } from './line.ts'
import { beside, NOTHING, under, withAround, type ContentSizes } from './sizes.ts'
import { tableGrid, type TableGrid } from './table-grid.ts'
import { columnsFrom, sumOfColumns, type Asking, type Column } from './table-columns.ts'

/** Deeper nesting than this is not followed. */
const DEEPEST = 60

/** The intrinsic sizes of a page's boxes (CSS Sizing 3, section 5), at the viewport of its styles. They hang on no width around. */
export class IntrinsicSizes {
  private readonly known = new Map<number, ContentSizes | null>()
  private readonly grids = new Map<number, TableGrid | null>()
  private readonly tables = new Map<number, LaidColumns | null>()
  private depth = 0

  constructor(
    private readonly styles: PageStyles,
    private readonly measures: Measures,
  ) {}

  /** Of an element's content; null where they are not known. */
  of(element: PageElement): ContentSizes | null {
    const known = this.known.get(element.index)
    if (known !== undefined) return known
    if (this.depth > DEEPEST) return null
    this.depth++
    const sizes = this.find(element)
    this.depth--
    this.known.set(element.index, sizes)
    return sizes
  }

  /** What an element asks for of what it stands in: with its own width, limits, and all around it. */
  contribution(element: PageElement): ContentSizes | null {
    const style = this.styles.of(element)
    const edges = edgesOf(style, 0)
    const sizes = edges && this.sized(element, style, edges)
    if (!edges || !sizes) return null
    const margins = (['margin-left', 'margin-right'] as const).map((name) => lengthOf(style, name, 0) ?? 0)
    return withAround(sizes, sumOfEdges(edges) + margins[0]! + margins[1]!)
  }

  /** The columns of a table as their cells ask for them; null where they are not known. */
  columnsOf(table: PageElement): LaidColumns | null {
    const known = this.tables.get(table.index)
    if (known !== undefined) return known
    const found = this.findColumns(table)
    this.tables.set(table.index, found)
    return found
  }

  /** How wide a text in the line of an element is; null where its font is not at hand. */
  advance(style: ElementStyle, text: string): number | null {
    return this.measures.advance(this.styles.cascade, style, text)
  }

  /** The content sizes of an element with its own width and limits; percentages of what is not known yet count as if they were not there. */
  private sized(element: PageElement, style: ElementStyle, edges: Edges): ContentSizes | null {
    if (isReplaced(element)) return this.replaced(element, style, edges)
    if (followsRatio(style)) return null
    const limits = looseLimits(style, edges)
    const told = looseLength(style, 'width')
    if (!limits || told === null) return null
    const width = told === 'auto' ? null : contentOf(style, told, edges)
    const sizes = width === null ? this.of(element) : { min: width, max: width }
    const within = (size: number) => Math.max(limits.min, Math.min(limits.max, size))
    return sizes && { min: sizes.min === null ? null : within(sizes.min), max: within(sizes.max) }
  }

  /** A picture, where its size is known; one that may shrink with what it stands in asks for nothing (section 5.2.2). */
  private replaced(element: PageElement, style: ElementStyle, edges: Edges): ContentSizes | null {
    if (element.tag !== 'img') return null
    const limits = looseLimits(style, edges)
    const told = looseLength(style, 'width')
    if (!limits || told === null) return null
    if (told === 'auto' && this.pictureWidth(element) === null) return null
    const natural = told === 'auto' ? this.pictureWidth(element)! : contentOf(style, told, edges)
    const shrinks = /%/.test(computed(style, 'width') + computed(style, 'max-width'))
    const max = Math.max(limits.min, Math.min(limits.max, natural))
    return { min: shrinks ? limits.min : max, max }
  }

  /** The width that a picture has by itself, or by the height it is given; null where that is not known. */
  pictureWidth(element: PageElement): number | null {
    const style = this.styles.of(element)
    const own =
      element.tag === 'img' && !followsRatio(style) && !limitsHeight(style) ? this.measures.pictureSize(element) : null
    if (!own || computed(style, 'height') === 'auto') return own?.width ?? null
    const height = lengthOf(style, 'height', null)
    return height === null ? null : (height * own.width) / own.height
  }

  private find(element: PageElement): ContentSizes | null {
    const style = this.styles.of(element)
    const display = computed(style, 'display')
    if (computed(style, 'writing-mode') !== 'horizontal-tb' || computed(style, 'contain') !== 'none') return null
    if (computed(style, 'column-count') !== 'auto' || computed(style, 'column-width') !== 'auto') return null
    if (isControl(element) && element.tag !== 'button') return null
    if (display.endsWith('flex')) return this.ofFlex(element, style)
    if (/^(?:inline-)?table$/.test(display)) return this.ofTable(element)
    return /^(?:block|flow-root|list-item|inline-block|table-cell|table-caption|inline)$/.test(display)
      ? this.ofFlow(element)
      : null
  }

  private ofFlow(element: PageElement): ContentSizes | null {
    const { knowsWords } = this.measures
    const parts = partsIn({ styles: this.styles, knowsWords, boxSizes: (box) => this.contribution(box) }, element)
    if (!parts) return null
    let sizes = NOTHING
    for (const part of parts) {
      const own = isLine(part) ? lineSizes(part, (style, text) => this.advance(style, text)) : this.contribution(part)
      if (!own) return null
      sizes = under(sizes, own)
    }
    return sizes
  }

  /** CSS Flexbox 1, section 9.9.1, as browsers do it: what the items ask for, side by side or one under another. */
  private ofFlex(element: PageElement, style: ElementStyle): ContentSizes | null {
    const items = flexParts(this.styles, element)
    if (!items || items.some((item) => typeof item !== 'string' && !this.isSimpleItem(item))) return null
    const isRow = computed(style, 'flex-direction').startsWith('row')
    const wraps = computed(style, 'flex-wrap') !== 'nowrap'
    const gap = lengthOf(style, 'column-gap', 0) ?? 0
    if (!isRow && wraps) return null
    let sizes = NOTHING
    for (const [at, item] of items.entries()) {
      const own = typeof item === 'string' ? this.ofText(style, item) : this.contribution(item)
      if (!own) return null
      const next = isRow ? beside(sizes, withAround(own, at > 0 ? gap : 0)) : under(sizes, own)
      sizes = isRow && wraps ? { min: under(sizes, own).min, max: next.max } : next
    }
    return sizes
  }

  /** Text that stands directly in a flex container, as an item of its own. */
  ofText(style: ElementStyle, text: string): ContentSizes | null {
    const how = wrappingOf(style)
    return how && lineSizes([{ kind: 'text', text, style, how }], (of, words) => this.advance(of, words))
  }

  private isSimpleItem(item: PageElement): boolean {
    return /^(?:auto|content)$/.test(computed(this.styles.of(item), 'flex-basis'))
  }

  private ofTable(table: PageElement): ContentSizes | null {
    const laid = this.columnsOf(table)
    if (!laid) return null
    const { columns, grid } = laid
    const captions = this.captionsOf(grid)
    // Captions stand outside of what the table has around its cells.
    return captions && under(withAround(sumOfColumns(columns), laid.between), withAround(captions, -laid.around))
  }

  private captionsOf({ captions }: TableGrid): ContentSizes | null {
    let sizes = NOTHING
    for (const caption of captions) {
      const own = this.contribution(caption)
      if (!own) return null
      // A caption makes the table no wider than its longest word.
      sizes = under(sizes, { min: own.min, max: own.min ?? own.max })
    }
    return sizes
  }

  /** What a cell asks of its columns (CSS Tables 3, section 3.8.4): its width is the most it wants, and no less than its content. */
  private askingOf(cell: PageElement): Omit<Asking, 'column' | 'span'> | null {
    const style = this.styles.of(cell)
    const edges = edgesOf(style, 0)
    const own = this.of(cell)
    const limits = edges && looseLimits(style, edges)
    const width = computed(style, 'width')
    const px = edges && lengthOf(style, 'width', null)
    if (!edges || !own || !limits || (width !== 'auto' && px === null && !/^[\d.]+%$/.test(width))) return null
    const min = own.min === null ? null : Math.max(limits.min, Math.min(limits.max, own.min))
    const told = px === null ? null : contentOf(style, px, edges)
    if (told !== null && min === null) return null
    const wanted = Math.max(min ?? limits.min, Math.min(limits.max, told ?? own.max))
    const sizes = withAround({ min, max: wanted }, sumOfEdges(edges))
    return { sizes, told: told !== null, share: width.endsWith('%') ? parseFloat(width) / 100 : 0 }
  }

  /** The grid of a table; null where it is not followed. */
  gridOf(table: PageElement): TableGrid | null {
    const known = this.grids.get(table.index)
    if (known !== undefined) return known
    const grid = tableGrid(this.styles, table)
    this.grids.set(table.index, grid)
    return grid
  }

  private findColumns(table: PageElement): LaidColumns | null {
    const grid = this.gridOf(table)
    if (!grid) return null
    const askings: Asking[] = []
    for (const { element, column, span } of grid.cells) {
      const asking = this.askingOf(element)
      if (!asking) return null
      askings.push({ ...asking, column, span })
    }
    const columns = columnsFrom(askings, grid.columns, grid.spacing)
    if (!columns) return null
    const edges = edgesOf(this.styles.of(table), 0)
    if (!edges) return null
    return { grid, columns, between: grid.spacing * (grid.columns + 1), around: sumOfEdges(edges) }
  }
}

/** The columns of a table with what they ask for. Px. */
export interface LaidColumns {
  readonly grid: TableGrid
  readonly columns: readonly Column[]
  /** All spacing between and beside them. */
  readonly between: number
  /** What the table has around its cells: its border, and its padding. */
  readonly around: number
}

const isLine = (part: Part): part is readonly Piece[] => Array.isArray(part)

/** A width or height in px; 'auto' for that, and for percentages of what is not known; null for what is asked of content. */
function looseLength(style: ElementStyle, property: 'width' | 'height'): number | 'auto' | null {
  const value = computed(style, property)
  return lengthOf(style, property, null) ?? (value === 'auto' || value.includes('%') ? 'auto' : null)
}

/** Least and most, without those that are shares of what is not known. */
function looseLimits(style: ElementStyle, edges: Edges) {
  const isShare = (property: 'min-width' | 'max-width') => computed(style, property).includes('%')
  const known = limitsOf(style, isShare('min-width') || isShare('max-width') ? 0 : null, edges)
  if (!known) return null
  return { min: isShare('min-width') ? 0 : known.min, max: isShare('max-width') ? Infinity : known.max }
}

const byMeasures = memo((_measures: Measures) => new WeakMap<PageStyles, IntrinsicSizes>())

/** The intrinsic sizes of a page; what was found out is kept beside its styles. */
export function intrinsicSizes(styles: PageStyles, measures: Measures): IntrinsicSizes {
  const known = byMeasures(measures)
  let found = known.get(styles)
  if (!found) known.set(styles, (found = new IntrinsicSizes(styles, measures)))
  return found
}
