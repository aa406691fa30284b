import { escapeIdent } from '../css/ident.ts'
import { memoText } from '../text/memo.ts'
import { parseComplex, type Complex, type Nth, type Simple } from './parse.ts'

/** A selector in one fixed spelling: single spaces, lower-case types, so that equal selectors give equal text. */
export function serializeComplex(selector: Complex): string {
  return selector.compounds
    .map((compound, at) => {
      const combinator = selector.combinators[at]!
      const lead = combinator === ' ' ? (at === 0 ? '' : ' ') : at === 0 ? `${combinator} ` : ` ${combinator} `
      return lead + serializeCompound(compound)
    })
    .join('')
}

/** One compound selector, such as `a.more:hover`. */
export function serializeCompound(compound: readonly Simple[]): string {
  return compound.map(serializeSimple).join('')
}

/** The fixed spelling of a written selector; the trimmed text itself when it is not valid. */
export const normalSelector = memoText((text: string): string => {
  const selector = parseComplex(text)
  return selector ? serializeComplex(selector) : text.trim()
})

function serializeSimple(simple: Simple): string {
  switch (simple.kind) {
    case 'universal':
      return '*'
    case 'nesting':
      return '&'
    case 'type':
      return escapeIdent(simple.name.toLowerCase())
    case 'id':
      return `#${escapeIdent(simple.name)}`
    case 'class':
      return `.${escapeIdent(simple.name)}`
    case 'pseudo-element':
      return `::${simple.name}`
    case 'attribute': {
      const value = simple.operator === '' ? '' : `${simple.operator}${JSON.stringify(simple.value)}`
      return `[${escapeIdent(simple.name)}${value}${simple.flag === '' ? '' : ` ${simple.flag}`}]`
    }
    case 'pseudo-class': {
      const inner =
        simple.selectors?.map(serializeComplex).join(', ') ?? (simple.nth ? serializeNth(simple.nth) : simple.argument)
      return `:${simple.name}${inner === undefined ? '' : `(${inner})`}`
    }
  }
}

function serializeNth({ a, b, of }: Nth): string {
  const step = a === 0 ? `${b}` : `${a === 1 ? '' : a === -1 ? '-' : a}n${b === 0 ? '' : b > 0 ? `+${b}` : b}`
  return of ? `${step} of ${of.map(serializeComplex).join(', ')}` : step
}
