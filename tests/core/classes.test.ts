import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { allNames } from '../../src/core/classes/all-names.ts'
import { nameFault } from '../../src/core/classes/name-fault.ts'
import { planRename, type Rename } from '../../src/core/classes/rename.ts'
import { planTurn } from '../../src/core/classes/turn.ts'
import { proveChange } from '../../src/core/proof/prove-change.ts'
import { linkSite } from '../../e2e/cascade/link-sites.ts'
import { DEMO_PAGES } from '../../e2e/demo-pages.ts'
import { siteOf } from './model.ts'

const pageWith = (body: string, head = '') =>
  `<!doctype html><html lang="en"><head><title>x</title><link rel="stylesheet" href="css/site.css">${head}</head><body>${body}</body></html>`
const siteWith = (css: string, body: string, head?: string) =>
  siteOf({ 'index.html': pageWith(body, head), 'css/site.css': css })
const demo = () =>
  siteOf(
    Object.fromEntries(
      [...DEMO_PAGES, 'css/site.css'].map((path) => [path, readFileSync(`demo/vennor-isles/${path}`, 'utf8')]),
    ),
  )

function after(site: ReturnType<typeof siteOf>, rename: Rename) {
  const plan = planRename(site, rename)
  const now = site.after(plan.change)
  return { ...plan, css: now.text('css/site.css'), page: now.text('index.html') }
}

/** Values that a change alters, as the cascade tells. */
function altered(site: ReturnType<typeof siteOf>, rename: Rename): number {
  const run = proveChange(site, planRename(site, rename).change)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value.altered.length
  }
}

describe('all classes and ids', () => {
  it('are counted over elements, pages and rules', () => {
    const site = siteWith(
      '.card { top: 0 } .card:hover, .card b { top: 0 }',
      '<p class="card wide">A</p><p class="card card" id="x">B</p>',
    )
    expect(allNames(site)).toMatchObject([
      { name: 'card', kind: 'class', elements: 2, pages: ['index.html'], rules: 2, likely: null },
      { name: 'wide', elements: 1, rules: 0 },
      { name: 'x', kind: 'id', elements: 1, rules: 0 },
    ])
  })

  it.each([
    ['.Card { top: 0 }', 'class="card"', 'card', 'Letter case differs: the sheet names .Card.'],
    ['#card { top: 0 }', 'class="card"', 'card', 'The sheet names it as an id, #card.'],
    ['.teaser { top: 0 }', 'class="teasr"', 'teasr', 'Close to .teaser, which only the sheet knows.'],
    ['.teaser { top: 0 }', 'class="teaser"', 'teaser', null],
    ['.far { top: 0 }', 'class="away"', 'away', null],
  ])('%s beside %s', (css, attribute, name, likely) => {
    const found = allNames(siteWith(css, `<p ${attribute}>A</p>`)).find(
      (each) => each.name === name && each.elements > 0,
    )
    expect(found?.likely).toBe(likely)
  })

  it('of the demo are those that its pages and its sheet have', () => {
    expect(allNames(demo()).find(({ name }) => name === 'button')).toMatchObject({ elements: 2, rules: 3 })
  })
})

