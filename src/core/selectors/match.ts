import { isLink } from '../markup/hyperlink.ts'
import { someFrom } from '../markup/some-from.ts'
import type { PageElement } from '../markup/tree.ts'
import { matchesAttribute } from './attribute.ts'
import {
  canBeDisabled,
  canBeRequired,
  isChecked,
  isDisabled,
  isEditable,
  isIndeterminate,
  isMissing,
  isValidated,
  showsPlaceholder,
} from './form-control.ts'
import { direction, matchesLang } from './language.ts'
import type { Complex, Nth, Simple } from './parse.ts'

/** Link and pointer states an element can be in. */
export type State = 'hover' | 'focus' | 'focus-visible' | 'focus-within' | 'active' | 'visited' | 'target'

/** What matching needs to know beside the tree. */
export interface MatchContext {
  /** In quirks mode ids and classes match without regard to letter case. */
  readonly quirks?: boolean
  /** The states an element is in; none when left out. */
  readonly states?: (element: PageElement) => ReadonlySet<State>
  /** What `&` stands for. */
  readonly nesting?: readonly Complex[]
  /** What `:scope` stands for; the root when left out. */
  readonly scope?: PageElement
  /** Remembers what `:has()` found while the tree stays as it is. */
  readonly found?: Map<Simple, Map<PageElement, boolean>>
}

/** Whether an element matches one of the selectors; pseudo-elements at the end are left aside. */
export function matchesAny(element: PageElement, selectors: readonly Complex[], context: MatchContext = {}): boolean {
  return selectors.some((selector) => matches(element, selector, context))
}

/** Whether an element (or the element a pseudo-element belongs to) matches a selector. */
export function matches(element: PageElement, selector: Complex, context: MatchContext = {}): boolean {
  return matchesFrom(element, selector, selector.compounds.length - 1, context, null)
}

/**
 * Whether whatever has the same ancestors as this element (same types, ids, classes and named attributes all the way up)
 * matches or could match: siblings, positions, content and states are taken as fitting.
 */
export function couldMatch(element: PageElement, selector: Complex, context: MatchContext = {}): boolean {
  return couldMatchFrom(element, selector, selector.compounds.length - 1, context)
}

function couldMatchFrom(element: PageElement, selector: Complex, at: number, context: MatchContext): boolean {
  for (const simple of selector.compounds[at]!)
    if (dependsOnPathOnly(simple, context) && !matchesSimple(element, simple, context)) return false
  if (at === 0) return true
  switch (selector.combinators[at]!) {
    case ' ':
      for (let up = element.parent; up; up = up.parent) if (couldMatchFrom(up, selector, at - 1, context)) return true
      return false
    case '>':
      return element.parent !== null && couldMatchFrom(element.parent, selector, at - 1, context)
    default:
      return true
  }
}

/** Whether a selector asks for nothing but types, ids, classes and attributes of an element and its ancestors. */
export function isPathSelector(selector: Complex, context: MatchContext = {}): boolean {
  return (
    selector.combinators.every((combinator, at) => at === 0 || combinator === ' ' || combinator === '>') &&
    selector.compounds.every((compound) => compound.every((simple) => dependsOnPathOnly(simple, context)))
  )
}

const LINKS = new Set(['link', 'any-link', '-webkit-any-link', 'root'])
const STATES = new Set(['hover', 'focus', 'focus-visible', 'focus-within', 'active', 'visited', 'target'])

/** Whether a compound can match no element while none is in a state. */
export function needsState(compound: readonly Simple[]): boolean {
  return compound.some((simple) => simple.kind === 'pseudo-class' && STATES.has(simple.name))
}

/** Whether what a selector matches may hang on states, anywhere in it. `:link` does too: it is every link that is not visited. */
export function asksForState(selector: Complex): boolean {
  return selector.compounds.some((compound) => compound.some(simpleAsksForState))
}

function simpleAsksForState(simple: Simple): boolean {
  if (simple.kind !== 'pseudo-class') return false
  if (STATES.has(simple.name) || simple.name === 'link') return true
  return [...(simple.selectors ?? []), ...(simple.nth?.of ?? [])].some(asksForState)
}

