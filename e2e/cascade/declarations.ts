import { definitionSyntax, fork, lexer, type Lexer, type Syntax } from 'css-tree'
import webref from '@webref/css/css.json' with { type: 'json' }
import properties from 'mdn-data/css/properties.json' with { type: 'json' }

/** What stands for a type that no grammar takes apart, or that is as good as any other for the question. */
const EXAMPLES: Readonly<Record<string, readonly string[]>> = {
  length: ['0', '12px', '1.5em', '-3px', '2rem'],
  percentage: ['50%', '0%'],
  number: ['0', '1', '1.5', '-2'],
  integer: ['0', '1', '3', '-2'],
  angle: ['45deg', '0.5turn'],
  time: ['1s', '200ms'],
  resolution: ['2dppx', '96dpi'],
  flex: ['1fr'],
  'custom-ident': ['foo'],
  'dashed-ident': ['--foo'],
  ident: ['foo'],
  string: ['"x"'],
  url: ['url(a.png)'],
  'hex-color': ['#123', '#11223344'],
  zero: ['0'],
  'length-percentage': ['12px', '5%'],
  'number-zero-one': ['0.5'],
  'number-one-or-greater': ['2'],
  'calc-size()': ['calc-size(auto, size * 2)'],
  'calc-sum': ['1px + 2%'],
  'attr()': ['attr(foo)'],
}

const DEEPEST = 14

/** Random values after the grammars of a lexer. The same seed gives the same values. */
class Generator {
  constructor(
    private readonly grammars: Lexer,
    private readonly random: () => number,
  ) {}

  /** A value of a property; null where its grammar is unknown or leads too deep. */
  value(property: string): string | null {
    const known = this.grammars.getProperty(property, false)
    return known ? this.of(known.syntax, 0) : null
  }

  private pick<T>(items: readonly T[]): T {
    return items[Math.floor(this.random() * items.length)]!
  }

  private of(syntax: Syntax, depth: number): string | null {
    if (depth > DEEPEST) return null
    switch (syntax.type) {
      case 'Group':
        return syntax.combinator === '|' ? this.one(syntax.terms, depth) : this.all(this.chosen(syntax), ' ', depth)
      case 'Multiplier': {
        const most = Math.min(syntax.max || syntax.min + 2, syntax.min + 2)
        const times = syntax.min + Math.floor(this.random() * (most - syntax.min + 1))
        return this.all(Array<Syntax>(times).fill(syntax.term), syntax.comma ? ', ' : ' ', depth)
      }
      case 'Type':
        return this.type(syntax.name, depth)
      case 'Property':
        return this.inner(this.grammars.getProperty(syntax.name, false)?.syntax ?? null, depth)
      case 'Keyword':
        return syntax.name
      case 'Function':
        return `${syntax.name}(`
      case 'Comma':
        return ','
      case 'String':
      case 'Token':
        return (syntax as unknown as { value: string }).value.replaceAll("'", '')
      default:
        return null
    }
  }

  private one(terms: readonly Syntax[], depth: number): string | null {
    for (let tries = 0; tries < 5; tries++) {
      const found = this.of(this.pick(terms), depth + 1)
      if (found !== null) return found
    }
    return null
  }

  private chosen({ combinator, terms }: Syntax & { type: 'Group' }): readonly Syntax[] {
    if (combinator !== '||') return terms
    const some = terms.filter(() => this.random() < 0.5)
    return some.length > 0 ? some : [this.pick(terms)]
  }

  private all(terms: readonly Syntax[], between: string, depth: number): string | null {
    const found = terms.map((term) => this.of(term, depth + 1))
    return found.includes(null) ? null : found.filter(Boolean).join(between)
  }

  private type(name: string, depth: number): string | null {
    const examples = EXAMPLES[name]
    return examples ? this.pick(examples) : this.inner(this.grammars.getType(name)?.syntax ?? null, depth)
  }

  private inner(syntax: Syntax | null, depth: number): string | null {
    return syntax ? this.of(syntax, depth + 1) : null
  }
}

/** The grammars of the open web-platform data, with css-tree's where they name types that it does not have. */
function webrefLexer(): Lexer {
  const readable = (syntax: string | undefined) => {
    try {
      return syntax !== undefined && Boolean(definitionSyntax.parse(syntax))
    } catch {
      return false
    }
  }
  const entries = (list: readonly { name: string; syntax?: string }[]) =>
    Object.fromEntries(
      list
        .filter(({ syntax }) => readable(syntax))
        .map(({ name, syntax }) => [name.replace(/^<|>$/g, ''), syntax!] as const),
    )
  return fork({ properties: entries(webref.properties), types: entries([...webref.types, ...webref.functions]) }).lexer
}

/** A descriptor of `@page`, and what nobody writes yet: a timeline that is a trigger takes nearly everything in Chromium. */
const NOT_ASKED = new Set(['size', 'timeline-trigger', 'custom-property'])

/** Every property that css-tree, mdn-data or @webref/css knows. */
export const EVERY_PROPERTY: readonly string[] = [
  ...new Set([
    ...Object.keys((lexer as unknown as { properties: object }).properties),
    ...Object.keys(properties),
    ...webref.properties.map(({ name }) => name),
  ]),
].filter((name) => !name.startsWith('--') && !NOT_ASKED.has(name))

/** A value with one slip in it. */
function broken(value: string, random: () => number): string {
  const parts = value.split(' ')
  const at = Math.floor(random() * parts.length)
  const part = parts[at]!
  const slips = [
    () => (parts[at] = part.replace(/(px|em|rem|%|deg|s|ms)$/, '')),
    () => (parts[at] = part.replace(/(\d)$/, '$1px')),
    () => parts.splice(at, 0, part),
    () => (parts[at] = part.length > 3 ? part.slice(0, -1) : `${part}x`),
    () => parts.reverse(),
    () => (parts[at] = random() < 0.5 ? 'red' : '12px'),
  ]
  slips[Math.floor(random() * slips.length)]!()
  return parts.join(' ')
}

/** Whether a value is one by itself: brackets close, and no comma stands at an end, which the generator leaves at times. */
function isWhole(value: string): boolean {
  const opens = value.split('(').length
  return opens === value.split(')').length && value.length <= 120 && !/[,/]\s*$|^\s*[,/]|\(\s*,|\)\s*\(/.test(value)
}

/** Declarations of every property: right ones by two sets of grammars, and each with a slip. */
export function declarations(perProperty: number, random: () => number): [string, string][] {
  const generators = [new Generator(lexer, random), new Generator(webrefLexer(), random)]
  const found = new Map<string, [string, string]>()
  const add = (property: string, value: string | null) => {
    if (value !== null && isWhole(value)) found.set(`${property}: ${value}`, [property, value])
  }
  for (const property of EVERY_PROPERTY) {
    for (let time = 0; time < perProperty; time++)
      for (const generator of generators) {
        const value = generator.value(property)
        add(property, value)
        if (value) add(property, broken(value, random))
      }
    for (const value of ['initial', 'nonsense-word', '17zz']) add(property, value)
  }
  return [...found.values()]
}
