import { isBox, planSelector, type PlanBox, type PlanItem } from './plan.ts'

/**
 * The items of a plan that was read from one page, as those of another that is put together in the same way; null where it is not.
 * `read` and `there` are the two as they were read.
 */
export function onOtherPage(read: PlanBox, there: PlanBox, items: readonly PlanItem[]): PlanItem[] | null {
  const same = new Map<string, PlanItem>()
  if (!pair(read, there, same)) return null
  const move = (item: PlanItem): PlanItem => {
    const other = same.get(item.key)
    if (!isBox(item)) return other ?? item
    const from = other && isBox(other) ? other.from : null
    return { ...item, key: other?.key ?? item.key, from, items: item.items.map(move) }
  }
  return items.map(move)
}

/** Pairs what stands in the same place; false where the two differ. */
function pair(a: PlanItem, b: PlanItem, same: Map<string, PlanItem>): boolean {
  same.set(a.key, b)
  if (!isBox(a) || !isBox(b)) return isBox(a) === isBox(b)
  return (
    planSelector(a) === planSelector(b) &&
    a.element === b.element &&
    a.items.length === b.items.length &&
    a.items.every((item, at) => pair(item, b.items[at]!, same))
  )
}
