import type { PlacedTrace } from './placed.ts'

/** What can be seen of any element. */
export type AspectId = 'colour' | 'background' | 'font' | 'size' | 'spacing' | 'border'

/** One visible aspect of an element: a sentence, and what is behind it. Code in sentences stands between backticks. */
export interface Aspect {
  readonly id: AspectId | 'link'
  readonly name: string
  readonly sentence: string
  readonly traces: readonly PlacedTrace[]
}
