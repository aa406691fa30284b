import Color from 'colorjs.io'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { resolvedValue } from '../../src/core/cascade/resolved.ts'
import { contrastRatio, isLarge, nearestPassing } from '../../src/core/color/contrast.ts'
import { readRgb } from '../../src/core/color/rgb.ts'
import { holdersOf } from '../../src/core/contrast/holders.ts'
import { lowOnPage } from '../../src/core/contrast/low.ts'
import { contrastOffer } from '../../src/core/contrast/offer.ts'
import { allContrastPairs, contrastPairs, type ContrastPair } from '../../src/core/contrast/pairs.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { idOf } from '../../src/core/properties/longhands.ts'
import { siteOf, VIEWPORT } from './model.ts'
import { runs } from '../runs.ts'

const ratio = (a: string, b: string) => contrastRatio(readRgb(a)!, readRgb(b)!)
const hexArb = fc
  .tuple(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }))
  .map((parts) => `#${parts.map((part) => part.toString(16).padStart(2, '0')).join('')}`)

describe('the contrast ratio of WCAG 2.2', () => {
  // Understanding SC 1.4.3 gives #767676 as the lightest grey that passes on white; black on white is 21 by definition.
  it.each([
    ['#767676', 4.54],
    ['#777777', 4.48],
    ['#000000', 21],
    ['#ffffff', 1],
    ['#949494', 3.03],
  ])('%s on white is %s', (grey, expected) => {
    expect(Math.round(ratio(grey, '#fff') * 100) / 100).toBe(expected)
  })
  it('agrees with colorjs.io for any pair', () => {
    fc.assert(
      fc.property(hexArb, hexArb, (a, b) => {
        expect(ratio(a, b)).toBeCloseTo(new Color(a).contrast(b, 'WCAG21'), 2)
      }),
      { numRuns: runs(300) },
    )
  })
  it('large is 18 pt, or 14 pt and bold', () => {
    expect(
      [
        [24, 400],
        [23.9, 400],
        [18.67, 700],
        [18.6, 700],
        [20, 600],
      ].map(([size, weight]) => isLarge(size!, weight!)),
    ).toEqual([true, false, true, false, false])
  })
  it('the nearest passing colour passes, keeps its hue, and the next nearer lightness does not pass', () => {
    fc.assert(
      fc.property(hexArb, hexArb, (text, ground) => {
        const found = nearestPassing(text, ground, 4.5)
        if (found === null) return
        expect(ratio(found, ground)).toBeGreaterThanOrEqual(4.5)
        const [before, after] = [new Color(text).to('oklch'), new Color(found).to('oklch')]
        if (before.coords[1]! > 0.03 && after.coords[1]! > 0.03)
          expect(Math.abs(((after.coords[2]! - before.coords[2]! + 540) % 360) - 180)).toBeLessThan(12)
        const nearer = after.coords[0]! + Math.sign(before.coords[0]! - after.coords[0]!) * 0.012
        if (ratio(text, ground) < 4.5 && Math.abs(before.coords[0]! - after.coords[0]!) > 0.02)
          expect(
            ratio(
              new Color('oklch', [nearer, after.coords[1]!, after.coords[2] ?? 0])
                .to('srgb')
                .toGamut()
                .toString({ format: 'hex' }),
              ground,
            ),
          ).toBeLessThan(4.56)
      }),
      { numRuns: runs(150) },
    )
    expect(nearestPassing('#888', '#777', 12)).toBeNull()
  })
})

const page = (body: string) =>
  `<!doctype html><html><head><link rel="stylesheet" href="css/site.css"></head><body>${body}</body></html>`
const pairs = (body: string, css: string) =>
  allContrastPairs(siteOf({ 'index.html': page(body), 'css/site.css': css }), VIEWPORT)
const brief = (found: readonly ContrastPair[]) =>
  found
    .map(
      ({ kind, text, background, needs, state, elements, undecided }) =>
        `${kind} ${text} ${background ?? undecided} ${needs}${state === 'none' ? '' : ` ${state}`} ×${elements}`,
    )
    .sort()

