import type { SitePath } from '../paths/paths.ts'

/** States that can be put on without pointer or keyboard. */
export const WEARABLE = ['visited', 'hover', 'focus-visible', 'active'] as const
export type Wearable = (typeof WEARABLE)[number]

/** What a state is put on: every link, the links of the same kind as one, what a selector finds, or one element. */
export type WornOn =
  | { readonly on: 'links' }
  | { readonly on: 'kind'; readonly page: SitePath; readonly index: number }
  | { readonly on: 'selector'; readonly selector: string }
  | { readonly on: 'element'; readonly page: SitePath; readonly index: number }

/** Elements of a page, by their places in document order, that look other in a state; `pseudo` is '' for themselves. */
export interface WornRule {
  readonly indices: readonly number[]
  readonly pseudo: string
  readonly values: Readonly<Record<string, string>>
}
