import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lineEndOf, placeOf } from '../../src/core/text/place.ts'
import { joinChanges, NO_CHANGE } from '../../src/core/site/change.ts'
import { fileDoc } from '../../src/core/site/step.ts'
import { apart, touches } from '../../src/core/text/apart.ts'
import {
  applySplices,
  diffTexts,
  invertSplices,
  orderSplices,
  SpliceError,
  type Splice,
} from '../../src/core/text/splice.ts'
import { runs } from '../runs.ts'

/** Any text with splices that fit it and do not overlap. */
export const textWithSplices = fc
  .tuple(
    fc.string({ unit: 'binary', maxLength: 60 }),
    fc.array(fc.tuple(fc.nat(60), fc.nat(60), fc.string({ maxLength: 8 })), { maxLength: 5 }),
  )
  .map(([text, raw]) => {
    const points = raw.flatMap(([a, b]) => [Math.min(a, text.length), Math.min(b, text.length)]).sort((a, b) => a - b)
    const splices: Splice[] = raw.map(([, , insert], at) => ({
      from: points[at * 2]!,
      to: points[at * 2 + 1]!,
      insert,
    }))
    return { text, splices }
  })

describe('splices apart', () => {
  const splices = fc.array(
    fc
      .tuple(fc.nat(40), fc.nat(3), fc.constantFrom('', 'a', 'b'))
      .map(([from, length, insert]) => ({ from, to: from + length, insert })),
    { maxLength: 30 },
  )
  /** As it is said: each is held against all that were taken. */
  const oneByOne = (some: readonly Splice[], meets: (one: Splice, other: Splice) => boolean) => {
    const taken: Splice[] = []
    for (const splice of some) if (!taken.some((one) => meets(one, splice))) taken.push(splice)
    return taken
  }
  it('the first of those that touch one place stays', () => {
    fc.assert(
      fc.property(splices, (some) => {
        const edits = some.map((splice) => ({ splices: [splice] }))
        expect(apart(edits).flatMap((edit) => edit.splices)).toEqual(oneByOne(some, touches))
      }),
      { numRuns: runs(500) },
    )
  })
  it('changes are joined without those that overlap', () => {
    const overlaps = (one: Splice, other: Splice) =>
      one.from === other.from && one.to === other.to
        ? one.from !== one.to || one.insert === other.insert
        : one.from < other.to && other.from < one.to
    fc.assert(
      fc.property(splices, (some) => {
        const changes = some.map((splice) => ({ ...NO_CHANGE, texts: [{ doc: fileDoc('a'), splices: [splice] }] }))
        const joined = joinChanges(changes).texts.flatMap((text) => text.splices)
        expect(joined).toEqual(oneByOne(some, overlaps))
        expect(() => orderSplices(joined, 50)).not.toThrow()
      }),
      { numRuns: runs(500) },
    )
  })
})

describe('splices', () => {
  it('an edit followed by its inverse gives the same text, for any text and any edit', () => {
    fc.assert(
      fc.property(textWithSplices, ({ text, splices }) => {
        const after = applySplices(text, splices)
        expect(applySplices(after, invertSplices(text, splices))).toBe(text)
      }),
      { numRuns: runs(500) },
    )
  })

  it('the difference of two texts leads from one to the other, as a single splice', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.string({ unit: 'binary' }), (before, after) => {
        const splices = diffTexts(before, after)
        expect(splices.length).toBe(before === after ? 0 : 1)
        expect(applySplices(before, splices)).toBe(after)
      }),
    )
  })

  it('applies all splices to the text as given, in any order', () => {
    expect(
      applySplices('one two', [
        { from: 4, to: 7, insert: '2' },
        { from: 0, to: 3, insert: '1' },
      ]),
    ).toBe('1 2')
  })

  it('refuses what overlaps or lies outside', () => {
    expect(() =>
      applySplices('abc', [
        { from: 0, to: 2, insert: '' },
        { from: 1, to: 3, insert: '' },
      ]),
    ).toThrow(SpliceError)
    expect(() => applySplices('abc', [{ from: 2, to: 4, insert: '' }])).toThrow(SpliceError)
  })
})

describe('places', () => {
  it('counts lines and columns from 1, with every line end of CSS Syntax 3 section 3.3', () => {
    const text = 'a\r\nb\nc\rd\fe'
    expect(placeOf(text, 0)).toEqual({ line: 1, column: 1 })
    expect(['b', 'c', 'd', 'e'].map((char) => placeOf(text, text.indexOf(char)))).toEqual(
      [2, 3, 4, 5].map((line) => ({ line, column: 1 })),
    )
  })

  it('knows the line end a text uses', () => {
    expect([lineEndOf('a\r\nb'), lineEndOf('a\nb'), lineEndOf('a\rb'), lineEndOf('ab')]).toEqual([
      '\r\n',
      '\n',
      '\r',
      '\n',
    ])
  })
})
