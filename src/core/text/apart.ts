import type { Splice } from './splice.ts'

/** Whether two stand at one place. */
export const touches = (one: Splice, other: Splice): boolean => one.from <= other.to && other.from <= one.to

/** Of edits that touch one place, the first. */
export function apart<T extends { readonly splices: readonly Splice[] }>(edits: readonly T[]): T[] {
  const taken = new SplicesApart()
  return edits.filter(({ splices }) => {
    if (splices.some((splice) => taken.has(splice, touches))) return false
    for (const splice of splices) taken.add(splice)
    return true
  })
}

/** Splices of one text that do not overlap: which of them stand at a place is told without going through all. */
export class SplicesApart {
  /** By where they begin, then by where they end; as none overlaps another, their ends are in order too. */
  private readonly inOrder: Splice[] = []

  /** Whether a splice `meets` one of them; asked of those only that touch it. */
  has(splice: Splice, meets: (one: Splice, other: Splice) => boolean): boolean {
    for (let at = this.place(({ to }) => to < splice.from); at < this.inOrder.length; at++) {
      const one = this.inOrder[at]!
      if (one.from > splice.to) return false
      if (meets(one, splice)) return true
    }
    return false
  }

  /** Takes one that overlaps none of them. */
  add(splice: Splice): void {
    const { from, to } = splice
    const at = this.place((one) => one.from < from || (one.from === from && one.to <= to))
    this.inOrder.splice(at, 0, splice)
  }

  /** How many of them come before, in their order. */
  private place(isBefore: (splice: Splice) => boolean): number {
    let [low, high] = [0, this.inOrder.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (isBefore(this.inOrder[middle]!)) low = middle + 1
      else high = middle
    }
    return low
  }
}
