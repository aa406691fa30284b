import {
  allBoxes,
  boxesAmong,
  equalColumns,
  isBox,
  NO_VALUES,
  planSelector,
  type PlanBox,
  type PlanItem,
  type PlanProperty,
} from './plan.ts'
import type { SaidOf } from './read-plan.ts'

/** A place among the items of a box, or of the plan where `around` is null; `at` counts from 0. */
export interface PlanSpot {
  readonly around: string | null
  readonly at: number
}

/** A new box with a name that no other box of the plan has. */
export function newBox(items: readonly PlanItem[], key: string): PlanBox {
  const taken = new Set(allBoxes(items).map(({ name }) => name))
  let number = 1
  while (taken.has(`box-${number}`)) number++
  return {
    key,
    element: 'div',
    by: 'class',
    name: `box-${number}`,
    values: NO_VALUES,
    setting: 'stacked',
    columns: '',
    items: [],
    from: null,
  }
}

/** The items with a box changed. */
export function changeBox(
  items: readonly PlanItem[],
  key: string,
  change: (box: PlanBox) => PlanBox,
): readonly PlanItem[] {
  return items.map((item) => {
    if (!isBox(item)) return item
    const inner = changeBox(item.items, key, change)
    const same = inner.every((each, at) => each === item.items[at])
    const box = same ? item : { ...item, items: inner }
    return box.key === key ? change(box) : box
  })
}

/** The items with a value for a box, and for all that have its name: they are one rule. */
export function setValue(
  items: readonly PlanItem[],
  key: string,
  property: PlanProperty,
  value: string,
): readonly PlanItem[] {
  return changeAlike(items, key, (box) => ({ ...box, values: { ...box.values, [property]: value } }))
}

/** The items with a box and those of its name changed. */
export function changeAlike(
  items: readonly PlanItem[],
  key: string,
  change: (box: PlanBox) => PlanBox,
): readonly PlanItem[] {
  const box = boxOf(items, key)
  if (!box) return items
  const alike = allBoxes(items).filter((each) => each.key === key || planSelector(each) === planSelector(box))
  return alike.reduce((now, each) => changeBox(now, each.key, change), items)
}

/**
 * The items with another name for a box. Where the plan or the sheet has the name already, the box takes what is said of it there:
 * `said` is what the sheet says, null where it says nothing.
 */
export function rename(
  items: readonly PlanItem[],
  key: string,
  named: Pick<PlanBox, 'by' | 'name' | 'element'>,
  said: SaidOf | null,
): readonly PlanItem[] {
  const there = allBoxes(items).find((each) => each.key !== key && planSelector(each) === planSelector(named))
  return changeBox(items, key, (box) => {
    const next = { ...box, ...named }
    if (planSelector(box) === planSelector(next)) return next
    if (there) return { ...next, values: there.values, setting: there.setting, columns: there.columns }
    return said ? { ...next, values: said.values, setting: said.setting, columns: said.columns } : next
  })
}

/** The items with a box that sets those in it otherwise. */
export function setSetting(items: readonly PlanItem[], key: string, setting: PlanBox['setting']): readonly PlanItem[] {
  return changeAlike(items, key, (box) => ({
    ...box,
    setting,
    columns: setting === 'columns' && box.columns === '' ? equalColumns(boxesAmong(box.items).length) : box.columns,
  }))
}

/** The items without one of them. */
export function removeItem(items: readonly PlanItem[], key: string): readonly PlanItem[] {
  return items
    .filter((item) => item.key !== key)
    .map((item) => (isBox(item) ? withItems(item, removeItem(item.items, key)) : item))
}

/** The items with one more. */
export function insertItem(items: readonly PlanItem[], item: PlanItem, { around, at }: PlanSpot): readonly PlanItem[] {
  if (around === null) return items.toSpliced(at, 0, item)
  return changeBox(items, around, (box) => withItems(box, box.items.toSpliced(at, 0, item)))
}

/** The items with one of them in another place; as they are where it would come to lie in itself. */
export function moveItem(items: readonly PlanItem[], key: string, to: PlanSpot): readonly PlanItem[] {
  const item = itemOf(items, key)
  const from = spotOf(items, key)
  if (!item || !from) return items
  if (isBox(item) && (to.around === key || (to.around !== null && boxOf(item.items, to.around)))) return items
  const shift = from.around === to.around && from.at < to.at ? 1 : 0
  return insertItem(removeItem(items, key), item, { ...to, at: to.at - shift })
}

/** As many equal columns as there are boxes, as long as nobody wrote others. */
function withItems(box: PlanBox, items: readonly PlanItem[]): PlanBox {
  const [before, now] = [boxesAmong(box.items).length, boxesAmong(items).length]
  if (before === now && items.every((item, at) => item === box.items[at])) return box
  const isEqual = box.setting === 'columns' && box.columns === equalColumns(before)
  return { ...box, items, columns: isEqual ? equalColumns(now) : box.columns }
}

/** A box of a plan by its key. */
export function boxOf(items: readonly PlanItem[], key: string): PlanBox | null {
  return allBoxes(items).find((box) => box.key === key) ?? null
}

function itemOf(items: readonly PlanItem[], key: string): PlanItem | null {
  for (const item of items) {
    const found = item.key === key ? item : isBox(item) ? itemOf(item.items, key) : null
    if (found) return found
  }
  return null
}

/** Where an item stands; null where the plan has none of this key. */
export function spotOf(items: readonly PlanItem[], key: string, around: string | null = null): PlanSpot | null {
  const at = items.findIndex((item) => item.key === key)
  if (at >= 0) return { around, at }
  for (const box of boxesAmong(items)) {
    const found = spotOf(box.items, key, box.key)
    if (found) return found
  }
  return null
}

/** An item of a plan in a list, as deep as it lies. */
export interface PlanLine {
  readonly item: PlanItem
  readonly depth: number
}

/** The items of a plan line by line, each before what stands in it. */
export function linesOf(items: readonly PlanItem[], depth = 0): PlanLine[] {
  return items.flatMap((item) => [{ item, depth }, ...(isBox(item) ? linesOf(item.items, depth + 1) : [])])
}

/** The columns of a box one by one, where they are written so that each belongs to one of `count` boxes; null where not. */
export function columnsOf(columns: string, count: number): string[] | null {
  const repeated = /^repeat\(\s*(\d+)\s*,\s*([^(),\s]+)\s*\)$/.exec(columns.trim())
  if (repeated) return Number(repeated[1]) === count ? Array.from({ length: count }, () => repeated[2]!) : null
  if (/[,[\]]/.test(columns)) return null
  const tracks = columns.trim().split(/\s+/)
  return tracks.length === count && columns.trim() !== '' ? tracks : null
}

/** The items with another width for the column that a box stands in; as they are where it cannot be told apart. */
export function setColumn(items: readonly PlanItem[], key: string, width: string): readonly PlanItem[] {
  const spot = spotOf(items, key)
  const holder = spot?.around ? boxOf(items, spot.around) : null
  if (!holder) return items
  const boxes = boxesAmong(holder.items)
  const tracks = columnsOf(holder.columns, boxes.length)
  const at = boxes.findIndex((box) => box.key === key)
  if (!tracks || at < 0) return items
  const next = tracks.with(at, width)
  const columns =
    next.every((track) => track === next[0]) && next.length > 1 ? `repeat(${next.length}, ${next[0]})` : next.join(' ')
  return changeAlike(items, holder.key, (box) => ({ ...box, columns }))
}
