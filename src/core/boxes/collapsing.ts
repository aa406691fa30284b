/** Margins that touch: the largest of those above nothing, and the smallest of those below. Px. */
export interface Touching {
  readonly most: number
  readonly least: number
}

export const NO_MARGIN: Touching = { most: 0, least: 0 }

/** A margin alone. */
export const touching = (px: number): Touching => ({ most: Math.max(0, px), least: Math.min(0, px) })

/** Margins that touch each other as one (CSS 2.2, section 8.3.1). */
export const together = (a: Touching, b: Touching): Touching => ({
  most: Math.max(a.most, b.most),
  least: Math.min(a.least, b.least),
})

/** What margins that touch come to. */
export const comesTo = ({ most, least }: Touching): number => most + least

/** A block as its siblings see it: how high it is, and the margins that may touch theirs. Px. */
export interface Block {
  readonly height: number
  readonly above: Touching
  readonly below: Touching
  /** Whether its own upper and lower margin touch each other through it. */
  readonly through: boolean
}

/**
 * How high blocks one under another make the content around them, px; the margins at an end that is `open` stick out of it instead of
 * making it higher.
 */
export function stackHeight(
  blocks: readonly Block[],
  open: { readonly above: boolean; readonly below: boolean },
): number {
  let height = 0
  let waiting = NO_MARGIN
  let begun = false
  for (const block of blocks) {
    waiting = together(waiting, block.above)
    if (block.through) continue
    if (begun || !open.above) height += comesTo(waiting)
    begun = true
    height += block.height
    waiting = block.below
  }
  const sticksOut = begun ? open.below : open.above
  return sticksOut ? height : height + comesTo(waiting)
}
