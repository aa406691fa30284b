import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { columnsFrom, columnWidths, sumOfColumns, type Asking } from '../../src/core/boxes/intrinsic/table-columns.ts'
import { BOX, breaksBetween, partsOf } from '../../src/core/boxes/intrinsic/line-breaks.ts'
import { measureLine, fitRangeOf } from '../../src/core/boxes/measure.ts'
import { measuresOf } from '../../src/core/boxes/measures.ts'
import { sharesOf } from '../../src/core/boxes/shares.ts'
import { writeShares } from '../../src/core/boxes/write-shares.ts'
import { usedWidths } from '../../src/core/boxes/used-widths.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import type { OpenFont } from '../../src/core/site/open-font.ts'
import { markup } from '../broken-texts.ts'
import { DEEP_PAGES, WIDE_PAGES } from '../extremes.ts'
import { siteOf } from './model.ts'

/** A font in which every character is half as wide as the font is large. */
const HALVES: OpenFont = { axes: {}, covers: () => true, advance: (text) => [...text].length / 2 }
const FACE = '@font-face { font-family: Halves; src: url(halves.woff2) } body { font: 20px Halves; margin: 0 }'
const site = (css: string, body: string) =>
  siteOf(
    {
      'index.html': `<!doctype html><title>x</title><link rel="stylesheet" href="site.css"><body>${body}`,
      'site.css': FACE + css,
    },
    [{ path: 'halves.woff2', size: 1, pixels: null, font: HALVES }],
    'site.css',
  )

/** The widths of elements with a class, by class; null where they are not known. */
function widths(css: string, body: string, viewport = 1000) {
  const model = site(css, body)
  const styles = model.stylesOf('index.html', { width: viewport, height: 800 })
  const boxes = usedWidths(styles, measuresOf(model, 'index.html'))
  return Object.fromEntries(
    styles.page.elements.flatMap(({ classes, index }) => {
      const box = boxes[index]
      return classes[0] ? [[classes[0], box?.known ? box.width : null]] : []
    }),
  )
}

describe('where lines are broken (Unicode Standard Annex 14; Chromium is asked in e2e/boxes.spec.ts)', () => {
  it.each([
    ['well-kept', ['well-', 'kept']],
    ['10–12', ['10–', '12']],
    ['07:30', ['07:30']],
    ['(twice)', ['(twice)']],
    ['3-4', ['3-4']],
    ['it’s', ['it’s']],
  ])('%s', (word, parts) => expect(partsOf(word)).toEqual(parts))

  it.each(['船', 'a/b', 'quay.(twice)', 'x-(y)', 'soft\u00ADhyphen', 'a\u200Bb'])('is not told for %s', (word) =>
    expect(partsOf(word)).toBeNull(),
  )

  it('parts boxes from letters, and leaves closing punctuation with them (LB13, LB20)', () => {
    expect(breaksBetween('a', BOX)).toBe(true)
    expect(breaksBetween(BOX, '.')).toBe(false)
    expect(breaksBetween('(', BOX)).toBe(false)
    expect(breaksBetween('a', 'b')).toBe(false)
    expect(breaksBetween('”', BOX)).toBeNull()
  })
})

