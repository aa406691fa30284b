import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { resolvedValue } from '../../src/core/cascade/resolved.ts'
import { LONGHANDS } from '../../src/core/properties/longhands.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { prove, PROOF_VIEWPORTS, type ProofProgress } from '../../src/core/proof/proof.ts'
import { proveChange } from '../../src/core/proof/prove-change.ts'
import { NO_CHANGE } from '../../src/core/site/change.ts'
import { fileDoc } from '../../src/core/site/step.ts'
import { siteOf } from './model.ts'
import { runs } from '../runs.ts'

const PATH = 'index.html'
const BODY = '<main class="a"><h1>x</h1><p id="i">y</p><p class="a">z</p></main>'
const HTML = `<!doctype html><html lang="en"><head><title>t</title><link rel="stylesheet" href="css/site.css"></head><body>${BODY}</body></html>`

const siteWith = (sheet: string) => siteOf({ [PATH]: HTML, 'css/site.css': sheet })
const proofOf = (before: SiteSnapshot, after: SiteSnapshot): ProofProgress =>
  [...prove(before, after, [{ before: PATH, after: PATH }])][0]!

function toEnd<T>(run: Generator<unknown, T, void>): T {
  let next = run.next()
  while (!next.done) next = run.next()
  return next.value
}

/** Every property that differs at rest, at one of the proof's widths, asked of two sites that share nothing. */
function differing(one: string, two: string): Set<string> {
  const [before, after] = [siteWith(one), siteWith(two)]
  return new Set(
    PROOF_VIEWPORTS.flatMap((viewport) => {
      const [old, now] = [before.stylesOf(PATH, viewport).all(), after.stylesOf(PATH, viewport).all()]
      return LONGHANDS.filter(({ id }) =>
        old.some((style, at) => resolvedValue(style, id) !== resolvedValue(now[at]!, id)),
      ).map(({ name }) => name)
    }),
  )
}

describe('a proof', () => {
  const declaration = fc.constantFrom(
    'color: red',
    'color: blue',
    'margin: 1px',
    'width: 50%',
    'top: 3px',
    'opacity: .5',
  )
  const rule = fc
    .tuple(fc.constantFrom('p', '.a', '#i', 'main', 'body', 'p.a'), declaration, fc.constantFrom('', ' !important'))
    .map(([selector, text, weight]) => `${selector} { ${text}${weight} }`)
  const layered = fc
    .tuple(
      fc.constantFrom('', '@layer two, one;\n'),
      fc.array(fc.tuple(fc.constantFrom('', 'one', 'two', 'one.in'), rule), { maxLength: 5 }),
    )
    .map(
      ([order, rules]) =>
        order + rules.map(([layer, text]) => (layer === '' ? text : `@layer ${layer} { ${text} }`)).join('\n'),
    )

  it('says what two sites with layers differ in, and nothing else', () => {
    fc.assert(
      fc.property(layered, layered, (one, two) => {
        const before = siteWith(one)
        const { altered, following } = proofOf(before, before.withText('css/site.css', two))
        const atRest = altered.filter(({ state, pseudo }) => state === '' && pseudo === '')
        const truly = differing(one, two)
        for (const { property } of atRest) expect(truly, property).toContain(property)
        expect(atRest.length > 0).toBe(truly.size > 0)
        if (truly.size === 0) expect(following).toBe(0)
      }),
      { numRuns: runs(40) },
    )
  })

  it('tells layers that only change places: for important declarations the earlier layer wins (CSS Cascade 5, 6.1)', () => {
    const rules =
      '@layer one { p { color: red; width: 1px !important } }\n@layer two { p { color: blue; width: 2px !important } }'
    const before = siteWith(`@layer one, two;\n${rules}`)
    const { altered } = proofOf(before, before.withText('css/site.css', `@layer two, one;\n${rules}`))
    const seen = altered.map(({ element, property, before: was, after }) => [element, property, was, after])
    expect(seen).toContainEqual(['p#i', 'color', 'rgb(0, 0, 255)', 'rgb(255, 0, 0)'])
    expect(seen).toContainEqual(['p.a', 'width', '1px', '2px'])
  })

  it('lists where a value is decided, and counts what only follows', () => {
    const before = siteWith('main { color: red }')
    const { altered, following } = proofOf(before, before.withText('css/site.css', 'main { color: blue }'))
    expect(altered.map(({ element, property }) => [element, property])).toEqual([['main.a', 'color']])
    expect(following).toBeGreaterThan(3)
  })
})