describe('pairings on the pages', () => {
  it('take the nearest painted background, and compose translucent layers and opacity', () => {
    expect(
      brief(
        pairs(
          '<div><p>a</p></div><p class="o">b</p>',
          'body { background: #fff; color: #000 } div { background: rgb(0 0 0 / .5) } div p { color: rgb(255 255 255 / .5) } .o { opacity: .5; background: #000; color: #fff }',
        ),
      ),
    ).toEqual(
      ['text #bfbfbf #7f7f7f 4.5 ×1', 'text #ffffff #7f7f7f 4.5 ×1'].map((line) => line.replaceAll('7f7f7f', '808080')),
    )
  })
  it('flag pictures and effects, until an opaque background covers them', () => {
    expect(
      brief(
        pairs(
          '<div>a<p>b</p></div><i>c</i>',
          'div { background: linear-gradient(red, blue) } p { background: #fff; color: #000 } i { filter: blur(1px) }',
        ),
      ),
    ).toEqual(['text #000000 #ffffff 4.5 ×1', 'text #000000 effect 4.5 ×1', 'text #000000 picture 4.5 ×1'])
  })
  it('count nothing that is not seen', () => {
    expect(
      pairs(
        '<p hidden>a</p><p class="v">b</p><p class="z">c</p><p class="sr">d</p><p class="t">e</p><div class="n"><b>f</b></div><button disabled>g</button><template><p>h</p></template>',
        '.v { visibility: hidden } .z { font-size: 0 } .sr { position: absolute; clip: rect(0 0 0 0) } .t { color: transparent } .n { display: none }',
      ),
    ).toEqual([])
  })
  it('need less of large text, and count elements and pages', () => {
    const found = pairs('<h1>a</h1><p>b</p><p>c</p>', 'h1 { font-size: 24px; color: #888 } p { color: #777 }')
    expect(found.map(({ text, needs, passes, elements }) => [text, needs, passes, elements])).toEqual([
      ['#777777', 4.5, false, 2],
      ['#888888', 3, true, 1],
    ])
  })
  it('see links in every state; visited ones by colour alone, as browsers do', () => {
    const css =
      'a { color: #00f; text-decoration: none } a:visited { color: #800080; font-size: 99px; background: #eee } a:hover { color: #fff; background: #000 } a:focus-visible { color: #060 } li:hover a { text-decoration: underline }'
    expect(brief(pairs('<ul><li><a href="x">go</a></li></ul>', css))).toEqual([
      'text #0000ff #ffffff 4.5 ×1',
      'text #006600 #ffffff 4.5 focus ×1',
      'text #800080 #ffffff 4.5 visited ×1',
      'text #ffffff #000000 4.5 active ×1',
      'text #ffffff #000000 4.5 hover ×1',
    ])
  })
  it('ask links in running text for 3:1 against the words around, unless something else marks them (technique G183)', () => {
    const link = (css: string) =>
      pairs(
        '<p>words <a href="x">go</a> on</p>',
        `p { color: #000 } a { color: #333; text-decoration: none; ${css} }`,
      ).filter(({ kind, state }) => kind === 'link-in-text' && state === 'none')
    expect(link('').map(({ text, background, needs, passes }) => [text, background, needs, passes])).toEqual([
      ['#333333', '#000000', 3, false],
    ])
    for (const mark of [
      'text-decoration: underline',
      'border-bottom: 1px solid',
      'font-weight: 700',
      'background: #ff0',
      'font-style: italic',
    ])
      expect(link(mark), mark).toEqual([])
    expect(
      pairs('<ul><li><a href="x">go</a></li></ul>', 'a { text-decoration: none; color: #000 }').filter(
        ({ kind }) => kind === 'link-in-text',
      ),
    ).toEqual([])
  })
  it('ask the edge of a control for 3:1 against what is around, or its own background (1.4.11)', () => {
    const control = (css: string) =>
      pairs('<input>', `body { background: #fff } input { ${css} }`)
        .filter(({ kind }) => kind === 'control')
        .map(({ text, passes }) => [text, passes])
    expect(control('border: 1px solid #ccc; background: #fff')).toEqual([['#cccccc', false]])
    expect(control('border: 1px solid #777; background: #fff')).toEqual([['#777777', true]])
    expect(control('border: 0; background: #666')).toEqual([['#666666', true]])
  })
  it('see text that the sheet writes, and no empty boxes', () => {
    expect(
      brief(
        pairs(
          '<p>a</p><p>b</p><b>c</b>',
          'p { color: #000 } p::before { content: "→ "; color: #777 } p::after { content: ""; color: #123 } b::after { content: " new"; background: #fafafa; color: #a00 }',
        ),
      ),
    ).toEqual(['text #000000 #ffffff 4.5 ×3', 'text #777777 #ffffff 4.5 ×2', 'text #aa0000 #fafafa 4.5 ×1'])
  })
  it('an edit of a swatch gives what a new look at everything gives', () => {
    const css = (ink: string) =>
      `:root { --ink: ${ink} } body { color: var(--ink) } a:hover { background: var(--ink); color: #fff } .c { color: #999 }`
    const texts = {
      'index.html': page('<p>a <a href="x">b</a></p><p class="c">c</p>'),
      'two.html': page('<p>d</p>'),
      'css/site.css': css('#123'),
    }
    const before = siteOf(texts)
    allContrastPairs(before, VIEWPORT)
    const model = before.withText('css/site.css', css('#987'))
    expect(allContrastPairs(model, VIEWPORT)).toEqual(
      allContrastPairs(siteOf({ ...texts, 'css/site.css': css('#987') }), VIEWPORT),
    )
    expect([...contrastPairs(model, VIEWPORT)]).toEqual([
      { done: 1, total: 2 },
      { done: 2, total: 2 },
    ])
  })
  it('offers the nearest colour and names what sets it', () => {
    const model = siteOf({
      'index.html': page('<p>a</p><b style="color:#aaa">c</b>'),
      'css/site.css': ':root { --faint: #999 }\np { color: var(--faint) }',
    })
    const found = allContrastPairs(model, VIEWPORT)
    const offer = (text: string) =>
      contrastOffer(
        model,
        found.find((pair) => pair.text === text)!,
        VIEWPORT,
      )!
    expect(offer('#999999')).toMatchObject({
      element: 'p',
      color: '#767676',
      why: '',
      decider: { file: 'css/site.css', line: 2, selector: 'p', swatch: '--faint', inStylesheet: true },
    })
    expect(offer('#aaaaaa')).toMatchObject({ decider: { file: 'index.html', inStylesheet: false, swatch: null } })
  })
})

