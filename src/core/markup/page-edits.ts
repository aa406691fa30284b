import { defaultTreeAdapter as tree, parse, serialize, type DefaultTreeAdapterMap } from 'parse5'
import { withoutMark } from './tree.ts'

/** A change of a page that leaves its tree as it is: other text in one of an element's text nodes, or another attribute. */
export type PageEdit =
  | {
      readonly kind: 'text'
      /** The element's place in document order. */
      readonly index: number
      /** Which of its text nodes, from 0. */
      readonly at: number
      readonly before: string
      readonly after: string
    }
  | {
      readonly kind: 'attribute'
      readonly index: number
      readonly name: string
      /** Null where it goes. */
      readonly value: string | null
    }

type Node = DefaultTreeAdapterMap['node']
type Element = DefaultTreeAdapterMap['element']

/**
 * The edits that make one text of a page of another in a frame that shows it. Null where elements come, go or move, or where something
 * changes that a frame only heeds while it loads: then the page is loaded anew.
 */
export function pageEdits(before: string, after: string): PageEdit[] | null {
  const [old, now] = [parse(withoutMark(before)), parse(withoutMark(after))]
  if (tree.getDocumentMode(old) !== tree.getDocumentMode(now)) return null
  const walk = new Walk()
  return walk.compare(old, now) ? walk.edits : null
}

/** Elements that do what they do once, or that a frame gets otherwise than they are written. */
const FIXED = new Set(
  'script link meta base iframe frame object embed template style title noscript source track'.split(' '),
)
/** Attributes whose new value shows by itself, and leads nowhere. */
const SHOWN =
  /^(?:class|id|style|alt|title|lang|dir|align|valign|width|height|border|bgcolor|color|size|face|cellpadding|cellspacing|colspan|rowspan|span|scope|headers|for|href|role|tabindex|hidden|open|start|reversed|type|placeholder|label|datetime|cite|aria-[\w-]+|data-[\w-]+)$/

class Walk {
  readonly edits: PageEdit[] = []
  private index = -1

  /** Whether two nodes differ in texts and attributes alone; what differs is noted. Without calls within calls: pages are nested deep. */
  compare(before: Node, after: Node): boolean {
    const open: [Node, Node][] = [[before, after]]
    for (let pair = open.pop(); pair; pair = open.pop()) {
      const [old, now] = pair
      if (tree.isElementNode(old) && !this.element(old, now)) return false
      const [olds, nows] = [kept(old), kept(now)]
      if (olds.length !== nows.length || olds.some((node, at) => node.nodeName !== nows[at]!.nodeName)) return false
      if (!this.texts(old, olds, nows) || templateOf(old) !== templateOf(now)) return false
      for (let at = olds.length - 1; at >= 0; at--) if (!tree.isTextNode(olds[at]!)) open.push([olds[at]!, nows[at]!])
    }
    return true
  }

  private element(old: Element, now: Node): boolean {
    this.index++
    if (!tree.isElementNode(now) || now.namespaceURI !== old.namespaceURI) return false
    const names = new Set([...old.attrs, ...now.attrs].map(({ name }) => name))
    for (const name of names) {
      const [was, is] = [old, now].map(({ attrs }) => attrs.find((attribute) => attribute.name === name)?.value)
      if (was === is) continue
      // What begins with a slash leads to the site's root, which is elsewhere in a frame.
      const free = SHOWN.test(name) && !/^\s*\/|url\(/i.test(is ?? '') && old.namespaceURI.endsWith('xhtml')
      if (FIXED.has(old.tagName) || !free) return false
      this.edits.push({ kind: 'attribute', index: this.index, name, value: is ?? null })
    }
    return true
  }

  private texts(parent: Node, olds: readonly Node[], nows: readonly Node[]): boolean {
    let at = -1
    for (const [place, old] of olds.entries()) {
      if (!tree.isTextNode(old)) continue
      at++
      const [before, after] = [old.value, (nows[place] as typeof old).value]
      if (before === after) continue
      if (!tree.isElementNode(parent)) return false
      // White space of the head shows nowhere, and the frame has not all of it.
      if (parent.tagName === 'head') continue
      if (FIXED.has(parent.tagName)) return false
      this.edits.push({ kind: 'text', index: this.index, at, before, after })
    }
    return true
  }
}

/** What stands in a template, as text: it may be the shadow of an element, which nobody changes from outside. */
const templateOf = (node: Node): string => ('content' in node ? serialize(node.content) : '')

/** The children that show: comments and the doctype do not. */
function kept(node: Node): Node[] {
  if (!('childNodes' in node)) return []
  const content = 'content' in node ? [] : node.childNodes
  return content.filter((child) => child.nodeName !== '#comment' && child.nodeName !== '#documentType')
}
