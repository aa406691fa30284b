import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { wornSheet } from '../../src/core/sheet/worn-sheet.ts'
import { applySplices } from '../../src/core/text/splice.ts'

const worn = (css: string) => applySplices(css, wornSheet(css, '/w/'))
/** How deep blocks stand where nothing but blocks is written. */
const depth = (css: string) => {
  let [open, deepest] = [0, 0]
  for (const char of css) {
    if (char === '{') deepest = Math.max(deepest, ++open)
    if (char === '}') open--
  }
  return deepest
}

describe('the copy of a sheet that a browser is given', () => {
  it('has no block that stands too deep, and all that stands around it', () => {
    const deep = `a { color: red } ${'b{'.repeat(3000)}top: 0${'}'.repeat(3000)} c { url(/x.png) }`
    const copy = worn(deep)
    expect(depth(copy)).toBe(500)
    expect(copy.startsWith('a { color: red } b{')).toBe(true)
    expect(copy.endsWith('} c { url(/w/x.png) }')).toBe(true)
    expect(depth(worn('@media all{'.repeat(3000)))).toBe(500)
  })
  it('is itself where nothing is too deep, however many blocks there are and whatever strings and comments say', () => {
    const wide = 'a{b{}}'.repeat(2000) + `/* ${'{'.repeat(1000)} */ p { content: "${'{'.repeat(1000)}" }`
    expect(worn(wide)).toBe(wide)
    // Braces in comments and strings close nothing.
    expect(depth(worn(`a{/*}*/`.repeat(600)).replaceAll('/*}*/', ''))).toBe(500)
  })
  it('is never longer, and emptying it again changes nothing', () => {
    const piece = fc.constantFrom('a{', '}', '@media all{', ';', '"', '/*', '*/', '(', ')', 'top:0')
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 30 }), fc.integer({ min: 1, max: 200 }), (pieces, times) => {
        const css = pieces.join('').repeat(times)
        const copy = worn(css)
        expect(copy.length).toBeLessThanOrEqual(css.length)
        expect(worn(copy)).toBe(copy)
      }),
    )
  })
})
