import { describe, expect, it } from 'vitest'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { facesOf, filesOf, matchFace } from '../../src/core/type/faces.ts'
import type { FontFacts } from '../../src/core/type/facts.ts'
import {
  averageWidth,
  fallbackMetrics,
  frequencies,
  LOCAL_FONTS,
  nearestLocal,
  planFallback,
} from '../../src/core/type/fallback.ts'
import { FAMILIES } from '../../src/core/type/families.ts'
import { familyLists } from '../../src/core/type/lists.ts'
import { missedBy, roleSpecimens, sizesOf } from '../../src/core/type/roles.ts'
import { RATIOS, scaledSize } from '../../src/core/type/scale.ts'
import { familiesIn, familiesInFont, genericOf, writeFamily } from '../../src/core/type/stack.ts'
import { isSystemFont } from '../../src/core/type/system-fonts.ts'
import { fluidSize, readFluid, readSize, sizeInPx, writeSize } from '../../src/core/type/units.ts'
import { leaveOutFonts, unusedFaces } from '../../src/core/type/used-faces.ts'
import { siteOf, VIEWPORT } from './model.ts'

const CONTEXT = { parent: 20, root: 16, viewport: 1280 }

describe('units', () => {
  // CSS Values 4, section 6.2: 1in = 96px = 72pt, so 24pt is 32px.
  it.each([
    ['24pt', 32],
    ['1.5rem', 24],
    ['1.5em', 30],
    ['150%', 30],
    ['2vw', 25.6],
    ['17px', 17],
    ['.5em', 10],
  ])('%s is %s px', (text, px) => {
    expect(sizeInPx(text, CONTEXT)).toBeCloseTo(px, 10)
    const { unit } = readSize(text)!
    expect(sizeInPx(writeSize(px, unit, CONTEXT)!, CONTEXT)).toBeCloseTo(px, 2)
  })
  it('what is no plain size is none', () => {
    for (const text of ['large', '12', 'calc(1px + 1em)', '', '1.2ch']) expect(readSize(text)).toBeNull()
  })
  it('a fluid size is the line through both points, and is read back', () => {
    const fluid = { least: { viewport: 360, size: 18 }, most: { viewport: 1280, size: 32 } }
    expect(fluidSize(fluid, 16)).toBe('clamp(1.125rem, 0.7826rem + 1.5217vw, 2rem)')
    expect(readFluid('clamp(1.125rem, 0.7826rem + 1.5217vw, 2rem)', 16)).toEqual(fluid)
    const falling = { least: { viewport: 400, size: 30 }, most: { viewport: 1000, size: 20 } }
    expect(fluidSize(falling, 16)).toBe('clamp(1.25rem, 2.2917rem - 1.6667vw, 1.875rem)')
    expect(readFluid(fluidSize(falling, 16)!, 16)).toEqual(falling)
    expect(fluidSize({ least: fluid.least, most: fluid.least }, 16)).toBeNull()
  })
  it('a scale multiplies by its ratio', () => {
    expect([1, 2, 3].map((step) => scaledSize(1, 1.5, step))).toEqual(['1.5rem', '2.25rem', '3.375rem'])
    expect(scaledSize(1, 4 / 3, -1)).toBe('0.75rem')
    expect(RATIOS.map(([, ratio]) => ratio)).toEqual([...RATIOS.map(([, ratio]) => ratio)].sort((a, b) => a - b))
  })
})

