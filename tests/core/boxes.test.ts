import fc from 'fast-check'
import { create } from 'fontkit'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { fitRange, rowKey } from '../../src/core/boxes/fit-range.ts'
import { flexLines, flexSizes, type FlexItem } from '../../src/core/boxes/flex-line.ts'
import { trackSizes, tracksOf } from '../../src/core/boxes/grid-tracks.ts'
import { WIDEST_LETTER } from '../../src/core/boxes/min-content.ts'
import { rangeWords, rowSentence } from '../../src/core/boxes/row-words.ts'
import { readShadows, writeShadows } from '../../src/core/boxes/shadow.ts'
import { usedWidths } from '../../src/core/boxes/used-widths.ts'
import { stretchesOf, WidthsOfPage } from '../../src/core/boxes/widths-of-page.ts'
import { mediaMatches } from '../../src/core/values/media.ts'
import { usedLength } from '../../src/core/values/used-length.ts'
import { entriesFor, placeOfEntry } from '../../src/core/cascade/entries.ts'
import { idOf } from '../../src/core/properties/longhands.ts'
import { runs } from '../runs.ts'
import { siteOf } from './model.ts'

/** A page with a sheet; its elements' used boxes by id. */
function laidOut(css: string, body: string, width = 1000) {
  const site = siteOf({
    'index.html': `<!doctype html><link rel="stylesheet" href="css/site.css"><body style="margin: 0">${body}`,
    'css/site.css': css,
  })
  const styles = site.stylesOf('index.html', { width, height: 800 })
  const boxes = usedWidths(styles)
  const box = (id: string) => boxes[styles.page.elements.find((element) => element.id === id)!.index]
  return { site, box, page: styles.page, rows: new WidthsOfPage(site, 'index.html').at(width).rows }
}
const known = (css: string, width?: number) => {
  const box = laidOut(css, '<div id="a"><p id="x">words</p></div>', width).box('x')
  if (!box?.known) throw new Error(box?.why)
  return box
}

/** Sections are of the standards, from memory; what they say is held against a real browser in e2e/boxes.spec.ts. */
describe('used widths', () => {
  it('margins, borders, paddings and content make the width of the containing block (CSS 2.2, 10.3.3)', () => {
    const box = known('#x { margin: 0 10px 0 20px; border: 3px solid; padding: 0 5% }')
    expect(box).toMatchObject({ margin: [20, 10], border: [3, 3], padding: [50, 50], content: 864, width: 970 })
  })

  it('two automatic margins are equal, and one too many gives way at the end (CSS 2.2, 10.3.3)', () => {
    expect(known('#x { width: 600px; margin: 0 auto }').margin).toEqual([200, 200])
    expect(known('#x { width: 600px; margin: 0 50px 0 auto }').margin).toEqual([350, 50])
    expect(known('#x { width: 600px; margin: 0 50px }').margin).toEqual([50, 350])
    expect(known('#a { direction: rtl } #x { width: 600px; margin: 0 50px }').margin).toEqual([350, 50])
    expect(known('#x { width: 1200px; margin: 0 auto }').margin).toEqual([0, -200])
  })

  it('the maximum limits, and the minimum wins over it (CSS 2.2, 10.4)', () => {
    expect(known('#x { max-width: 300px }').content).toBe(300)
    expect(known('#x { max-width: 300px; min-width: 400px }').content).toBe(400)
    expect(known('#x { box-sizing: border-box; width: 50%; padding: 0 30px }')).toMatchObject({
      width: 500,
      content: 440,
    })
  })

  it('between two sides a positioned box fills what is left (CSS 2.2, 10.3.7)', () => {
    const css =
      '#a { position: relative; width: 400px; padding: 0 10px } #x { position: absolute; left: 30px; right: 10% }'
    expect(known(css).width).toBe(420 - 30 - 42)
  })

  it.each([
    ['float: left', 'it floats and has no width, so it is as wide as its content'],
    ['display: inline-block', 'it stands in the line without a width, so it is as wide as its content'],
    ['width: max-content', 'its width, minimum or maximum is asked of its content'],
    ['display: table', 'it is a table whose columns follow their content'],
  ])('are not guessed: %s', (css, why) => {
    const { box } = laidOut(`#x { ${css} }`, '<div id="x"><p id="y">words</p></div>')
    expect(box('x')).toEqual({ known: false, why })
    expect(box('y')).toEqual({ known: false, why: `the width around it is not known: ${why}` })
  })
})