function dependsOnPathOnly(simple: Simple, context: MatchContext): boolean {
  if (simple.kind === 'nesting')
    return (context.nesting ?? []).every((selector) => isPathSelector(selector, { ...context, nesting: undefined }))
  if (simple.kind !== 'pseudo-class') return true
  if (STATES.has(simple.name)) return context.states === undefined
  if (simple.name === 'link') return context.states === undefined
  if (LINKS.has(simple.name)) return true
  if (['is', 'where', 'not', '-webkit-any'].includes(simple.name))
    return (simple.selectors ?? []).every((selector) => isPathSelector(selector, context))
  return false
}

/** The pseudo-element a selector ends in, or ''. */
export function pseudoElementOf(selector: Complex): string {
  const found = selector.compounds.at(-1)?.find((simple) => simple.kind === 'pseudo-element')
  return found && 'name' in found ? found.name : ''
}

/** Matches compounds `0..at`, the last one on `element`. For `:has()`, `anchor` is what a leading combinator hangs on. */
function matchesFrom(
  element: PageElement,
  selector: Complex,
  at: number,
  context: MatchContext,
  anchor: PageElement | null,
): boolean {
  for (const simple of selector.compounds[at]!) if (!matchesSimple(element, simple, context)) return false
  const combinator = selector.combinators[at]!
  if (at === 0) return anchor === null || hangsOn(element, anchor, combinator)
  switch (combinator) {
    case ' ':
      for (let up = element.parent; up; up = up.parent)
        if (matchesFrom(up, selector, at - 1, context, anchor)) return true
      return false
    case '>':
      return element.parent !== null && matchesFrom(element.parent, selector, at - 1, context, anchor)
    case '+': {
      const before = sibling(element, -1)
      return before !== null && matchesFrom(before, selector, at - 1, context, anchor)
    }
    case '~':
      for (let before = sibling(element, -1); before; before = sibling(before, -1)) {
        if (matchesFrom(before, selector, at - 1, context, anchor)) return true
      }
      return false
  }
}

function hangsOn(element: PageElement, anchor: PageElement, combinator: Complex['combinators'][number]): boolean {
  switch (combinator) {
    case ' ':
      for (let up = element.parent; up; up = up.parent) if (up === anchor) return true
      return false
    case '>':
      return element.parent === anchor
    case '+':
      return sibling(element, -1) === anchor
    case '~':
      return element.parent === anchor.parent && element.position > anchor.position
  }
}

function sibling(element: PageElement, step: number): PageElement | null {
  return element.parent?.children[element.position + step] ?? null
}

function same(a: string, b: string, quirks: boolean | undefined): boolean {
  return a === b || (quirks === true && a.toLowerCase() === b.toLowerCase())
}

function matchesSimple(element: PageElement, simple: Simple, context: MatchContext): boolean {
  switch (simple.kind) {
    case 'universal':
    case 'pseudo-element':
      return true
    case 'nesting':
      return context.nesting
        ? matchesAny(element, context.nesting, { ...context, nesting: undefined })
        : isScope(element, context)
    case 'type':
      return element.tag === simple.name || (element.html && element.tag === simple.name.toLowerCase())
    case 'id':
      return element.attributes.has('id') && same(element.id, simple.name, context.quirks)
    case 'class':
      return context.quirks
        ? element.classes.some((name) => same(name, simple.name, true))
        : element.classes.includes(simple.name)
    case 'attribute':
      return matchesAttribute(element, simple)
    case 'pseudo-class':
      return matchesPseudoClass(element, simple, context)
  }
}

