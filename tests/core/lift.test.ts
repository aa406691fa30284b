import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findingsIn } from '../../src/core/fit/check.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { colourWord, suggestClass } from '../../src/core/classes/class-names.ts'
import { planLift, type LiftChoices } from '../../src/core/lift/plan.ts'
import type { Alteration } from '../../src/core/proof/proof.ts'
import { proveChange } from '../../src/core/proof/prove-change.ts'
import { scopeRule, scopeSelector } from '../../src/core/lift/scope.ts'
import { parseComplex } from '../../src/core/selectors/parse.ts'
import { specificityOf } from '../../src/core/selectors/specificity.ts'
import { parseDeclarations, parseSheet } from '../../src/core/sheet/parse.ts'
import { siteOf } from './model.ts'
import { runs } from '../runs.ts'

const page = (body: string, head = '', up = '') =>
  `<!doctype html>\n<html lang="en">\n<head>\n  <title>x</title>\n  <link rel="stylesheet" href="${up}css/site.css">\n${head}</head>\n<body>\n${body}\n</body>\n</html>\n`
const lift = (site: SiteSnapshot, choices: Partial<LiftChoices> = {}) =>
  planLift(site, { pages: site.pagePaths, embedded: true, inline: true, ...choices })
const altered = (site: SiteSnapshot, choices: Partial<LiftChoices> = {}): Alteration[] => {
  const proving = proveChange(site, lift(site, choices).change)
  let next = proving.next()
  while (!next.done) next = proving.next()
  return [...next.value.altered]
}
const lifted = (site: SiteSnapshot, choices: Partial<LiftChoices> = {}) => site.after(lift(site, choices).change)

