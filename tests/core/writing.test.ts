import { describe, expect, it } from 'vitest'
import { calculate } from 'specificity'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { PACKAGES } from '../../e2e/cascade/packages.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { declarationsOf, styleRules } from '../../src/core/sheet/walk.ts'
import { verdictOf } from '../../src/core/diagnostics/verdict.ts'
import { appliesTo } from '../../src/core/writing/applies.ts'
import { contextAt } from '../../src/core/writing/context.ts'
import { offersAt, type Offer } from '../../src/core/writing/offers.ts'
import { PROPERTY_WORDS } from '../../src/core/writing/property-words.ts'
import { wordAt } from '../../src/core/writing/word.ts'
import { siteOf } from './model.ts'

const PAGE =
  '<!doctype html><html lang="en"><head><title>T</title><link rel="stylesheet" href="css/site.css"></head><body><nav class="menu"><a href="#x">x</a></nav><p id="x" class="menu-note">Words</p></body></html>'
const SHEET =
  ':root { --ink: #1b3a4b; --gap: 4px }\nhtml { font-size: 20px }\np { font-family: "Gill Sans", serif; margin: 2rem; color: var(--ink) }\n'
const site = (more = '') => siteOf({ 'index.html': PAGE, 'css/site.css': SHEET + more }, ['images/sea.jpg'])
const offered = (written: string): readonly Offer[] =>
  offersAt(site(written), 'css/site.css', (SHEET + written).length)?.offers ?? []
const labels = (written: string) => offered(written).map(({ label }) => label)

describe('what is being written', () => {
  it.each([
    ['p', 'selector', 'p'],
    ['p.men', 'selector', '.men'],
    ['a:ho', 'selector', ':ho'],
    ['a::be', 'selector', '::be'],
    ['@med', 'at-rule', '@med'],
    ['p { mar', 'property', 'mar'],
    ['p { margin: 0; col', 'property', 'col'],
    ['p { margin: au', 'value', 'au'],
    ['p { margin: 1px au', 'value', 'au'],
    ['p { margin: 12', 'unit', ''],
    ['p { margin: 12e', 'unit', 'e'],
    ['p { color: var(--i', 'custom-property', '--i'],
    ['p { background: url(../ima', 'url', '../ima'],
    ['p { background: url("../ima', 'url', '../ima'],
    ['@import "a', 'url', 'a'],
    ['@media (max-width: 3em) { p', 'selector', 'p'],
    ['@media (max-width: 3em) { p { to', 'property', 'to'],
    ['@font-face { font-', 'property', 'font-'],
    ['p { top: 0 } q', 'selector', 'q'],
    ['p { a:hov', 'value', 'hov'],
    ['p { top: 0; a b', 'selector', 'b'],
  ])('behind “%s” it is a %s', (text, kind, word) => {
    expect(contextAt(text, text.length)).toMatchObject({ kind, word, from: text.length - word.length })
  })

  it('is nothing in comments and strings', () => {
    for (const text of ['/* p', 'p { content: "x', "p { font-family: 'Gi", '@media (max'])
      expect(contextAt(text, text.length), text).toBeNull()
  })
})

describe('what could be written', () => {
  it('of values is only what the property takes', () => {
    for (const property of [
      'display',
      'position',
      'text-align',
      'border-style',
      'cursor',
      'float',
      'overflow',
      'color',
    ])
      for (const { label, kind } of offered(`p { ${property}: `))
        if (kind === 'word') expect([label, verdictOf(property, label)]).toEqual([label, 'taken'])
  })

  it('knows what the site has', () => {
    expect(labels('.')).toEqual(expect.arrayContaining(['.menu', '.menu-note', '#x', 'nav', 'p']))
    expect(offered('.').find(({ label }) => label === '.menu')!.detail).toBe('1 on the pages')
    expect(offered('p { color: ').find(({ label }) => label === 'var(--ink)')).toMatchObject({
      kind: 'swatch',
      color: '#1b3a4b',
    })
    expect(labels('p { width: ')).toContain('var(--gap)')
    expect(labels('p { width: ')).not.toContain('var(--ink)')
    expect(offered('p { font-family: ').find(({ kind }) => kind === 'family')).toMatchObject({ label: 'Gill Sans' })
    expect(labels('p { background: url(')).toEqual(['../images/sea.jpg'])
    expect(labels('p { color: var(')).toEqual(['--ink', '--gap'])
  })

  it('of units is what the property takes', () => {
    expect(labels('p { margin: 1')).toEqual(expect.arrayContaining(['px', 'em', '%']))
    expect(labels('p { transition: color 1')).toEqual(['ms', 's'])
    expect(labels('p { rotate: 1')).toEqual(['deg', 'turn', 'rad'])
    expect(labels('p { z-index: 1')).toEqual([])
  })
})

