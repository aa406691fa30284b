import type { PageElement } from '../markup/tree.ts'
import { attributesAsked, couldMatch, isPathSelector, matches, matchesAny, type MatchContext, type State } from '../selectors/match.ts'
import type { Simple } from '../selectors/parse.ts'
import type { CascadeRule } from './rules.ts'

/** The rules an element matches, in the order of the cascade among normal declarations, weakest first. Shared by all that match the same. */
export interface Matched {
  readonly id: number
  readonly rules: readonly CascadeRule[]
  /** Whether a rule writes an attribute of the element into its content. */
  readonly readsAttributes: boolean
}

/**
 * A chain of ancestors as selectors see it: elements whose types, ids, classes and attributes asked about are the same all
 * the way up stand at the same node, on whatever page.
 */
interface Node {
  readonly children: Map<string, Node>
  /** Rules that every element at this node matches. */
  readonly always: readonly CascadeRule[]
  /** Rules that depend on siblings, positions, content or states. */
  readonly maybe: readonly CascadeRule[]
  readonly plain: Matched
  readonly variants: Map<string, Matched>
}

/** Finds the rules of a fixed set that elements match. Equal chains of ancestors are matched once. */
export class Matcher {
  private readonly byId = new Map<string, CascadeRule[]>()
  private readonly byClass = new Map<string, CascadeRule[]>()
  private readonly byTag = new Map<string, CascadeRule[]>()
  private readonly anywhere: CascadeRule[] = []
  private readonly attributes: string[]
  private readonly roots = new Map<string, Node>()
  private readonly interned = new Map<string, Matched>()
  private readonly context: MatchContext
  private readonly rank = new Map<CascadeRule, number>()

  constructor(rules: readonly CascadeRule[], private readonly quirks: boolean, states?: (element: PageElement) => ReadonlySet<State>) {
    this.context = { quirks, ...(states ? { states } : {}) }
    const asked = new Set<string>()
    rules.forEach((rule, at) => {
      this.rank.set(rule, at)
      attributesAsked(rule.selector, asked)
      for (const outer of rule.nesting ?? []) attributesAsked(outer, asked)
      this.file(rule)
    })
    for (const name of ['id', 'class', 'href']) asked.delete(name)
    this.attributes = [...asked].sort()
    this.classesAsked = rules.some((rule) => asksFor(rule, 'class'))
    this.idsAsked = rules.some((rule) => asksFor(rule, 'id'))
    this.hrefAsked = rules.some((rule) => asksFor(rule, 'href'))
  }

  private readonly classesAsked: boolean
  private readonly idsAsked: boolean
  private readonly hrefAsked: boolean

  /** The rules of every element of a page; `elements` are all of it, in document order. */
  matchAll(elements: readonly PageElement[]): Matched[] {
    const nodes: Node[] = []
    return elements.map((element, at) => {
      const node = this.child(element.parent ? nodes[element.parent.index]! : null, element)
      nodes[at] = node
      if (node.maybe.length === 0) return node.plain
      let key = ''
      for (const rule of node.maybe) if (this.matches(element, rule)) key += `${rule.order},`
      if (key === '') return node.plain
      let found = node.variants.get(key)
      if (!found) node.variants.set(key, (found = this.intern([...node.always, ...node.maybe.filter((rule) => this.matches(element, rule))])))
      return found
    })
  }

  private child(parent: Node | null, element: PageElement): Node {
    const children = parent ? parent.children : this.roots
    const key = this.signature(element)
    let node = children.get(key) 
    if (!node) {
      const always: CascadeRule[] = []
      const maybe: CascadeRule[] = []
      for (const rule of this.candidates(element)) {
        if (rule.source.kind === 'user-agent' && element.html === (rule.source.file === 'foreign')) continue
        const context = { ...this.context, ...(rule.nesting ? { nesting: rule.nesting } : {}) }
        if (rule.scope === null && isPathSelector(rule.selector, context)) {
          if (matches(element, rule.selector, context)) always.push(rule)
        } else if (couldMatch(element, rule.selector, context)) maybe.push(rule)
      }
      node = { children: new Map(), always, maybe, plain: this.intern(always), variants: new Map() }
      children.set(key, node)
    }
    return node
  }

