import { html, Parser, type ParserOptions, type Token, type TreeAdapter, type TreeAdapterTypeMap } from 'parse5'
import { DraftTokenizer } from './draft-tokenizer.ts'

/**
 * The nodes parse5 builds a page's tree of while it reads. They hold what {@link parsePage} makes of them and no more: places
 * as plain offsets, not as the copies of copies that parse5's own nodes keep. On large sites that saves half of the time.
 */

// Fields are declared and then assigned: to define them takes the engine longer, and there are millions.
abstract class Draft {
  declare parentNode: DraftParent | null
  /** Offsets in the text; -1 for nodes the parser added itself. */
  declare from: number
  declare to: number

  constructor() {
    this.parentNode = null
    this.from = -1
    this.to = -1
  }
}

export class DraftText extends Draft {
  declare value: string

  constructor(value: string) {
    super()
    this.value = value
  }
}

export class DraftComment extends Draft {
  constructor(readonly data: string) {
    super()
  }
}

export class DraftDoctype extends Draft {
  constructor(
    readonly name: string,
    readonly publicId: string,
    readonly systemId: string,
  ) {
    super()
  }
}

/** What an element has before something is put into it. */
const NO_NODES: DraftChild[] = []

export class DraftElement extends Draft {
  declare readonly tagName: string
  declare readonly namespaceURI: html.NS
  declare readonly attrs: Token.Attribute[]
  declare childNodes: DraftChild[]
  /** Where the start tag ends; where the end tag stands, -1 for none. */
  declare startTo: number
  declare endFrom: number
  declare endTo: number
  declare content: DraftFragment | null

  constructor(tagName: string, namespaceURI: html.NS, attrs: Token.Attribute[]) {
    super()
    this.tagName = tagName
    this.namespaceURI = namespaceURI
    this.attrs = attrs
    this.childNodes = NO_NODES
    this.startTo = -1
    this.endFrom = -1
    this.endTo = -1
    this.content = null
  }

  /** The parser asks whether the end of an element is known already. */
  get endTag(): boolean {
    return this.endFrom >= 0
  }
}

export class DraftFragment extends Draft {
  childNodes: DraftChild[] = []
}

export class DraftDocument extends Draft {
  childNodes: DraftChild[] = []
  mode = html.DOCUMENT_MODE.NO_QUIRKS
}

export type DraftParent = DraftDocument | DraftFragment | DraftElement
export type DraftChild = DraftElement | DraftText | DraftComment | DraftDoctype
type DraftNode = DraftParent | DraftChild
export type DraftMap = TreeAdapterTypeMap<
  DraftNode,
  DraftParent,
  DraftChild,
  DraftDocument,
  DraftFragment,
  DraftElement,
  DraftComment,
  DraftText,
  DraftElement,
  DraftDoctype
>

/** Most elements have one child. An array made with it holds one; one that it is pushed to makes room for seventeen. */
function append(parent: DraftParent, node: DraftChild): void {
  if (parent.childNodes === NO_NODES) parent.childNodes = [node]
  else parent.childNodes.push(node)
  node.parentNode = parent
}

function insert(parent: DraftParent, node: DraftChild, at: number): void {
  if (at === parent.childNodes.length) return append(parent, node)
  parent.childNodes.splice(at, 0, node)
  node.parentNode = parent
}

/** Puts text in front of a place among the children: joined to the text that ends there, if any. */
function insertText(parent: DraftParent, text: string, at: number): void {
  const before = parent.childNodes[at - 1]
  if (before instanceof DraftText) before.value += text
  else insert(parent, new DraftText(text), at)
}