const item = (base: number, grow: number, shrink: number, more: Partial<FlexItem> = {}): FlexItem => ({
  base,
  min: 0,
  max: Infinity,
  grow,
  shrink,
  around: 0,
  ...more,
})

describe('flexible lengths (CSS Flexbox 1, section 9.7), worked by hand', () => {
  it('share what is left by their factors, and keep a part of it when these sum to less than 1', () => {
    expect(flexSizes([item(100, 1, 1), item(100, 3, 1)], 600)).toEqual([200, 400])
    expect(flexSizes([item(100, 0.25, 1), item(100, 0.25, 1)], 600)).toEqual([200, 200])
  })

  it('shrink by factor times base size', () => {
    expect(flexSizes([item(300, 0, 1), item(100, 0, 1)], 200)).toEqual([150, 50])
    expect(flexSizes([item(300, 0, 0), item(100, 0, 1)], 200)).toEqual([300, 0])
  })

  it('freeze what breaks its limit, and share the rest anew', () => {
    expect(flexSizes([item(0, 1, 1, { max: 100 }), item(0, 1, 1), item(0, 2, 1)], 1000)).toEqual([100, 300, 600])
    expect(flexSizes([item(0, 1, 1, { min: 700 }), item(0, 1, 1)], 1000)).toEqual([700, 300])
  })

  it('go to the next line where they do not fit (section 9.3)', () => {
    expect(flexLines([item(300, 1, 1), item(300, 1, 1), item(300, 1, 1)], 650, 20, true)).toEqual([[0, 1], [2]])
    expect(flexLines([item(300, 1, 1), item(300, 1, 1), item(300, 1, 1)], 650, 20, false)).toEqual([[0, 1, 2]])
  })
})

describe('grid tracks (CSS Grid 2, sections 7.2.3.2, 12.6 and 12.7), worked by hand', () => {
  const sizes = (template: string, room: number, gap = 0) => trackSizes(tracksOf(template, room, gap)!, room, gap)
  it.each([
    ['1fr 2fr', 900, 0, [300, 600]],
    ['200px 1fr', 1000, 20, [200, 780]],
    ['repeat(auto-fill, 100px)', 450, 10, [100, 100, 100, 100]],
    ['repeat(auto-fill, minmax(150px, 1fr))', 800, 10, [152, 152, 152, 152, 152]],
    ['minmax(500px, 1fr) 1fr', 800, 0, [500, 300]],
    ['minmax(100px, 300px) minmax(100px, 200px)', 450, 0, [250, 200]],
    ['25% 0.5fr', 800, 0, [200, 300]],
  ])('%s in %i px, %i px apart', (template, room, gap, expected) =>
    expect(sizes(template, room, gap)).toEqual(expected),
  )

  it('are not known where their content makes them', () => {
    for (const template of ['auto 1fr', 'min-content', 'fit-content(200px)', 'minmax(min-content, 1fr)', 'subgrid'])
      expect(tracksOf(template, 800, 0)).toBeNull()
  })
})

const OLD = `#wrapper { width: 925px; margin: 0 auto }
#side { float: left; width: 200px; padding: 15px }
#main { float: left; width: 750px; padding: 20px }`
const OLD_BODY = '<div id="wrapper"><div id="side">s</div><div id="main">m</div></div>'

describe('rows', () => {
  it('say their sum, their room, and who drops', () => {
    const { rows, page } = laidOut(OLD, OLD_BODY)
    expect(rows).toHaveLength(1)
    expect(rowSentence(page, rows[0]!)).toBe(
      '200 + 2 × 15 and 750 + 2 × 20 make 1,020 of 925 px: 95 px too many, so div#main drops under div#side.',
    )
  })

  it('hold from a width on, which is solved for and right to the px', () => {
    const css = `${OLD.replace('925px', '80%')} @media (max-width: 600px) { #side, #main { float: none } }`
    const { site, rows } = laidOut(css, OLD_BODY)
    const range = fitRange(new WidthsOfPage(site, 'index.html'), rowKey(rows[0]!))
    // 1,020 px are 80 % of 1,275.
    expect(range).toEqual([
      { from: 280, to: 600, state: 'none' },
      { from: 601, to: 1274, state: 'breaks' },
      { from: 1275, to: 2560, state: 'holds' },
    ])
    expect(rangeWords(range)).toBe('holds from 1,275 px up')
  })

  it('are looked at between the widths where media queries turn', () => {
    expect(stretchesOf(['(max-width: 600px)', 'print', '(400px <= width < 50em)'], 800)).toEqual([
      { from: 280, to: 399 },
      { from: 400, to: 600 },
      { from: 601, to: 799 },
      { from: 800, to: 2560 },
    ])
  })

  it('whatever the queries are, each answers alike within a stretch and one of them otherwise in the next', () => {
    const px = fc.integer({ min: 200, max: 2700 })
    const query = fc.oneof(
      px.map((at) => `(min-width: ${at}px)`),
      px.map((at) => `(width < ${at / 16}em)`),
      fc.tuple(px, px).map(([a, b]) => `(${a}px <= width < ${b}px), (orientation: portrait)`),
    )
    fc.assert(
      fc.property(fc.array(query, { maxLength: 6 }), (queries) => {
        const answers = (width: number) => queries.map((each) => mediaMatches(each, { width, height: 800 })).join()
        const turns = Array.from({ length: 2280 }, (_, at) => 281 + at).filter((at) => answers(at) !== answers(at - 1))
        expect(stretchesOf(queries, 800).map(({ from }) => from)).toEqual([280, ...turns])
      }),
      { numRuns: runs(20) },
    )
  })
})

