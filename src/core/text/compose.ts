import type { Splice } from './splice.ts'

/** A change where it stands in the text between the first and the second. */
interface Placed extends Splice {
  /** Whether it belongs to the second, whose range is deleted; of the first it is what was inserted. */
  readonly second: boolean
  /** By how many characters the first made the text longer here. */
  readonly growth: number
}

/** Splices that do at once what `first` does and then `second`, whose offsets speak of the text in between. Both are in text order. */
export function composeSplices(first: readonly Splice[], second: readonly Splice[]): Splice[] {
  let shift = 0
  const inserted = first.map(({ from, to, insert }): Placed => {
    const start = from + shift
    const growth = insert.length - (to - from)
    shift += growth
    return { from: start, to: start + insert.length, insert, second: false, growth }
  })
  const placed = [...inserted, ...second.map((splice): Placed => ({ ...splice, second: true, growth: 0 }))]
  const ordered = placed.sort((a, b) => a.from - b.from || a.to - b.to || Number(a.second) - Number(b.second))
  let before = 0
  return touching(ordered).map((group) => {
    const from = group[0]!.from - before
    before += group.reduce((sum, { growth }) => sum + growth, 0)
    const to = Math.max(...group.map((each) => each.to)) - before
    return { from, to, insert: textOf(group) }
  })
}

/** The same change with splices that touch each other as one. */
export const touchingJoined = (splices: readonly Splice[]): Splice[] =>
  splices.length < 2 ? [...splices] : composeSplices(splices, [])

/** Stretches in which each change touches the next. */
function touching(ordered: readonly Placed[]): Placed[][] {
  const groups: Placed[][] = []
  let end = -1
  for (const each of ordered) {
    if (each.from <= end) groups.at(-1)!.push(each)
    else groups.push([each])
    end = Math.max(end, each.to)
  }
  return groups
}

/** What stands there afterwards: what the first inserted and the second left alone, and what the second inserted. */
function textOf(group: readonly Placed[]): string {
  const firsts = group.filter(({ second }) => !second)
  const kept = (from: number, to: number) =>
    firsts.map((each) => each.insert.slice(Math.max(0, from - each.from), Math.max(0, to - each.from))).join('')
  let text = ''
  let at = group[0]!.from
  for (const { from, to, insert } of group.filter(({ second }) => second)) {
    text += kept(at, from) + insert
    at = to
  }
  return text + kept(at, Infinity)
}
