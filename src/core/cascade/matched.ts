import type { Cascaded } from './cascaded.ts'
import type { CascadeRule } from './rules.ts'

/** Which rules of a fixed list some elements match, by their places in it. One for all elements that match the same. */
export interface Match {
  readonly id: number
  /** Ascending: in the order of the cascade among normal declarations, weakest first. */
  readonly ranks: readonly number[]
  /** Whether a rule writes an attribute of the element into its content. */
  readonly readsAttributes: boolean
}

/** What a match comes to while the rules say what they say now. */
export interface Matched {
  readonly match: Match
  /** Weakest first. */
  readonly rules: readonly CascadeRule[]
  /** What these rules alone come to. */
  readonly cascaded: Cascaded
}
