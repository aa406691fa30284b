import { splitAtSpaces } from '../../css/tokens.ts'
import { accepts } from '../grammar.ts'

/** Takes a shorthand's value apart for the longhands it names; those left out are initial. Null when it is not valid. */
export type Expander = (value: string, names: readonly string[]) => Readonly<Record<string, string>> | null

/** Pieces of a value at the top level: words, and `/` and `,` by themselves. */
export function piecesOf(value: string): string[] {
  return splitAtSpaces(value).flatMap((part) => (/^(?:"|')/.test(part) ? [part] : splitSlashes(part)))
}

function splitSlashes(part: string): string[] {
  const found: string[] = []
  let depth = 0
  let from = 0
  let quoted = ''
  for (let at = 0; at < part.length; at++) {
    const char = part[at]!
    if (quoted) {
      if (char === quoted) quoted = ''
    } else if (char === '"' || char === "'") quoted = char
    else if (char === '(' || char === '[') depth++
    else if (char === ')' || char === ']') depth--
    else if (depth === 0 && (char === '/' || char === ',')) {
      if (at > from) found.push(part.slice(from, at))
      found.push(char)
      from = at + 1
    }
  }
  if (from < part.length) found.push(part.slice(from))
  return found
}

/** Splits at a top-level `/`. */
export function splitTop(value: string, mark: string): string[] {
  const parts: string[][] = [[]]
  for (const piece of piecesOf(value)) {
    if (piece === mark) parts.push([])
    else parts.at(-1)!.push(piece)
  }
  return parts.map((part) => part.join(' '))
}

/**
 * Components in any order: each goes to the first longhand, not yet set, whose grammar takes it. This reads every `||`
 * grammar of single components from the grammars of its longhands.
 */
export function inAnyOrder(pieces: readonly string[], names: readonly string[]): Record<string, string> | null {
  const set: Record<string, string> = {}
  for (const piece of pieces) {
    const name = names.find((each) => !(each in set) && accepts(each, piece))
    if (name === undefined) return null
    set[name] = piece
  }
  return pieces.length > 0 ? set : null
}