describe('what looks alike, on whatever pages,', () => {
  const pages = [
    '<ul class="a"><li>x<li class="a" title="t">y</ul>',
    '<p class="b" title="t">z</p><input class="a">',
    BODY,
  ]
  const texts = Object.fromEntries(pages.map((body, at) => [`${at}.html`, HTML.replace(BODY, body)]))
  const site = (sheet: string) => siteOf({ ...texts, 'css/site.css': sheet })
  const proved = (before: SiteSnapshot, after: SiteSnapshot, paths: readonly string[]) =>
    [
      ...prove(
        before,
        after,
        paths.map((path) => ({ before: path, after: path })),
      ),
    ].map(({ altered, following }) => ({
      altered,
      following,
    }))
  const rule = fc
    .tuple(
      fc.constantFrom('li', 'p', '.a', '.a:hover', '[title]', 'ul > li:first-child', ':visited'),
      fc.constantFrom('', '', '::before', '::marker', '::first-letter', '::first-line', '::placeholder'),
      fc.constantFrom(
        'color: red',
        'content: attr(title)',
        'content: "x"',
        'font-size: 2em',
        'top: 1px',
        'top: inherit',
      ),
    )
    .map(([selector, pseudo, declaration]) => `${selector}${pseudo} { ${declaration} }`)
  const sheets = fc.array(rule, { maxLength: 6 }).map((rules) => rules.join('\n'))

  it('is compared once, and comes to what pages come to that are compared alone by sites that share nothing', () => {
    fc.assert(
      fc.property(sheets, sheets, (one, two) => {
        const before = site(one)
        // As in the workroom, where all of it has been looked at before.
        proved(before, before, Object.keys(texts))
        const together = proved(before, before.withText('css/site.css', two), Object.keys(texts))
        const alone = Object.keys(texts).flatMap((path) => proved(site(one), site(two), [path]))
        expect(together).toEqual(alone)
      }),
      {
        numRuns: runs(60),
        // A pseudo-element may take from its element what hangs on nothing that its element hands down by itself.
        examples: [
          [
            ['.a { top: 1px }', 'li { top: inherit }', 'li::before { content: "x"; top: inherit }'],
            ['.a { top: 2px }', 'li { top: inherit }', 'li::before { content: "x"; top: inherit }'],
          ].map((rules) => rules.join('\n')) as [string, string],
        ],
      },
    )
  })

  it('is told once for all pages that have it in common, those of most pages first', () => {
    const insert = { from: 4, to: 4, insert: ' p.b { top: 3px } body { top: 2px }' }
    const texts = [{ doc: fileDoc('css/site.css'), splices: [insert] }]
    const { altered, total } = toEnd(proveChange(site('i {}'), { ...NO_CHANGE, texts }))
    expect(total).toBe(3)
    expect(altered.map((each) => [each.element, each.count, each.pages.join(), each.after])).toEqual([
      ['body', 3, '0.html,1.html,2.html', '2px'],
      ['p.b', 1, '1.html', '3px'],
    ])
  })

  it('counts what it does not list', () => {
    const many = Array.from({ length: 70 }, (_, at) => `<p id="p${at}">x</p>`).join('')
    const before = siteOf({ [PATH]: HTML.replace(BODY, many), 'css/site.css': 'i {}' })
    const { altered, unlisted } = proofOf(before, before.withText('css/site.css', 'p { top: 1px }'))
    expect([altered.length, unlisted]).toEqual([60, 10])
  })
})

describe('elements that come or go', () => {
  const proved = (before: SiteSnapshot, splices: { from: number; to: number; insert: string }[]) =>
    toEnd(proveChange(before, { ...NO_CHANGE, texts: [{ doc: fileDoc(PATH), splices }] }))
  const at = HTML.indexOf('<p id="i">')
  const end = HTML.indexOf('</main>')
  const wrapped = [
    { from: at, to: at, insert: '<div class="box">' },
    { from: end, to: end, insert: '</div>' },
  ]

  it('put nobody else out of step: all that stay are compared, and what a wrapper hands down is told', () => {
    const plain = proved(siteWith('p { top: 1px }'), wrapped)
    expect([plain.elements, plain.altered]).toEqual([siteWith('').page(PATH).elements.length, []])
    const coloured = proved(siteWith('.box { color: red }'), wrapped)
    expect(coloured.elements).toBe(plain.elements)
    expect(new Set(coloured.altered.map(({ element }) => element))).toEqual(new Set(['p#i', 'p.a']))
  })
  it('a change of a further stylesheet, or of one that the sheet imports, is told on every page that wears it', () => {
    const worn = HTML.replace('</head>', '<link rel="stylesheet" href="more.css"></head>')
    const site = siteOf({
      [PATH]: worn,
      'css/site.css': '@import "base.css"',
      'more.css': 'p{}',
      'css/base.css': 'p{}',
    })
    const toldOf = (file: string) => {
      const texts = [{ doc: fileDoc(file), splices: [{ from: 2, to: 2, insert: 'color: red' }] }]
      return toEnd(proveChange(site, { ...NO_CHANGE, texts })).altered.map(
        ({ element, property, after }) => `${element} ${property} ${after}`,
      )
    }
    for (const file of ['more.css', 'css/base.css'])
      expect(toldOf(file)).toEqual(['p#i color rgb(255, 0, 0)', 'p.a color rgb(255, 0, 0)'])
  })
  it('an element of the same tag before others is not taken for one of them', () => {
    const more = proved(siteWith('p:first-of-type { color: red }'), [{ from: at, to: at, insert: '<p>new</p>' }])
    expect(new Set(more.altered.map(({ element, before }) => `${element} ${before}`))).toEqual(
      new Set(['p#i rgb(255, 0, 0)']),
    )
  })
  it('one that goes is compared with nobody', () => {
    const gone = proved(siteWith('p + p { color: red }'), [{ from: at, to: HTML.indexOf('<p class="a">'), insert: '' }])
    expect(gone.elements).toBe(siteWith('').page(PATH).elements.length - 1)
    expect(new Set(gone.altered.map(({ element }) => element))).toEqual(new Set(['p.a']))
  })
})