describe('lists of families', () => {
  it('are read with quotes, generics and places', () => {
    const value = '"Source Serif 4", Times  New Roman, serif'
    expect(familiesIn(value).map(({ name, generic, from, to }) => [name, generic, value.slice(from, to)])).toEqual([
      ['Source Serif 4', false, '"Source Serif 4"'],
      ['Times New Roman', false, 'Times  New Roman'],
      ['serif', true, 'serif'],
    ])
    expect(familiesIn('inherit')).toEqual([])
    expect(familiesIn('"serif"')[0]!.generic).toBe(false)
    expect(
      familiesInFont('italic small-caps 700 condensed 1.2em/1.5 "A, B", sans-serif').map(({ name }) => name),
    ).toEqual(['A, B', 'sans-serif'])
    expect(familiesInFont('calc(1rem + 1vw) / 1.2 Georgia, serif').map(({ name }) => name)).toEqual([
      'Georgia',
      'serif',
    ])
    expect(familiesInFont('x-large Georgia').map(({ name }) => name)).toEqual(['Georgia'])
    expect(familiesInFont('caption')).toEqual([])
  })
  it('follow custom properties', () => {
    expect(
      familyLists(
        parseSheet(
          ':root { --t: Georgia, serif } p { font-family: var(--t) } b { font: 1em var(--t) } i { font-family: var(--no) }',
        ),
      ).map(({ rule, families, literal }) => [rule, families.map(({ name }) => name), literal]),
    ).toEqual([
      ['p', ['Georgia', 'serif'], false],
      ['b', ['Georgia', 'serif'], false],
    ])
  })
  it('are written as CSS wants them', () => {
    expect(['Lora', 'Source Serif 4', 'serif', 'A"b'].map(writeFamily)).toEqual([
      'Lora',
      '"Source Serif 4"',
      '"serif"',
      '"A\\"b"',
    ])
    expect(['Fira Code', 'PT Serif', 'Brackwater Sans', 'Old Slab'].map(genericOf)).toEqual([
      'monospace',
      'serif',
      'sans-serif',
      'serif',
    ])
    expect([isSystemFont('Segoe UI'), isSystemFont('Brackwater Sans')]).toEqual([true, false])
  })
})

describe('face matching after CSS Fonts 4, section 5.2', () => {
  const face = (
    weight: number | [number, number],
    style: 'normal' | 'italic' | 'oblique' = 'normal',
    stretch = 100,
  ) => ({
    weight: (typeof weight === 'number' ? [weight, weight] : weight) as [number, number],
    style,
    stretch: [stretch, stretch] as [number, number],
  })
  const weightFor = (wanted: number, ...have: number[]) =>
    matchFace(
      have.map((each) => face(each)),
      { weight: wanted, style: 'normal', stretch: 100 },
    )!.weight[0]
  it('weights: 400 to 500 look up to 500, then down, then up; lighter ones down first, heavier ones up first', () => {
    // The rules of step 4.3 and the figure of nine weights in CSS Fonts 3, section 5.2, step 4c.
    expect([
      weightFor(400, 300, 500),
      weightFor(400, 300, 600),
      weightFor(500, 400, 600),
      weightFor(450, 420, 480),
      weightFor(300, 200, 400),
      weightFor(300, 400, 600),
      weightFor(600, 500, 800),
      weightFor(700, 400, 600),
      weightFor(900, 100, 400),
    ]).toEqual([500, 300, 400, 480, 200, 400, 800, 600, 400])
    expect(matchFace([face([100, 900]), face(700)], { weight: 650, style: 'normal', stretch: 100 })!.weight).toEqual([
      100, 900,
    ])
  })
  it('stretch before style before weight; italic falls back on oblique, then normal', () => {
    expect(
      matchFace([face(400, 'normal'), face(700, 'italic')], { weight: 400, style: 'italic', stretch: 100 })!.weight[0],
    ).toBe(700)
    expect(
      matchFace([face(400, 'normal'), face(400, 'oblique')], { weight: 400, style: 'italic', stretch: 100 })!.style,
    ).toBe('oblique')
    expect(
      matchFace([face(400, 'italic'), face(400, 'oblique')], { weight: 400, style: 'normal', stretch: 100 })!.style,
    ).toBe('oblique')
    expect(
      matchFace([face(400, 'normal', 75), face(400, 'normal', 125)], { weight: 400, style: 'normal', stretch: 100 })!
        .stretch[0],
    ).toBe(75)
    expect(
      matchFace([face(400, 'normal', 75), face(400, 'normal', 125)], { weight: 400, style: 'normal', stretch: 110 })!
        .stretch[0],
    ).toBe(125)
    expect(matchFace([], { weight: 400, style: 'normal', stretch: 100 })).toBeNull()
  })
  it('faces are read from a sheet, with the files they come from', () => {
    const [one, two] = facesOf(
      parseSheet(
        '@font-face { font-family: "A B"; src: local("A B"), url(../fonts/a.woff2) format("woff2"), url("https://x.example/a.woff"); font-weight: 300 700; font-style: oblique 10deg; font-stretch: condensed }\n@font-face { font-family: C; src: url(c.ttf); font-weight: bold }\n@font-face { src: url(d.ttf) }',
      ),
    )
    expect(one).toMatchObject({
      family: 'A B',
      urls: ['../fonts/a.woff2', 'https://x.example/a.woff'],
      locals: ['A B'],
      weight: [300, 700],
      style: 'oblique',
      stretch: [75, 75],
    })
    expect([two!.weight, filesOf(one!, 'css/site.css'), filesOf(two!, 'css/site.css')]).toEqual([
      [700, 700],
      ['fonts/a.woff2'],
      ['css/c.ttf'],
    ])
  })
})

