import { ChangeSet, Text } from '@codemirror/state'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { carrySplices } from '../../src/core/text/carry.ts'
import { composeSplices } from '../../src/core/text/compose.ts'
import { mergeTexts, mergedText } from '../../src/core/text/merge.ts'
import { applySplices, type Splice } from '../../src/core/text/splice.ts'
import { runs } from '../runs.ts'

const words = fc.stringMatching(/^[a-c\n]{0,4}$/)
/** Splices of a text of some length, in order and apart. */
const splicesFor = (length: number): fc.Arbitrary<Splice[]> =>
  fc.array(fc.tuple(fc.nat(length), fc.nat(3), words), { maxLength: 5 }).map((drawn) => {
    let end = 0
    return drawn
      .sort((a, b) => a[0] - b[0])
      .flatMap(([at, deleted, insert]) => {
        const from = Math.max(at, end, 0)
        const to = Math.min(length, from + deleted)
        // One change a place, as edits are.
        if (from > length || (from === to && insert === '') || from === end) return []
        end = to
        return [{ from, to, insert }]
      })
  })
const pairs = fc
  .stringMatching(/^[x-z\n]{0,30}$/)
  .chain((text) => fc.tuple(fc.constant(text), splicesFor(text.length), splicesFor(text.length)))
const changes = (splices: readonly Splice[], length: number) => ChangeSet.of([...splices], length, '\n')

describe('changes of one text by two people', () => {
  // 10,000 pairs; CodeMirror's ChangeSet.map is the reference where neither side did what the other did.
  it('lead to the same text in both orders, as CodeMirror maps them, with every inserted letter in it', () => {
    let carriedPairs = 0
    fc.assert(
      fc.property(pairs, ([text, mine, theirs]) => {
        const carried = carrySplices(mine, theirs, true)
        const back = carrySplices(theirs, mine, false)
        expect('clash' in carried).toBe('clash' in back)
        if ('clash' in carried || 'clash' in back) return
        carriedPairs++
        const result = applySplices(applySplices(text, theirs), carried.splices)
        expect(applySplices(applySplices(text, mine), back.splices)).toBe(result)
        if (carried.splices.length < mine.length) return
        const reference = changes(theirs, text.length).compose(
          changes(mine, text.length).map(changes(theirs, text.length), true),
        )
        expect(result).toBe(reference.apply(Text.of(text.split('\n'))).toString())
        const letters = (of: string) => of.replace(/[^a-c]/g, '').length
        const inserted = [...mine, ...theirs].map(({ insert }) => letters(insert)).reduce((sum, each) => sum + each, 0)
        expect(letters(result)).toBe(inserted)
      }),
      { numRuns: runs(10_000) },
    )
    expect(carriedPairs).toBeGreaterThan(3000)
  })

  it('are one change where both did the same, and ask where both changed the same place', () => {
    const at = (insert: string) => ({ from: 9, to: 9, insert })
    const red = { from: 2, to: 5, insert: 'red' }
    expect(carrySplices([red], [red], true)).toEqual({ splices: [] })
    const blue = { ...red, insert: 'blue' }
    expect(carrySplices([red], [blue], true)).toEqual({ clash: { mine: red, theirs: blue } })
    // What one side does at one point is one thing.
    const [first, second] = [at('\n'), at('b')]
    expect(carrySplices([first, second], [first, second], true)).toEqual({ splices: [] })
    // A word each at one point would run together; a rule each does not.
    expect(carrySplices([at('a')], [at('b')], false)).toHaveProperty('clash')
    expect(carrySplices([at('\na {}')], [at('\nb {}')], false)).toEqual({
      splices: [{ from: 14, to: 14, insert: '\na {}' }],
    })
  })

  it('that follow each other are one, as CodeMirror composes them', () => {
    fc.assert(
      fc.property(
        fc
          .stringMatching(/^[x-z\n]{0,30}$/)
          .chain((text) => fc.tuple(fc.constant(text), splicesFor(text.length)))
          .chain(([text, first]) =>
            fc.tuple(fc.constant(text), fc.constant(first), splicesFor(applySplices(text, first).length)),
          ),
        ([text, first, second]) => {
          const composed = composeSplices(first, second)
          expect(applySplices(text, composed)).toBe(applySplices(applySplices(text, first), second))
          // No wider than the reference says anything changed.
          const reference = changes(first, text.length).compose(changes(second, applySplices(text, first).length))
          let touched = 0
          reference.iterChanges((from, to) => (touched += to - from))
          expect(composed.reduce((sum, { from, to }) => sum + to - from, 0)).toBe(touched)
        },
      ),
      { numRuns: runs(3000) },
    )
  })
})

describe('a text that two people changed at the same place', () => {
  it('is merged but for that place, which is shown with both texts', () => {
    const base = 'a { color: red }\nb { top: 0 }\nc { left: 0 }\n'
    const mine = [
      { from: 11, to: 14, insert: 'blue' },
      { from: 26, to: 27, insert: '1px' },
    ]
    const theirs = [
      { from: 11, to: 14, insert: 'green' },
      { from: 40, to: 41, insert: '2px' },
    ]
    const merged = mergeTexts(base, mine, theirs)
    expect(merged.places).toEqual([{ from: 11, to: 14, base: 'red', mine: 'blue', theirs: 'green' }])
    expect(mergedText(merged, () => 'mine')).toBe('a { color: blue }\nb { top: 1px }\nc { left: 2px }\n')
    expect(mergedText(merged, () => 'theirs')).toBe('a { color: green }\nb { top: 1px }\nc { left: 2px }\n')
    expect(mergedText(merged, () => 'both')).toBe('a { color: greenblue }\nb { top: 1px }\nc { left: 2px }\n')
  })

  it('holds what one side alone changed, whichever is chosen, and all of mine or theirs where they clash', () => {
    fc.assert(
      fc.property(pairs, ([text, mine, theirs]) => {
        const merged = mergeTexts(text, mine, theirs)
        const carried = carrySplices(mine, theirs, false)
        expect(merged.places.length > 0).toBe('clash' in carried)
        if ('splices' in carried)
          expect(mergedText(merged, () => 'mine')).toBe(applySplices(applySplices(text, theirs), carried.splices))
        const all = mergedText(merged, () => 'both')
        const letters = (of: string) => of.replace(/[^a-c]/g, '').length
        if (carrySplicesSame(mine, theirs)) return
        const inserted = [...mine, ...theirs].map(({ insert }) => letters(insert)).reduce((sum, each) => sum + each, 0)
        expect(letters(all)).toBe(inserted)
      }),
      { numRuns: runs(5000) },
    )
  })
})

const carrySplicesSame = (mine: readonly Splice[], theirs: readonly Splice[]) =>
  mine.some((a) => theirs.some((b) => a.from === b.from && a.to === b.to && a.insert === b.insert))