function matchesPseudoClass(
  element: PageElement,
  simple: Simple & { kind: 'pseudo-class' },
  context: MatchContext,
): boolean {
  const has = (name: string) => element.attributes.has(name)
  const siblings = element.parent?.children ?? [element]
  const position = element.position
  const ofType = () => siblings.filter((other) => other.tag === element.tag)
  switch (simple.name) {
    case 'is':
    case 'where':
    case '-webkit-any':
      return matchesAny(element, simple.selectors ?? [], context)
    case 'not':
      return !matchesAny(element, simple.selectors ?? [], context)
    case 'has':
      return matchesHas(element, simple, context)
    case 'root':
      return element.parent === null
    case 'scope':
      return isScope(element, context)
    case 'empty':
      return element.empty
    case 'first-child':
      return position === 0
    case 'last-child':
      return position === siblings.length - 1
    case 'only-child':
      return siblings.length === 1
    case 'first-of-type':
      return ofType()[0] === element
    case 'last-of-type':
      return ofType().at(-1) === element
    case 'only-of-type':
      return ofType().length === 1
    case 'nth-child':
    case 'nth-last-child':
    case 'nth-of-type':
    case 'nth-last-of-type':
      return matchesNth(element, simple.name, simple.nth!, siblings, context)
    case 'any-link':
    case '-webkit-any-link':
      return isLink(element)
    case 'link':
      return isLink(element) && !inState(element, 'visited', context)
    case 'visited':
      return isLink(element) && inState(element, 'visited', context)
    case 'hover':
    case 'focus':
    case 'focus-visible':
    case 'focus-within':
    case 'active':
    case 'target':
      return inState(element, simple.name, context)
    case 'checked':
      return isChecked(element)
    case 'disabled':
      return isDisabled(element)
    case 'enabled':
      return canBeDisabled(element) && !isDisabled(element)
    case 'required':
      return canBeRequired(element) && has('required')
    case 'optional':
      return canBeRequired(element) && !has('required')
    case 'read-write':
      return isEditable(element)
    case 'read-only':
      return !isEditable(element)
    case 'placeholder-shown':
      return showsPlaceholder(element)
    case 'indeterminate':
      return isIndeterminate(element)
    case 'open':
      return ['details', 'dialog'].includes(element.tag) && has('open')
    case 'invalid':
    case 'valid':
      return isValidated(element) && isMissing(element) === (simple.name === 'invalid')
    case 'defined':
      return !element.html || !element.tag.includes('-')
    case 'lang':
      return matchesLang(element, simple.argument ?? '')
    case 'dir':
      return direction(element) === (simple.argument ?? '').toLowerCase()
    default:
      return false
  }
}

function inState(element: PageElement, state: State, context: MatchContext): boolean {
  return context.states?.(element).has(state) ?? false
}

function isScope(element: PageElement, context: MatchContext): boolean {
  return context.scope ? element === context.scope : element.parent === null
}

function matchesNth(
  element: PageElement,
  name: string,
  nth: Nth,
  siblings: readonly PageElement[],
  context: MatchContext,
): boolean {
  let among = siblings
  if (name.endsWith('of-type')) among = siblings.filter((other) => other.tag === element.tag)
  else if (nth.of) {
    if (!matchesAny(element, nth.of, context)) return false
    among = siblings.filter((other) => matchesAny(other, nth.of!, context))
  }
  const at = among === siblings ? element.position : among.indexOf(element)
  const place = name.includes('last') ? among.length - at : at + 1
  const steps = place - nth.b
  return nth.a === 0 ? steps === 0 : steps % nth.a === 0 && steps / nth.a >= 0
}

function matchesHas(element: PageElement, simple: Simple & { kind: 'pseudo-class' }, context: MatchContext): boolean {
  const compute = () => (simple.selectors ?? []).some((selector) => hasRelative(element, selector, context))
  if (!context.found || context.scope) return compute()
  let known = context.found.get(simple)
  if (!known) context.found.set(simple, (known = new Map()))
  let answer = known.get(element)
  if (answer === undefined) known.set(element, (answer = compute()))
  return answer
}

/** `:has()`: whether a relative selector matches something from this element on. */
function hasRelative(anchor: PageElement, selector: Complex, context: MatchContext): boolean {
  const first = selector.combinators[0]!
  const roots =
    first === ' ' || first === '>' ? anchor.children : (anchor.parent?.children.slice(anchor.position + 1) ?? [])
  const last = selector.compounds.length - 1
  return someFrom(roots, (element) => matchesFrom(element, selector, last, context, anchor))
}
