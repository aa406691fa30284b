import {
  bracketDepth,
  DEEPEST,
  isTrivia,
  skipComponent,
  splitAtCommas,
  Token,
  tokensOf,
  type CssToken,
} from '../css/tokens.ts'
import type { Range } from '../text/splice.ts'
import { unescapeCss } from '../css/ident.ts'

/** `An+B`: matches positions A·n+B for n ≥ 0. */
export interface Nth {
  readonly a: number
  readonly b: number
  /** The selectors of `of S`, if any. */
  readonly of: readonly Complex[] | null
}

export type Simple =
  | { readonly kind: 'universal' }
  | { readonly kind: 'nesting' }
  | { readonly kind: 'type' | 'id' | 'class' | 'pseudo-element'; readonly name: string }
  | {
      readonly kind: 'attribute'
      readonly name: string
      readonly operator: '' | '=' | '~=' | '|=' | '^=' | '$=' | '*='
      readonly value: string
      readonly flag: '' | 'i' | 's'
    }
  | {
      readonly kind: 'pseudo-class'
      readonly name: string
      readonly selectors?: readonly Complex[]
      readonly nth?: Nth
      readonly argument?: string
    }

export type Combinator = ' ' | '>' | '+' | '~'

/** Compounds from left to right; `combinators[i]` stands before `compounds[i]` (the first is a space unless relative). */
export interface Complex {
  readonly compounds: readonly (readonly Simple[])[]
  readonly combinators: readonly Combinator[]
}

/** One selector of a list, with its place in the list's text. */
export interface PlacedSelector extends Range {
  readonly text: string
  readonly selector: Complex | null
}

/** The pseudo-classes browsers know (Selectors 4 and HTML). A name outside makes the whole selector list invalid. */
const CLASSES = new Set(
  (
    'active any-link autofill buffering checked default defined disabled empty enabled first-child first-of-type focus focus-visible focus-within fullscreen future has-slotted host hover in-range indeterminate invalid last-child last-of-type link modal muted ' +
    'only-child only-of-type open optional out-of-range past paused picture-in-picture placeholder-shown playing popover-open read-only read-write required root scope seeking stalled target target-current user-invalid user-valid valid visited volume-locked ' +
    'active-view-transition -webkit-any-link -webkit-autofill'
  ).split(' '),
)
const CLASS_FUNCTIONS = new Set([
  'is',
  'where',
  'not',
  'has',
  '-webkit-any',
  'nth-child',
  'nth-last-child',
  'nth-of-type',
  'nth-last-of-type',
  'lang',
  'dir',
  'host',
  'host-context',
  'state',
  'active-view-transition-type',
])
/** The pseudo-elements browsers know (CSS Pseudo-Elements 4 and others); unknown `-webkit-` ones count as known. */
const ELEMENTS = new Set(
  'before after first-line first-letter marker placeholder selection backdrop file-selector-button details-content target-text spelling-error grammar-error cue search-text checkmark picker-icon scroll-marker scroll-marker-group column view-transition'.split(
    ' ',
  ),
)
const ELEMENT_FUNCTIONS = new Set([
  'part',
  'slotted',
  'highlight',
  'cue',
  'picker',
  'scroll-button',
  'view-transition-group',
  'view-transition-image-pair',
  'view-transition-old',
  'view-transition-new',
])
/** Pseudo-classes that may stand behind a pseudo-element: those of pointer and keyboard, and the forgiving ones. */
const BEHIND_ELEMENT = new Set(['hover', 'active', 'focus', 'focus-visible', 'focus-within', 'is', 'where'])

/** Names that may stand behind one colon. */
export const PSEUDO_CLASSES: readonly string[] = [...CLASSES, ...CLASS_FUNCTIONS]
/** Names that may stand behind two. */
export const PSEUDO_ELEMENTS: readonly string[] = [...ELEMENTS, ...ELEMENT_FUNCTIONS]

const LEGACY_ELEMENTS = new Set(['before', 'after', 'first-line', 'first-letter'])
const SELECTOR_ARGUMENT = new Set(['is', 'where', 'not', 'has', '-webkit-any'])
const NTH = new Set(['nth-child', 'nth-last-child', 'nth-of-type', 'nth-last-of-type'])

