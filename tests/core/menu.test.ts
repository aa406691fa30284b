import { describe, expect, it } from 'vitest'
import { linkListsIn } from '../../src/core/menu/link-lists.ts'
import type { MenuLook } from '../../src/core/menu/menu-look.ts'
import { readMenu } from '../../src/core/menu/menu.ts'
import { menusOf, type Menu } from '../../src/core/menu/menus.ts'
import { planMenu, type MenuPlace, type MenuWish } from '../../src/core/menu/plan-menu.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { siteOf, VIEWPORT } from './model.ts'

const pageWith = (body: string) => `<!doctype html><link rel="stylesheet" href="css/site.css"><body>${body}`
const LIST =
  '<ul>\n<li><a href="a.html">A</a></li>\n<li><a href="b.html">B</a></li>\n<li><a href="c.html">C</a></li>\n</ul>'

function menusIn(site: SiteSnapshot): Menu[] {
  const run = menusOf(site)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value
  }
}

const placeOf = ({ selector, sample }: Menu): MenuPlace => ({ selector, page: sample.page, index: sample.index })
const wish = (site: SiteSnapshot, look: Partial<MenuLook>, only: string | null = null): MenuWish => ({
  ...{ menu: placeOf(menusIn(site)[0]!), viewport: VIEWPORT, look, only },
})
const readFirst = (site: SiteSnapshot) => readMenu(site, placeOf(menusIn(site)[0]!), VIEWPORT)!

/** Menus as they are written, from none at all to those of old sites. */
const SITES: Readonly<Record<string, readonly [css: string, body: string]>> = {
  'a list without any rule': ['p { color: navy }', `<nav>${LIST}</nav>`],
  'a flex bar': ['nav ul { display: flex; gap: 1rem; list-style: none; padding: 0 }', `<nav>${LIST}</nav>`],
  'floats with ids': [
    '#nav { overflow: hidden; list-style-type: none } #nav li { float: left; margin-right: 12px } #nav li a { display: block }',
    LIST.replace('<ul>', '<ul id="nav">'),
  ],
  'inline-blocks with a line': [
    'ul.m { margin: 0; padding: 0; list-style: none } ul.m li { display: inline-block; padding: 0 6px } ul.m li + li { border-left: 1px solid #333333 }',
    `<div class="top">${LIST.replace('<ul>', '<ul class="m">')}</div>`,
  ],
  'a column, wide viewports first': [
    '@media (min-width: 600px) { .side ul { display: flex; gap: 8px } } .side ul { list-style: square }',
    `<aside class="side">${LIST}</aside>`,
  ],
  'heavy rules on every part': [
    '#page .head ul { display: block } #page .head ul li { display: inline; margin: 0 4px } .head ul li a { padding: 2px }',
    `<div id="page"><div class="head">${LIST}</div></div>`,
  ],
  'a group with other lists': [
    'nav ul, footer ol { display: block; padding: 4px }',
    `<nav>${LIST}</nav><footer><ol><li>x</ol></footer>`,
  ],
}

const WISHES: readonly Partial<MenuLook>[] = [
  { direction: 'bar', means: 'flex', gap: '10px', bullets: false },
  { direction: 'bar', means: 'float', gap: '6px' },
  { direction: 'bar', means: 'inline-block', gap: '14px' },
  { direction: 'column', means: 'block', gap: '3px' },
  { direction: 'column', means: 'flex', gap: '5px' },
  { bullets: true },
  { bullets: false, filled: true },
  { direction: 'bar', means: 'flex', separator: '2px solid rgb(1, 2, 3)', gap: '4px' },
  { direction: 'bar', means: 'flex', narrow: 'scroll' },
  { direction: 'bar', means: 'flex', narrow: 'stay' },
  { direction: 'bar', means: 'inline-block', narrow: 'scroll' },
  { direction: 'bar', means: 'flex', stackBelow: 480 },
  { direction: 'bar', means: 'float', gap: '7px', stackBelow: 480, separator: '1px solid rgb(1, 2, 3)' },
]

describe('a menu from a list of links', () => {
  for (const [name, [css, body]] of Object.entries(SITES))
    it(`reads back as it was wished: ${name}`, () => {
      const site = siteOf({ 'index.html': pageWith(body), 'css/site.css': css })
      for (const look of WISHES) {
        const plan = planMenu(site, wish(site, look))!
        const after = site.after(plan.change)
        const kept = JSON.stringify([look, plan.kept, after.text('css/site.css')])
        // Where the site stacks it in wider viewports by itself, a narrower turn cannot be added.
        if (css.includes('min-width') && look.stackBelow !== undefined && look.means === 'flex') {
          expect(plan.kept.map(({ property }) => property)).toEqual(['flex-direction'])
          continue
        }
        expect(plan.kept, kept).toEqual([])
        expect(readFirst(after).look, kept).toMatchObject(look)
      }
    })
})

