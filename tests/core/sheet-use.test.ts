import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { generatedSite } from '../../e2e/cascade/generated.ts'
import { findingsIn, planFix } from '../../src/core/fit/check.ts'
import { beatenDeclarations } from '../../src/core/fit/fates.ts'
import { unneededImportants } from '../../src/core/fit/unneeded.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { prove } from '../../src/core/proof/proof.ts'
import { removeDeclaration } from '../../src/core/sheet/edit.ts'
import type { SiteChange } from '../../src/core/site/change.ts'
import { NO_CHANGE, joinChanges } from '../../src/core/site/change.ts'
import type { Splice } from '../../src/core/text/splice.ts'
import { siteOf } from './model.ts'
import { runs } from '../runs.ts'

const page = (body: string, head = '', doctype = '<!doctype html>') =>
  `${doctype}<html lang="en"><head><title>T</title><link rel="stylesheet" href="css/site.css">${head}</head><body>${body}</body></html>`
const site = (sheet: string, body = '<h1 class="top">T</h1><p id="one">Words</p>', head = '', doctype?: string) =>
  siteOf({ 'index.html': page(body, head, doctype), 'css/site.css': sheet })
const said = (model: SiteSnapshot, ...rules: string[]) =>
  findingsIn(model).flatMap(({ rule, message }) => (rules.includes(rule) ? [message] : []))

/** Every page of a site compared with what a change makes of it: widths, states and pseudo-elements included. */
function altered(model: SiteSnapshot, change: SiteChange): number {
  const pages = model.pagePaths.map((path) => ({ before: path, after: path, splices: [] }))
  return [...prove(model, model.after(change), pages)].reduce((sum, each) => sum + each.altered.length, 0)
}

const inFile = (model: SiteSnapshot, file: string, splices: Splice[]): SiteChange => ({
  ...NO_CHANGE,
  texts: [{ doc: model.docOf(file), splices }],
})

