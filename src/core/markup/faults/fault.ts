import type { Range } from '../../text/splice.ts'

/** What kind of fault it is: browsers build something else than is written, or build it as written though HTML does not allow it, or follow it out of habit. */
export type FaultKind = 'guessed' | 'misplaced' | 'obsolete'

/** Something about a page's markup, in plain words. Offsets are UTF-16 units of the page's text. */
export interface MarkupFault extends Range {
  readonly kind: FaultKind
  readonly message: string
  /** What holds for every such place, where the message says more. */
  readonly cause?: string
  /** What is obsolete: an attribute's name, or an element's in angle brackets. */
  readonly about?: string
}