describe('lists of links', () => {
  const listsOf = (body: string) =>
    linkListsIn(siteOf({ 'index.html': pageWith(body), 'css/site.css': '' }).page('index.html'))

  it('are those whose items are links, the current page without one among them', () => {
    expect(listsOf(LIST)).toHaveLength(1)
    expect(listsOf(LIST.replace('<a href="a.html">A</a>', '<strong>A</strong>'))[0]!.links[0]).toBeNull()
    expect(listsOf(LIST.replace('</a>', '</a> |'))).toHaveLength(1)
    expect(listsOf(LIST.replace('</a>', '</a> is the first of all'))).toHaveLength(1)
    expect(listsOf(LIST.replaceAll('</a>', '</a> is where words go on'))).toEqual([])
    expect(listsOf('<ul><li>one<li>two</ul><ul><li><a href="#">one</a></ul>')).toEqual([])
  })

  it('are found within one another, each by itself', () => {
    const inner = `<ul><li><a href="#">A</a>${LIST}</li><li><a href="#">B</a></li></ul>`
    expect(listsOf(inner).map(({ items }) => items.length)).toEqual([2, 3])
  })

  it('are one menu where one selector finds them, on all pages', () => {
    const nav = pageWith(`<nav>${LIST}</nav><footer>${LIST}</footer>`)
    const site = siteOf({ 'a.html': nav, 'b.html': nav, 'css/site.css': 'nav ul { margin: 0 } ul { padding: 0 }' })
    expect(menusIn(site).map(({ selector, name, lists, pages }) => [selector, name, lists, pages])).toEqual([
      ['nav ul', 'Navigation', 2, ['a.html', 'b.html']],
      ['footer > ul', 'Footer', 2, ['a.html', 'b.html']],
    ])
  })
})

describe('planning a menu', () => {
  it('changes the declarations that make it where they stand, and nothing else', () => {
    const css = 'nav ul { display: flex; gap: 1rem } /* keep */ nav a { color: red }'
    const site = siteOf({ 'index.html': pageWith(`<nav>${LIST}</nav>`), 'css/site.css': css })
    const after = site.after(planMenu(site, wish(site, { gap: '2rem' }))!.change)
    expect(after.text('css/site.css')).toBe(css.replace('1rem', '2rem'))
    expect(readFirst(after).look.gap).toBe('2rem')
  })

  it('writes a stacking rule of its own, changes it, and takes it out', () => {
    const css = 'nav ul { display: flex }\n'
    const site = siteOf({ 'index.html': pageWith(`<nav>${LIST}</nav>`), 'css/site.css': css })
    const at480 = site.after(planMenu(site, wish(site, { stackBelow: 480 }))!.change)
    const at600 = at480.after(planMenu(at480, wish(at480, { stackBelow: 600 }))!.change)
    expect(at600.text('css/site.css').match(/@media [^{]*/g)).toEqual(['@media (max-width: 600px) '])
    const never = at600.after(planMenu(at600, wish(at600, { stackBelow: null }))!.change)
    expect(never.text('css/site.css').trim()).toBe(css.trim())
  })

  it('says what decides where the sheet cannot', () => {
    const body = `<nav>${LIST.replace('<ul>', '<ul style="display: flex">')}</nav>`
    const site = siteOf({ 'index.html': pageWith(body), 'css/site.css': 'nav ul { margin: 0 }' })
    const { kept } = planMenu(site, wish(site, { direction: 'column', means: 'block' }))!
    expect(kept).toEqual([{ of: 'list', property: 'display', by: '' }])
  })

  it('is for the list of one page alone where that is asked', () => {
    const nav = pageWith(`<nav>${LIST}</nav>`)
    const site = siteOf({ 'a.html': nav, 'b.html': nav, 'css/site.css': 'nav ul { display: flex }' })
    const after = site.after(planMenu(site, wish(site, { direction: 'column' }, 'a.html'))!.change)
    expect(after.text('b.html')).toBe(nav)
    const directions = menusIn(after).map((menu) => [
      menu.pages,
      readMenu(after, placeOf(menu), VIEWPORT)!.look.direction,
    ])
    expect(directions).toEqual(
      expect.arrayContaining([
        [['a.html'], 'column'],
        [['b.html'], 'bar'],
      ]),
    )
  })
})
