import type { Compute } from '../values/write.ts'
import type { FlowRelative } from './flow.ts'

/** When layout makes something else of a computed value before `getComputedStyle` gives it (CSSOM 1, section 9). */
export type LayoutUse =
  /** Whenever the element has a box. */
  | 'always'
  /** When the box is positioned, or the value is relative. */
  | 'offset'
  /** When the value is relative: automatic, a percentage, a calculation. */
  | 'relative'
  /** When the value holds a percentage. */
  | 'percentage'
  /** When the box is a grid. */
  | 'tracks'

/**
 * All that Attire knows of a longhand: one entry of the table. Whatever asks about properties asks here, so that adding one
 * is adding its entry. Values are those of the property definition tables of the CSS modules; where Chromium differs,
 * Chromium's. The grammar is css-tree's, as far as nothing else is said.
 */
export interface Definition {
  /** As a computed value is written. */
  readonly initial: string
  readonly inherited?: true
  /** How a computed value is found and written; component by component when left out. */
  readonly compute?: Compute
  /** Bare numbers are numbers; elsewhere a bare 0 is a length. */
  readonly numbers?: true
  /** Identifiers are names of the author's: their letter case counts. */
  readonly names?: true
  /** Numbers and lengths cannot be negative: the "Value:" line says [0,∞] or [1,∞]. */
  readonly notNegative?: true
  /** What browsers refuse though the grammar takes it. */
  readonly refuses?: RegExp
  /** The shorthands that set it, and its place among the longhands of each. */
  readonly shorthands?: Readonly<Record<string, number>>
  /** Not set by `all` (CSS Cascade 5, section 3.2). */
  readonly outsideAll?: true
  /** What stands for it in flow-relative terms. */
  readonly flow?: FlowRelative
  readonly layout?: LayoutUse
  /** Whether computing depends on where the element stands, beyond units and addresses: always, or for such values. */
  readonly place?: 'always' | RegExp
  /** In quirks mode: bare numbers are px (Quirks Mode, section 3.2), or colours go without # (section 3.1). */
  readonly quirk?: 'unitless' | 'hashless'
  /** Applies to a list item's marker (CSS Pseudo-Elements 4, section 5.1). */
  readonly onMarkers?: true
  /** Browsers take it from rules for visited links (Selectors 4, section 8.2, and what browsers do): colours alone. */
  readonly whenVisited?: true
  /** A list as long as that of the background's images (CSS Backgrounds 3, section 2.1). */
  readonly perImage?: true
}