describe('another name', () => {
  it('reaches class attributes, selectors of every form, nested rules, scopes and embedded blocks', () => {
    const css = `.card, a.card:not(.card .x)::before, [class~="card"], [class=card], .card-wide { top: 0 }
@media print { .outer { & .card { top: 0 } } } @scope (.card) { p { top: 0 } }
.x::after { content: ".card" } /* .card */ .c\\61rd { top: 0 } [class^="card"] { top: 0 }`
    const { css: now, page } = after(
      siteWith(css, `<p class=card>A</p><p class='x card'>B</p>`, '<style>.card { top: 1px }</style>'),
      {
        ...{ kind: 'class', from: 'card', to: 'tile' },
      },
    )
    expect(now).toBe(`.tile, a.tile:not(.tile .x)::before, [class~="tile"], [class=tile], .card-wide { top: 0 }
@media print { .outer { & .tile { top: 0 } } } @scope (.tile) { p { top: 0 } }
.x::after { content: ".card" } /* .card */ .tile { top: 0 } [class^="card"] { top: 0 }`)
    expect(page).toContain(`<p class=tile>A</p><p class='x tile'>B</p>`)
    expect(page).toContain('<style>.tile { top: 1px }</style>')
  })

  it('of an id takes along whatever refers to it, also from other pages and in drawings', () => {
    const site = siteOf({
      'index.html': pageWith(
        '<a href="#top">a</a><a href="b.html#top">b</a><h2 id="top">T</h2><label for="top">L</label>',
      ),
      'b.html': pageWith('<a href="index.html#top">c</a><svg fill="url(#top)"></svg><p aria-labelledby="x top">P</p>'),
      'css/site.css': '#top { top: 0 } [href="#top"] { top: 0 } [for=top] { top: 0 } p { color: #top }',
    })
    const now = site.after(planRename(site, { kind: 'id', from: 'top', to: 'start' }).change)
    expect(now.text('index.html')).toContain(
      '<a href="#start">a</a><a href="b.html#top">b</a><h2 id="start">T</h2><label for="start">L</label>',
    )
    expect(now.text('b.html')).toContain('href="index.html#start"')
    expect(now.text('b.html')).toContain('fill="url(#start)"></svg><p aria-labelledby="x start">')
    expect(now.text('css/site.css')).toBe(
      '#start { top: 0 } [href="#start"] { top: 0 } [for=start] { top: 0 } p { color: #top }',
    )
  })

  it('that is there already makes one of both, and no class stands twice', () => {
    const body = '<p class="a b">1</p><p class=" b  a c ">2</p><p class="a">3</p>'
    const { page, merges } = after(siteWith('.a { top: 0 } .b { left: 0 }', body), {
      kind: 'class',
      from: 'a',
      to: 'b',
    })
    expect(page).toContain('<p class="b">1</p><p class=" b c ">2</p><p class="b">3</p>')
    expect(merges).toBe(true)
  })

  it('is escaped where CSS or HTML needs it', () => {
    const { css, page } = after(siteWith('.a { top: 0 }', '<p class="a">1</p>'), {
      kind: 'class',
      from: 'a',
      to: 'w-1/2&"',
    })
    expect(css).toBe('.w-1\\/2\\&\\" { top: 0 }')
    expect(page).toContain('class="w-1/2&amp;&quot;"')
  })

  it('scripts that may mean it are named, and left alone', () => {
    const { left, page } = after(siteWith('.a { top: 0 }', '<p class="a">1</p>', `<script>find('.a')</script>`), {
      ...{ kind: 'class', from: 'a', to: 'b' },
    })
    expect(left).toEqual(['A script of index.html may mean it too.'])
    expect(page).toContain(`find('.a')`)
  })

  it('changes nothing that anybody sees, on the demo and on generated sites', () => {
    for (const { name, kind } of allNames(demo()).slice(0, 12))
      expect(altered(demo(), { kind, from: name, to: 'quite-other' }), name).toBe(0)
    for (let seed = 0; seed < 4; seed++)
      expect(altered(siteOf(linkSite(seed)), { kind: 'class', from: 'button', to: 'press' })).toBe(0)
  })

  it('that cannot be one says why', () => {
    expect(nameFault('class', '')).toBe('Write a name for the class.')
    expect(nameFault('class', 'two words')).toBe('A class has no spaces in it: write two-words.')
    expect(nameFault('id', 'fine')).toBeNull()
  })
})

describe('an id made a class, and back', () => {
  const turned = (site: ReturnType<typeof siteOf>, kind: 'class' | 'id', name: string) => {
    const plan = planTurn(site, kind, name)
    return 'fault' in plan ? plan.fault : site.after(plan.change)
  }

  it('changes the sign in selectors and the attribute in pages', () => {
    const site = siteWith('#a, p#a:hover, [id=a] { color: #a }', '<p id="a">1</p><p class="b" id=a>2</p>')
    const now = turned(site, 'id', 'a') as typeof site
    expect(now.text('css/site.css')).toBe('.a, p.a:hover, [id=a] { color: #a }')
    expect(now.text('index.html')).toContain('<p class="a">1</p><p class="b a">2</p>')
    const back = turned(siteWith('.a { top: 0 }', '<p class="a b">1</p>'), 'class', 'a') as typeof site
    expect([back.text('css/site.css'), back.text('index.html')]).toEqual([
      '#a { top: 0 }',
      expect.stringContaining('<p class="b" id="a">1</p>'),
    ])
  })

  it('an id that something refers to stays beside the class', () => {
    const now = turned(siteWith('#a { top: 0 }', '<p id="a">1</p><a href="#a">to it</a>'), 'id', 'a')
    expect((now as ReturnType<typeof siteOf>).text('index.html')).toContain('<p id="a" class="a">1</p>')
  })

  it('a class of many elements cannot be an id', () => {
    expect(turned(siteWith('.a { top: 0 }', '<p class="a">1</p><p class="a">2</p>'), 'class', 'a')).toBe(
      '2 elements of index.html have the class “a”, and an id stands once on a page.',
    )
  })
})
