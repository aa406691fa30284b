import { describe, expect, it } from 'vitest'
import { swatchesOf } from '../../src/core/color/swatches.ts'
import { findingsIn } from '../../src/core/fit/check.ts'
import { wornCopy } from '../../src/core/markup/worn.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { QUESTIONS } from '../../src/workers/questions.ts'
import { DEEP_PAGES, DEEP_SHEETS, WIDE_PAGES, WIDE_SHEETS } from '../extremes.ts'
import { runs } from '../runs.ts'
import { siteOf, VIEWPORT } from './model.ts'

const PATH = 'index.html'
const ASKS: Readonly<Record<string, object>> = {
  boxTargets: {},
  swatchReach: { name: '--v0' },
  contrast: { viewport: VIEWPORT },
  offers: { page: PATH, index: 3, property: 'color', value: 'red', viewport: VIEWPORT, pseudo: '' },
  rivals: { selector: 'p', properties: ['color'] },
  images: {},
  lift: { pages: [PATH], embedded: true, inline: true },
  attach: { paths: [PATH] },
  sampleWords: { selector: 'p' },
  reach: { selector: 'p' },
  moves: { moves: [{ from: PATH, to: 'x/y.html' }] },
  referrers: { paths: ['css/site.css'] },
  newPage: { path: 'n.html', title: 't', how: { kind: 'copy', of: PATH }, siteName: 's' },
  blocks: { page: PATH },
  parts: {},
  navigations: { page: PATH },
  weights: {},
  inspect: { page: PATH, index: 3, pseudo: '', viewport: VIEWPORT },
  specimens: { viewport: VIEWPORT },
  missed: { selector: 'p', joined: [], viewport: VIEWPORT },
  sizes: { selector: 'p', viewport: VIEWPORT },
  unusedFaces: {},
  prose: {},
}
const answers = QUESTIONS as unknown as Record<string, (site: unknown, ask: object) => unknown>

/** Asks everything that can be asked of a site; long answers to their end. */
function askAll(html: string, css: string): void {
  const site = siteOf({ [PATH]: html, 'css/site.css': css })
  expect(site.stylesOf(PATH, VIEWPORT).all().length).toBeGreaterThan(0)
  expect(applySplices(html, wornCopy(html, { bridge: '<b>', root: '/w/', self: 'x' })).length).toBeGreaterThan(0)
  expect(swatchesOf(site.sheet('css/site.css')!)).toBeInstanceOf(Array)
  expect(findingsIn(site)).toBeInstanceOf(Array)
  for (const [question, ask] of Object.entries(ASKS)) {
    const answer = answers[question]!(site, ask)
    if (answer && typeof (answer as { next?: unknown }).next === 'function')
      for (const _ of answer as Iterable<unknown>) void _
  }
}

const PAGE =
  '<!doctype html><html lang=en><head><title>t</title><link rel=stylesheet href=css/site.css></head><body><main><p>x</p><p class=a>y</p></main></body></html>'
const SHEET = 'p { color: red } div b, li > a { top: 0 }'
/** What is only long takes long, so it is asked where more than usual is (`ATTIRE_RUNS`). */
const wide = runs(1) > 1

describe('too deep, too long or too clever: everything is answered, nothing throws', () => {
  it.each(Object.entries({ ...DEEP_SHEETS, ...(wide ? WIDE_SHEETS : {}) }))('a sheet of %s', (_, css) =>
    askAll(PAGE, css),
  )
  it.each(Object.entries({ ...DEEP_PAGES, ...(wide ? WIDE_PAGES : {}) }))('a page of %s', (_, html) =>
    askAll(`<link rel=stylesheet href=css/site.css>${html}`, SHEET),
  )
  it('what is left out is said', () => {
    const errors = (css: string) =>
      siteOf({ 'css/site.css': css })
        .sheet('css/site.css')!
        .errors.filter(({ leftOut }) => leftOut)
    expect(errors('a{'.repeat(65))[0]!.message).toContain('Blocks stand more than 64 deep')
    expect(errors(DEEP_SHEETS['selectors in selectors']!)[0]!.message).toContain('Brackets stand more than 100 deep')
    expect(errors(DEEP_SHEETS['nested twice over']!)).toHaveLength(0)
    expect(errors(`${'main{& &{'.repeat(24)}color:red${'}}'.repeat(24)}`)[0]!.message).toContain('too often')
    expect(errors('p { color: red }')).toHaveLength(0)
  })
})