/** A selector list (Selectors Level 4), or null when browsers would drop it as invalid. */
export function parseSelectorList(text: string): Complex[] | null {
  const parts = splitAtCommas(text).map((part) => parseComplex(part.text))
  return parts.every((part) => part !== null) ? parts : null
}

/** The selectors of a list one by one, each with its range in `text` (shifted by `base`); invalid ones are null. */
export function splitSelectorList(text: string, base = 0): PlacedSelector[] {
  return splitAtCommas(text, base).map((part) => ({ ...part, selector: parseComplex(part.text) }))
}

/** One complex selector, or null when it is not valid. A leading combinator is allowed only when `relative`. */
export function parseComplex(text: string, relative = false): Complex | null {
  const tokens = tokensOf(text)
  if (tokens.length > DEEPEST && bracketDepth(tokens) > DEEPEST) return null
  const compounds: Simple[][] = []
  const combinators: Combinator[] = []
  let current: Simple[] = []
  let pending: Combinator | null = null
  /** The first pseudo-element of the present compound. */
  let element: Simple | null = null
  let at = 0
  while (at < tokens.length) {
    const token = tokens[at]!
    const char = token.type === Token.Delim ? text[token.from] : ''
    if (isTrivia(token.type)) {
      if (token.type === Token.WhiteSpace && current.length > 0) pending ??= ' '
      at++
      if (pending && current.length > 0) {
        compounds.push(current)
        current = []
      }
      continue
    }
    if (char === '>' || char === '+' || char === '~') {
      if (pending !== null && pending !== ' ') return null
      if (current.length > 0) compounds.push(current)
      else if (compounds.length === 0 && !relative) return null
      current = []
      pending = char
      at++
      continue
    }
    if (current.length === 0) {
      combinators.push(pending ?? ' ')
      pending = null
      element = null
    }
    const read = readSimple(text, tokens, at, current)
    if (!read || !mayFollow(read.simple, element)) return null
    current.push(read.simple)
    if (read.simple.kind === 'pseudo-element') element ??= read.simple
    at = read.next
  }
  if (current.length > 0) compounds.push(current)
  else if (pending !== ' ' || compounds.length === 0) return null
  // A pseudo-element ends a selector: nothing stands inside it.
  const inside = compounds.slice(0, -1).some((compound) => compound.some((simple) => simple.kind === 'pseudo-element'))
  return compounds.length === combinators.length && !inside ? { compounds, combinators } : null
}

/** Whether a simple selector may stand behind what is there: a pseudo-element, where there is one, takes few after it. */
function mayFollow(simple: Simple, element: Simple | null): boolean {
  if (!element || !('name' in element)) return true
  if (simple.kind === 'pseudo-class') return BEHIND_ELEMENT.has(simple.name) || element.name.startsWith('-webkit-')
  if (simple.kind !== 'pseudo-element') return false
  return (
    ['part', 'slotted'].includes(element.name) ||
    (simple.name === 'marker' && ['before', 'after'].includes(element.name))
  )
}

function readSimple(
  text: string,
  tokens: CssToken[],
  at: number,
  before: readonly Simple[],
): { simple: Simple; next: number } | null {
  const token = tokens[at]!
  const raw = text.slice(token.from, token.to)
  const first = before.length === 0
  if (token.type === Token.Ident)
    return first ? { simple: { kind: 'type', name: unescapeCss(raw) }, next: at + 1 } : null
  if (token.type === Token.Hash) {
    const name = raw.slice(1)
    return /^-?\d|^-$/.test(name) ? null : { simple: { kind: 'id', name: unescapeCss(name) }, next: at + 1 }
  }
  if (token.type === Token.LeftSquareBracket) return readAttribute(text, tokens, at)
  if (token.type === Token.Colon) return readPseudo(text, tokens, at)
  if (token.type !== Token.Delim) return null
  if (raw === '*') return first ? { simple: { kind: 'universal' }, next: at + 1 } : null
  if (raw === '&') return { simple: { kind: 'nesting' }, next: at + 1 }
  const name = tokens[at + 1]
  if (raw === '.' && name?.type === Token.Ident) {
    return { simple: { kind: 'class', name: unescapeCss(text.slice(name.from, name.to)) }, next: at + 2 }
  }
  return null
}

