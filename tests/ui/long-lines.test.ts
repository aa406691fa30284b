import { htmlLanguage } from '@codemirror/lang-html'
import { ensureSyntaxTree } from '@codemirror/language'
import { showPanel } from '@codemirror/view'
import type { Tree } from '@lezer/common'
import { highlightTree } from '@lezer/highlight'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { highlight } from '../../src/ui/sheet/editor-look.ts'
import { docText, firstState } from '../../src/ui/sheet/editor-text.ts'
import { htmlText } from '../../src/ui/sheet/languages.ts'
import { hasTooManyWords } from '../../src/ui/sheet/long-lines.ts'
import { pageLook } from '../../src/ui/sheet/text-look.ts'
import { runs } from '../runs.ts'

const piece = fc
  .array(
    fc.oneof(
      fc.constant('\n'),
      fc.constant('"'),
      fc.integer({ min: 1, max: 4500 }).map((length) => 'x'.repeat(length)),
    ),
    {
      maxLength: 4,
    },
  )
  .map((parts) => parts.join(''))
const change = fc.record({ at: fc.nat(), gone: fc.nat(9000), put: piece })

describe('a text with long lines', () => {
  it('has colours where what is long is one thing in quotes, and none where words are many', () => {
    const picture = 'iVBORw0+KGgo/AAA'.repeat(3000)
    expect(hasTooManyWords(`@font-face { src: url(data:font/woff2;base64,${picture}) }`)).toBe(false)
    expect(hasTooManyWords(`<img alt="A ferry" src='data:image/png;base64,${picture}'>`)).toBe(false)
    expect(hasTooManyWords('p { color: red }'.repeat(20))).toBe(false)
    expect(hasTooManyWords('p { color: red }'.repeat(300))).toBe(true)
    expect(hasTooManyWords('<p style="color: red">x'.repeat(400))).toBe(true)
    expect(hasTooManyWords(`p { content: "${'x'.repeat(5000)}`)).toBe(true)
  })

  it('stands without colours exactly while a line of it has too many words, and says so', () => {
    const property = fc.property(piece, fc.array(change, { maxLength: 5 }), (text, changes) => {
      let state = firstState(text, [pageLook(text)])
      const agrees = () => {
        const isPlain = docText(state).split('\n').some(hasTooManyWords)
        expect(state.facet(showPanel).length).toBe(isPlain ? 1 : 0)
      }
      agrees()
      for (const { at, gone, put } of changes) {
        const from = at % (state.doc.length + 1)
        const to = Math.min(state.doc.length, from + gone)
        state = state.update({ changes: { from, to, insert: state.toText(put) } }).state
        agrees()
      }
    })
    fc.assert(property, { numRuns: runs(200) })
  })
})

/** Each stretch that has a look, and the look. */
function looks(tree: Tree): string[] {
  const found: string[] = []
  highlightTree(tree, highlight, (from, to, classes) => found.push(`${from}-${to} ${classes}`))
  return found
}

describe('a long page', () => {
  it('read in stretches has the colours it has when read at once by the parser itself', () => {
    const parts = [
      '<p style="color: red">A ferry <b title="x">leaves</b>.</p>\n',
      '<style>p { margin: 0 auto }</style>\n',
      '<!-- a\ncomment -->\n',
      '<ul><li onclick="go(1)">one</li></ul>\n',
    ]
    const page = fc.array(fc.nat(3), { minLength: 1500, maxLength: 2500 })
    const property = fc.property(page, (order) => {
      const text = `<!doctype html>\n<body>\n${order.map((at) => parts[at]).join('')}</body>\n`
      const state = firstState(text, [htmlText()])
      expect(looks(ensureSyntaxTree(state, text.length, 1e6)!)).toEqual(looks(htmlLanguage.parser.parse(text)))
    })
    fc.assert(property, { numRuns: runs(4) })
  })
})