it('lengths and calculations are taken from a base, or not told', () => {
  expect(usedLength('calc(50% - 10px)', 400)).toBe(190)
  expect(usedLength('clamp(10%, 38px, 20px)', 1000)).toBe(100)
  expect(usedLength('max(120px, 20%)', null)).toBeNull()
  expect(usedLength('12px', null)).toBe(12)
  expect(usedLength('auto', 400)).toBeNull()
})

it('no letter of the fonts that ship is wider than what minimum widths count with', () => {
  const root = 'node_modules/@fontsource-variable'
  const files = readdirSync(root).map((family) => path.join(root, family, 'files', `${family}-latin-wght-normal.woff2`))
  for (const file of files.filter((each) => existsSync(each))) {
    const font = create(readFileSync(file)) as unknown as {
      unitsPerEm: number
      characterSet: number[]
      glyphForCodePoint(point: number): { advanceWidth: number }
    }
    const letters = font.characterSet.filter((point) => point > 0x20 && point < 0x250)
    const widest = Math.max(...letters.map((point) => font.glyphForCodePoint(point).advanceWidth))
    expect(widest / font.unitsPerEm, file).toBeLessThanOrEqual(WIDEST_LETTER)
  }
})

describe('shadows (CSS Backgrounds 3, section 6.1)', () => {
  it.each([
    '2px 3px red',
    'inset 0 1px 2px 3px rgb(0 0 0 / 20%), 1em 0 0 0 var(--tide)',
    'none',
    '-1px -1px 4px',
    '0 0 0 3px hsl(10deg 20% 30%)',
  ])('%s is read and written back as it was', (value) => expect(writeShadows(readShadows(value)!)).toBe(value))

  it('are left alone where they cannot be taken apart', () => {
    for (const value of ['var(--shadow)', '1px red', '1px 2px 3px 4px 5px', '1px 2px red blue'])
      expect(readShadows(value)).toBeNull()
  })
})

it('what decides is named by where it stands at that viewport, also where the same is said elsewhere', () => {
  const css = '@media (max-width: 600px) { p { top: 1px } }\n@media (min-width: 601px) { p { top: 1px } }'
  const { site, page } = laidOut(css, '<p id="x">words</p>')
  const element = page.elements.find(({ id }) => id === 'x')!
  const at = (width: number) => {
    const styles = site.stylesOf('index.html', { width, height: 800 })
    const [entry] = entriesFor(styles.of(element), idOf('top'))
    return placeOfEntry(styles.cascade, entry!, element).offset
  }
  const [narrow, wide] = [css.indexOf('top'), css.lastIndexOf('top')]
  expect([1000, 400, 1200, 300].map(at)).toEqual([wide, narrow, wide, narrow])
})

it('what follows the viewport is another at each width, whatever was asked before; all else is shared', () => {
  const css =
    ':root { --gap: 2vw } #a { width: 50vw; padding: var(--gap); font-size: calc(1vw + 10px) } #x { width: 10em }'
  const { site, page } = laidOut(css, '<div id="a"><p id="x">words</p></div>')
  const index = (id: string) => page.elements.find((element) => element.id === id)!.index
  const at = (width: number) => {
    const box = usedWidths(site.stylesOf('index.html', { width, height: 800 }))
    return [box[index('a')], box[index('x')]].map((each) => each?.known && each.width)
  }
  for (const width of [1000, 400, 2000, 400, 1000])
    expect(at(width)).toEqual([width * 0.5 + width * 0.04, (width / 100 + 10) * 10])
})