const ATTRIBUTE =
  /^\[\s*((?:[-\w]|[^\0-\x7f]|\\[^\n])+)\s*(?:([~|^$*]?=)\s*(?:"((?:[^"\\]|\\[\s\S])*)"|'((?:[^'\\]|\\[\s\S])*)'|((?:[-\w]|[^\0-\x7f]|\\[^\n])+))\s*([is])?\s*)?\]$/i

function readAttribute(text: string, tokens: CssToken[], at: number): { simple: Simple; next: number } | null {
  const next = skipComponent(tokens, at)
  const written = text.slice(tokens[at]!.from, tokens[next - 1]!.to).replace(/\/\*[\s\S]*?\*\//g, '')
  // The end of the text closes what is open (CSS Syntax 3, section 5.4.8).
  const match = ATTRIBUTE.exec(written.endsWith(']') && next - 1 > at ? written : `${written}]`)
  if (!match || /^(?:-?\d|-$)/.test(match[1]!)) return null
  const ident = match[5]
  if (ident !== undefined && /^(?:-?\d|-$)/.test(ident)) return null
  return {
    simple: {
      kind: 'attribute',
      name: unescapeCss(match[1]!),
      operator: (match[2] ?? '') as '' | '=',
      value: unescapeCss(match[3] ?? match[4] ?? ident ?? ''),
      flag: (match[6]?.toLowerCase() ?? '') as '' | 'i',
    },
    next,
  }
}

function readPseudo(text: string, tokens: CssToken[], at: number): { simple: Simple; next: number } | null {
  const double = tokens[at + 1]?.type === Token.Colon
  const nameAt = at + (double ? 2 : 1)
  const token = tokens[nameAt]
  if (!token) return null
  const raw = text.slice(token.from, token.to)
  if (token.type === Token.Ident) {
    const name = unescapeCss(raw).toLowerCase()
    const element = double || LEGACY_ELEMENTS.has(name)
    if (!(element ? ELEMENTS.has(name) || name.startsWith('-webkit-') : CLASSES.has(name))) return null
    return { simple: { kind: element ? 'pseudo-element' : 'pseudo-class', name }, next: nameAt + 1 }
  }
  if (token.type !== Token.Function) return null
  const next = skipComponent(tokens, nameAt)
  const closed = tokens[next - 1]?.type === Token.RightParenthesis && next - 1 > nameAt
  const argument = text.slice(token.to, closed ? tokens[next - 1]!.from : (tokens[next - 1]?.to ?? token.to))
  const name = unescapeCss(raw.slice(0, -1)).toLowerCase()
  if (!(double ? ELEMENT_FUNCTIONS : CLASS_FUNCTIONS).has(name)) return null
  if (double) return { simple: { kind: 'pseudo-element', name }, next }
  if (SELECTOR_ARGUMENT.has(name)) {
    const relative = name === 'has'
    const parts = splitAtCommas(argument).map((part) => parseComplex(part.text, relative))
    const forgiving = name !== 'not' && name !== 'has'
    if (!forgiving && parts.some((part) => part === null)) return null
    return { simple: { kind: 'pseudo-class', name, selectors: parts.filter((part) => part !== null) }, next }
  }
  if (NTH.has(name)) {
    const nth = parseNth(argument)
    return nth && (nth.of === null || name.endsWith('-child'))
      ? { simple: { kind: 'pseudo-class', name, nth }, next }
      : null
  }
  return { simple: { kind: 'pseudo-class', name, argument: argument.trim() }, next }
}

/** Reads `An+B [of S]` (CSS Syntax 3, section 6), or null when it is not valid. */
export function parseNth(text: string): Nth | null {
  const match = /^\s*(?:(even|odd)|([+-]?\d*)n(?:\s*([+-])\s*(\d+))?|([+-]?\d+))(?:\s+of\s+([\s\S]+?))?\s*$/i.exec(text)
  if (!match) return null
  const of = match[6] === undefined ? null : parseSelectorList(match[6])
  if (match[6] !== undefined && of === null) return null
  if (match[1]) return { a: 2, b: match[1].toLowerCase() === 'odd' ? 1 : 0, of }
  if (match[5] !== undefined) return { a: 0, b: parseInt(match[5], 10), of }
  const step = match[2]!
  const a = step === '' || step === '+' ? 1 : step === '-' ? -1 : parseInt(step, 10)
  return { a, b: match[4] === undefined ? 0 : parseInt(match[3]! + match[4], 10), of }
}
