/** An item of a flex container, in px along the main axis. */
export interface FlexItem {
  /** Its flex base size: the content box. */
  readonly base: number
  readonly min: number
  readonly max: number
  readonly grow: number
  readonly shrink: number
  /** Margins, borders and paddings: what its outer size has beside its content. */
  readonly around: number
}

const clamp = (size: number, { min, max }: Pick<FlexItem, 'min' | 'max'>) => Math.max(min, Math.min(max, size))

/** Its base size within its minimum and maximum, with all around it (CSS Flexbox 1, section 9.3, step 3). */
export function hypotheticalOuter(item: FlexItem): number {
  return Math.max(0, clamp(item.base, item)) + item.around
}

/** Collects items into lines of a container's inner main size (CSS Flexbox 1, section 9.3, step 5). Gives places in `items`. */
export function flexLines(items: readonly FlexItem[], room: number, gap: number, wraps: boolean): number[][] {
  if (!wraps) return [items.map((_, at) => at)]
  const lines: number[][] = []
  let used = 0
  for (const [at, item] of items.entries()) {
    const outer = hypotheticalOuter(item)
    const line = lines.at(-1)
    if (line && used + gap + outer <= room + EXACT) {
      line.push(at)
      used += gap + outer
    } else {
      lines.push([at])
      used = outer
    }
  }
  return lines
}

/** Sums that differ by less are equal: browsers count in 64ths of a px. */
const EXACT = 1 / 64

/**
 * The used content sizes of the items of one line (CSS Flexbox 1, section 9.7, "Resolving Flexible Lengths"); `room` is the
 * container's inner main size without the gaps.
 */
export function flexSizes(items: readonly FlexItem[], room: number): number[] {
  const grows = items.reduce((sum, item) => sum + hypotheticalOuter(item), 0) < room
  const factor = (item: FlexItem) => (grows ? item.grow : item.shrink)
  const sizes = items.map((item) => clamp(item.base, item))
  const frozen = items.map(
    (item, at) => factor(item) === 0 || (grows ? item.base > sizes[at]! : item.base < sizes[at]!),
  )
  const free = () => items.reduce((left, item, at) => left - item.around - (frozen[at] ? sizes[at]! : item.base), room)
  const initial = free()
  while (frozen.includes(false)) {
    const open = items.flatMap((item, at) => (frozen[at] ? [] : [{ item, at }]))
    const factors = open.reduce((sum, { item }) => sum + factor(item), 0)
    const left = free()
    // Factors that sum to less than 1 take only that share of what was left at first.
    const share = factors < 1 && Math.abs(initial * factors) < Math.abs(left) ? initial * factors : left
    const scaled = open.reduce((sum, { item }) => sum + item.shrink * item.base, 0)
    const wanted = open.map(({ item }) =>
      grows
        ? item.base + (share * item.grow) / factors
        : item.base + (scaled === 0 ? 0 : (share * item.shrink * item.base) / scaled),
    )
    const clamped = open.map(({ item }, at) => Math.max(0, clamp(wanted[at]!, item)))
    const violation = clamped.reduce((sum, size, at) => sum + size - wanted[at]!, 0)
    for (const [at, one] of open.entries()) {
      sizes[one.at] = clamped[at]!
      const off = clamped[at]! - wanted[at]!
      frozen[one.at] = Math.abs(violation) < 1e-9 || (violation > 0 ? off > 0 : off < 0)
    }
  }
  return sizes
}
