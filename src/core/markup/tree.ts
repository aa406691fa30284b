import { html } from 'parse5'
import { memo } from '../text/memo.ts'
import type { Range } from '../text/splice.ts'
import { DraftComment, DraftDoctype, DraftElement, DraftParser, DRAFTS, DraftText, type DraftChild } from './draft.ts'
import { StartTags, type AttributePlaces, type StartTag } from './start-tag.ts'

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

/** Elements that the parser opens again after it had to close them (HTML standard, 13.2.4.3). */
const FORMATTING = new Set('a b big code em font i nobr s small strike strong tt u'.split(' '))

const RAW_TEXT = new Set(['style', 'title', 'script'])

/** A byte-order mark is how a page is stored, and no text of it: a space in its place leaves every offset as it is. */
export function withoutMark(text: string): string {
  return text.startsWith('\uFEFF') ? ` ${text.slice(1)}` : text
}

/** Parses a page. Never throws: any text is a page for the HTML standard. Offsets are UTF-16 units of `text`. */
export function parsePage(text: string): Page {
  const parseErrors: ParseError[] = []
  const parser = new DraftParser({
    sourceCodeLocationInfo: true,
    treeAdapter: DRAFTS,
    onParseError: ({ code, startOffset, endOffset }) => {
      if (code !== 'missing-doctype') parseErrors.push({ code, from: startOffset, to: endOffset })
    },
  })
  parser.tokenizer.write(withoutMark(text), true)
  const { document, endTags } = parser
  const elements: PageElement[] = []
  const tags = new StartTags(text)
  const comments: PageComment[] = []
  const keepComments = (nodes: readonly DraftChild[]) => {
    for (const node of nodes)
      if (node instanceof DraftComment && node.from >= 0)
        comments.push({ text: node.data, from: node.from, to: node.to })
  }
  let doctypeEnd: number | null = null
  const placed = new Map<number, PageElement>()
  const split = new Set<PageElement>()
  const ends: number[] = []
  const templates: DraftElement[] = []
  keepComments(document.childNodes)

  // A stack of its own: pages may be nested deeper than functions can be.
  const open: { node: DraftElement; parent: PageElement | null }[] = []
  for (const node of document.childNodes) {
    if (node instanceof DraftElement) open.push({ node, parent: null })
    else if (node instanceof DraftDoctype) doctypeEnd = node.from < 0 ? null : Math.min(node.to, text.length)
  }
  for (let next = open.pop(); next; next = open.pop()) {
    const { node, parent } = next
    const original = placed.get(node.from) ?? null
    const element = pageElement(tags.of(node), node, parent, elements.length, original)
    if (element.place && FORMATTING.has(node.tagName)) placed.set(node.from, element)
    if (node.endFrom >= 0) {
      ends.push(node.endFrom)
      if (original) split.add(original)
    }
    elements.push(element)
    if (parent) addChild(parent, element)
    if (node.content) {
      templates.push(node)
      continue
    }
    keepComments(node.childNodes)
    for (let at = node.childNodes.length - 1; at >= 0; at--) {
      const child = node.childNodes[at]!
      if (child instanceof DraftElement) open.push({ node: child, parent: element })
    }
  }
  comments.sort((a, b) => a.from - b.from)
  return {
    text,
    elements,
    root: elements[0]!,
    quirks: document.mode === html.DOCUMENT_MODE.QUIRKS,
    doctypeEnd,
    comments,
    parseErrors,
    strayEnds: strayEndsIn(text, endTags, ends, templates),
    split,
  }
}

/** The end tags, where they begin and end in turns, that neither close an element nor stand in a template. */
function strayEndsIn(
  text: string,
  endTags: readonly number[],
  ends: readonly number[],
  templates: readonly DraftElement[],
): readonly EndTag[] {
  if (endTags.length === ends.length * 2) return NO_ENDS
  const closing = new Set(ends)
  const stray: EndTag[] = []
  for (let at = 0; at < endTags.length; at += 2) {
    const from = endTags[at]!
    if (closing.has(from) || templates.some((template) => from > template.from && from < template.to)) continue
    stray.push({ tag: tagAt(text, from), from, to: endTags[at + 1]! })
  }
  return stray
}

const NO_ENDS: readonly EndTag[] = []
const tagAt = (text: string, from: number) => /^[^\s/>]*/.exec(text.slice(from + 2, from + 42))![0].toLowerCase()

