import { Token, isTrivia, skipComponent, tokensOf } from '../css/tokens.ts'
import type { Declaration } from '../sheet/parse.ts'
import { brief, mendBy, type Diagnosis } from './diagnosis.ts'
import { isKnown, verdictOf } from './verdict.ts'

/** A declaration that begins inside the value of the one before: a semicolon is missing between them. */
interface Swallowed {
  /** Behind what the first value says, in the whole value. */
  readonly end: number
  readonly property: string
}

/** A missing semicolon: the declaration goes on into the next, and both are lost. Null where none is missing. */
export function missingSemicolon(declaration: Declaration): Diagnosis | null {
  const { property, value, valueRange } = declaration
  const swallowed = swallowedIn(value)
  const [first] = swallowed
  if (!first || !isKnown(first.property)) return null
  const written = value.slice(0, first.end).trimEnd()
  if (written === '' || (verdictOf(property, written) !== 'taken' && !value.slice(first.end).startsWith('\n')))
    return null
  const at = valueRange.from + written.length
  const lost = [property, ...swallowed.map((each) => each.property)]
  return {
    rule: 'css-syntax',
    severity: 'error',
    from: declaration.from,
    to: at,
    message: `A semicolon is missing behind “${brief(`${property}: ${written}`)}”. Browsers read on and drop ${lost.slice(0, -1).join(', ')} and ${lost.at(-1)!}.`,
    mend: {
      label: 'Write the semicolon',
      splices: swallowed.map(({ end }) => {
        const place = valueRange.from + value.slice(0, end).trimEnd().length
        return mendBy('', place, place, ';').splices[0]!
      }),
    },
  }
}

/** Every `name:` on the top level of a value, with what stands before it. */
function swallowedIn(value: string): Swallowed[] {
  if (!value.includes(':')) return []
  const tokens = tokensOf(value)
  const found: Swallowed[] = []
  let name: { readonly from: number; readonly text: string } | null = null
  let end = 0
  for (let at = 0; at < tokens.length;) {
    const { type, from, to } = tokens[at]!
    if (type === Token.Colon && name) {
      found.push({ end: name.from, property: name.text })
      name = null
    } else if (!isTrivia(type)) {
      name = type === Token.Ident && end > 0 ? { from, text: value.slice(from, to).toLowerCase() } : null
      end = to
    }
    at = skipComponent(tokens, at)
  }
  return found
}
