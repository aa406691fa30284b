import { describe, expect, it } from 'vitest'
import { sharesOf } from '../../src/core/boxes/shares.ts'
import { moveShare, writeShares } from '../../src/core/boxes/write-shares.ts'
import { measureStack } from '../../src/core/boxes/stacks.ts'
import { usedHeights } from '../../src/core/boxes/used-heights.ts'
import { usedWidths } from '../../src/core/boxes/used-widths.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { siteOf } from './model.ts'

const siteWith = (css: string, body: string) =>
  siteOf({
    'index.html': `<!doctype html><link rel="stylesheet" href="css/site.css"><body>${body}`,
    'css/site.css': `body { margin: 0 }\n${css}`,
  })

function heightOf(css: string, body: string, id = 'x') {
  const site = siteWith(css, body)
  const styles = site.stylesOf('index.html', { width: 1000, height: 800 })
  const heights = usedHeights(styles, usedWidths(styles))
  const high = heights[styles.page.elements.find((element) => element.id === id)!.index]!
  return high.known ? high.height : high.why
}

/** Sections are of the standards, from memory; what they say is held against a real browser in e2e/boxes.spec.ts and e2e/plan.spec.ts. */
describe('used heights', () => {
  const two = '<div id="x"><div id="a"></div><div id="b"></div></div>'

  it('adjoining margins become one: the largest, less the most negative (CSS 2.2, 8.3.1)', () => {
    const css = (a: number, b: number) =>
      `#x { overflow: hidden } #a { height: 10px; margin-bottom: ${a}px } #b { height: 10px; margin-top: ${b}px }`
    expect(heightOf(css(20, 30), two)).toBe(50)
    expect(heightOf(css(20, -30), two)).toBe(10)
    expect(heightOf(css(-2, -3), two)).toBe(17)
  })

  it('a first child’s margin sticks out of its parent, unless a padding or border stands between (CSS 2.2, 8.3.1)', () => {
    const child = '#a { height: 10px; margin-top: 20px }'
    expect(heightOf(child, two)).toBe(10)
    expect(heightOf(`#x { padding-top: 1px } ${child}`, two)).toBe(31)
  })

  it('percentages are taken from a height that is told, else they are nothing (CSS 2.2, 10.5)', () => {
    expect(heightOf('#x { height: 200px } #a { height: 25% }', two, 'a')).toBe(50)
    expect(heightOf('#a { height: 25% }', two, 'a')).toBe(0)
  })

  it('the minimum wins over the maximum (CSS 2.2, 10.7)', () => {
    expect(heightOf('#x { height: 500px; max-height: 100px; min-height: 200px }', two)).toBe(200)
  })

  it('a float does not make its parent higher, unless that keeps floats in (CSS 2.2, 10.6.3 and 10.6.7)', () => {
    const floats = '#a, #b { float: left; width: 100px; height: 60px }'
    expect(heightOf(floats, two)).toBe(0)
    expect(heightOf(`#x { overflow: hidden } ${floats}`, two)).toBe(60)
  })

  it('a column shares out what is left (CSS Flexbox 1, 9.7)', () => {
    const css =
      '#x { display: flex; flex-direction: column; min-height: 100vh } #a { height: 15vh } #b { flex: 1; padding: 10px }'
    expect(heightOf(css, two, 'b')).toBe(680)
  })

  it('text is not guessed', () => {
    expect(heightOf('', '<div id="x"><p>words</p></div>')).toBe(
      'a height in it is not known: it is as high as the text in it',
    )
  })
})

describe('stacks and shares', () => {
  const page = '<div id="head"></div><div id="main"></div><div id="foot"></div>'
  const css = '#head { height: 15vh }\n#main { height: 70vh }\n#foot { height: 15vh }'

  it('15vh and 70vh and 15vh are the window; paddings are too many', () => {
    const says = (more: string) => {
      const line = measureStack(siteWith(css + more, page), '#main', null, 1000)
      return 'says' in line ? line.says : line.why
    }
    expect(says('')).toBe('120, 560 and 120 make 800 of 800 px: nothing is left.')
    expect(says('#main { padding: 20px }')).toBe(
      '120, 560 + 2 × 20 and 120 make 840 of 800 px: 40 px too many, so the window scrolls.',
    )
    expect(says('body { margin: 8px }')).toContain('16 px around body make 816 of 800 px')
  })

  it('a moved border takes from its neighbour, and all stay the whole', () => {
    expect(moveShare([15, 70, 15], 0, 5)).toEqual([20, 65, 15])
    expect(moveShare([15, 70, 15], 1, 40)).toEqual([15, 85, 0])
    expect(moveShare([15, 70, 15], 0, -40)).toEqual([0, 85, 15])
  })

  it('shares that cannot be written in tenths sum to the whole all the same', () => {
    const site = siteWith('body { display: flex } #head, #main, #foot { flex: 1 }', page)
    const shares = sharesOf(site, '#main', null, 1000).row!.members.map(({ share }) => share)
    expect(shares).toEqual([33.4, 33.3, 33.3])
  })

  it.each([
    ['heights of the window', css, '#main', 'stack', 'height: 65vh'],
    ['floats', '#head, #main, #foot { float: left; width: 20% }', '#main', 'row', 'width: 65%'],
    ['a flex row', 'body { display: flex } #head, #main, #foot { flex: 1 }', '#main', 'row', 'flex: 65 1 0'],
  ] as const)('are written in the unit that suits: %s', (_, sheet, selector, which, written) => {
    const site = siteWith(sheet, page)
    const shares = sharesOf(site, selector, null, 1000)[which]!
    const before = site.sheet('css/site.css')!
    const after = applySplices(before.text, writeShares(before, shares, [20, 65, 15]))
    expect(after).toContain(written)
    const next = siteWith('', page).withText('css/site.css', after)
    expect(sharesOf(next, selector, null, 1000)[which]!.members.map(({ share }) => share)).toEqual([20, 65, 15])
  })
})
