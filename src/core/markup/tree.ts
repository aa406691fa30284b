import { html, parse, type DefaultTreeAdapterTypes as P5 } from 'parse5'

type P5Element = P5.Element

/** Where an element's tags stand in the page's text; absent for elements the parser added itself. */
export interface ElementPlace {
  readonly from: number
  readonly to: number
  readonly startTag: { readonly from: number; readonly to: number }
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
  readonly place: ElementPlace | null
  /** The text inside a `style`, `title` or `script` element, with its place. */
  readonly rawText: { readonly text: string; readonly from: number } | null
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
}

const RAW_TEXT = new Set(['style', 'title', 'script'])

/** Parses a page. Never throws: any text is a page for the HTML standard. Offsets are UTF-16 units of `text`. */
export function parsePage(text: string): Page {
  const document = parse(text, { sourceCodeLocationInfo: true })
  const elements: PageElement[] = []
  let doctypeEnd: number | null = null

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
    const inner = node.childNodes.filter((child): child is P5Element => 'tagName' in child)
    for (let at = inner.length - 1; at >= 0; at--) open.push({ node: inner[at]!, parent: element, position: at })
  }
  return { text, elements, root: elements[0]!, quirks: document.mode === html.DOCUMENT_MODE.QUIRKS, doctypeEnd }
}

function pageElement(node: P5Element, parent: PageElement | null, position: number, index: number): PageElement {
  const attributes = new Map(node.attrs.map((attr) => [attr.prefix ? `${attr.prefix}:${attr.name}` : attr.name, attr.value]))
  const place = node.sourceCodeLocation
  const startTag = place?.startTag ?? place
  const first = node.childNodes[0]
  return {
    index,
    tag: node.tagName,
    html: node.namespaceURI === html.NS.HTML,
    id: attributes.get('id') ?? '',
    classes: (attributes.get('class') ?? '').split(/[ \t\n\f\r]+/).filter((name) => name !== ''),
    attributes,
    parent,
    children: [],
    position,
    empty: node.childNodes.every((child) => child.nodeName === '#comment' || ('value' in child && child.value === '')),
    place: place && startTag
      ? {
          from: place.startOffset,
          to: place.endOffset,
          startTag: { from: startTag.startOffset, to: startTag.endOffset },
          attributes: Object.fromEntries(
            Object.entries(place.attrs ?? {}).map(([name, at]) => [name, { from: at.startOffset, to: at.endOffset }]),
          ),
        }
      : null,
    rawText: RAW_TEXT.has(node.tagName) && first && 'value' in first && first.sourceCodeLocation
      ? { text: first.value, from: first.sourceCodeLocation.startOffset }
      : null,
  }
}

/** The first element with this tag name, or undefined. */
export function firstByTag(page: Page, tag: string): PageElement | undefined {
  return page.elements.find((element) => element.html && element.tag === tag)
}