/** Most parents have one child. An array made with it holds one; one that it is pushed to makes room for seventeen. */
function addChild(parent: Writable<Pick<PageElement, 'children'>>, element: PageElement): void {
  if (parent.children === NO_CHILDREN) parent.children = [element]
  else parent.children.push(element)
}

type Writable<T> = { -readonly [Key in keyof T]: T[Key] }

function pageElement(
  tag: StartTag,
  node: DraftElement,
  parent: PageElement | null,
  index: number,
  copyOf: PageElement | null,
): PageElement {
  const { from, to, startTo, endFrom, endTo, tagName, childNodes } = node
  const content = contentOf(childNodes)
  const first = childNodes[0]
  return {
    index,
    tag: tagName,
    html: node.namespaceURI === html.NS.HTML,
    id: tag.id,
    classes: tag.classes,
    attributes: tag.attributes,
    parent,
    children: NO_CHILDREN,
    // Elements come in document order, so its elder siblings are there already.
    position: parent?.children.length ?? 0,
    copyOf,
    texts: content.texts,
    empty: content.empty,
    place: from < 0 || copyOf ? null : new Place(tag, from, to, startTo, endFrom, endTo),
    rawText:
      RAW_TEXT.has(tagName) && first instanceof DraftText && first.from >= 0
        ? { text: first.value, from: first.from }
        : null,
  }
}

/** Five numbers; all else is made when it is asked for, for a large site has millions. */
class Place implements ElementPlace {
  constructor(
    private readonly tag: StartTag,
    readonly from: number,
    readonly to: number,
    private readonly startTo: number,
    private readonly endFrom: number,
    private readonly endTo: number,
  ) {}

  get attributes(): AttributePlaces {
    const places: Record<string, Range> = {}
    for (const [name, { from, to }] of Object.entries(this.tag.places))
      places[name] = { from: this.from + from, to: this.from + to }
    return places
  }

  get contentFrom(): number {
    return this.startTo
  }

  get contentTo(): number {
    return this.endFrom < 0 ? this.to : this.endFrom
  }

  get closed(): boolean {
    return this.endFrom >= 0
  }

  get startTag(): Range {
    return { from: this.from, to: this.startTo }
  }

  get endTag(): Range | null {
    return this.endFrom < 0 ? null : { from: this.endFrom, to: this.endTo }
  }
}

const NO_CHILDREN: PageElement[] = []

const NO_TEXT: readonly Range[] = []

/** What is to be known of an element's children, in one look at them. */
function contentOf(nodes: readonly DraftChild[]): Pick<PageElement, 'texts' | 'empty'> {
  let texts: Range[] | null = null
  let empty = true
  for (const node of nodes) {
    if (node instanceof DraftText) {
      if (node.value === '') continue
      if (node.from >= 0 && !isBlank(node.value)) {
        const text = { from: node.from, to: node.to }
        if (texts) texts.push(text)
        else texts = [text]
      }
    } else if (!(node instanceof DraftElement)) continue
    empty = false
  }
  return { texts: texts ?? NO_TEXT, empty }
}

/** Whether a text is white space alone, as HTML counts it. */
function isBlank(text: string): boolean {
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at)
    if (code !== 32 && code !== 10 && code !== 9 && code !== 13 && code !== 12) return false
  }
  return true
}

/** Every element inside one, in document order, itself left out. */
export function descendantsOf(page: Page, element: PageElement): PageElement[] {
  const found: PageElement[] = []
  for (let at = element.index + 1; at < page.elements.length; at++) {
    const next = page.elements[at]!
    if (next.parent === null || next.parent.index < element.index) break
    found.push(next)
  }
  return found
}

const byTag = memo((page: Page) => {
  const found = new Map<string, PageElement[]>()
  for (const element of page.elements) {
    if (!element.html) continue
    const same = found.get(element.tag)
    if (same) same.push(element)
    else found.set(element.tag, [element])
  }
  return found
})

const NONE: readonly PageElement[] = []

/** The HTML elements with this tag name, in document order. Read once for each page. */
export function elementsNamed(page: Page, tag: string): readonly PageElement[] {
  return byTag(page).get(tag) ?? NONE
}

/** The first HTML element with this tag name, or undefined. */
export function firstByTag(page: Page, tag: string): PageElement | undefined {
  return elementsNamed(page, tag)[0]
}
