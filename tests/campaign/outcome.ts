/** What a part of the campaign came to. */
export interface Outcome {
  readonly part: string
  readonly tried: number
  /** Whatever was lost, leaked, thrown, hung or answered with 5xx, in a sentence each. */
  readonly faults: readonly string[]
  /** What else is worth knowing, with units. */
  readonly note: string
}

/** Numbers that look drawn by chance and are the same again for the same seed: 0 up to, not including, 1. */
export function chance(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    // Linear congruence with the constants of "Numerical Recipes" (from memory).
    state = (state * 1664525 + 1013904223) >>> 0
    return state / 2 ** 32
  }
}
