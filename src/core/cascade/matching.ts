import { Asked } from './asked.ts'
import { elementsByName } from '../markup/by-name.ts'
import { LINK_TAGS } from '../markup/hyperlink.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import {
  asksForState,
  couldMatch,
  isPathSelector,
  matches,
  matchesAny,
  needsState,
  type MatchContext,
  type State,
} from '../selectors/match.ts'
import type { Simple } from '../selectors/parse.ts'
import type { Match, Matching, States } from './matched.ts'
import { writesAttribute, type CascadeRule } from './rules.ts'

const NONE: Candidate[] = []

/** A rule with what matching it needs. */
interface Candidate {
  readonly rule: CascadeRule
  readonly rank: number
  /** Whether it asks for nothing but types, ids, classes and attributes of an element and its ancestors, while none is in a state. */
  readonly isPath: boolean
  /** Whether states may change what it matches. */
  readonly asksForState: boolean
  /** Whether it matches nothing while no element is in a state. */
  readonly needsState: boolean
  /** Bits of what some ancestor must have, by word of an {@link Ancestors} filter. */
  readonly needs: readonly { readonly word: number; readonly bits: number }[]
}

/**
 * A filter of the types, classes and ids on a chain of ancestors: 128 bits, one for each name by its hash. What is not in it
 * is on no ancestor; what is in it may be.
 */
type Ancestors = readonly [number, number, number, number]

const NO_ANCESTORS: Ancestors = [0, 0, 0, 0]

/** FNV-1a, 7 bits of it. */
function bitOf(name: string): number {
  let hash = 0x811c9dc5
  for (let at = 0; at < name.length; at++) hash = Math.imul(hash ^ name.charCodeAt(at), 0x01000193)
  return (hash ^ (hash >>> 15)) & 127
}

const bits = new Map<string, number>()

function knownBit(name: string): number {
  let bit = bits.get(name)
  if (bit === undefined) bits.set(name, (bit = bitOf(name)))
  return bit
}

/**
 * A chain of ancestors as selectors see it: elements whose types, ids, classes and attributes asked about are the same all
 * the way up stand at the same node, on whatever page.
 */
class Node {
  /** By type, then by what is asked of elements themselves. */
  children: Map<string, Map<string, Node>> | null = null
  variants: Map<string, Match> | null = null
  inState: Map<string, Match> | null = null

  constructor(
    /** What every element at this node matches, while none is in a state and as far as ancestors decide it. */
    readonly plain: Match,
    readonly always: readonly Candidate[],
    /** What depends on siblings, positions or content as well. */
    readonly maybe: readonly Candidate[],
    /** What states may change, whether it is among the others or not. */
    readonly stateful: readonly Candidate[],
    /** Names on this element and above, for those below. */
    readonly ancestors: Ancestors,
    /** Whether what is matched in states hangs on nothing but the chain, the states of those on it, and what is matched at rest. */
    readonly decides: boolean,
    /** Whether any of the rules may match such an element or one around it, in whatever state. */
    readonly counts: boolean,
  ) {}
}

/** Finds the rules of a fixed set that elements match. Equal chains of ancestors are matched once. */
export class Matcher implements Matching {
  readonly matchIds = { next: 0 }
  private readonly byId = new Map<string, Candidate[]>()
  private readonly byClass = new Map<string, Candidate[]>()
  private readonly byTag = new Map<string, Candidate[]>()
  private readonly byAttribute = new Map<string, Candidate[]>()
  private readonly anywhere: Candidate[] = []
  private readonly asked = new Asked((name) => this.fold(name))
  private readonly roots = new Map<string, Map<string, Node>>()
  private readonly interned = new Map<string, Match>()
  private readonly rest: MatchContext
  private readonly inState: MatchContext
  /** The states elements are in while they are being matched in some. */
  private states: States = () => NO_STATE
  /** Nodes of elements that were matched one by one. */
  private readonly single = new WeakMap<PageElement, Node>()
  /** The page that was matched last, for it is often matched in one state after another. */
  private last: { readonly elements: readonly PageElement[]; readonly nodes: readonly Node[] } | null = null

