import { describe, expect, it } from 'vitest'
import { draftClass, planNewClass, type ClassSource } from '../../src/core/classes/new-class.ts'
import { planSplit } from '../../src/core/classes/split.ts'
import { STARTING_POINTS } from '../../src/core/classes/starting-points.ts'
import { planClear } from '../../src/core/classes/unused.ts'
import { contrastRatio } from '../../src/core/color/contrast.ts'
import { readRgb } from '../../src/core/color/rgb.ts'
import { LONGHANDS } from '../../src/core/properties/longhands.ts'
import { resolvedValue } from '../../src/core/cascade/resolved.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { supportsMatches } from '../../src/core/cascade/supports.ts'
import { declarationsOf, styleRules } from '../../src/core/sheet/walk.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { siteOf } from './model.ts'

const pageWith = (body: string) => `<!doctype html><link rel="stylesheet" href="css/site.css"><body>${body}`
const siteWith = (css: string, body: string) => siteOf({ 'index.html': pageWith(body), 'css/site.css': css })
const indexOf = (site: SiteSnapshot, tag: string) =>
  site.page('index.html').elements.find((element) => element.tag === tag)!.index
const valuesAt = (site: SiteSnapshot, index: number) =>
  LONGHANDS.map(({ id, name }) => `${name}: ${resolvedValue(site.stylesOf('index.html').at(index), id)}`)

function write(site: SiteSnapshot, source: ClassSource, onto: string) {
  const { name, css } = draftClass(site, source)
  const style = source.from === 'style' ? source : null
  const give = { page: 'index.html', indices: [indexOf(site, onto)], reach: 'one' as const }
  return { name, css, plan: planNewClass(site, { name, css, give, style }) }
}

describe('a new class', () => {
  it('of how an element looks makes another one of its kind look so', () => {
    const css = `body { font-family: serif } .box { color: #123456; font-size: 20px } .box i { margin: 1px 2px; padding: 3px }
i { padding: 9px; border: 1px dotted red; background: url(dot.png) }`
    const site = siteWith(css, '<div class="box"><i id="a" style="letter-spacing: 2px">x</i></div><p><em>y</em></p>')
    const source = { from: 'look', page: 'index.html', index: indexOf(site, 'i') } as const
    const { plan, css: draft } = write(site, source, 'em')
    expect(plan.fault).toBeNull()
    expect(draft).toContain('padding: 3px')
    expect(draft).not.toContain('padding: 9px')
    const after = site.after(plan.change)
    expect(valuesAt(after, indexOf(after, 'em'))).toEqual(valuesAt(after, indexOf(after, 'i')))
  })

  it('of a style attribute takes its place wherever it is the same, and nothing looks other', () => {
    const body =
      '<p style="color: red; background: url(a.png)">x</p><p class="b" style="color:red;background:url(a.png)">y</p>'
    const site = siteWith('', body)
    const source = { from: 'style', page: 'index.html', index: indexOf(site, 'p') } as const
    expect(draftClass(site, source).alike).toBe(2)
    const { plan, name } = write(site, source, 'p')
    const after = site.after(plan.change)
    expect(after.text('index.html')).toBe(pageWith(`<p class="${name}">x</p><p class="b ${name}">y</p>`))
    // The sheet stands in another folder than the page.
    expect(after.text('css/site.css')).toContain('url(../a.png)')
    expect(plan.selectors).toMatchObject([{ specificity: [0, 1, 0], reach: [{ page: 'index.html', count: 2 }] }])
  })

  it('stands beside its kin, and says why it cannot be written', () => {
    const css = 'p { margin: 0 }\n\n.one { color: red }\n\n@media print { p { color: black } }\n'
    const site = siteWith(css, '<p class="one">x')
    const ask = { css: '', give: null, style: null }
    const plan = planNewClass(site, { ...ask, name: 'two' })
    expect(site.after(plan.change).text('css/site.css')).toBe(css.replace('red }\n', 'red }\n\n.two {\n}\n'))
    expect(plan.line).toBe(5)
    const faults = [
      { ...ask, name: 'one' },
      { ...ask, name: 'a b' },
      { ...ask, name: 'two', css: '.two { color: red' },
      { ...ask, name: 'two', css: '.three { color: red }' },
    ].map((each) => planNewClass(site, each).fault)
    expect(faults.map((fault) => fault?.slice(0, 20))).toEqual([
      '.one is there alread',
      'A class has no space',
      'A rule is not closed',
      'No rule here is for ',
    ])
  })

  it('begins with starting points that browsers understand, in colours that can be read', () => {
    const css =
      ':root { --deep: #003355; --pale: #f4f4e8 } body { color: #222222; background: var(--pale) } a { color: var(--deep) }'
    const site = siteWith(css, '<p><a href="#">x</a></p>')
    for (const { id } of STARTING_POINTS) {
      const { name, css: draft } = draftClass(site, { from: 'start', id })
      const sheet = parseSheet(draft)
      expect([id, sheet.errors, planNewClass(site, { name, css: draft, give: null, style: null }).fault]).toEqual([
        id,
        [],
        null,
      ])
      for (const { rule } of styleRules(sheet))
        for (const { property, value } of declarationsOf(rule))
          expect([`${property}: ${value}`, supportsMatches(`(${property}: ${value})`)]).toEqual([
            `${property}: ${value}`,
            true,
          ])
    }
    const { css: button } = draftClass(site, { from: 'start', id: 'button' })
    expect(button).toContain('background-color: var(--deep)')
    const color = /[^-]color: ([^;]+);/.exec(button)![1]!
    const rgb = readRgb(color === 'var(--pale)' ? '#f4f4e8' : color)!
    expect(contrastRatio(rgb, readRgb('#003355')!)).toBeGreaterThanOrEqual(4.5)
  })
})

