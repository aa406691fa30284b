import type { Page, PageElement } from '../markup/tree.ts'
import { isControl } from './adjust.ts'
import { NOTHING_OWN, type Own } from './cascaded.ts'
import type { Match } from './matched.ts'
import type { Matcher, States } from './matching.ts'
import { presentationalHints } from './presentational.ts'
import type { SetLonghand } from './rules.ts'

/**
 * A place in the tree of styles. Elements whose styles must be equal, whatever the rules declare, stand at the same one:
 * they have equal ancestors, match the same rules, and say the same things themselves.
 */
export class StyleNode {
  /** Nodes below that differ by nothing but their match and type. */
  alike: Map<Match, StyleNode> | null = null
  /** Nodes below with something of their own, by a key that says all of it. */
  particular: Map<string, StyleNode> | null = null

  constructor(
    /** Parents have smaller ids than what is below them. */
    readonly id: number,
    readonly parent: StyleNode | null,
    readonly match: Match,
    readonly own: Own,
    readonly element: PageElement,
  ) {}
}

/** The tree of styles of all pages that wear the same rules. It grows with pages and knows nothing of what rules declare. */
export class StyleTree {
  /** Every node, parents first. */
  readonly nodes: StyleNode[] = []
  private readonly roots = new Map<string, StyleNode>()
  private readonly byPage = new WeakMap<Page, readonly StyleNode[]>()
  private readonly inPart = new WeakMap<Page, Map<States | null, StyleNode[]>>()
  private readonly inStates = new WeakMap<Page, WeakMap<States, readonly StyleNode[]>>()

  /** `declarations` reads a style attribute. */
  constructor(
    private readonly matcher: Pick<Matcher, 'matchAll' | 'matchInStates' | 'matchOne'>,
    private readonly declarations: (text: string) => readonly SetLonghand[],
  ) {}

  /** The nodes of a page's elements, in document order. */
  nodesOf(page: Page): readonly StyleNode[] {
    const known = this.byPage.get(page)
    if (known) return known
    const matches = this.matcher.matchAll(page.elements)
    const found = new Array<StyleNode>(page.elements.length)
    for (const [at, element] of page.elements.entries()) {
      const parent = element.parent ? found[element.parent.index]! : null
      found[at] = this.nodeOf(element, parent, matches[at]!)
    }
    this.byPage.set(page, found)
    return found
  }

  /** The node of one element; of the others only those around it are found. */
  nodeAt(page: Page, index: number, states: States | null = null): StyleNode {
    const whole = states ? this.inStates.get(page)?.get(states) : this.byPage.get(page)
    if (whole) return whole[index]!
    const byStates = this.inPart.get(page) ?? new Map<States | null, StyleNode[]>()
    this.inPart.set(page, byStates)
    const some = byStates.get(states) ?? []
    byStates.set(states, some)
    const missing: PageElement[] = []
    for (let at: PageElement | null = page.elements[index]!; at && !some[at.index]; at = at.parent) missing.push(at)
    for (const at of missing.reverse())
      some[at.index] = this.nodeOf(at, at.parent ? some[at.parent.index]! : null, this.matcher.matchOne(at, states))
    return some[index]!
  }

  /** The same while elements are in states: other nodes only where a state makes a difference. */
  nodesInStates(page: Page, states: States): readonly StyleNode[] {
    const byStates = this.inStates.get(page) ?? new WeakMap<States, readonly StyleNode[]>()
    this.inStates.set(page, byStates)
    const known = byStates.get(states)
    if (known) return known
    const rest = this.nodesOf(page)
    const matches = this.matcher.matchInStates(page.elements, states, (index) => rest[index]!.match)
    const found = new Array<StyleNode>(rest.length)
    let differs = false
    for (const [at, element] of page.elements.entries()) {
      const parent = element.parent ? found[element.parent.index]! : null
      const same = matches[at] === rest[at]!.match && parent === rest[at]!.parent
      found[at] = same ? rest[at]! : this.nodeOf(element, parent, matches[at]!)
      differs ||= !same
    }
    byStates.set(states, differs ? found : rest)
    return differs ? found : rest
  }

  private nodeOf(element: PageElement, parent: StyleNode | null, match: Match): StyleNode {
    const hints = presentationalHints(element)
    const inline = element.attributes.get('style') ?? ''
    const plain = hints === '' && inline === ''
    if (parent && plain && !match.readsAttributes && !isControl(element)) {
      const alike = (parent.alike ??= new Map<Match, StyleNode>())
      const known = alike.get(match)
      if (!known) return this.add(element, parent, match, NOTHING_OWN, (node) => alike.set(match, node))
      if (known.element.tag === element.tag && known.element.html === element.html) return known
    }
    const attributes = match.readsAttributes || isControl(element) ? JSON.stringify([...element.attributes]) : ''
    const key = `${match.id}\0${element.html ? '' : ':'}${element.tag}\0${hints}\0${inline}\0${attributes}`
    const among = parent ? (parent.particular ??= new Map<string, StyleNode>()) : this.roots
    const known = among.get(key)
    if (known) return known
    const own = plain ? NOTHING_OWN : { hints: this.declarations(hints), inline: this.declarations(inline) }
    return this.add(element, parent, match, own, (node) => among.set(key, node))
  }

  private add(
    element: PageElement,
    parent: StyleNode | null,
    match: Match,
    own: Own,
    file: (node: StyleNode) => void,
  ): StyleNode {
    const node = new StyleNode(this.nodes.length, parent, match, own, element)
    this.nodes.push(node)
    file(node)
    return node
  }
}