/** How parse5 builds a tree of drafts. */
export const DRAFTS: TreeAdapter<DraftMap> = {
  createDocument: () => new DraftDocument(),
  createDocumentFragment: () => new DraftFragment(),
  createElement: (tagName, namespaceURI, attrs) => new DraftElement(tagName, namespaceURI, attrs),
  createCommentNode: (data) => new DraftComment(data),
  createTextNode: (value) => new DraftText(value),
  appendChild: append,
  insertBefore: (parent, node, reference) => insert(parent, node, parent.childNodes.indexOf(reference)),
  setTemplateContent: (element, content) => void (element.content = content),
  getTemplateContent: (element) => element.content!,
  setDocumentType: (document, name, publicId, systemId) => {
    const known = document.childNodes.findIndex((node) => node instanceof DraftDoctype)
    const doctype = new DraftDoctype(name, publicId, systemId)
    if (known >= 0) document.childNodes[known] = doctype
    else insert(document, doctype, document.childNodes.length)
  },
  setDocumentMode: (document, mode) => void (document.mode = mode),
  getDocumentMode: ({ mode }) => mode,
  detachNode: (node) => {
    const siblings = node.parentNode?.childNodes
    if (siblings) siblings.splice(siblings.indexOf(node as DraftChild), 1)
    node.parentNode = null
  },
  insertText: (parent, text) => insertText(parent, text, parent.childNodes.length),
  insertTextBefore: (parent, text, reference) => insertText(parent, text, parent.childNodes.indexOf(reference)),
  adoptAttributes: ({ attrs }, more) => {
    const known = new Set(attrs.map(({ name }) => name))
    attrs.push(...more.filter(({ name }) => !known.has(name)))
  },
  getFirstChild: ({ childNodes }) => childNodes[0] ?? null,
  getChildNodes: ({ childNodes }) => childNodes,
  getParentNode: ({ parentNode }) => parentNode,
  getAttrList: ({ attrs }) => attrs,
  getTagName: ({ tagName }) => tagName,
  getNamespaceURI: ({ namespaceURI }) => namespaceURI,
  getTextNodeContent: ({ value }) => value,
  getCommentNodeContent: ({ data }) => data,
  getDocumentTypeNodeName: ({ name }) => name,
  getDocumentTypeNodePublicId: ({ publicId }) => publicId,
  getDocumentTypeNodeSystemId: ({ systemId }) => systemId,
  isTextNode: (node): node is DraftText => node instanceof DraftText,
  isCommentNode: (node): node is DraftComment => node instanceof DraftComment,
  isDocumentTypeNode: (node): node is DraftDoctype => node instanceof DraftDoctype,
  isElementNode: (node): node is DraftElement => node instanceof DraftElement,
  setNodeSourceCodeLocation: (node, location) => {
    if (!location) return
    node.from = location.startOffset
    node.to = location.endOffset
    if (!(node instanceof DraftElement)) return
    node.startTo = location.endOffset
  },
  getNodeSourceCodeLocation: (node) => (node.from < 0 ? null : (node as unknown as Token.ElementLocation)),
  updateNodeSourceCodeLocation: (node, { endOffset, endTag }: Partial<Token.ElementLocation>) => {
    if (endOffset !== undefined) node.to = endOffset
    if (!endTag || !(node instanceof DraftElement)) return
    node.endFrom = endTag.startOffset
    node.endTo = endTag.endOffset
  },
}

/** What the page itself is closed by: written twice or left out, it changes nothing. */
const PAGE_ENDS = new Set(['html', 'head', 'body'])

/**
 * parse5's parser, but for three things: the place of a start tag goes to its element as it is, not in a copy with a copy inside;
 * it remembers every end tag; and its tokenizer takes plain text as far as it reaches.
 */
export class DraftParser extends Parser<DraftMap> {
  /** Where they begin and end, in turns. */
  readonly endTags: number[] = []

  constructor(options: ParserOptions<DraftMap>) {
    super(options)
    this.tokenizer = new DraftTokenizer(this.options, this)
  }

  override onEndTag(token: Token.TagToken): void {
    const { location, tagName } = token
    if (location && !PAGE_ENDS.has(tagName)) this.endTags.push(location.startOffset, location.endOffset)
    super.onEndTag(token)
  }

  override _attachElementToTree(
    element: DraftElement,
    location: Token.LocationWithAttributes | null,
    { parent, beforeElement }: Parameters<Parser<DraftMap>['_attachElementToTree']>[2],
  ): void {
    if (location) this.treeAdapter.setNodeSourceCodeLocation(element, location as Token.ElementLocation)
    if (beforeElement) this.treeAdapter.insertBefore(parent, element, beforeElement)
    else this.treeAdapter.appendChild(parent, element)
  }
}