describe('splitting and clearing', () => {
  const CSS =
    '.card { color: red } .card .card > a, p.card:hover { margin: 0 } @scope (.card) { a { color: blue } } [class~="card"] b { top: 0 }'
  const BODY = '<div class="card"><div class="card"><a href="#">x</a></div></div><p class="card">y</p>'

  it('split, both names look as one did', () => {
    const site = siteOf({ 'a.html': pageWith(BODY), 'b.html': pageWith(BODY), 'css/site.css': CSS })
    const after = site.after(planSplit(site, { name: 'card', to: 'tile', pages: ['b.html'] }))
    expect(after.text('a.html')).toBe(pageWith(BODY))
    expect(after.text('b.html')).toBe(pageWith(BODY.replaceAll('card', 'tile')))
    expect(after.text('css/site.css')).toBe(
      '.card, .tile { color: red } :is(.card, .tile) :is(.card, .tile) > a, p.card:hover, p.tile:hover { margin: 0 } @scope (:is(.card, .tile)) { a { color: blue } } [class~="card"] b, [class~="tile"] b { top: 0 }',
    )
    for (const path of ['a.html', 'b.html'])
      for (const { index } of site.page(path).elements) {
        const values = (of: SiteSnapshot) => LONGHANDS.map(({ id }) => resolvedValue(of.stylesOf(path).at(index), id))
        expect(values(after)).toEqual(values(site))
      }
  })

  it('cleared, what only one side knows is gone, but for what a script may mean', () => {
    const css =
      '.here { top: 0 } .gone, .here { left: 0 } .gone a { color: red } p:not(.gone) { right: 0 } .script { bottom: 0 }'
    const site = siteWith(css, `<p class="here lone">x</p><script>add('script')</script>`)
    const sheet = planClear(site, 'sheet')
    expect(site.after(sheet.change).text('css/site.css')).toBe(
      '.here { top: 0 } .here { left: 0 }  p:not(.gone) { right: 0 } .script { bottom: 0 }',
    )
    expect([sheet.names, sheet.inScripts, sheet.unreadScripts]).toEqual([1, ['.script'], false])
    expect(planClear(siteWith(css, '<p><script src="a.js"></script>'), 'sheet').unreadScripts).toBe(true)
    const pages = planClear(site, 'pages')
    expect(site.after(pages.change).text('index.html')).toContain('<p class="here">')
  })
})