describe('embedded blocks', () => {
  it('equal rules of several pages become one, and their tags go with them', () => {
    const head =
      '  <style>\n    /* Our quotes */\n    q  {  color: #333 ;}\n    @media (max-width: 500px) { q { color: red } }\n  </style>\n'
    const site = siteOf({
      'a.html': page('<q>x</q>', head),
      'b.html': page('<q>y</q>', head.replace('q  {  color: #333 ;}', 'q{color:#333}')),
      'css/site.css': 'p { top: 0 }\n',
    })
    const after = lifted(site)
    expect(after.text('css/site.css')).toBe(
      'p { top: 0 }\n\n/* Our quotes */\nq  {  color: #333 ;}\n\n@media (max-width: 500px) { q { color: red } }\n',
    )
    expect([after.text('a.html'), after.text('b.html')]).toEqual([page('<q>x</q>'), page('<q>y</q>')])
    expect(altered(site)).toEqual([])
  })
  it('a rule that would reach other pages is kept apart under a class of its page; specificity stays', () => {
    const site = siteOf({
      'a.html': page(
        '<h1>x</h1>',
        '<style>h1, html h2:hover { color: red } :root { --x: 1px } * { left: var(--x) }</style>\n',
      ),
      'b.html': page('<h1>y</h1><h2>z</h2>'),
      'css/site.css': 'h1 { color: blue }',
    })
    const after = lifted(site)
    expect(after.text('css/site.css')).toBe(
      'h1 { color: blue }\n\n:where(.page-a) h1, html:where(.page-a) h2:hover { color: red }\n\n:root:where(.page-a) { --x: 1px }\n\n*:where(.page-a, .page-a *) { left: var(--x) }\n',
    )
    expect(after.text('a.html')).toBe(page('<h1>x</h1>').replace('<html lang="en">', '<html lang="en" class="page-a">'))
    expect(altered(site)).toEqual([])
  })
  it('versions that differ are shown side by side, to be chosen or kept apart', () => {
    const site = siteOf({
      'a.html': page('<p>x</p>', '<style>p { color: red }</style>\n'),
      'b.html': page('<p>y</p>', '<style>p { color: blue }</style>\n'),
      'css/site.css': '',
    })
    const { groups } = lift(site)
    expect(groups.map(({ about, versions }) => [about, versions.map(({ pages }) => pages)])).toEqual([
      ['p', [['a.html'], ['b.html']]],
    ])
    expect(lifted(site).text('css/site.css')).toContain(':where(.page-b) p { color: blue }')
    expect(altered(site)).toEqual([])
    const [red, blue] = groups[0]!.versions
    const fates = { [red!.id]: 'everywhere', [blue!.id]: 'dropped' } as const
    expect(lifted(site, { fates }).text('css/site.css')).toBe('p { color: red }\n')
    const changes = altered(site, { fates })
    expect(changes.every(({ page: each, element }) => each === 'b.html' && element === 'p')).toBe(true)
    expect(changes.find(({ property }) => property === 'color')).toMatchObject({
      count: 1,
      before: 'rgb(0, 0, 255)',
      after: 'rgb(255, 0, 0)',
      why: 'Now p in the <style> block decides; then it would be p in css/site.css.',
    })
  })
  it('can join the sheet’s own rule of that selector, so that it does not stand there twice', () => {
    const site = siteOf({
      'a.html': page('<p>x</p>', '<style>P { color: red; top: 1px } q { top: 0 }</style>\n'),
      'css/site.css': 'p { color: blue; left: 0 }\n\nh1 { top: 0 }\n',
    })
    const { groups } = lift(site)
    expect(groups.map(({ joinable }) => joinable)).toEqual([true, false])
    const fates = { [groups[0]!.versions[0]!.id]: 'joined' } as const
    expect(lifted(site, { fates }).text('css/site.css')).toBe(
      'p { color: red; left: 0; top: 1px; }\n\nh1 { top: 0 }\n\nq { top: 0 }\n',
    )
    expect(altered(site, { fates })).toEqual([])
  })
  it('addresses are seen from the sheet afterwards; a media attribute is written out', () => {
    const site = siteOf(
      {
        'isles/a.html': page(
          '<p>x</p>',
          '<style media="(min-width: 700px)">p { background: url(../images/a.png) }</style>\n',
          '../',
        ),
        'css/site.css': '',
      },
      ['images/a.png'],
    )
    expect(lifted(site).text('css/site.css')).toContain(
      '@media (min-width: 700px) {\np { background: url(../images/a.png) }\n}',
    )
    expect(
      lifted(
        siteOf(
          { 'a.html': page('<p>x</p>', '<style>p { background: url("images/a.png") }</style>\n'), 'css/site.css': '' },
          ['images/a.png'],
        ),
      ).text('css/site.css'),
    ).toContain('url("../images/a.png")')
    expect(altered(site)).toEqual([])
  })
  it('a block before the link goes in front of the sheet’s rules, behind its imports', () => {
    const site = siteOf({
      'a.html': page('<p>x</p>').replace('  <link', '  <style>p { color: red; top: 1px }</style>\n  <link'),
      'css/site.css': '@charset "utf-8";\n@import "more.css";\np { color: blue }',
      'css/more.css': '',
    })
    expect(lifted(site).text('css/site.css')).toBe(
      '@charset "utf-8";\n@import "more.css";\n\np { color: red; top: 1px }\np { color: blue }',
    )
    expect(altered(site)).toEqual([])
  })
  it('what cannot go stays, with the reason; tags and comments of HTML never reach the sheet', () => {
    const site = siteOf({
      'a.html': page(
        '<p>x</p>',
        '<style><!--\n@import "more.css";\np { color: red }\n</p> q { top: 0 }\n--></style>\n',
      ),
      'b.html': '<!doctype html><title>x</title><p style="top: 0">x',
      'css/site.css': '',
      'css/more.css': '',
    })
    const plan = lift(site)
    expect(plan.left.map(({ page: each, what, why }) => `${each}: ${what}: ${why.slice(0, 30)}`)).toEqual([
      'a.html: @import "more.css";: It brings in another styleshee',
      'a.html: </p> q { top: 0 }: No browser understands its sel',
      'b.html: The whole page: It does not wear the sheet, so',
    ])
    const after = site.after(plan.change)
    expect(after.text('css/site.css')).not.toMatch(/<|-->|@import/)
    expect(after.text('a.html')).toContain('@import "more.css";')
    expect(altered(site)).toEqual([])
  })
  it('fonts and animations hold everywhere; two of one name stay where they are', () => {
    const keyframes = (to: string) => `<style>@keyframes blow { to { left: ${to} } }</style>\n`
    const site = siteOf(
      {
        'a.html': page('x', keyframes('1px')),
        'b.html': page('x', keyframes('2px')),
        'c.html': page('x', '<style>@font-face { font-family: F; src: url(f.woff2) }</style>\n'),
        'css/site.css': '',
      },
      ['f.woff2'],
    )
    expect(lifted(site).text('css/site.css')).toBe('@font-face { font-family: F; src: url(../f.woff2) }\n')
    expect(lifted(site).text('a.html')).toBe(site.text('a.html'))
  })
})