  private matches(element: PageElement, rule: CascadeRule): boolean {
    const context = { ...this.context, ...(rule.nesting ? { nesting: rule.nesting } : {}) }
    if (!rule.scope) return matches(element, rule.selector, context)
    for (let root: PageElement | null = element; root; root = root.parent) {
      if (rule.scope.roots ? !matchesAny(root, rule.scope.roots, this.context) : root.parent !== null) continue
      const limited = this.isBeyond(element, root, rule)
      if (!limited && matches(element, rule.selector, { ...context, scope: root })) return true
    }
    return false
  }

  private isBeyond(element: PageElement, root: PageElement, rule: CascadeRule): boolean {
    for (let at: PageElement | null = element; at && at !== root; at = at.parent) {
      if (matchesAny(at, rule.scope!.limits, { ...this.context, scope: root })) return true
    }
    return false
  }

  private intern(rules: CascadeRule[]): Matched {
    rules.sort((a, b) => this.rank.get(a)! - this.rank.get(b)!)
    const key = rules.map(({ order }) => order).join(',')
    let found = this.interned.get(key)
    if (!found) this.interned.set(key, (found = { id: this.interned.size, rules, readsAttributes: rules.some((rule) => rule.pseudo === '' && rule.longhands.some(({ property, value }) => property === 'content' && value.includes('attr('))) }))
    return found
  }

  private signature(element: PageElement): string {
    let key = element.html ? element.tag : `:${element.tag}`
    const { attributes } = element
    if (attributes.size === 0) return key
    if (this.idsAsked && element.id !== '') key += `#${element.id}`
    if (this.classesAsked && element.classes.length > 0) key += `.${element.classes.join('.')}`
    const href = attributes.get('href')
    if (href !== undefined) key += this.hrefAsked ? `\0href=${href}` : '\0href'
    for (const name of this.attributes) {
      const value = attributes.get(name)
      if (value !== undefined) key += `\0${name}=${value}`
    }
    return key
  }

  private candidates(element: PageElement): CascadeRule[] {
    const found = [...this.anywhere, ...(this.byTag.get(element.html ? element.tag : element.tag.toLowerCase()) ?? [])]
    if (element.id !== '') found.push(...(this.byId.get(this.fold(element.id)) ?? []))
    for (const name of new Set(element.classes.map((each) => this.fold(each)))) found.push(...(this.byClass.get(name) ?? []))
    return found
  }

  private fold(name: string): string {
    return this.quirks ? name.toLowerCase() : name
  }

  private file(rule: CascadeRule): void {
    const compound = rule.selector.compounds.at(-1)!
    const put = (map: Map<string, CascadeRule[]>, key: string) => {
      const list = map.get(key)
      if (list) list.push(rule)
      else map.set(key, [rule])
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
      if (types) for (const each of types) put(this.byTag, each)
      else this.anywhere.push(rule)
    }
  }
}

/** The types a compound such as `:is(h1, h2)` is limited to; null when it is not. */
function typesOf(compound: readonly Simple[]): ReadonlySet<string> | null {
  for (const simple of compound) {
    if (simple.kind !== 'pseudo-class' || !(simple.name === 'is' || simple.name === 'where') || !simple.selectors) continue
    const types = simple.selectors.map((selector) => selector.compounds.at(-1)!.find((each) => each.kind === 'type'))
    if (types.length > 0 && types.every((type) => type !== undefined)) return new Set(types.map((type) => ('name' in type! ? type.name.toLowerCase() : '')))
  }
  return null
}

function asksFor(rule: CascadeRule, what: 'class' | 'id' | 'href'): boolean {
  const seen = (simple: Simple): boolean => {
    if (simple.kind === what) return true
    if (simple.kind === 'attribute') return simple.name.toLowerCase() === what
    return simple.kind === 'pseudo-class' && [...(simple.selectors ?? []), ...(simple.nth?.of ?? [])].some((selector) => selector.compounds.some((compound) => compound.some(seen)))
  }
  return [rule.selector, ...(rule.nesting ?? [])].some((selector) => selector.compounds.some((compound) => compound.some(seen)))
}
