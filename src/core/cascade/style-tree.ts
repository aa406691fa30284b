import type { Page, PageElement } from '../markup/tree.ts'
import { isControl } from './adjust.ts'
import { NOTHING_OWN, type Own } from './cascaded.ts'
import type { Match, Matching, States } from './matched.ts'
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
  /** Where its elements stand as long as rules that came later are left out of it. */
  was: StyleNode | null = null

  constructor(
    /** Parents have smaller ids than what is below them. */
    readonly id: number,
    readonly parent: StyleNode | null,
    readonly match: Match,
    readonly own: Own,
    readonly element: PageElement,
  ) {}
}

/** So many nodes of other trees burden none. */
const ROOM = 50_000

/** The tree of styles of all pages that wear the same rules. It grows with pages and knows nothing of what rules declare. */
export class StyleTree {
  /** The nodes it made itself, parents first. */
  private readonly made: StyleNode[] = []
  private readonly nodeIds: { next: number }
  private readonly roots: Map<string, StyleNode>
  private readonly byPage = new WeakMap<Page, readonly StyleNode[]>()
  private readonly inPart = new WeakMap<Page, Map<States | null, StyleNode[]>>()
  private readonly inStates = new WeakMap<Page, WeakMap<States, readonly StyleNode[]>>()

  /**
   * `declarations` reads a style attribute. `before` is the tree as long as rules are left out that came later: what these do not
   * match, and nothing around it, stands at the same node in both.
   */
  constructor(
    readonly matching: Matching,
    private readonly declarations: (text: string) => readonly SetLonghand[],
    private readonly before: StyleTree | null = null,
  ) {
    this.nodeIds = before?.nodeIds ?? { next: 0 }
    this.roots = before?.roots ?? new Map<string, StyleNode>()
  }

  /** Every node, parents first. */
  get nodes(): readonly StyleNode[] {
    return this.before ? [...this.before.made, ...this.made] : this.made
  }

  /** Whether trees that begin here have hung so many nodes into it, which stay as long as it does, that a new one is lighter. */
  get isCrowded(): boolean {
    return this.nodeIds.next - this.made.length > ROOM + this.made.length * 2
  }

  /** The nodes of a page's elements, in document order. */
  nodesOf(page: Page): readonly StyleNode[] {
    const known = this.byPage.get(page)
    if (known) return known
    if (this.before && !this.matching.touches(page)) return this.before.nodesOf(page)
    const before = this.before?.nodesOf(page) ?? null
    const found = this.placed(page, this.matching.matchAll(page), before)
    if (before) tellBefore(found, before)
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
    for (const at of missing.reverse()) {
      const match = this.matching.matchOne(page, at, states)
      const there = this.before?.nodeAt(page, at.index, states)
      const node = this.nodeLike(there, at, at.parent ? some[at.parent.index]! : null, match)
      if (there) stoodAt(node, there)
      some[at.index] = node
    }
    return some[index]!
  }

  /** The same while elements are in states: other nodes only where a state makes a difference. */
  nodesInStates(page: Page, states: States): readonly StyleNode[] {
    if (this.before && !this.matching.touches(page)) return this.before.nodesInStates(page, states)
    const byStates = this.inStates.get(page) ?? new WeakMap<States, readonly StyleNode[]>()
    this.inStates.set(page, byStates)
    const known = byStates.get(states)
    if (known) return known
    const rest = this.nodesOf(page)
    const matches = this.matching.matchInStates(page, states, (index) => rest[index]!.match)
    const before = this.before?.nodesInStates(page, states) ?? null
    const found = this.placed(page, matches, before ?? rest)
    if (before) tellBefore(found, before)
    byStates.set(states, found)
    return found
  }

  /** The nodes of elements by what they match: `like` itself, where they are all the same ones. */
  private placed(page: Page, matches: readonly Match[], like: readonly StyleNode[] | null): readonly StyleNode[] {
    const made = new Array<StyleNode>(matches.length)
    let differs = like === null
    for (const [at, element] of page.elements.entries()) {
      const parent = element.parent ? made[element.parent.index]! : null
      made[at] = this.nodeLike(like?.[at], element, parent, matches[at]!)
      differs ||= made[at] !== like![at]
    }
    return differs ? made : like!
  }

  /** The node of an element: the one it has elsewhere, where nothing around it and nothing it matches is another there. */
  private nodeLike(
    like: StyleNode | undefined,
    element: PageElement,
    parent: StyleNode | null,
    match: Match,
  ): StyleNode {
    return like?.match === match && like.parent === parent ? like : this.nodeOf(element, parent, match)
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
    const node = new StyleNode(this.nodeIds.next++, parent, match, own, element)
    this.made.push(node)
    file(node)
    return node
  }
}

function tellBefore(found: readonly StyleNode[], before: readonly StyleNode[]): void {
  if (found !== before) for (const [at, node] of found.entries()) stoodAt(node, before[at]!)
}

function stoodAt(node: StyleNode, before: StyleNode): void {
  if (node !== before) node.was ??= before
}
