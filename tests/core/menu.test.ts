import { describe, expect, it } from 'vitest'
import { linkListsIn } from '../../src/core/menu/link-lists.ts'
import { readMenu } from '../../src/core/menu/menu.ts'
import { planMenu } from '../../src/core/menu/plan-menu.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { LIST, MENU_SITES, menusIn, pageWith, placeOf, wish, WISHES } from '../menus.ts'
import { siteOf, VIEWPORT } from './model.ts'

const readFirst = (site: SiteSnapshot) => readMenu(site, placeOf(menusIn(site)[0]!), VIEWPORT)!

describe('a menu from a list of links', () => {
  for (const [name, [css, body]] of Object.entries(MENU_SITES))
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
    expect(listsOf(LIST.replace('<a href="a.html">Anchor</a>', '<strong>Anchor</strong>'))[0]!.links[0]).toBeNull()
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
    const after = site.after(planMenu(site, wish(site, { direction: 'column' }, true))!.change)
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

  it('leaves a rule for narrow viewports alone that says anything of somebody’s own', () => {
    const own = [
      '@media (max-width: 600px) { nav ul { flex-direction: column; background: red } }',
      '@media (max-width: 600px) { nav ul { gap: 1px } }',
      '@media (max-width: 600px) { nav ul { flex-direction: column } /* mine */ }',
      '@media (max-width: 600px) { nav ul { flex-direction: column } nav ul > li + li { margin-top: 5px } }',
      '@media (max-width: 600px) { nav ul { flex-direction: column } p { color: red } }',
    ]
    for (const rule of own) {
      const site = siteOf({
        'index.html': pageWith(`<nav>${LIST}</nav>`),
        'css/site.css': `nav ul { display: flex; gap: 2px } ${rule}`,
      })
      for (const look of [{ gap: '9px' }, { separator: '1px solid red' }, { stackBelow: 480 }, { stackBelow: null }])
        expect(site.after(planMenu(site, wish(site, look))!.change).text('css/site.css'), rule).toContain(rule)
    }
  })

  it('changes its own stacking rule only where that says something else then', () => {
    const css =
      'nav ul { display: flex; gap: 2px }\n\n@media (max-width: 480px) {\n  nav ul {\n    flex-direction: column;\n  }\n}\n\np { top: 0 }\n'
    const site = siteOf({ 'index.html': pageWith(`<nav>${LIST}</nav>`), 'css/site.css': css })
    expect(site.after(planMenu(site, wish(site, { gap: '9px' }))!.change).text('css/site.css')).toBe(
      css.replace('2px', '9px'),
    )
    const floats = site.after(planMenu(site, wish(site, { means: 'float' }))!.change)
    expect(readFirst(floats).look).toMatchObject({ means: 'float', gap: '2px', stackBelow: 480 })
  })

  it('says which condition stacks it where that is not the menu’s own', () => {
    const css = 'p { top: 0 }\n@media (min-width: 37.5em) { nav ul { display: flex } }'
    const site = siteOf({ 'index.html': pageWith(`<nav>${LIST}</nav>`), 'css/site.css': css })
    expect(readFirst(site)).toMatchObject({
      look: { stackBelow: 599 },
      stackedBy: { condition: '(min-width: 37.5em)', line: 2 },
    })
  })

  it('takes bullets from items that a rule gives them, and keeps a gap as it is written', () => {
    const css = 'nav ul { display: flex; gap: 1rem } nav li { list-style: square }'
    const site = siteOf({ 'index.html': pageWith(`<nav>${LIST}</nav>`), 'css/site.css': css })
    const bare = site.after(planMenu(site, wish(site, { bullets: false }))!.change)
    expect(bare.text('css/site.css')).toContain('nav li { list-style: none }')
    expect(readFirst(bare).look.bullets).toBe(false)
    const floats = site.after(planMenu(site, wish(site, { means: 'float' }))!.change)
    expect(floats.text('css/site.css')).toContain('margin-left: 1rem')
  })
})
