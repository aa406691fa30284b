import { lineStartOf } from '../text/place.ts'
import { applySplices, type Splice } from '../text/splice.ts'

/** The lines that a change touches, as they are and as they would be. */
export interface Excerpt {
  readonly before: string
  readonly after: string
}

/** The lines of a text that splices touch, before and after. */
export function excerptOf(text: string, splices: readonly Splice[]): Excerpt {
  const pieces: { from: number; to: number; splices: Splice[] }[] = []
  for (const splice of splices.toSorted((a, b) => a.from - b.from)) {
    const from = lineStartOf(text, splice.from)
    const to = endOfLine(text, splice.to)
    const last = pieces.at(-1)
    if (last && from <= last.to) {
      last.to = Math.max(last.to, to)
      last.splices.push(splice)
    } else pieces.push({ from, to, splices: [splice] })
  }
  const parts = pieces.map(({ from, to, splices: own }) => {
    const before = text.slice(from, to)
    const shifted = own.map((splice) => ({ ...splice, from: splice.from - from, to: splice.to - from }))
    return { before, after: applySplices(before, shifted) }
  })
  return { before: joined(parts.map(({ before }) => before)), after: joined(parts.map(({ after }) => after)) }
}

const joined = (parts: readonly string[]) => parts.map((part) => part.replace(/\s+$/, '')).join('\n')

function endOfLine(text: string, offset: number): number {
  const end = text.slice(offset).search(/[\r\n]/)
  return end < 0 ? text.length : offset + end
}