const FACTS: FontFacts = {
  family: 'Wide',
  subfamily: 'Regular',
  format: 'woff2',
  weight: [400, 700],
  italic: false,
  axes: [],
  unitsPerEm: 1000,
  ascent: 950,
  descent: -250,
  lineGap: 100,
  glyphs: 3,
  coverage: [],
  licence: '',
  copyright: '',
  advances: [
    { weight: 400, widths: { a: 667.6, e: 667.6 } },
    { weight: 700, widths: { a: 700, e: 700 } },
  ],
}

describe('a fallback that fits', () => {
  it('scales by the widths of the letters, and gives the line metrics back', () => {
    // Arial’s a and e are 0.556 em wide (its hmtx table), so 0.6676 em is 1.2 times that.
    const metrics = fallbackMetrics(FACTS, 'Arial', false, { a: 1, e: 3, '☃': 9 })
    expect(metrics.sizeAdjust).toBeCloseTo(1.2, 2)
    expect(metrics.ascentOverride * metrics.sizeAdjust).toBeCloseTo(0.95, 10)
    expect(metrics.descentOverride * metrics.sizeAdjust).toBeCloseTo(0.25, 10)
    expect(metrics.lineGapOverride * metrics.sizeAdjust).toBeCloseTo(0.1, 10)
    expect(averageWidth((letter) => ({ a: 0.5, b: 1 })[letter], { a: 3, b: 1, c: 100 })).toBe(0.625)
    expect(frequencies('short')).toHaveProperty('e', 10.4)
    expect(frequencies('aab'.repeat(200))).toEqual({ a: 400, b: 200 })
    expect(
      nearestLocal({ ...FACTS, advances: [{ weight: 400, widths: { a: 444, e: 444 } }] }, 'serif', { a: 1, e: 1 }).name,
    ).toBe('Times New Roman')
  })
  it('writes its faces, joins every list, and does the same again without a second one', () => {
    const css =
      '@font-face { font-family: Wide; src: url(w.woff2) }\nbody { font-family: Wide, sans-serif }\nh1 { font: 700 2em/1 "Wide", serif }\n:root { --f: Wide, Arial }\n'
    const once = applySplices(css, planFallback(parseSheet(css), 'Wide', LOCAL_FONTS[0]!, FACTS, { a: 1 }))
    expect(once).toContain(
      'body { font-family: Wide, "Wide Fallback", sans-serif }\nh1 { font: 700 2em/1 "Wide", "Wide Fallback", serif }\n:root { --f: Wide, "Wide Fallback", Arial }',
    )
    expect(once).toContain('src: local("Arial"), local("Liberation Sans"), local("Arimo");')
    expect(once.match(/@font-face/g)).toHaveLength(3)
    const twice = applySplices(once, planFallback(parseSheet(once), 'Wide', LOCAL_FONTS[0]!, FACTS, { a: 1 }))
    expect(twice.replace(/\n+/g, '\n')).toBe(once.replace(/\n+/g, '\n'))
  })
})

describe('faces nothing uses', () => {
  const site = (css: string, body = '<p>a</p>', others: string[] = []) => {
    const model = siteOf({ 'index.html': `<!doctype html><body>${body}</body>`, 'css/site.css': css })
    return {
      sheet: parseSheet(css),
      view: { pagePaths: model.pagePaths, page: (path: string) => model.page(path), sheetPath: 'css/site.css', others },
    }
  }
  const FACES =
    '@font-face { font-family: A; src: url(../fonts/a.woff2) }\n@font-face { font-family: A; src: url(../fonts/ai.woff2); font-style: italic }\n'
  it.each([
    ['p { color: red }', '<p>a</p>', [], 2],
    ['p { font-family: A, serif }', '<p>a</p>', [], 1],
    ['p { font-family: A, serif }', '<p><em>a</em></p>', [], 0],
    ['p { font: italic 1em A }', '<p>a</p>', [], 0],
    ['p { color: red }', '<p style="font-family: a">b</p>', [], 1],
    ['p { color: red }', '<script>x.style.fontFamily = "A"</script>', [], 1],
    ['p { color: red }', '<p>a</p>', ['b { font-family: A }'], 1],
  ] as const)('%s with %s', (css, body, others, count) => {
    const { sheet, view } = site(FACES + css, body, [...others])
    expect(unusedFaces(sheet, view)).toHaveLength(count)
  })
  it('are left out with their files, unless something else refers to those', () => {
    const { sheet, view } = site(`${FACES}p { color: red }`, '<a href="fonts/a.woff2">a</a>')
    const { splices, files } = leaveOutFonts(sheet, view)
    expect([applySplices(sheet.text, splices), files]).toEqual(['p { color: red }', ['fonts/ai.woff2']])
  })
})

