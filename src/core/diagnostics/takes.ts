import type { Syntax } from 'css-tree/lexer'
import { aliasOf } from '../properties/aliases.ts'
import { supportOf } from '../browsers/support.ts'
import { isOwnName, NEVER, syntaxOf, typeSyntax } from '../properties/grammars.ts'
import { memoText } from '../text/memo.ts'

/** A sort of value, in words, with examples of how it is written. */
export interface Sort {
  readonly name: string
  readonly examples: readonly string[]
}

/** What a property takes, in groups that can be read. */
export interface Takes {
  /** Its keywords, the oldest first, those with a vendor prefix last. */
  readonly words: readonly string[]
  readonly sorts: readonly Sort[]
  /** Functions that are no sort of their own, as `fit-content()`. */
  readonly functions: readonly string[]
  /** The longhands whose values it takes together; empty for one that is no shorthand. */
  readonly parts: readonly string[]
  /** How often, and what stands between: '' where it takes one. */
  readonly repeats: string
}

const LENGTH: Sort = { name: 'a length', examples: ['12px', '1.5em'] }
const PERCENTAGE: Sort = { name: 'a percentage', examples: ['50%'] }
const NUMBER: Sort = { name: 'a number', examples: ['1.5'] }

/** Types that people know by a word of their own; others are taken apart. */
const SORTS: Readonly<Record<string, readonly Sort[]>> = {
  length: [LENGTH],
  percentage: [PERCENTAGE],
  'length-percentage': [LENGTH, PERCENTAGE],
  number: [NUMBER],
  'alpha-value': [NUMBER, PERCENTAGE],
  'number-percentage': [NUMBER, PERCENTAGE],
  integer: [{ name: 'a whole number', examples: ['3'] }],
  angle: [{ name: 'an angle', examples: ['45deg'] }],
  time: [{ name: 'a time', examples: ['200ms', '0.3s'] }],
  color: [{ name: 'a colour', examples: ['#1b3a4b', 'rgb(27 58 75)', 'teal'] }],
  image: [{ name: 'a picture', examples: ['url(images/sea.jpg)', 'linear-gradient(white, silver)'] }],
  url: [{ name: 'an address', examples: ['url(images/sea.jpg)'] }],
  string: [{ name: 'a text in quotes', examples: ['"→"'] }],
  'custom-ident': [{ name: 'a name of your own', examples: ['slide-in'] }],
  'dashed-ident': [{ name: 'a name that begins with two hyphens', examples: ['--own-name'] }],
  'family-name': [{ name: 'the name of a font', examples: ['Georgia', '"Gill Sans"'] }],
  'easing-function': [{ name: 'an easing', examples: ['ease-out', 'cubic-bezier(0.2, 0, 0, 1)'] }],
  'transform-function': [{ name: 'transform functions', examples: ['rotate(45deg)', 'translate(10px, 0)'] }],
  'filter-function': [{ name: 'filter functions', examples: ['blur(2px)', 'grayscale(50%)'] }],
  'basic-shape': [{ name: 'a shape', examples: ['circle(50%)', 'inset(10px)'] }],
  'grid-line': [{ name: 'a line of the grid', examples: ['2', 'span 2', 'auto'] }],
  flex: [{ name: 'a share', examples: ['1fr'] }],
  position: [{ name: 'a position', examples: ['left top', '50% 20px'] }],
  'bg-position': [{ name: 'a position', examples: ['left top', '50% 20px'] }],
  'counter-style-name': [{ name: 'the name of a counter style', examples: ['disc', 'decimal', 'lower-roman'] }],
}

/** Deeper than this no grammar says anything that a reader of groups looks for. */
const DEEPEST = 12

class Collector {
  readonly words = new Set<string>()
  readonly sorts = new Map<string, Sort>()
  readonly functions = new Set<string>()
  readonly parts = new Set<string>()
  private readonly seen = new Set<string>()