  /** `rules` in the order of the cascade, weakest first. */
  constructor(
    rules: readonly CascadeRule[],
    private readonly quirks: boolean,
  ) {
    this.rest = { quirks, found: new Map() }
    this.inState = { quirks, found: new Map(), states: (element) => this.states(element) }
    rules.forEach((rule, rank) => {
      const { selector, nesting, scope } = rule
      const among = [selector, ...(nesting ?? []), ...(scope?.roots ?? []), ...(scope?.limits ?? [])]
      for (const each of among) this.asked.add(each)
      this.file({
        rule,
        rank,
        isPath: scope === null && isPathSelector(selector, contextOf(rule, this.rest)),
        asksForState: among.some(asksForState),
        needsState: selector.compounds.some(needsState),
        needs: this.needsOf(rule),
      })
    })
  }

  /** Which rules every element of a page matches at rest, in document order. */
  matchAll({ elements }: Page): Match[] {
    this.rest.found!.clear()
    const nodes = this.nodesOf(elements)
    return elements.map((element, at) => {
      const node = nodes[at]!
      return node.maybe.length === 0 ? node.plain : this.variantOf(element, node)
    })
  }

  /** The same in states; `atRest` says what an element matches that no state tells from others. */
  matchInStates({ elements }: Page, states: States, atRest: (index: number) => Match): Match[] {
    this.rest.found!.clear()
    this.inState.found!.clear()
    this.states = states
    const nodes = this.nodesOf(elements)
    return elements.map((element, at) =>
      nodes[at]!.stateful.length > 0 ? this.inStateOf(element, nodes[at]!) : atRest(at),
    )
  }

  touches(): boolean {
    return true
  }

  /** Which rules one element matches, at rest or in states; of the others only those around it are looked at. */
  matchOne(_: Page, element: PageElement, states: States | null): Match {
    const node = this.kinOf(element)
    if (states && node.stateful.length > 0) {
      if (states !== this.states) this.inState.found!.clear()
      this.states = states
      return this.inStateOf(element, node)
    }
    return node.maybe.length === 0 ? node.plain : this.variantOf(element, node)
  }

  /** The same object for elements that no rule tells from one another by anything but siblings, positions and content. */
  kinOf(element: PageElement): Node {
    const missing: PageElement[] = []
    for (let at: PageElement | null = element; at && !this.single.has(at); at = at.parent) missing.push(at)
    for (const at of missing.reverse())
      this.single.set(at, this.nodeOf(at, at.parent ? this.single.get(at.parent)! : null))
    return this.single.get(element)!
  }

  kinDecides(element: PageElement): boolean {
    return this.kinOf(element).decides
  }

  /** The elements of a page that any of the rules may match, in whatever state. */
  mattersOn(page: Page): Iterable<PageElement> {
    if (this.anywhere.length === 0 && this.byAttribute.size === 0) return this.namedOn(page)
    const nodes = this.nodesOf(page.elements)
    return page.elements.filter((_, at) => matters(nodes[at]!))
  }

  /** Where all rules ask for a name: the elements of these names. */
  private namedOn(page: Page): ReadonlySet<PageElement> {
    const byName = elementsByName(page)
    const found = new Set<PageElement>()
    const filed = { '#': this.byId, '.': this.byClass, '': this.byTag }
    for (const [sign, names] of Object.entries(filed))
      for (const name of names.keys())
        for (const element of byName.get(`${sign}${name}`.toLowerCase()) ?? []) found.add(element)
    return found
  }

  /** Whether any of the rules may match an element or one around it, in whatever state. */
  couldMatter(element: PageElement): boolean {
    return this.kinOf(element).counts
  }

  private nodesOf(elements: readonly PageElement[]): readonly Node[] {
    if (this.last?.elements === elements) return this.last.nodes
    const nodes: Node[] = []
    for (const element of elements)
      nodes.push(this.nodeOf(element, element.parent ? nodes[element.parent.index]! : null))
    this.last = { elements, nodes }
    return nodes
  }

  private variantOf(element: PageElement, node: Node): Match {
    let key = ''
    for (const candidate of node.maybe) if (this.matches(element, candidate, this.rest)) key += `${candidate.rank},`
    if (key === '') return node.plain
    node.variants ??= new Map()
    let found = node.variants.get(key)
    if (!found) node.variants.set(key, (found = this.intern([...node.always, ...ranked(node.maybe, key)])))
    return found
  }

