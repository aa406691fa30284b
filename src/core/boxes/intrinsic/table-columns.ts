import { beside, NOTHING, under, type ContentSizes } from './sizes.ts'

/** A column of a table, with what its cells ask for (CSS Tables 3, section 3.8.4); px. */
export interface Column {
  readonly sizes: ContentSizes
  /** The share of the table that a cell in it asks for, from 0 to 1; 0 where none does. */
  readonly share: number
  /** Whether a cell in it has a width in px. */
  readonly told: boolean
  /** Whether a cell begins in it. */
  readonly isUsed: boolean
}

/** A cell's own asking: of one column, or of several with the spacing between them. */
export interface Asking extends Omit<Column, 'isUsed'> {
  readonly column: number
  readonly span: number
}

/** The columns of a table from what its cells ask for, those of fewer columns first. Null where that is not known. */
export function columnsFrom(askings: readonly Asking[], count: number, spacing: number): Column[] | null {
  const single = askings.filter(({ span }) => span === 1)
  const columns = Array.from({ length: count }, (_, at) => columnOf(single.filter(({ column }) => column === at)))
  const wide = askings.filter(({ span }) => span > 1).sort((a, b) => a.span - b.span)
  for (const asking of wide) if (!spread(columns, asking, spacing)) return null
  return withinWhole(columns)
}

/** One column. Where a cell says how wide it is, the others ask for no more than they must have. */
function columnOf(cells: readonly Asking[]): Column {
  const told = cells.some((cell) => cell.told)
  let sizes = NOTHING
  for (const { sizes: own, told: itself } of cells)
    sizes = under(sizes, told && !itself ? { min: own.min, max: own.min ?? own.max } : own)
  return { sizes, told, share: cells.reduce((most, { share }) => Math.max(most, share), 0), isUsed: cells.length > 0 }
}

/** Hands what a cell over several columns asks for on to them, as a table hands its width on; not among columns of told widths. */
function spread(columns: Column[], { column, span, sizes, share, told }: Asking, spacing: number): boolean {
  const over = columns.slice(column, column + span)
  const between = spacing * (span - 1)
  if (
    share > 0 ||
    told ||
    sizes.min === null ||
    over.some((each) => each.told || each.share > 0 || each.sizes.min === null)
  )
    return false
  const least = columnWidths(over, sizes.min - between)
  const most = columnWidths(over, sizes.max - between)
  if (!least || !most) return false
  for (const [at, each] of over.entries()) {
    const min = Math.max(each.sizes.min!, least[at]!)
    columns[column + at] = { ...each, sizes: { min, max: Math.max(each.sizes.max, min, most[at]!) } }
  }
  return true
}

/** All shares together come to no more than the whole. */
function withinWhole(columns: readonly Column[]): Column[] {
  let left = 1
  return columns.map((column) => {
    const share = Math.min(column.share, left)
    left -= share
    return { ...column, share }
  })
}

/** What all columns together ask for: shares make the whole as wide as what has them needs. */
export function sumOfColumns(columns: readonly Column[]): ContentSizes {
  const { min, max } = columns.reduce((sum, { sizes }) => beside(sum, sizes), NOTHING)
  const shared = columns.filter(({ share }) => share > 0)
  if (shared.length === 0) return { min, max }
  const left = 1 - shared.reduce((sum, { share }) => sum + share, 0)
  const rest = columns.reduce((sum, { sizes, share }) => (share > 0 ? sum : sum + sizes.max), 0)
  const wholes = [
    ...shared.map(({ sizes, share }) => sizes.max / share),
    rest === 0 ? 0 : left > 0 ? rest / left : WIDEST,
  ]
  return { min, max: Math.min(WIDEST, Math.max(max, ...wholes)) }
}

/** Wider than any window: what a table asks for whose shares leave nothing to columns that need something. */
const WIDEST = 1e6

/**
 * The widths of columns that take so many px together (CSS Tables 3, section 3.9.3). Null where that hangs on widths that are not known.
 */
export function columnWidths(columns: readonly Column[], room: number): number[] | null {
  const most = columns.map(({ sizes, share }) => (share > 0 ? Math.max(room * share, sizes.min ?? 0) : sizes.max))
  const needsLeast = columns.some(({ share }) => share > 0) || room < sum(most)
  if (needsLeast && columns.some(({ sizes }) => sizes.min === null)) return null
  if (!needsLeast) return stretched(columns, most, room)
  const least = columns.map(({ sizes }) => sizes.min!)
  const shares = columns.map(({ share }, at) => (share > 0 ? most[at]! : least[at]!))
  const told = columns.map((column, at) => (column.told && column.share === 0 ? column.sizes.max : shares[at]!))
  const guesses = [least, shares, told, most]
  const above = guesses.findIndex((guess) => sum(guess) >= room)
  if (above < 0) return stretched(columns, most, room)
  return above === 0 ? least : between(guesses[above - 1]!, guesses[above]!, room)
}

const sum = (widths: readonly number[]) => widths.reduce((all, width) => all + width, 0)

/** Each as far on the way from one guess to the next as all together. */
function between(low: readonly number[], high: readonly number[], room: number): number[] {
  const [from, to] = [sum(low), sum(high)]
  const part = to === from ? 0 : (room - from) / (to - from)
  return low.map((width, at) => width + (high[at]! - width) * part)
}

/** Hands out what is left when every column has the most it asks for: to those that were told no width, as far as there are some. */
function stretched(columns: readonly Column[], most: readonly number[], room: number): number[] {
  const takers: ((column: Column) => number)[] = [
    ({ share, told, sizes }) => (share === 0 && !told ? sizes.max : 0),
    ({ share, told, isUsed }) => (share === 0 && !told && isUsed ? 1 : 0),
    ({ share, told, sizes }) => (share === 0 && told ? sizes.max : 0),
    ({ share }) => share,
    () => 1,
  ]
  const parts = takers.map((taker) => columns.map(taker)).find((each) => sum(each) > 0) ?? []
  const left = room - sum(most)
  return most.map((width, at) => width + (left * parts[at]!) / sum(parts))
}
