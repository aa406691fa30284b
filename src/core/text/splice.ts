/**
 * The one way text changes in Attire. A splice replaces the characters `from`
 * (inclusive) to `to` (exclusive) by `insert`; offsets are UTF-16 code units of
 * the text before the change.
 */
export interface Splice {
  readonly from: number
  readonly to: number
  readonly insert: string
}

/** A half-open stretch of text, in UTF-16 code units. */
export interface Range {
  readonly from: number
  readonly to: number
}

/** Thrown when splices overlap or lie outside the text they are meant for. */
export class SpliceError extends Error {
  override readonly name = 'SpliceError'
}

/** Splices in text order, checked against a text of `length` units. Throws {@link SpliceError}. */
export function orderSplices(splices: readonly Splice[], length: number): Splice[] {
  const ordered = [...splices].sort((a, b) => a.from - b.from || a.to - b.to)
  let end = 0
  for (const splice of ordered) {
    if (splice.from < end || splice.to < splice.from || splice.to > length) {
      throw new SpliceError(`The change at ${splice.from}–${splice.to} does not fit a text of ${length} characters.`)
    }
    end = splice.to
  }
  return ordered
}

/** The text with all splices applied at once; every offset speaks of the text as given. */
export function applySplices(text: string, splices: readonly Splice[]): string {
  if (splices.length === 0) return text
  let result = ''
  let done = 0
  for (const splice of orderSplices(splices, text.length)) {
    result += text.slice(done, splice.from) + splice.insert
    done = splice.to
  }
  return result + text.slice(done)
}

/** The splices that lead from the changed text back to `text`. */
export function invertSplices(text: string, splices: readonly Splice[]): Splice[] {
  let shift = 0
  return orderSplices(splices, text.length).map((splice) => {
    const from = splice.from + shift
    shift += splice.insert.length - (splice.to - splice.from)
    return { from, to: from + splice.insert.length, insert: text.slice(splice.from, splice.to) }
  })
}

/** Characters compared at once while texts are alike: far faster than one by one, also where nothing is alike. */
const COMPARED_AT_ONCE = 4096

const fromEnd = (text: string, at: number, to: number) => text.slice(text.length - to, text.length - at)

/** How many of at most so many characters are alike from the first on; asked of stretches. */
function alike(most: number, isAlike: (at: number, to: number) => boolean): number {
  let found = 0
  let step = Math.min(COMPARED_AT_ONCE, most)
  while (step > 0) {
    if (found + step <= most && isAlike(found, found + step)) found += step
    else step = Math.floor(step / 2)
  }
  return found
}

/** The smallest single splice that turns `before` into `after`; none when they are equal. */
export function diffTexts(before: string, after: string): Splice[] {
  if (before === after) return []
  const shorter = Math.min(before.length, after.length)
  const start = alike(shorter, (at, to) => before.slice(at, to) === after.slice(at, to))
  const tail = alike(shorter - start, (at, to) => fromEnd(before, at, to) === fromEnd(after, at, to))
  return [{ from: start, to: before.length - tail, insert: after.slice(start, after.length - tail) }]
}

/**
 * A text in the place of another as a whole; none where they are equal. For edits that move rules about: in the pieces that differ, a rule
 * would begin in the midst of a comment or a selector.
 */
export const rewritten = (before: string, after: string): Splice[] =>
  before === after ? [] : [{ from: 0, to: before.length, insert: after }]