describe('what rules of a sheet do on the pages', () => {
  it('a declaration that something stronger always beats never wins', () => {
    expect(said(site('h1 { color: red }\n.top { color: blue }'), 'declaration-beaten')).toEqual([
      'color of h1 never wins: .top (line 2) has the weightier selector.',
    ])
    expect(said(site('p { color: red }\nbody p { margin: 0 }\np { color: blue }'), 'declaration-beaten')).toEqual([
      'color of p never wins: p (line 3) weighs the same and stands later.',
    ])
    expect(said(site('#one { color: red }\np { color: blue !important }'), 'declaration-beaten')).toEqual([
      'color of #one never wins: p (line 2) is !important.',
    ])
  })

  it('what hangs on a state, a width or another element is not said to be beaten, nor what wins once', () => {
    for (const sheet of [
      'h1 { color: red }\nh1:hover { color: blue }',
      'h1 { color: red }\n@media (min-width: 100px) { h1 { color: blue } }',
      'h1, p { color: red }\n.top { color: blue }',
      'h1 { margin: 0 }\n.top { margin-left: 3px }',
      'h1 { color: red }\n.top { color: revert-layer }',
    ])
      expect(said(site(sheet), 'declaration-beaten'), sheet).toEqual([])
  })

  it('an !important without a rival is not needed, and can go', () => {
    const model = site('p { color: red !important; margin: 0 }\nh1 { color: blue }')
    expect(said(model, 'important-unneeded')).toEqual(['color of p wins without !important too.'])
    const change = planFix(
      model,
      findingsIn(model).filter(({ rule }) => rule === 'important-unneeded'),
    )
    expect(model.after(change).text('css/site.css')).toBe('p { color: red; margin: 0 }\nh1 { color: blue }')
  })

  it('one that beats something, if only in a state, at a width or in a style attribute, is', () => {
    for (const [sheet, body] of [
      ['p { color: red !important }\n#one { color: blue }'],
      ['p { color: red !important }\n#one:hover { color: blue }'],
      ['p { color: red !important }\n@media print { #one { color: blue } }'],
      ['p { margin: 0 !important }\n#one { margin-left: 3px }'],
      ['p { color: red !important }', '<p style="color: blue">x</p>'],
      ['@layer a { p { color: red !important } }'],
    ] as const)
      expect(said(site(sheet, body), 'important-unneeded'), sheet).toEqual([])
  })

  it('a selector that touches nothing is told, with the slip where there is one', () => {
    expect(said(site('.Top { color: red }\n.menu a { top: 0 }\n.top:hover { left: 0 }'), 'selector-unmatched')).toEqual(
      [
        '.Top touches nothing on any page. Letter case differs: the pages say class="top", so write .top.',
        '.menu a touches nothing on any page. No element has the class “menu” yet.',
      ],
    )
    // Elements of HTML may come with the next page.
    expect(said(site('table td { top: 0 }\nh1::before { content: "" }'), 'selector-unmatched')).toEqual([])
  })

  it('is told of embedded blocks and style attributes at their place in the page', () => {
    const model = site('', '<p style="color: gren">x</p>', '<style>h1 { margin: 5; top: 0 }</style>')
    const text = model.text('index.html')
    const found = findingsIn(model).filter(({ rule }) => rule === 'value-invalid')
    expect(found.map(({ from, to }) => text.slice(from, to))).toEqual(['5', 'gren'])
    const after = model.after(planFix(model, found)).text('index.html')
    expect(after).toContain('<style>h1 { margin: 5px; top: 0 }</style>')
    expect(after).toContain('<p style="color: green">')
  })

  // Quirks Mode, sections 3.1 and 3.2: browsers take these there.
  it('lengths without a unit and colours without # are none of it on pages in quirks mode', () => {
    const sheet = 'h1 { margin-left: 5; color: ab12cd; line-height: 5 }'
    expect(said(site(sheet), 'value-invalid').length).toBe(2)
    expect(said(site(sheet, '<h1>T</h1>', '', ''), 'value-invalid')).toEqual([])
    expect(said(site('h1 { width: calc(5) }', '<h1>T</h1>', '', ''), 'value-invalid').length).toBe(1)
  })

  it('is right on generated sites: what never wins can go, and so can what is not needed', () => {
    const selector = fc.constantFrom(
      ...['h1', '.top', '#one', 'p', 'body p', 'p:hover', 'a', 'a:hover', 'a:visited', 'p::before', 'h1, p', 'body *'],
    )
    const declaration = fc.constantFrom(
      ...['color: red', 'color: blue', 'margin: 0', 'margin-left: 3px', 'font: 12px serif', 'font-size: 2em'],
      ...['background: none', 'background-color: teal', 'content: "x"', 'all: unset', 'padding-inline-start: 2px'],
    )
    const rule = fc
      .tuple(selector, fc.array(fc.tuple(declaration, fc.boolean()), { minLength: 1, maxLength: 3 }), fc.nat(9))
      .map(([name, body, at]) => {
        const text = `${name} { ${body.map(([each, loud]) => each + (loud ? ' !important' : '')).join('; ')} }`
        return at === 0 ? `@media (max-width: 800px) { ${text} }` : text
      })
    let beaten = 0
    let unneeded = 0
    fc.assert(
      fc.property(fc.array(rule, { minLength: 2, maxLength: 9 }), (rules) => {
        const model = site(
          rules.join('\n'),
          '<h1 class="top">T</h1><p id="one">W <a href="x">l</a></p><p style="color: red">y</p>',
        )
        const fates = beatenDeclarations(model)
        const plain = unneededImportants(model)
        beaten += fates.length
        unneeded += plain.length
        const sheet = model.sheet('css/site.css')!
        for (const { declaration } of fates)
          expect(altered(model, inFile(model, 'css/site.css', removeDeclaration(sheet, declaration))), sheet.text).toBe(
            0,
          )
        for (const { declaration } of plain)
          expect(
            altered(
              model,
              inFile(model, 'css/site.css', [{ from: declaration.valueRange.to, to: declaration.to, insert: '' }]),
            ),
            sheet.text,
          ).toBe(0)
      }),
      { numRuns: runs(120) },
    )
    expect([beaten > 40, unneeded > 20]).toEqual([true, true])
  })

  it('holds on sites that use every feature of the cascade', () => {
    const model = siteOf(
      Object.fromEntries(Object.entries(generatedSite()).filter(([path]) => !/page-[1-4]\d/.test(path))),
    )
    const without = beatenDeclarations(model).map(({ file, declaration }) =>
      inFile(model, file, removeDeclaration(model.sheet(file)!, declaration)),
    )
    const plain = unneededImportants(model).map(({ file, declaration: { valueRange, to } }) =>
      inFile(model, file, [{ from: valueRange.to, to, insert: '' }]),
    )
    expect(without.length).toBeGreaterThan(2)
    expect([altered(model, joinChanges(without)), altered(model, joinChanges(plain))]).toEqual([0, 0])
  })
})
