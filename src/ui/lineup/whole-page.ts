import type { SeenHeight } from '../../bridge/page-height.ts'

/** No frame becomes taller than this, in CSS px: browsers draw no larger layers. */
export const TALLEST = 16_000

/**
 * How tall a frame is that shows its page whole. It begins at the true viewport's height, is made as tall as the page is
 * there, and goes back when the page grows with it: then its heights follow the window's, and it cannot be shown otherwise
 * without showing it wrongly.
 */
export interface WholePage {
  /** Height of the frame in CSS px; null while it has the true viewport's. */
  readonly height: number | null
  /** How tall the page was once the frame had that height. */
  readonly settled: number | null
  /** The height at which the page went on growing. */
  readonly refused: number | null
}

export const NOT_YET: WholePage = { height: null, settled: null, refused: null }

/** What follows from what a frame has seen; `floor` is the true viewport's height. */
export function afterSeeing(whole: WholePage, floor: number, { viewport, page }: SeenHeight): WholePage {
  if (viewport === floor && whole.height === null) {
    if (page <= floor || page === whole.refused) return whole
    return { height: Math.min(page, TALLEST), settled: null, refused: null }
  }
  // Said before the frame had the size it has now.
  if (viewport !== whole.height || viewport === TALLEST) return whole
  if (page > viewport) return { height: null, settled: null, refused: viewport }
  if (whole.settled === null) return { ...whole, settled: page }
  return page === whole.settled ? whole : NOT_YET
}