describe('the columns of a table (CSS Tables 3, section 3.9.3)', () => {
  const asking = fc.record({
    column: fc.nat(3),
    span: fc.constantFrom(1, 1, 1, 2),
    min: fc.nat(200),
    more: fc.nat(300),
    share: fc.constantFrom(0, 0, 0, 0.2, 0.5),
    told: fc.boolean(),
  })
  const tables = fc.array(asking, { minLength: 4, maxLength: 12 }).map((list): Asking[] => [
    ...[0, 1, 2, 3].map((column) => ({ column, span: 1, sizes: { min: 5, max: 9 }, share: 0, told: false })),
    ...list.map(({ column, span, min, more, share, told }) => ({
      ...{ column: Math.min(column, 4 - span), span, sizes: { min, max: min + more } },
      ...(span > 1 ? { share: 0, told: false } : { share, told }),
    })),
  ])

  it('take all there is, and each no less than it must have', () => {
    fc.assert(
      fc.property(tables, fc.integer({ min: 0, max: 3000 }), (askings, room) => {
        const columns = columnsFrom(askings, 4, 2)
        if (!columns) return
        const found = columnWidths(columns, room)!
        const sum = found.reduce((all, width) => all + width, 0)
        expect(sum).toBeCloseTo(Math.max(room, sumOfColumns(columns).min!), 6)
        found.forEach((width, at) => expect(width).toBeGreaterThanOrEqual(columns[at]!.sizes.min! - 1e-9))
      }),
    )
  })

  const column = (min: number, max: number, more: Partial<Asking> = {}): Asking => ({
    ...{ column: 0, span: 1, sizes: { min, max }, share: 0, told: false },
    ...more,
  })
  const shared = (list: readonly Asking[], room: number) =>
    columnWidths(
      columnsFrom(
        list.map((each, at) => ({ ...each, column: at })),
        list.length,
        0,
      )!,
      room,
    )

  it('go the same part of the way from the least to the most', () => {
    expect(shared([column(10, 30), column(20, 100)], 80)).toEqual([20, 60])
  })

  it('hand what is left to those that were told nothing, by the most they ask for', () => {
    expect(shared([column(10, 30), column(20, 90)], 240)).toEqual([60, 180])
    expect(shared([column(10, 50, { told: true }), column(20, 50)], 200)).toEqual([50, 150])
  })

  it('give shares their share first', () => {
    expect(shared([column(10, 30, { share: 0.5 }), column(20, 90)], 200)).toEqual([100, 100])
  })
})

describe('boxes as wide as their words', () => {
  it('float, stand in the line, are positioned, and shrink to the room (CSS 2.2, section 10.3.5)', () => {
    const css = '.f { float: left; padding: 0 5px } .i { display: inline-block } .a { position: absolute; left: 0 }'
    const body = '<div class="f">ten letter</div><p><span class="i">four</span></p><div class="a">one two</div>'
    expect(widths(css, body)).toEqual({ f: 110, i: 40, a: 70 })
    expect(widths(css, body, 60)).toMatchObject({ f: 70 })
  })

  it('ask for no more than the font at hand tells', () => {
    const model = site('.f { float: left }', '<div class="f">word</div>')
    const bare = model.withFiles([{ path: 'halves.woff2', size: 1, pixels: null }], 'site.css')
    const boxes = usedWidths(bare.stylesOf('index.html'), measuresOf(bare, 'index.html'))
    expect(boxes.at(-1)).toEqual({ known: false, why: expect.stringContaining('as wide as its content') })
  })

  it.each([
    ['text-transform: uppercase', 'straße', 70],
    ['letter-spacing: 2px', 'four', 48],
    ['word-spacing: 4px', 'a b c', 58],
    ['white-space: nowrap', 'a  b\n c', 50],
    ['font-size: 13.37px', 'four', 26.71875],
    ['font-weight: 700', 'four', null],
    ['font-family: Arial, Halves', 'four', null],
    ['font-variant-caps: small-caps', 'four', null],
    ['text-indent: 3px', 'four', null],
    ['white-space: pre', 'four', null],
  ])('%s', (declaration, text, width) => {
    expect(widths(`.f { float: left; ${declaration} }`, `<div class="f">${text}</div>`)).toEqual({ f: width })
  })

  it('decodes, collapses and leaves comments out; what the parser moved is not known', () => {
    const f = (inner: string) => widths('.f { float: left }', `<div class="f">${inner}</div>`)['f']
    expect(f('&lt;a&gt; <!-- not this -->\n b')).toBe(50)
    expect(f('one<br>seventeen<br>two')).toBe(90)
    expect(f('<span>bo</span>th ends ')).toBe(90)
    expect(f('<table>moved<tr><td>x</table>')).toBeNull()
  })

  it('takes the range of a face and its weight at their word', () => {
    const face = (more: string) =>
      widths(
        `@font-face { font-family: Some; src: url(halves.woff2); ${more} } .f { float: left; font-family: Some; font-weight: 700 }`,
        '<div class="f">four</div>',
      )['f']
    expect(face('font-weight: 100 900')).toBe(40)
    expect(face('font-weight: 400')).toBeNull()
    expect(face('font-weight: 700; unicode-range: U+41-7A')).toBe(40)
    expect(face('font-weight: 700; unicode-range: U+4??')).toBeNull()
    const float = '/* no @font-face */ .f { float: left }'
    expect(widths(float, '<div class="f">four</div>')).toEqual({ f: 40 })
    const within = '@media print { @font-face { font-family: Halves; src: url(other.woff2) } }'
    expect(widths(within + float, '<div class="f">four</div>')).toEqual({ f: null })
  })

  it('are items of a flex row that wraps where its words no longer fit', () => {
    const css = '.row { display: flex; flex-wrap: wrap; gap: 10px; margin: 0; padding: 0; list-style: none }'
    const items = ['one', 'three', 'eleven'].map((word) => `<li class="${word}">${word}</li>`).join('')
    expect(widths(css, `<ul class="row">${items}</ul>`)).toEqual({ row: 1000, one: 30, three: 50, eleven: 60 })
    const model = site(css, `<ul class="row">${items}</ul>`)
    expect(fitRangeOf(model, '.one', 'index.html', 1000)!.says).toBe(
      'The row holds at every width from 280 to 2,560 px.',
    )
    const long = site(css, `<ul class="row">${items.replaceAll(/>(\w+)</g, '>a much longer $1 here<')}</ul>`)
    expect(fitRangeOf(long, '.one', 'index.html', 1000)!.says).toBe('The row holds from 730 px up.')
  })

  it('are cells of a table', () => {
    const css = 'table { border-spacing: 0; width: 300px } td { padding: 0 } .s { font-size: 10px }'
    const body = '<table><tr><td class="a">four<td class="b">twelve chars<td class="c">ab</table>'
    const { a, b, c } = widths(css, body)
    expect([a, b, c].map((width) => Math.round(width! * 1000) / 1000)).toEqual([66.667, 200, 33.333])
  })
})