  private inStateOf(element: PageElement, node: Node): Match {
    let key = ''
    for (const candidate of node.stateful)
      if (this.matches(element, candidate, this.inState)) key += `${candidate.rank},`
    for (const candidate of node.maybe)
      if (!candidate.asksForState && this.matches(element, candidate, this.rest)) key += `${candidate.rank},`
    node.inState ??= new Map()
    let found = node.inState.get(key)
    if (!found) {
      const steady = node.always.filter((candidate) => !candidate.asksForState)
      found = this.intern([...steady, ...ranked([...node.stateful, ...node.maybe], key)])
      node.inState.set(key, found)
    }
    return found
  }

  private nodeOf(element: PageElement, parent: Node | null): Node {
    const children = parent ? (parent.children ??= new Map<string, Map<string, Node>>()) : this.roots
    const type = element.html ? element.tag : `:${element.tag}`
    let alike = children.get(type)
    if (!alike) children.set(type, (alike = new Map()))
    const key = element.attributes.size === 0 ? '' : this.asked.signature(element)
    let node = alike.get(key)
    if (!node) alike.set(key, (node = this.makeNode(element, parent)))
    return node
  }

  private makeNode(element: PageElement, parent: Node | null): Node {
    const ancestors = parent?.ancestors ?? NO_ANCESTORS
    const always: Candidate[] = []
    const maybe: Candidate[] = []
    const stateful: Candidate[] = []
    const look = (candidates: readonly Candidate[] | undefined) => {
      if (!candidates) return
      for (const candidate of candidates) {
        const { rule, isPath, needs } = candidate
        if (needs.some(({ word, bits: wanted }) => (ancestors[word]! & wanted) !== wanted)) continue
        if (rule.source.kind === 'user-agent' && element.html === (rule.source.file === 'foreign')) continue
        const could = (context: MatchContext) => couldMatch(element, rule.selector, contextOf(rule, context))
        if (candidate.asksForState && could(this.inState)) stateful.push(candidate)
        if (candidate.needsState) continue
        if (!isPath) {
          if (could(this.rest)) maybe.push(candidate)
        } else if (matches(element, rule.selector, contextOf(rule, this.rest))) always.push(candidate)
      }
    }
    look(this.anywhere)
    look(this.byTag.get(element.html ? element.tag : element.tag.toLowerCase()))
    for (const name of element.attributes.keys()) look(this.byAttribute.get(name.toLowerCase()))
    if (element.id !== '') look(this.byId.get(this.fold(element.id)))
    const classes = element.classes.length < 2 ? element.classes : new Set(element.classes)
    for (const name of classes) look(this.byClass.get(this.fold(name)))
    if (maybe.length > 1) maybe.sort((a, b) => a.rank - b.rank)
    const isSettled = maybe.length === 0 && stateful.length === 0
    const match = this.intern(always)
    const names = this.withNames(element, ancestors)
    const decides = stateful.every(({ isPath }) => isPath) && (parent?.decides ?? true)
    const counts = !isSettled || match.ranks.length > 0 || (parent?.counts ?? false)
    return isSettled
      ? new Node(match, NONE, NONE, NONE, names, decides, counts)
      : new Node(match, always, maybe, stateful.length > 0 ? stateful : NONE, names, decides, counts)
  }

  private withNames(element: PageElement, ancestors: Ancestors): Ancestors {
    const next: [number, number, number, number] = [...ancestors]
    const add = (name: string) => {
      const bit = knownBit(name)
      next[bit >> 5]! |= 1 << (bit & 31)
    }
    add(element.tag.toLowerCase())
    if (element.id !== '') add(`#${this.fold(element.id)}`)
    for (const name of element.classes) add(`.${this.fold(name)}`)
    return next
  }

  /** The names that ancestors must have for a rule to match: those of compounds to the left of a descendant or child combinator. */
  private needsOf({ selector, nesting, scope }: CascadeRule): Candidate['needs'] {
    const words = [0, 0, 0, 0]
    if (nesting || scope) return []
    for (let at = selector.compounds.length - 2; at >= 0; at--) {
      const combinator = selector.combinators[at + 1]!
      // Left of a sibling combinator stands a sibling, not an ancestor.
      if (combinator !== ' ' && combinator !== '>') continue
      for (const simple of selector.compounds[at]!) {
        if (simple.kind !== 'type' && simple.kind !== 'class' && simple.kind !== 'id') continue
        const name =
          simple.kind === 'type'
            ? simple.name.toLowerCase()
            : `${simple.kind === 'class' ? '.' : '#'}${this.fold(simple.name)}`
        const bit = knownBit(name)
        words[bit >> 5]! |= 1 << (bit & 31)
      }
    }
    return words.flatMap((wanted, word) => (wanted === 0 ? [] : [{ word, bits: wanted }]))
  }