describe('style attributes', () => {
  it('equal ones become one class with a sensible name, strong enough, and join a rule that says the same', () => {
    const site = siteOf({
      'a.html': page(
        '<h2 style="color: #b00020">x</h2><h2 class="big" style="color:#B00020">y</h2><p style="margin: 3px">z</p>',
      ),
      'b.html': page('<h2 style="color: #b00020;">x</h2>'),
      'css/site.css': '.near { margin: 3px; }\nmain h2, body h2.big { color: blue }\nh2:hover { color: green }\n',
    })
    const plan = lift(site)
    expect(plan.attributes.map(({ name, joins, places }) => [name, joins, places.length])).toEqual([
      ['h2-red', false, 2],
      ['h2-red-2', false, 1],
      ['near', true, 1],
    ])
    const after = site.after(plan.change)
    expect(after.text('b.html')).toContain('<h2 class="h2-red">x</h2>')
    expect(after.text('a.html')).toContain('<h2 class="big h2-red-2">y</h2><p class="near">z</p>')
    expect(altered(site)).toEqual([])
  })
  it('says exactly what would change where no class can do what an attribute did', () => {
    const site = siteOf({
      'a.html': page('<p id="x" style="color: red">x</p>'),
      'css/site.css': '#x { color: blue !important } #x { left: 0 }',
    })
    expect(altered(site).map(({ property, before, after }) => [property, before, after])).toEqual([])
    const ids = siteOf({
      'a.html': page('<p id="x" style="color: red">x</p><p style="color: red">y</p>'),
      'css/site.css': '#x { color: blue }',
    })
    expect(lifted(ids).text('css/site.css')).toContain('color: red !important')
    expect(altered(ids)).toEqual([])
  })
  it('can be named by hand, or left where they are', () => {
    const site = siteOf({ 'a.html': page('<p style="top: 0">x</p><p style="left: 0">y</p>'), 'css/site.css': '' })
    const after = lifted(site, { names: { 'top: 0': 'raised', 'left: 0': '' } })
    expect(after.text('a.html')).toContain('<p class="raised">x</p><p style="left: 0">y</p>')
  })
  // Named after what strikes the eye; hues by their place on the OKLCH circle (CSS Color 4, named colours).
  it.each([
    ['color: tomato', 'red'],
    ['color: gold', 'yellow'],
    ['background: navy; color: white', 'on-blue'],
    ['text-align: center', 'centred'],
    ['display: none', 'hidden'],
    ['float: left', 'left'],
    ['font-size: 20px', 'sized'],
    ['background-color: teal', 'on-teal'],
    ['color: rebeccapurple', 'purple'],
    ['color: limegreen', 'green'],
  ])('%s makes it “%s”', (style, word) =>
    expect(suggestClass('div', parseDeclarations(style).items, () => false)).toBe(word),
  )
  it('names colours as people do', () =>
    expect(['#fff', '#000', '#777', 'red', 'orange', 'hotpink', 'var(--x)'].map(colourWord)).toEqual([
      'white',
      'black',
      'grey',
      'red',
      'orange',
      'pink',
      null,
    ]))
})

describe('keeping apart', () => {
  it.each([
    ['h1', ':where(.p) h1'],
    ['.a > b, ul li::before', ':where(.p) .a > b, :where(.p) ul li::before'],
    ['html.x body', 'html:where(.p).x body'],
    [':root', ':root:where(.p)'],
    ['*', '*:where(.p, .p *)'],
    ['* + *', '*:where(.p, .p *) + *'],
  ])('%s becomes %s, of the same specificity', (selector, expected) => {
    expect(scopeSelector(selector, ['p'])).toBe(expected)
    const weigh = (list: string) => list.split(/,(?![^(]*\))/).map((each) => specificityOf(parseComplex(each.trim())!))
    expect(weigh(expected)).toEqual(weigh(selector))
  })
  it('takes rules inside conditions along, and leaves keyframes alone', () => {
    const text = scopeRule('@media print { a { top: 0 } @supports (top: 0) { b { top: 0 } } } ', ['p', 'q'])
    expect(text).toBe(
      '@media print { :where(.p, .q) a { top: 0 } @supports (top: 0) { :where(.p, .q) b { top: 0 } } } ',
    )
    expect(scopeRule('@keyframes k { from { top: 0 } }', ['p'])).toBe('@keyframes k { from { top: 0 } }')
  })
})