describe('white space between inline-blocks', () => {
  const css = '.w { width: 500px } .w > * { display: inline-block; width: 200px } .b, .c { width: 150px !important }'
  const row = (between: string) =>
    site(css, `<div class="w"><i class="a">x</i>${between}<i class="b">y</i>${between}<i class="c">z</i></div>`)

  it('is counted and named', () => {
    const line = measureLine(row('\n'), '.a', 'index.html', 1000)
    expect('says' in line && line.says).toBe(
      '200 and 2 × 150 and 2 × 10 of white space between them make 520 of 500 px: 20 px too many, so i.c drops under i.a.',
    )
    const tight = measureLine(row(''), '.a', 'index.html', 1000)
    expect('says' in tight && tight.says).toBe('200 and 2 × 150 make 500 of 500 px: nothing is left.')
  })

  it('is taken from shares, so that the row holds', () => {
    const model = row(' ')
    const shares = sharesOf(model, '.a', 'index.html', 1000).row!
    expect(shares.spaces).toBe(20)
    const sheet = model.sheet('site.css')!
    const text = applySplices(sheet.text, writeShares(sheet, shares, [50, 30, 20])).replaceAll(' !important', '')
    const line = measureLine(model.withText('site.css', text), '.a', 'index.html', 1000)
    expect('holds' in line && line.holds && line.sum > 499).toBe(true)
  })
})

describe('broken and endless pages, all of it as wide as its words', () => {
  const css =
    '* { font-family: Halves !important; font-weight: 400 !important } div, p, a { float: left } b, i, li { display: inline-block } ul, td { display: flex } span { position: absolute }'

  it('are laid out without a throw, and no width is less than nothing', () => {
    fc.assert(
      fc.property(markup, (text) => {
        const found = Object.values(widths(css, text, 500))
        expect(found.every((width) => width === null || width >= 0)).toBe(true)
      }),
    )
  })

  it.each(Object.entries({ ...DEEP_PAGES, ...WIDE_PAGES }))('%s', (_, text) => {
    expect(() => widths(css, text)).not.toThrow()
  })
})
