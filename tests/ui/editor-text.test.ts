import type { ViewUpdate } from '@codemirror/view'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applySplices } from '../../src/core/text/splice.ts'
import { docText, firstState, toEditor, typedSplices } from '../../src/ui/sheet/editor-text.ts'
import { runs } from '../runs.ts'

const text = fc
  .array(fc.constantFrom('a', 'b {', '}', 'é', '\n', '\r\n', '\r', '\f', '🌊'), { maxLength: 12 })
  .map((parts) => parts.join(''))
const change = fc.record({ at: fc.nat(), gone: fc.nat(5), put: text })

describe('the text of an editor', () => {
  it('is that of the file, whatever line ends it has', () => {
    fc.assert(
      fc.property(text, (file) => {
        expect(docText(firstState(file, []))).toBe(file)
      }),
      { numRuns: runs(1000) },
    )
  })

  it('follows what is typed: the same splices lead to it from the text before', () => {
    fc.assert(
      fc.property(text, fc.array(change, { maxLength: 4 }), (file, changes) => {
        let state = firstState(file, [])
        let known = file
        for (const { at, gone, put } of changes) {
          const from = at % (state.doc.length + 1)
          const to = Math.min(state.doc.length, from + gone)
          const typed = state.update({ changes: { from, to, insert: state.toText(put) } })
          known = applySplices(known, typedSplices(typed as unknown as ViewUpdate, known))
          state = typed.state
          expect(state.sliceDoc()).toBe(known)
          expect(docText(state)).toBe(known)
        }
      }),
      { numRuns: runs(1000) },
    )
  })

  it('is changed to what another text says, also between a carriage return and its line feed', () => {
    const state = firstState('a\r\nb\r\n', [])
    const changed = state.update({ changes: toEditor(state, { from: 3, to: 4, insert: 'cc' }) }).state
    expect(docText(changed)).toBe('a\r\ncc\r\n')
  })

  it('is compared where it shows something else than what is known', () => {
    const state = firstState('abc', [])
    const typed = state.update({ changes: { from: 3, insert: 'd' } }) as unknown as ViewUpdate
    expect(applySplices('axc', typedSplices(typed, 'axc'))).toBe('abcd')
  })
})
