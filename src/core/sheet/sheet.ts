import type { Range } from '../text/splice.ts'

/** `property: value !important`, with the places of its parts. */
export interface Declaration extends Range {
  readonly kind: 'declaration'
  /** Lower case, except for custom properties, whose case counts. */
  readonly property: string
  /** As written, without `!important`, trimmed. */
  readonly value: string
  readonly important: boolean
  readonly propertyRange: Range
  readonly valueRange: Range
  /** Whether a semicolon follows; the range above ends before it. */
  readonly semicolon: boolean
}

/** A style rule: selector and block. */
export interface StyleRule extends Range {
  readonly kind: 'style'
  readonly selector: string
  readonly selectorRange: Range
  /** What stands between the braces. */
  readonly block: Range
  readonly closed: boolean
  readonly items: readonly Item[]
  /** Whether rules stand among its items. */
  readonly nests: boolean
}

/** An at-rule, with a block (`@media`) or without (`@import`). */
export interface AtRule extends Range {
  readonly kind: 'at'
  /** Lower case, without the `@`. */
  readonly name: string
  readonly prelude: string
  readonly preludeRange: Range
  readonly block: Range | null
  readonly closed: boolean
  readonly items: readonly Item[]
  /** Whether rules stand among its items. */
  readonly nests: boolean
}

export type Rule = StyleRule | AtRule
export type Item = Declaration | Rule

/** A stretch that CSS error handling skips, and why. */
export interface SheetError extends Range {
  readonly message: string
  /** Whether browsers do read it, and only Attire does not: it is nested deeper than can be followed. */
  readonly leftOut?: true
}

/** The sheet's text with an index of what stands where. The text is the truth; the index only points into it. */
export interface Sheet {
  readonly text: string
  readonly rules: readonly Rule[]
  readonly errors: readonly SheetError[]
}
