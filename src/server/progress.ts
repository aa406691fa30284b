/** Hears how far something has come, 0 to 1. May throw to call it off. */
export type Progress = (share: number) => void

/** A part of a longer way: from `from` to `to` of it. */
export function partOf(progress: Progress, from: number, to: number): Progress {
  return (share) => progress(from + (to - from) * share)
}
