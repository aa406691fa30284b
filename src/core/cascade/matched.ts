import type { Page, PageElement } from '../markup/tree.ts'
import type { State } from '../selectors/match.ts'
import type { Cascaded } from './cascaded.ts'
import type { CascadeRule } from './rules.ts'

/** Which rules of a fixed list some elements match, by their places in it. One for all elements that match the same. */
export interface Match {
  readonly id: number
  /**
   * Ascending: in the order of the cascade among normal declarations, weakest first. Rules that came later stand behind all others,
   * wherever they have their place in it.
   */
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

/** The states of every element; the same function stands for the same states. */
export type States = (element: PageElement) => ReadonlySet<State>

/** Says which rules the elements of pages match. */
export interface Matching {
  /** The next id of a match; shared by all that make some for the same tree. */
  readonly matchIds: { next: number }
  matchAll(page: Page): readonly Match[]
  /** `atRest` says what an element matches that no state tells from others. */
  matchInStates(page: Page, states: States, atRest: (index: number) => Match): readonly Match[]
  matchOne(page: Page, element: PageElement, states: States | null): Match
  /** Whether anything on a page may match what it did not where rules that came later are left out. */
  touches(page: Page): boolean
  /** The same object for elements that no rule tells from one another by anything but siblings, positions and content. */
  kinOf(element: PageElement): object
  /** Whether elements of its kin that match the same at rest do so as well wherever they and those around them are in the same states. */
  kinDecides(element: PageElement): boolean
}