  private matches(element: PageElement, { rule }: Candidate, states: MatchContext): boolean {
    const context = contextOf(rule, states)
    if (!rule.scope) return matches(element, rule.selector, context)
    for (let root: PageElement | null = element; root; root = root.parent) {
      if (rule.scope.roots ? !matchesAny(root, rule.scope.roots, states) : root.parent !== null) continue
      if (!isBeyond(element, root, rule, states) && matches(element, rule.selector, { ...context, scope: root }))
        return true
    }
    return false
  }

  private intern(sorted: Candidate[]): Match {
    sorted.sort((a, b) => a.rank - b.rank)
    let key = ''
    for (const { rank } of sorted) key += `${rank},`
    let found = this.interned.get(key)
    if (!found) {
      const readsAttributes = sorted.some(({ rule }) => writesAttribute(rule))
      found = { id: this.matchIds.next++, ranks: sorted.map(({ rank }) => rank), readsAttributes }
      this.interned.set(key, found)
    }
    return found
  }

  private fold(name: string): string {
    return this.quirks ? name.toLowerCase() : name
  }

  /** Files a rule by what its last compound surely asks for: an id, a class, a type, or nothing. */
  private file(candidate: Candidate): void {
    const compound = candidate.rule.selector.compounds.at(-1)!
    const put = (map: Map<string, Candidate[]>, key: string) => {
      const list = map.get(key)
      if (list) list.push(candidate)
      else map.set(key, [candidate])
    }
    const named = (kind: Simple['kind']) => compound.find((simple) => simple.kind === kind)
    const id = named('id')
    const name = named('class')
    const type = named('type')
    if (id && 'name' in id) put(this.byId, this.fold(id.name))
    else if (name && 'name' in name) put(this.byClass, this.fold(name.name))
    else if (type && 'name' in type) put(this.byTag, type.name.toLowerCase())
    else {
      const types = typesOf(compound)
      const attribute = compound.find((simple) => simple.kind === 'attribute')
      if (types) for (const each of types) put(this.byTag, each)
      else if (attribute && 'name' in attribute) put(this.byAttribute, attribute.name.toLowerCase())
      else this.anywhere.push(candidate)
    }
  }
}

const NO_STATE: ReadonlySet<State> = new Set()

const matters = ({ plain, maybe, stateful }: Node) => plain.ranks.length + maybe.length + stateful.length > 0

/** What `&` stands for in a rule, with all else. */
function contextOf({ nesting }: CascadeRule, context: MatchContext): MatchContext {
  return nesting ? { ...context, nesting } : context
}

/** Those of the candidates whose ranks a key lists. */
function ranked(candidates: readonly Candidate[], key: string): Candidate[] {
  const ranks = key === '' ? [] : key.slice(0, -1).split(',').map(Number)
  return ranks.map((rank) => candidates.find((candidate) => candidate.rank === rank)!)
}

function isBeyond(element: PageElement, root: PageElement, rule: CascadeRule, context: MatchContext): boolean {
  for (let at: PageElement | null = element; at && at !== root; at = at.parent) {
    if (matchesAny(at, rule.scope!.limits, { ...context, scope: root })) return true
  }
  return false
}

/** The types a compound such as `:is(h1, h2)` is limited to; null when it is not. */
function typesOf(compound: readonly Simple[]): ReadonlySet<string> | null {
  for (const simple of compound) {
    if (simple.kind !== 'pseudo-class') continue
    if (simple.name === 'any-link' || simple.name === 'link' || simple.name === 'visited') return LINK_TAGS
    if (!(simple.name === 'is' || simple.name === 'where') || !simple.selectors) continue
    const types = simple.selectors.map((selector) => selector.compounds.at(-1)!.find((each) => each.kind === 'type'))
    if (types.length > 0 && types.every((type) => type !== undefined))
      return new Set(types.map((type) => ('name' in type! ? type.name.toLowerCase() : '')))
  }
  return null
}
