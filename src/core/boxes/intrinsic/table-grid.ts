import type { PageStyles } from '../../cascade/cascade.ts'
import type { PageElement } from '../../markup/tree.ts'
import { computed, lengthOf } from '../box-style.ts'
import { isOutOfFlow } from '../kinds.ts'

/** A cell of a table, in which column it begins. */
export interface Cell {
  readonly element: PageElement
  /** From 0. */
  readonly column: number
  readonly span: number
}

/** A table as its cells make it (HTML standard, 4.9.12.1). */
export interface TableGrid {
  readonly columns: number
  readonly cells: readonly Cell[]
  readonly captions: readonly PageElement[]
  /** Rows and groups of rows: they are as wide as all columns together. */
  readonly strips: readonly PageElement[]
  /** Between two columns, and beside them; px. 0 where borders collapse. */
  readonly spacing: number
}

const GROUPS = /^table-(?:row|header|footer)-group$/

/** More columns than this are not counted. */
const MOST_COLUMNS = 200

/** The grid of a table; null for tables that are not followed here: columns with widths, borders that collapse sideways. */
export function tableGrid(styles: PageStyles, table: PageElement): TableGrid | null {
  const style = styles.of(table)
  const collapses = computed(style, 'border-collapse') === 'collapse'
  const rows: PageElement[] = []
  const captions: PageElement[] = []
  const strips: PageElement[] = []
  for (const child of table.children) {
    const display = computed(styles.of(child), 'display')
    if (display === 'none' || isOutOfFlow(styles.of(child))) continue
    if (display === 'table-caption') captions.push(child)
    else if (GROUPS.test(display)) {
      strips.push(child)
      if (!addRows(styles, child, rows)) return null
    } else if (display === 'table-row') rows.push(child)
    else if (!isPlainColumn(styles, child)) return null
  }
  const cells = placeCells(styles, rows)
  const collapsing = [table, ...strips, ...rows, ...(cells ?? []).map(({ element }) => element)]
  if (!cells || (collapses && collapsing.some((each) => hasSideBorders(styles, each)))) return null
  if (collapses && PADDINGS.some((name) => lengthOf(style, name, 0) !== 0)) return null
  const columns = cells.reduce((most, { column, span }) => Math.max(most, column + span), 0)
  // The first of two lengths is that between columns.
  const spacing = collapses ? 0 : parseFloat(computed(style, 'border-spacing')) || 0
  if (columns === 0 || columns > MOST_COLUMNS) return null
  // Where no cell begins in a column, browsers take it together with the one before.
  if (new Set(cells.map(({ column }) => column)).size < columns) return null
  return { columns, cells, captions, strips: [...strips, ...rows], spacing }
}

const PADDINGS = ['padding-left', 'padding-right'] as const
const BORDERS = ['border-left-width', 'border-right-width'] as const

function hasSideBorders(styles: PageStyles, element: PageElement): boolean {
  const style = styles.of(element)
  return BORDERS.some((name) => lengthOf(style, name, 0) !== 0)
}

/** Whether an element says nothing but where columns are. */
function isPlainColumn(styles: PageStyles, element: PageElement): boolean {
  return [element, ...element.children].every((each) => {
    const style = styles.of(each)
    return /^table-column/.test(computed(style, 'display')) && computed(style, 'width') === 'auto'
  })
}

function addRows(styles: PageStyles, group: PageElement, rows: PageElement[]): boolean {
  for (const row of group.children) {
    const display = computed(styles.of(row), 'display')
    if (display === 'none' || isOutOfFlow(styles.of(row))) continue
    if (display !== 'table-row' || row.texts.length > 0) return false
    rows.push(row)
  }
  return group.texts.length === 0
}

/** Each cell goes to the first column that no cell of a row above reaches down into. */
function placeCells(styles: PageStyles, rows: readonly PageElement[]): Cell[] | null {
  const cells: Cell[] = []
  /** By column: the row from which on it is free. */
  const free: number[] = []
  for (const [at, row] of rows.entries()) {
    let column = 0
    for (const element of row.children) {
      const style = styles.of(element)
      const display = computed(style, 'display')
      if (display === 'none') continue
      if (display !== 'table-cell' || isOutOfFlow(style)) return null
      const span = Math.min(MOST_COLUMNS, spanOf(element, 'colspan'))
      while ((free[column] ?? 0) > at) column++
      cells.push({ element, column, span })
      const until = at + (spanOf(element, 'rowspan') || rows.length)
      for (let taken = column; taken < column + span; taken++) free[taken] = Math.max(free[taken] ?? 0, until)
    }
  }
  return cells
}

function spanOf({ attributes, html }: PageElement, name: 'colspan' | 'rowspan'): number {
  const written = html ? attributes.get(name) : undefined
  const span = written === undefined ? 1 : Number.parseInt(written, 10)
  return Number.isNaN(span) || (span === 0 && name === 'colspan') ? 1 : span
}