describe('roles on the pages', () => {
  const model = siteOf({
    'index.html':
      '<!doctype html><link rel="stylesheet" href="css/site.css"><body><main><h1>Fast &amp; cheap</h1><p>One two, <em>three</em>.</p>loose words<div class="box">text <ul><li>a<ul><li>b</li></ul></li></ul></div><p><strong>Almost a heading</strong></p><select><option>x</select><kbd>Ctrl</kbd><p>“Never calmer.”</p></main></body>',
    'about.html':
      '<!doctype html><link rel="stylesheet" href="css/site.css"><body><h1>About</h1><input type="submit" value="Go"><p class="fine">tiny</p></body>',
    'css/site.css':
      'body { font-family: Georgia, serif; font-size: 20px } li { font-size: .9em } .fine { font-size: 12px } button { color: red } input { color: red }',
  })
  it('show real text, entities read and white space collapsed', () => {
    const specimens = roleSpecimens(model, VIEWPORT)
    expect(specimens.find(({ selector }) => selector === 'h1')).toMatchObject({
      count: 2,
      pages: 2,
      text: 'Fast & cheap',
      sample: { page: 'index.html' },
      values: { 'font-family': 'Georgia, serif', 'font-size': '40px', 'font-weight': '700' },
    })
    expect(specimens.find(({ selector }) => selector === 'body')!.text).toBe('One two, three.')
    expect(specimens.find(({ selector }) => selector === 'code')).toMatchObject({ count: 0, values: null })
  })
  it('count text that a role’s rule misses', () => {
    const missed = (selector: string, joined: string[] = [selector]) =>
      missedBy(model, selector, joined, VIEWPORT).map(({ what, count, selector: own }) =>
        `${count} ${what} ${own}`.trim(),
      )
    expect(missed('p')).toEqual(['1 loose text in `main`', '1 text straight in `div.box`'])
    expect(missed('h2')).toEqual(['1 a paragraph that is bold from end to end, like a heading'])
    expect(missed('body')).toEqual([
      '1 `select`, which keeps the browser’s own font select',
      '1 `input`, which keeps the browser’s own font input',
    ])
    expect(missed('input')).toEqual(['1 `select` select'])
    expect(missed('input', ['input', 'select'])).toEqual([])
    expect(missed('button')).toEqual(['1 `input[type=submit]` input[type=submit]'])
    expect(missed('code')).toEqual(['1 `kbd` kbd'])
    expect(missed('small')).toEqual([
      '1 `li`, set smaller than the text around',
      '1 `p.fine`, set smaller than the text around .fine',
    ])
    expect(missed('blockquote')).toEqual(['1 a paragraph in quotation marks'])
    expect(missedBy(model, 'p', ['p'], VIEWPORT)[0]!.places[0]).toMatchObject({
      page: 'index.html',
      path: 'html > body > main',
    })
  })
  it('say where an em chain makes sizes differ', () => {
    expect(
      sizesOf(model, 'li', VIEWPORT).map(({ size, count, chain, parent }) => [size, count, chain, parent]),
    ).toEqual([
      ['18px', 1, 'html 16px › body 20px › li 18px', 20],
      ['16.2px', 1, 'html 16px › body 20px › li 18px › li 16.2px', 18],
    ])
  })
})

describe('the families that ship', () => {
  it('are at least 16, of every kind, each ending in a generic family', () => {
    expect(FAMILIES.length).toBeGreaterThanOrEqual(16)
    expect(new Set(FAMILIES.map(({ kind }) => kind))).toEqual(
      new Set(['serif', 'sans-serif', 'slab', 'monospace', 'display']),
    )
    for (const { fallback } of FAMILIES) expect(familiesIn(fallback).at(-1)!.generic).toBe(true)
  })
})