  visit(syntax: Syntax, depth = 0): void {
    if (depth > DEEPEST) return
    switch (syntax.type) {
      case 'Group':
        return this.visitAll(syntax.terms, depth)
      case 'Multiplier':
        return this.visit(syntax.term, depth + 1)
      case 'Keyword':
        return void this.words.add(syntax.name)
      case 'Function':
        return void this.functions.add(`${syntax.name}()`)
      case 'Type':
        return this.visitType(syntax.name, depth)
      case 'Property':
        return this.visitProperty(syntax.name, depth)
    }
  }

  /** What stands behind a function up to its bracket is its own. */
  private visitAll(terms: readonly Syntax[], depth: number): void {
    for (const term of terms) {
      this.visit(term, depth + 1)
      if (term.type === 'Function') return
    }
  }

  private visitType(name: string, depth: number): void {
    const sorts = SORTS[name]
    if (sorts) return sorts.forEach((sort) => this.sorts.set(sort.name, sort))
    if (name === NEVER) return
    if (name.endsWith('()')) return void this.functions.add(name)
    if (this.seen.has(name)) return
    this.seen.add(name)
    const syntax = typeSyntax(name)
    if (syntax) this.visit(syntax, depth + 1)
  }

  private visitProperty(name: string, depth: number): void {
    this.parts.add(name)
    const syntax = syntaxOf(name)
    if (syntax && !this.seen.has(`'${name}`)) {
      this.seen.add(`'${name}`)
      this.visit(syntax, depth + 1)
    }
  }
}

/** What a property takes, from its grammar; null where none is known. */
export const takesOf = memoText((property: string): Takes | null => {
  const syntax = syntaxOf(isOwnName(property) ? property : aliasOf(property))
  if (!syntax) return null
  const found = new Collector()
  found.visit(syntax)
  return {
    words: [...found.words].sort((a, b) => ageOf(property, a) - ageOf(property, b)),
    sorts: [...found.sorts.values()],
    functions: [...found.functions].filter((name) => !name.startsWith('-')),
    parts: found.parts.size > 1 ? [...found.parts] : [],
    repeats: repeatsOf(syntax),
  }
})

/** The version that first took a word: words that have long been there are mostly those that are looked for. */
function ageOf(property: string, word: string): number {
  if (word.startsWith('-')) return Infinity
  return Number.parseInt(supportOf(`properties.${property}.${word}`)?.since.chrome ?? '50', 10)
}

function repeatsOf(syntax: Syntax): string {
  if (syntax.type === 'Group' && syntax.terms.length === 1) return repeatsOf(syntax.terms[0]!)
  if (syntax.type === 'Group' && syntax.combinator === '|')
    return syntax.terms.map(repeatsOf).find((each) => each !== '') ?? ''
  if (syntax.type !== 'Multiplier') return ''
  if (syntax.comma) return 'several, with commas between them'
  return syntax.max > 1 ? `up to ${syntax.max}, with spaces between them` : ''
}

/** Numbers that mean something for properties whose numbers are of a range of their own. */
const EXAMPLES: Readonly<Record<string, string>> = {
  'font-weight': '600',
  opacity: '0.5',
  'flex-grow': '1',
  'flex-shrink': '1',
}

/** As many words as a sentence can hold. */
const MOST_WORDS = 8

/** What a property takes, as a sentence; '' where nothing is known. */
export function takesInWords(property: string): string {
  const takes = takesOf(property)
  if (!takes) return ''
  const sorts = takes.sorts.map(({ name, examples }) => `${name} such as ${EXAMPLES[property] ?? examples[0]}`)
  const words = takes.words.filter((word) => !word.startsWith('-'))
  const listed = [...words.slice(0, MOST_WORDS), ...sorts, ...takes.functions.slice(0, 2)]
  if (listed.length === 0) return ''
  const more = words.length - MOST_WORDS
  const rest = more > 0 ? ` (${more} more words)` : ''
  return `It takes ${inWords(listed)}${rest}${takes.repeats === '' ? '' : `; ${takes.repeats}`}.`
}

/** "a, b or c". */
export function inWords(items: readonly string[]): string {
  return items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} or ${items.at(-1)!}`
}