describe('whatever pages carry', () => {
  const declaration = fc.constantFrom(
    'color: red',
    'color: blue',
    'margin: 1px 2px',
    'margin-left: 3px',
    'font-size: 2em',
    'font-size: 10px',
    'display: none',
    'border: 1px solid',
    'width: 50%',
    'color: green !important',
    '--x: 4px',
    'padding: var(--x, 9px)',
  )
  const selector = fc.constantFrom(
    'p',
    'h1',
    '.a',
    '#i',
    'main p',
    'p:first-child',
    'body',
    'html',
    '*',
    'p:hover',
    'a:visited',
    '.a::before',
    'p, .a',
  )
  const rule = fc
    .tuple(selector, fc.array(declaration, { minLength: 1, maxLength: 3 }))
    .map(([list, body]) => `${list} { ${body.join('; ')} }`)
  const sheet = fc
    .array(
      fc.oneof(
        rule,
        rule.map((text) => `@media (max-width: 800px) { ${text} }`),
        rule.map((text) => `@layer l { ${text} }`),
      ),
      { maxLength: 4 },
    )
    .map((rules) => rules.join('\n'))
  const element = fc
    .tuple(
      fc.constantFrom('p', 'h1', 'a href="#"', 'p class="a"', 'p id="i"', 'main'),
      fc.option(fc.array(declaration, { minLength: 1, maxLength: 2 }), { nil: null }),
    )
    .map(([tag, style]) => `<${tag}${style ? ` style="${style.join('; ')}"` : ''}>x</${tag.split(' ')[0]!}>`)
  const body = fc.array(element, { minLength: 1, maxLength: 4 }).map((elements) => elements.join('\n'))

  it('embedded blocks move into the sheet without changing a value anywhere, or the proof says which', () => {
    fc.assert(
      fc.property(sheet, fc.array(fc.tuple(body, sheet), { minLength: 1, maxLength: 3 }), (own, pages) => {
        const texts = Object.fromEntries(
          pages.map(([content, block], at) => [
            `p${at}.html`,
            page(content, block === '' ? '' : `  <style>\n${block}\n  </style>\n`),
          ]),
        )
        const site = siteOf({ ...texts, 'css/site.css': own })
        const plan = lift(site, { inline: false })
        const after = site.after(plan.change)
        // Nothing but style elements and the class of html differs in the pages, and the sheet keeps every byte it had.
        for (const each of site.pagePaths)
          expect(after.text(each).replace(/ class="page-[^"]*"/, '')).toBe(page(pages[Number(each[1])]![0]))
        expect(after.text('css/site.css').startsWith(own)).toBe(true)
        expect(parseSheet(after.text('css/site.css')).errors).toEqual([])
        const changes = altered(site, { inline: false })
        // Layers and registered names aside, a block behind the link loses nothing by moving to the sheet's end.
        if (!own.includes('@layer') && !pages.some(([, block]) => block.includes('@layer')))
          expect(
            changes.map(
              ({ page: each, element: which, property, why }) =>
                `${each} ${which} ${property}: ${why}\n${own}\n---\n${pages.map(([content, block]) => `${content}\n${block}`).join('\n===\n')}`,
            ),
          ).toEqual([])
      }),
      { numRuns: runs(25) },
    )
  })
})

it('the demo lifts clean: nothing changes, and the findings about it are gone', () => {
  const folder = 'demo/vennor-isles'
  const texts = Object.fromEntries(
    readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((entry) => /\.(?:html|css)$/.test(entry.name))
      .map((entry) => [
        path.relative(folder, path.join(entry.parentPath, entry.name)),
        readFileSync(path.join(entry.parentPath, entry.name), 'utf8'),
      ]),
  )
  const site = siteOf(texts)
  expect(altered(site)).toEqual([])
  const rules = findingsIn(lifted(site)).map(({ rule }) => rule)
  for (const gone of ['embedded-styles', 'inline-style', 'sheet-overridden']) expect(rules).not.toContain(gone)
})
