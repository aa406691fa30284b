import { html } from 'parse5'
import type { Range } from '../text/splice.ts'
import { DraftComment, DraftElement, DraftText, type DraftChild, type DraftDocument } from './draft.ts'
import { StartTags, type AttributePlaces, type StartTag } from './start-tag.ts'
import type { ElementPlace, PageComment, PageElement } from './page.ts'

/** Elements that the parser opens again after it had to close them (HTML standard, 13.2.4.3). */
const FORMATTING = new Set('a b big code em font i nobr s small strike strong tt u'.split(' '))

const RAW_TEXT = new Set(['style', 'title', 'script'])

/** What is to be known of the children of an element. */
interface Content {
  readonly texts: readonly Range[]
  readonly empty: boolean
  readonly hasElements: boolean
}

/** The elements of a page in document order, made of what the parser has built. */
export class Elements {
  readonly all: PageElement[] = []
  readonly comments: PageComment[] = []
  readonly split = new Set<PageElement>()
  /** Where end tags of elements begin. */
  readonly ends: number[] = []
  readonly templates: DraftElement[] = []
  private readonly tags: StartTags
  // Stacks of its own: pages may be nested deeper than functions can be.
  private readonly open: DraftElement[] = []
  private readonly parents: (PageElement | null)[] = []
  /** Where the last of the start tags so far begins. */
  private furthest = -1
  /** Formatting elements by where they begin; gathered once a tag comes that has made an element before. */
  private formatting: Map<number, PageElement> | null = null

  constructor(text: string, { childNodes }: DraftDocument) {
    this.tags = new StartTags(text)
    this.contentOf(childNodes)
    this.putOff(childNodes, null)
    for (let node = this.open.pop(); node; node = this.open.pop()) this.add(node, this.parents.pop()!)
  }

  private add(node: DraftElement, parent: PageElement | null): void {
    const original = this.originalOf(node)
    const content = this.contentOf(node.childNodes)
    const element = elementOf(this.tags.of(node), node, content, parent, this.all.length, original)
    this.all.push(element)
    if (parent) addChild(parent, element)
    if (node.endFrom >= 0) this.ends.push(node.endFrom)
    if (node.endFrom >= 0 && original) this.split.add(original)
    if (this.formatting) this.remember(element, this.formatting)
    if (node.content) this.templates.push(node)
    else if (content.hasElements) this.putOff(node.childNodes, element)
  }

  private putOff(nodes: readonly DraftChild[], parent: PageElement | null): void {
    for (let at = nodes.length - 1; at >= 0; at--) {
      const node = nodes[at]!
      if (!(node instanceof DraftElement)) continue
      this.open.push(node)
      this.parents.push(parent)
    }
  }

  /** The element that the same tag has made before, if any: only then does a tag stand in front of one that was there already. */
  private originalOf({ from }: DraftElement): PageElement | null {
    if (from > this.furthest) {
      this.furthest = from
      return null
    }
    if (from < 0) return null
    if (!this.formatting) {
      this.formatting = new Map()
      for (const element of this.all) this.remember(element, this.formatting)
    }
    return this.formatting.get(from) ?? null
  }

  private remember(element: PageElement, formatting: Map<number, PageElement>): void {
    if (element.place && FORMATTING.has(element.tag)) formatting.set(element.place.from, element)
  }

  /** What is to be known of children, in one look at them. */
  private contentOf(nodes: readonly DraftChild[]): Content {
    let texts: Range[] | null = null
    let [empty, hasElements] = [true, false]
    for (const node of nodes) {
      if (node instanceof DraftElement) hasElements = true
      else if (node instanceof DraftText) {
        if (node.value === '') continue
        empty = false
        if (node.from < 0 || isBlank(node.value)) continue
        const text = { from: node.from, to: node.to }
        if (texts) texts.push(text)
        else texts = [text]
      } else if (node instanceof DraftComment && node.from >= 0)
        this.comments.push({ text: node.data, from: node.from, to: node.to })
    }
    return { texts: texts ?? NO_TEXT, empty: empty && !hasElements, hasElements }
  }
}

const NO_TEXT: readonly Range[] = []
const NO_CHILDREN: PageElement[] = []

function elementOf(
  tag: StartTag,
  node: DraftElement,
  { texts, empty }: Content,
  parent: PageElement | null,
  index: number,
  copyOf: PageElement | null,
): PageElement {
  const { from, to, startTo, endFrom, endTo, tagName } = node
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
    texts,
    empty,
    place: from < 0 || copyOf ? null : new Place(tag, from, to, startTo, endFrom, endTo),
    rawText: RAW_TEXT.has(tagName) ? rawTextOf(node) : null,
  }
}

function rawTextOf({ childNodes: [first] }: DraftElement): PageElement['rawText'] {
  return first instanceof DraftText && first.from >= 0 ? { text: first.value, from: first.from } : null
}

/** Most parents have one child. An array made with it holds one; one that it is pushed to makes room for seventeen. */
function addChild(parent: Writable<Pick<PageElement, 'children'>>, element: PageElement): void {
  if (parent.children === NO_CHILDREN) parent.children = [element]
  else parent.children.push(element)
}

type Writable<T> = { -readonly [Key in keyof T]: T[Key] }

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

/** Whether a text is white space alone, as HTML counts it. */
function isBlank(text: string): boolean {
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at)
    if (code !== 32 && code !== 10 && code !== 9 && code !== 13 && code !== 12) return false
  }
  return true
}
