import { describe, expect, it } from 'vitest'
import { findingsIn } from '../../src/core/fit/check.ts'
import { Standing } from '../../src/core/fit/standing.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { QUESTIONS } from '../../src/workers/questions.ts'
import { siteOf } from '../core/model.ts'

const nav = (up: string, extra = '') =>
  `<nav><ul><li><a href="${up}index.html">Home</a></li><li><a href="${up}isles/a.html">A</a></li>${extra}</ul></nav>`
const page = (up: string, body: string) =>
  `<!doctype html><html lang="en"><head><title>x</title><link rel="stylesheet" href="${up}css/site.css"></head><body>${body}</body></html>`
const texts = {
  'index.html': page('', `${nav('')}<main><p style="color: red">x</p><img src="images/a.png"></main>`),
  'isles/a.html': page('../', `${nav('../')}<main><p>y</p></main>`),
  'b.html': page('', '<main><p>z</p></main>'),
  'css/site.css': 'p { color: blue }',
}
const demo = () => siteOf(texts, [{ path: 'images/a.png', size: 900, pixels: { width: 30, height: 20 } }, 'f.woff2'])

/** What a long question comes to in the end. */
function answered<A>(slices: Generator<unknown, A, void>): A {
  for (;;) {
    const next = slices.next()
    if (next.done) return next.value
  }
}

