import type { Range } from '../text/splice.ts'
import type { AttributePlaces } from './start-tag.ts'

/** Where an element's tags stand in the page's text; absent for elements the parser added itself. */
export interface ElementPlace {
  readonly from: number
  readonly to: number
  readonly startTag: Range
  /** Null for void elements and where the end tag is left out. */
  readonly endTag: Range | null
  /** Where the start tag ends, and where the end tag begins, or the element ends without one. */
  readonly contentFrom: number
  readonly contentTo: number
  /** Whether the end tag is written. */
  readonly closed: boolean
  /** Places of `name="value"`, by attribute name. */
  readonly attributes: AttributePlaces
}

/** One element of a page, as selectors and the cascade see it. */
export interface PageElement {
  /** Place in document order over all elements, from 0. */
  readonly index: number
  /** Lower case for HTML elements. */
  readonly tag: string
  readonly html: boolean
  readonly id: string
  readonly classes: readonly string[]
  readonly attributes: ReadonlyMap<string, string>
  readonly parent: PageElement | null
  readonly children: PageElement[]
  /** Position among the parent's element children, from 0. */
  readonly position: number
  /** Whether it holds neither elements nor text (comments do not count). */
  readonly empty: boolean
  /** Text that stands directly in it and is more than white space. */
  readonly texts: readonly Range[]
  /** Of one element only: what the parser makes of the same tag once more has none, and says whose copy it is. */
  readonly place: ElementPlace | null
  /** The element of the same tag that came before, where the parser took up formatting again (HTML standard, 13.2.4.3). */
  readonly copyOf: PageElement | null
  /** The text inside a `style`, `title` or `script` element, with its place. */
  readonly rawText: { readonly text: string; readonly from: number } | null
}

/** A comment of a page: what it says, and where it stands with its marks. */
export interface PageComment extends Range {
  readonly text: string
}

/** A page's text with the tree the HTML standard makes of it. */
export interface Page {
  readonly text: string
  /** Document order. */
  readonly elements: readonly PageElement[]
  readonly root: PageElement
  readonly quirks: boolean
  /** End of the doctype, or null without one. */
  readonly doctypeEnd: number | null
  /** In document order. */
  readonly comments: readonly PageComment[]
  /** The parse errors of the HTML standard (13.2.2) that the parser told, but for a missing doctype. */
  readonly parseErrors: readonly ParseError[]
  /** End tags that close no element. */
  readonly strayEnds: readonly EndTag[]
  /** Elements whose end tag closes what the parser made of the same tag once more. */
  readonly split: ReadonlySet<PageElement>
}

/** Something the parser had to mend, by the standard's name for it. */
export interface ParseError extends Range {
  readonly code: string
}

/** An end tag as it is written. */
export interface EndTag extends Range {
  readonly tag: string
}
