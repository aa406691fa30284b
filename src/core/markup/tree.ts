import { defaultTreeAdapter, html, parse, type DefaultTreeAdapterTypes as P5, type Token, type TreeAdapter } from 'parse5'
import type { Range } from '../text/splice.ts'

type P5Element = P5.Element

/** Where an element's tags stand in the page's text; absent for elements the parser added itself. */
export interface ElementPlace {
  readonly from: number
  readonly to: number
  readonly startTag: Range
  /** Null for void elements and where the end tag is left out. */
  readonly endTag: Range | null
  /** Places of `name="value"`, by attribute name. */
  readonly attributes: Readonly<Record<string, { from: number; to: number }>>
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
  readonly place: ElementPlace | null
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
  /** Whether the parser had to mend anything (a parse error of the HTML standard), a missing doctype left aside. */
  readonly mended: boolean
}

const RAW_TEXT = new Set(['style', 'title', 'script'])

/** parse5's own tree, except that where an element ends is written into its place instead of a new copy of it: that halves the time. */
const ADAPTER: TreeAdapter<P5.DefaultTreeAdapterMap> = {
  ...defaultTreeAdapter,
  updateNodeSourceCodeLocation: (node, end) => {
    const place = node.sourceCodeLocation as Token.ElementLocation | undefined | null
    if (!place) return
    if (end.endTag) place.endTag = end.endTag
    if (end.endOffset !== undefined) place.endOffset = end.endOffset
  },
}

/** Parses a page. Never throws: any text is a page for the HTML standard. Offsets are UTF-16 units of `text`. */
export function parsePage(text: string): Page {
  let mended = false
  const document = parse(text, {
    sourceCodeLocationInfo: true,
    treeAdapter: ADAPTER,
    onParseError: ({ code }) => {
      if (code !== 'missing-doctype') mended = true
    },
  })
  const elements: PageElement[] = []
  const comments: PageComment[] = []
  const keepComments = (nodes: readonly P5.ChildNode[]) => {
    for (const node of nodes) {
      if (node.nodeName !== '#comment' || !('data' in node)) continue
      const at = node.sourceCodeLocation
      if (at) comments.push({ text: node.data, from: at.startOffset, to: at.endOffset })
    }
  }
  let doctypeEnd: number | null = null
  keepComments(document.childNodes)

  // A stack of its own: pages may be nested deeper than functions can be.
  const open: { node: P5Element; parent: PageElement | null; position: number }[] = []
  for (const node of document.childNodes) {
    if ('tagName' in node) open.push({ node, parent: null, position: 0 })
    else if (node.nodeName === '#documentType') doctypeEnd = node.sourceCodeLocation?.endOffset ?? null
  }
  for (let next = open.pop(); next; next = open.pop()) {
    const { node, parent, position } = next
    const element = pageElement(node, parent, position, elements.length)
    elements.push(element)
    parent?.children.push(element)
    if (node.tagName === 'template' && 'content' in node) continue
    keepComments(node.childNodes)
    const inner = node.childNodes.filter((child): child is P5Element => 'tagName' in child)
    for (let at = inner.length - 1; at >= 0; at--) open.push({ node: inner[at]!, parent: element, position: at })
  }
  comments.sort((a, b) => a.from - b.from)
  return { text, elements, root: elements[0]!, quirks: document.mode === html.DOCUMENT_MODE.QUIRKS, doctypeEnd, comments, mended }
}

function pageElement(node: P5Element, parent: PageElement | null, position: number, index: number): PageElement {
  const attributes = attributesOf(node)
  const place = node.sourceCodeLocation
  const startTag = place?.startTag ?? place
  const first = node.childNodes[0]
  return {
    index,
    tag: node.tagName,
    html: node.namespaceURI === html.NS.HTML,
    id: attributes.get('id') ?? '',
    classes: classesOf(attributes.get('class')),
    attributes,
    parent,
    children: [],
    position,
    texts: textsIn(node),
    empty: node.childNodes.every((child) => child.nodeName === '#comment' || ('value' in child && child.value === '')),
    place: place && startTag
      ? {
          from: place.startOffset,
          to: place.endOffset,
          startTag: { from: startTag.startOffset, to: startTag.endOffset },
          endTag: place.endTag ? { from: place.endTag.startOffset, to: place.endTag.endOffset } : null,
          attributes: place.attrs ? attributePlaces(place.attrs) : NO_PLACES,
        }
      : null,
    rawText: RAW_TEXT.has(node.tagName) && first && 'value' in first && first.sourceCodeLocation
      ? { text: first.value, from: first.sourceCodeLocation.startOffset }
      : null,
  }
}

// Most elements have no attribute, no class and no text of their own: they share the empty ones.
const NO_ATTRIBUTES: ReadonlyMap<string, string> = new Map()
const NO_CLASSES: readonly string[] = []
const NO_PLACES: ElementPlace['attributes'] = {}

function attributesOf({ attrs }: P5Element): ReadonlyMap<string, string> {
  if (attrs.length === 0) return NO_ATTRIBUTES
  const attributes = new Map<string, string>()
  for (const { prefix, name, value } of attrs) attributes.set(prefix ? `${prefix}:${name}` : name, value)
  return attributes
}

function classesOf(value: string | undefined): readonly string[] {
  return value === undefined ? NO_CLASSES : value.split(/[ \t\n\f\r]+/).filter((name) => name !== '')
}

function attributePlaces(attrs: Readonly<Record<string, { startOffset: number; endOffset: number }>>): ElementPlace['attributes'] {
  const places: Record<string, Range> = {}
  for (const name in attrs) places[name] = { from: attrs[name]!.startOffset, to: attrs[name]!.endOffset }
  return places
}

const NO_TEXT: readonly Range[] = []

function textsIn(node: P5Element): readonly Range[] {
  let found: Range[] | null = null
  for (const child of node.childNodes) {
    if (child.nodeName !== '#text' || !('value' in child) || !/[^ \t\n\f\r]/.test(child.value)) continue
    const at = child.sourceCodeLocation
    if (at) (found ??= []).push({ from: at.startOffset, to: at.endOffset })
  }
  return found ?? NO_TEXT
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

/** The text of an element and everything in it, white space collapsed; styles and scripts left aside. */
export function textOf(page: Page, element: PageElement): string {
  return [element, ...descendantsOf(page, element)]
    .filter(({ tag }) => tag !== 'script' && tag !== 'style')
    .flatMap(({ texts }) => texts)
    .sort((a, b) => a.from - b.from)
    .map(({ from, to }) => page.text.slice(from, to))
    .join(' ').replace(/\s+/g, ' ').trim()
}

/** The first element with this tag name, or undefined. */
export function firstByTag(page: Page, tag: string): PageElement | undefined {
  return page.elements.find((element) => element.html && element.tag === tag)
}