describe('what the site worker answers', () => {
  it('moves with their fault, or with what follows', () => {
    const site = demo()
    expect(QUESTIONS.moves(site, { moves: [{ from: 'b.html', to: 'index.html' }] })).toEqual({
      fault: 'There is a file index.html already. Choose another name.',
      change: { texts: [], moves: [], creates: [] },
    })
    expect(
      QUESTIONS.moves(site, {
        moves: [
          { from: 'b.html', to: 'x.html' },
          { from: 'isles/a.html', to: 'x.html' },
        ],
      }).fault,
    ).toBe('Two files would be called x.html.')
    const { fault, change } = QUESTIONS.moves(site, { moves: [{ from: 'isles/a.html', to: 'a.html' }] })
    expect([fault, change.texts.map(({ doc, splices }) => `${doc} ${splices.length}`)]).toEqual([
      '',
      ['file:index.html 1', 'file:isles/a.html 3'],
    ])
    // Files that change places at once are in nobody's way.
    expect(
      QUESTIONS.moves(site, {
        moves: [
          { from: 'b.html', to: 'index.html' },
          { from: 'index.html', to: 'b.html' },
        ],
      }).fault,
    ).toBe('')
  })
  it('referrers with their lines', () => {
    expect(QUESTIONS.referrers(demo(), { paths: ['images/a.png'] })).toEqual([
      { file: 'index.html', offset: texts['index.html'].indexOf('images/a.png'), kind: 'image', line: 1 },
    ])
  })
  it('blocks, and what sharing one does to each page', () => {
    let site = demo()
    expect(QUESTIONS.blocks(site, { page: 'index.html' }).map(({ name, words }) => `${name}: ${words}`)).toEqual([
      'nav: Home A',
      'main: x',
    ])
    const block = QUESTIONS.blocks(site, { page: 'index.html' })[0]!
    const { outcomes } = QUESTIONS.share(site, {
      page: 'index.html',
      index: block.index,
      name: 'menu',
      into: ['b.html'],
    })
    expect(outcomes.map(({ page: path, state }) => `${path} ${state}`)).toEqual([
      'index.html marked',
      'b.html inserted',
      'isles/a.html marked',
    ])
    for (const { page: path, splices } of outcomes) site = site.withText(path, applySplices(site.text(path), splices))
    const [part] = QUESTIONS.parts(site)
    expect(part).toMatchObject({
      name: 'menu',
      pages: ['index.html', 'b.html', 'isles/a.html'],
      drifted: [],
      from: 'index.html',
    })
    expect(QUESTIONS.blocks(site, { page: 'b.html' })[0]).toMatchObject({ name: 'nav', part: 'menu' })
    site = site.withText('b.html', site.text('b.html').replace('Home', 'Start'))
    expect(QUESTIONS.parts(site)[0]!.drifted).toEqual(['b.html'])
    expect(
      QUESTIONS.part(site, { name: 'menu', page: part!.from, text: part!.text })
        .filter(({ state }) => state === 'changed')
        .map(({ page: path }) => path),
    ).toEqual(['b.html'])
    for (const { doc, splices } of QUESTIONS.unshare(site, { name: 'menu' }).texts)
      site = site.withText(doc.slice(5), applySplices(site.text(doc.slice(5)), splices))
    expect(QUESTIONS.parts(site)).toEqual([])
    expect(site.text('index.html')).toBe(texts['index.html'])
  })
  it('wrapping on one page, on all that are alike, and why not', () => {
    const site = demo()
    const index = site.page('index.html').elements.find(({ tag }) => tag === 'main')!.index
    expect(
      QUESTIONS.wrap(site, { page: 'index.html', index, wrapper: 'main', caption: '', all: false }).fault,
    ).toContain('a <main> already')
    const { pages, change } = QUESTIONS.wrap(site, {
      page: 'index.html',
      index,
      wrapper: 'section',
      caption: '',
      all: true,
    })
    expect(pages.map(({ page: path, state }) => `${path} ${state}`)).toEqual([
      'index.html changed',
      'isles/a.html changed',
      'b.html changed',
    ])
    expect(site.after(change).text('b.html')).toContain('<section><main><p>z</p></main></section>')
  })
  it('images with where and how wide they are shown, weights, rules, fixes and plans', () => {
    const site = demo()
    expect(QUESTIONS.images(site)).toEqual([
      { path: 'images/a.png', size: 900, pixels: { width: 30, height: 20 }, shownOn: ['index.html'], widest: 30 },
    ])
    expect(QUESTIONS.weights(site).find(({ page: path }) => path === 'index.html')!.bytes).toMatchObject({
      images: 900,
      sheets: 17,
    })
    expect(QUESTIONS.rules().every(({ id, title, explanation }) => id && title && explanation)).toBe(true)
    const findings = findingsIn(site)
    expect(site.after(QUESTIONS.fix(site, { findings }, new Standing()).change).text('index.html')).toContain(
      'width="30" height="20"',
    )
    expect(
      QUESTIONS.lift(site, { pages: ['index.html'], embedded: true, inline: true }).attributes.map(({ name }) => name),
    ).toEqual(['p-red'])
    expect(QUESTIONS.navigations(site, { page: 'isles/a.html' })[0]!.links.map(({ file }) => file)).toEqual([
      'index.html',
      'isles/a.html',
    ])
    expect(
      QUESTIONS.newPage(site, {
        path: 'isles/new.html',
        title: 'N',
        how: { kind: 'copy', of: 'index.html' },
        siteName: 'S',
      }),
    ).toContain('href="../css/site.css"')
  })
  it('where a swatch is used, roles, what they miss, their sizes, and words of the pages', () => {
    let site = demo()
    site = site.withText(
      'css/site.css',
      ':root { --sea: teal }\np { color: var(--sea); font-size: 1.25em }\nnav a { color: var(--sea) }',
    )
    expect(QUESTIONS.swatchReach(site, { name: '--sea' })).toMatchObject({
      elements: 7,
      pages: [
        { page: 'index.html', count: 3 },
        { page: 'isles/a.html', count: 3 },
        { page: 'b.html', count: 1 },
      ],
    })
    const viewport = { width: 1280, height: 800 }
    const specimens = answered(QUESTIONS.specimens(site, { viewport }))
    expect(specimens.find(({ selector }) => selector === 'p')).toMatchObject({
      count: 3,
      pages: 3,
      text: 'z',
    })
    expect(QUESTIONS.sizes(site, { selector: 'p', viewport })).toMatchObject([
      { size: '20px', count: 3, parent: 16, root: 16 },
    ])
    expect(QUESTIONS.missed(site, { selector: 'p', joined: ['p'], viewport })).toEqual([])
    expect(QUESTIONS.prose(site)).toContain('Home A')
    site = site.withText(
      'css/site.css',
      '@font-face { font-family: Zephyr; src: url(a.woff2) }\n@font-face { font-family: B; src: url(b.woff2) }\np { font-family: B, serif }',
    )
    expect(QUESTIONS.unusedFaces(site)).toEqual([0])
  })
})
