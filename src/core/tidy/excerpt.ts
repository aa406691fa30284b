import { isInLine, lineEndAt, lineStartOf } from '../text/place.ts'
import { applySplices, type Splice } from '../text/splice.ts'

/** The lines that a change touches, as they are and as they would be. */
export interface Excerpt {
  readonly before: string
  readonly after: string
}

/** A line may be all of a sheet: no more of it is shown than this many characters before and behind a change. */
const REACH = 300

/** The lines of a text that splices touch, before and after; of a long line what stands near, with `…` where it goes on. */
export function excerptOf(text: string, splices: readonly Splice[]): Excerpt {
  const pieces: { from: number; to: number; splices: Splice[] }[] = []
  for (const splice of splices.toSorted((a, b) => a.from - b.from)) {
    const from = lineStartOf(text, splice.from, splice.from - REACH)
    const to = lineEndAt(text, splice.to, splice.to + REACH)
    const last = pieces.at(-1)
    if (last && from <= last.to) {
      last.to = Math.max(last.to, to)
      last.splices.push(splice)
    } else pieces.push({ from, to, splices: [splice] })
  }
  const parts = pieces.map(({ from, to, splices: own }) => {
    const before = text.slice(from, to)
    const shifted = own.map((splice) => ({ ...splice, from: splice.from - from, to: splice.to - from }))
    const shown = (part: string) => (isInLine(text, from) ? '… ' : '') + part + (isInLine(text, to) ? ' …' : '')
    return { before: shown(before), after: shown(applySplices(before, shifted)) }
  })
  return { before: joined(parts.map(({ before }) => before)), after: joined(parts.map(({ after }) => after)) }
}

const joined = (parts: readonly string[]) => parts.map((part) => part.trimEnd()).join('\n')