describe('a word about what stands there', () => {
  const about = (what: string, in_ = SHEET) => wordAt(site(), 'css/site.css', in_.indexOf(what) + 1)

  // The weight beside an independent package.
  it('of a selector is what it touches and what it weighs', () => {
    for (const selector of ['nav.menu a', '#x', 'p', ':root']) {
      const word = wordAt(site(`${selector} { top: 0 }`), 'css/site.css', SHEET.length + 1)!
      const { A, B, C } = calculate(selector)
      expect(word.lines[1]).toMatch(new RegExp(`^Weighs ${A}, ${B}, ${C}:`))
      expect(word.lines[0]).toBe('Touches 1 element on 1 page.')
    }
  })

  it('of a property is what it does, takes and begins as, and what the pages have', () => {
    expect(about('margin')!.lines).toEqual([
      'Leaves room outside a box, on all four sides; auto shares out what is left.',
      'It takes auto, a length such as 12px, a percentage such as 50% or anchor-size(); up to 4, with spaces between them.',
      'Sets 4 properties at once, also those it does not name.',
      'Applies to every box but parts of tables.',
      'Widely available: Chrome 1, Edge 12, Firefox 1, Safari 1.',
      'On the pages now: 40px (1×).',
    ])
    expect(about('color: v')!.lines).toContain('On the pages now: rgb(27, 58, 75) (1×).')
  })

  // The property definition tables of the CSS modules, as @webref/css has them.
  it('says what a property applies to as the standards do', () => {
    const { properties } = createRequire(import.meta.url)('@webref/css/css.json') as {
      properties: { name: string; appliesTo?: string }[]
    }
    const standard = (name: string) => properties.find((each) => each.name === name)?.appliesTo?.toLowerCase() ?? ''
    for (const [name, word] of [
      ['grid-template-columns', 'grid containers'],
      ['flex-direction', 'flex containers'],
      ['list-style-type', 'list items'],
      ['shape-margin', 'floats'],
      ['empty-cells', 'cell'],
    ] as const) {
      expect(standard(name), name).toContain(word)
      expect(appliesTo(name), name).toContain(word)
    }
    expect([appliesTo('color'), appliesTo('no-such')]).toEqual(['', ''])
  })

  // CSS Values 4, 6.1.1: rem is relative to the root's font size, here 20px. WCAG 2.2: contrast of #1b3a4b with white.
  it('of a length is its px, of a colour its contrast', () => {
    expect(about('2rem')!.lines).toEqual(['2rem is 40px on what this rule touches.'])
    expect(about('#1b3a4b')).toMatchObject({
      color: '#1b3a4b',
      lines: ['Contrast 12.0 : 1 with white, 1.8 : 1 with black.'],
    })
  })

  it('is there for every property that real stylesheets use, and for 120 in all', () => {
    const used = ['demo/vennor-isles/css/site.css', ...PACKAGES.map((file) => `node_modules/${file}`)].flatMap((file) =>
      styleRules(parseSheet(readFileSync(file, 'utf8'))).flatMap(({ rule }) =>
        declarationsOf(rule).map(({ property }) => property),
      ),
    )
    const plain = new Set(
      used.filter((name) => !name.startsWith('-') && !/-(?:block|inline)(?:-|$)|^(?:block|inline)-/.test(name)),
    )
    expect([...plain].filter((name) => !PROPERTY_WORDS[name])).toEqual([])
    expect(Object.keys(PROPERTY_WORDS).length).toBeGreaterThanOrEqual(120)
    for (const [name, words] of Object.entries(PROPERTY_WORDS)) {
      expect(verdictOf(name, 'initial'), name).toBe('taken')
      expect(words).toMatch(/^[A-Z].*\.$/)
    }
  })
})
