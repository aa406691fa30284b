import { LINK_TAGS } from '../markup/hyperlink.ts'
import type { PageElement } from '../markup/tree.ts'
import {
  attributesAsked,
  couldMatch,
  isPathSelector,
  matches,
  matchesAny,
  needsState,
  type MatchContext,
  type State,
} from '../selectors/match.ts'
import type { Simple } from '../selectors/parse.ts'
import type { Match } from './matched.ts'
import { writesAttribute, type CascadeRule } from './rules.ts'

const NONE: Candidate[] = []

/** A rule with what matching it needs. */
interface Candidate {
  readonly rule: CascadeRule
  readonly rank: number
  readonly context: MatchContext
  /** Whether it asks for nothing but types, ids, classes and attributes of an element and its ancestors. */
  readonly isPath: boolean
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
  /** By type, then by class attribute and whatever else is asked about. */
  children: Map<string, Map<string, Node>> | null = null
  variants: Map<string, Match> | null = null

  constructor(
    /** What every element at this node matches. */
    readonly plain: Match,
    readonly always: readonly Candidate[],
    /** What depends on siblings, positions, content or states. */
    readonly maybe: readonly Candidate[],
    /** Names on this element and above, for those below. */
    readonly ancestors: Ancestors,
  ) {}
}

/** Finds the rules of a fixed set that elements match. Equal chains of ancestors are matched once. */
export class Matcher {
  private readonly byId = new Map<string, Candidate[]>()
  private readonly byClass = new Map<string, Candidate[]>()
  private readonly byTag = new Map<string, Candidate[]>()
  private readonly byAttribute = new Map<string, Candidate[]>()
  private readonly anywhere: Candidate[] = []
  private readonly asked = new Set<string>()
  private readonly hrefAsked: boolean
  private readonly roots = new Map<string, Map<string, Node>>()
  private readonly interned = new Map<string, Match>()
  private readonly context: MatchContext

  /** `rules` in the order of the cascade, weakest first. */
  constructor(
    rules: readonly CascadeRule[],
    private readonly quirks: boolean,
    states?: (element: PageElement) => ReadonlySet<State>,
  ) {
    this.context = { quirks, found: new Map(), ...(states ? { states } : {}) }
    rules.forEach((rule, rank) => {
      attributesAsked(rule.selector, this.asked)
      for (const outer of rule.nesting ?? []) attributesAsked(outer, this.asked)
      if (!states && rule.selector.compounds.some(needsState)) return
      const context = rule.nesting ? { ...this.context, nesting: rule.nesting } : this.context
      this.file({
        rule,
        rank,
        context,
        isPath: rule.scope === null && isPathSelector(rule.selector, context),
        needs: this.needsOf(rule),
      })
    })
    this.hrefAsked = this.asked.has('href')
    // Types and classes are looked at anyway; of links it counts that they are some.
    this.asked.delete('class')
    this.asked.add('id').add('href')
  }

  /** Which rules every element of a page matches; `elements` are all of it, in document order. */
  matchAll(elements: readonly PageElement[]): Match[] {
    this.context.found!.clear()
    const nodes: Node[] = []
    const found: Match[] = []
    for (const element of elements) {
      const node = this.nodeOf(element, element.parent ? nodes[element.parent.index]! : null)
      nodes.push(node)
      found.push(node.maybe.length === 0 ? node.plain : this.variantOf(element, node))
    }
    return found
  }

  private variantOf(element: PageElement, node: Node): Match {
    let key = ''
    for (const candidate of node.maybe) if (this.matches(element, candidate)) key += `${candidate.rank},`
    if (key === '') return node.plain
    node.variants ??= new Map()
    let found = node.variants.get(key)
    if (!found) {
      const extra = key
        .slice(0, -1)
        .split(',')
        .map((rank) => node.maybe.find((candidate) => candidate.rank === Number(rank))!)
      node.variants.set(key, (found = this.intern([...node.always, ...extra])))
    }
    return found
  }

  private nodeOf(element: PageElement, parent: Node | null): Node {
    const children = parent ? (parent.children ??= new Map<string, Map<string, Node>>()) : this.roots
    const type = element.html ? element.tag : `:${element.tag}`
    let alike = children.get(type)
    if (!alike) children.set(type, (alike = new Map()))
    const key = element.attributes.size === 0 ? '' : this.signature(element)
    let node = alike.get(key)
    if (!node) alike.set(key, (node = this.makeNode(element, parent?.ancestors ?? NO_ANCESTORS)))
    return node
  }

  private makeNode(element: PageElement, ancestors: Ancestors): Node {
    const always: Candidate[] = []
    let maybe: Candidate[] = NONE
    const look = (candidates: readonly Candidate[] | undefined) => {
      if (!candidates) return
      for (const candidate of candidates) {
        const { rule, context, isPath, needs } = candidate
        if (needs.some(({ word, bits: wanted }) => (ancestors[word]! & wanted) !== wanted)) continue
        if (rule.source.kind === 'user-agent' && element.html === (rule.source.file === 'foreign')) continue
        if (isPath) {
          if (matches(element, rule.selector, context)) always.push(candidate)
        } else if (couldMatch(element, rule.selector, context)) {
          if (maybe === NONE) maybe = []
          maybe.push(candidate)
        }
      }
    }
    look(this.anywhere)
    look(this.byTag.get(element.html ? element.tag : element.tag.toLowerCase()))
    for (const name of element.attributes.keys()) look(this.byAttribute.get(name))
    if (element.id !== '') look(this.byId.get(this.fold(element.id)))
    const classes = element.classes.length < 2 ? element.classes : new Set(element.classes)
    for (const name of classes) look(this.byClass.get(this.fold(name)))
    if (maybe.length > 1) maybe.sort((a, b) => a.rank - b.rank)
    return new Node(this.intern(always), maybe.length > 0 ? always : NONE, maybe, this.withNames(element, ancestors))
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

  private matches(element: PageElement, { rule, context }: Candidate): boolean {
    if (!rule.scope) return matches(element, rule.selector, context)
    for (let root: PageElement | null = element; root; root = root.parent) {
      if (rule.scope.roots ? !matchesAny(root, rule.scope.roots, this.context) : root.parent !== null) continue
      if (!this.isBeyond(element, root, rule) && matches(element, rule.selector, { ...context, scope: root }))
        return true
    }
    return false
  }

  private isBeyond(element: PageElement, root: PageElement, rule: CascadeRule): boolean {
    for (let at: PageElement | null = element; at && at !== root; at = at.parent) {
      if (matchesAny(at, rule.scope!.limits, { ...this.context, scope: root })) return true
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
      found = { id: this.interned.size, ranks: sorted.map(({ rank }) => rank), readsAttributes }
      this.interned.set(key, found)
    }
    return found
  }

  private signature(element: PageElement): string {
    let key = ''
    for (const [name, value] of element.attributes) {
      if (name === 'class') key = key === '' ? value : `${key}\0\0${value}`
      else if (this.asked.has(name)) key += name === 'href' && !this.hrefAsked ? '\0href' : `\0${name}=${value}`
    }
    return key
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
