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
  /** Nodes below, by where the first of their elements stood before. */
  moved: Map<StyleNode, StyleNode> | null = null

  constructor(
    /** Parents have smaller ids than what is below them. */
    readonly id: number,
    readonly parent: StyleNode | null,
    readonly match: Match,
    readonly own: Own,
    readonly element: PageElement,
  ) {}
}

/** How the elements of a page move from their nodes to those of a later tree. */
class Moves {
  /** False as soon as elements of one node, or of two, might have come apart, or together. */
  areTogether = true
  /** Nodes that an element has left, though all around it stayed: another one may have stayed. */
  readonly left = new Set<StyleNode>()

  /** Whether those that stood together do so still, and no others. */
  keepTogether(before: readonly StyleNode[], now: readonly StyleNode[]): boolean {
    if (!this.areTogether || this.left.size === 0) return this.areTogether
    return !now.some((node, at) => node === before[at] && this.left.has(node))
  }
}

const groupings = new WeakMap<readonly StyleNode[], readonly StyleNode[]>()

/**
 * The same object for nodes of a page that put the same elements together, whatever the nodes are; often also where a rule has
 * come that everything stands elsewhere with.
 */
export function groupingOf(nodes: readonly StyleNode[]): object {
  return groupings.get(nodes) ?? nodes
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
      some[at.index] = this.nodeLike(there, at, at.parent ? some[at.parent.index]! : null, match)
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
    const found = this.placed(page, matches, before, rest)
    byStates.set(states, found)
    return found
  }

  /** The nodes of elements by what they match: those they had before or have at rest themselves, where all are the same ones. */
  private placed(
    page: Page,
    matches: readonly Match[],
    before: readonly StyleNode[] | null,
    rest: readonly StyleNode[] | null = null,
  ): readonly StyleNode[] {
    const { elements } = page
    const made = new Array<StyleNode>(matches.length)
    let isRest = rest !== null
    let isBefore = before !== null
    const moves = new Moves()
    for (let at = 0; at < made.length; at++) {
      const element = elements[at]!
      const parent = element.parent ? made[element.parent.index]! : null
      const match = matches[at]!
      const resting = rest?.[at]
      const stood = before?.[at]
      const node = isAt(resting, parent, match) ? resting! : this.nodeLike(stood, element, parent, match, moves)
      made[at] = node
      isRest &&= node === resting
      isBefore &&= node === stood
      moves.areTogether &&= node === stood || node.was === stood
    }
    if (isRest || isBefore) return isRest ? rest! : before!
    // Those that are where they are at rest are together as far as they are there.
    const areResting = rest === null || groupingOf(rest) === groupingOf(this.before?.nodesOf(page) ?? rest)
    if (before && areResting && moves.keepTogether(before, made)) groupings.set(made, groupings.get(before) ?? before)
    return made
  }

  /**
   * The node of an element: the one it had `before`, where nothing around it and nothing it matches is another now; else the
   * one that an element like it moved to.
   */
  private nodeLike(
    before: StyleNode | undefined,
    element: PageElement,
    parent: StyleNode | null,
    match: Match,
    moves?: Moves,
  ): StyleNode {
    if (!before) return this.nodeOf(element, parent, match)
    if (isAt(before, parent, match)) return before
    if (before.parent === parent) moves?.left.add(before)
    const moved = parent?.moved?.get(before)
    // What is asked of attributes only now is not told by where an element stood.
    if (moved?.match === match && (before.match.readsAttributes || !match.readsAttributes)) return moved
    if (moved && moves) moves.areTogether = false
    const node = this.nodeOf(element, parent, match)
    node.was ??= before
    if (parent && !moved) (parent.moved ??= new Map()).set(before, node)
    return node
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

function isAt(node: StyleNode | undefined, parent: StyleNode | null, match: Match): boolean {
  return node?.match === match && node.parent === parent
}
