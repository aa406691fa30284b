import type { PageElement } from '../markup/tree.ts'
import type { Entry } from './cascaded.ts'

/** What a style depends on of the element itself. */
export type StyledElement = Pick<PageElement, 'tag' | 'html' | 'attributes'>

/** A style as far as what happens after the cascade looks at it. */
export interface Styled {
  readonly parent: Styled | null
  readonly element: StyledElement
  /** The pseudo-element it is of, or ''. */
  readonly pseudoName: string
  /** Whether its box is an item of a flex or grid container. */
  readonly isItem: boolean
  /** The declaration that won, by longhand id; undefined when nothing sets the property. */
  readonly winners: readonly (Entry | undefined)[]
  /** The computed value of a longhand. */
  value(id: number): string
}