describe('text of links that is too faint in a state', () => {
  const wrap = fc.constantFrom(
    ...['<p>#</p>', '<div class=x>#</div>', '<ul><li>#<li>#</ul>', '<ul id=k><li>#</ul>', '<p>#</p><p>#</p>'],
    ...['<ul><li class=x>#<li>#</ul>', '<div>## text</div>', '<div class=y><p class=x>#</p></div>'],
  )
  const link = fc.constantFrom('<a href=#>a</a>', '<a href=#><span>b</span></a>', '<a href=# class=x>c</a>', '<a>d</a>')
  const page = fc
    .tuple(fc.array(wrap, { minLength: 1, maxLength: 4 }), fc.array(link, { minLength: 1, maxLength: 4 }))
    .map(([wraps, links]) => {
      let next = 0
      return `<!doctype html><link rel=stylesheet href=s.css><body>${wraps.join('').replace(/#/g, () => links[next++ % links.length]!)}`
    })
  const rule = fc.constantFrom(
    ...['.x:hover { color: #ccc }', 'li:hover a { color: #ddd }', 'li:first-child:hover a { color: #eee }'],
    ...['a:hover + a { color: #bbb }', 'a:visited { color: #c0c0c0 }', '#k a:focus { color: #cacaca }'],
    ...['a:active span { color: #dadada }', 'ul:has(:hover) a { color: #f0f0f0 }', '.y :not(:hover) { color: #333 }'],
    ...['li:nth-child(2) a:hover { color: #ababab }', '.y { color: #222 }', 'a:hover { color: #b0b0b0 }'],
  )
  const css = fc
    .array(rule, { maxLength: 5 })
    .map((rules) => `body { color: #000 } a { color: inherit }\n${rules.join('\n')}`)
  const hexOf = (color: string) => new Color(color).to('srgb').toString({ format: 'hex', collapse: false })
  const STATES = ['visited', 'hover', 'focus', 'active'] as const

  /** How many elements with text in links have which faint colour in which state, asked one by one. */
  function oneByOne(site: SiteSnapshot): string[] {
    const COLOR = idOf('color')
    const told = new Map<string, number>()
    for (const path of site.pagePaths)
      for (const state of STATES) {
        const [rest, styles] = [site.stylesOf(path), site.stylesOf(path, undefined, state)]
        for (const element of holdersOf(site.page(path)).inLinks) {
          if (styles.of(element) === rest.of(element)) continue
          const text = resolvedValue(styles.of(element), COLOR)
          const key = `${path} ${state} ${hexOf(text)}`
          if (ratio(text, '#fff') < 4.5) told.set(key, (told.get(key) ?? 0) + 1)
        }
      }
    return [...told].map(([key, count]) => `${key} ${count}`).sort()
  }

  function told(site: SiteSnapshot): string[] {
    const counts = new Map<string, number>()
    for (const path of site.pagePaths)
      for (const { state, seen, count } of lowOnPage(site, path, 'text')) {
        const key = `${path} ${state} ${hexOf(seen.text)}`
        if (state !== 'none') counts.set(key, (counts.get(key) ?? 0) + count)
      }
    return [...counts].map(([key, count]) => `${key} ${count}`).sort()
  }

  it('is counted as if every element was asked, on all pages of a site, and after rules have come', () => {
    let seen = 0
    fc.assert(
      fc.property(fc.array(page, { minLength: 1, maxLength: 3 }), css, rule, (pages, sheet, more) => {
        const files = Object.fromEntries(pages.map((text, at) => [`${at}.html`, text]))
        const site = siteOf({ ...files, 's.css': sheet }, [], 's.css')
        expect(told(site)).toEqual(oneByOne(site))
        const after = site.withText('s.css', `${sheet}\n${more}`)
        const anew = siteOf({ ...files, 's.css': `${sheet}\n${more}` }, [], 's.css')
        expect(told(after)).toEqual(oneByOne(anew))
        allContrastPairs(site, VIEWPORT)
        expect(allContrastPairs(after, VIEWPORT)).toEqual(allContrastPairs(anew, VIEWPORT))
        seen += told(after).length
      }),
      { numRuns: runs(300) },
    )
    expect(seen).toBeGreaterThan(300)
  })
})
