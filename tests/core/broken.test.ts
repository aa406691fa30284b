import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findingsIn, planFix } from '../../src/core/fit/check.ts'
import { planLift } from '../../src/core/lift/plan.ts'
import { WRAPPERS, wrapElement } from '../../src/core/markup/wrap.ts'
import { NO_CHANGE } from '../../src/core/site/change.ts'
import { planMoves } from '../../src/core/site/move.ts'
import { navigationsOf, planNavEdit } from '../../src/core/site/nav-edit.ts'
import { newPageText } from '../../src/core/site/new-page.ts'
import { planShare, planUnshare } from '../../src/core/site/share.ts'
import { fileDoc } from '../../src/core/site/step.ts'
import { weightOf } from '../../src/core/site/weights.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { markup, sheet } from '../broken-texts.ts'
import { siteOf } from './model.ts'
import { resolveVars } from '../../src/core/edit/variables.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { idOf } from '../../src/core/properties/longhands.ts'
import { matches } from '../../src/core/selectors/match.ts'
import { parseSelectorList } from '../../src/core/selectors/parse.ts'
import { linksIn } from '../../src/core/states/links.ts'
import { runs } from '../runs.ts'

// Whatever is planned on broken texts fits them, and nothing throws.
describe('whatever the pages hold', () => {
  const site = fc
    .tuple(markup, markup, sheet)
    .map(([index, other, css]) =>
      siteOf({ 'index.html': index, 'isles/b.html': other, 'css/site.css': css }, ['images/c.png', 'a b.png']),
    )
  it('the check ends, its fixes fit, and what they mend stays mended', () => {
    fc.assert(
      fc.property(site, (model) => {
        const findings = findingsIn(model)
        for (const { file, from, to } of findings)
          expect(from <= to && to <= Math.max(model.text(file).length, 0), file).toBe(true)
        const after = model.after(planFix(model, findings))
        expect(after.pagePaths).toHaveLength(2)
        findingsIn(after)
      }),
      { numRuns: runs(60) },
    )
  })
  it('moves, shares, lifts, wraps and new pages fit the texts', () => {
    fc.assert(
      fc.property(site, fc.nat(40), (model, pick) => {
        model.after(
          planMoves(model, [
            { from: 'isles/b.html', to: 'x/y/z.html' },
            { from: 'css/site.css', to: 'site.css' },
            { from: 'images/c.png', to: 'c d.png' },
          ]),
        )
        for (const path of model.pagePaths) {
          const page = model.page(path)
          const element = page.elements[pick % page.elements.length]!
          const { outcomes } = planShare(model, {
            page: path,
            index: element.index,
            name: 'part',
            into: model.pagePaths,
          })
          const shared = model.after({
            ...NO_CHANGE,
            texts: outcomes.map(({ page: each, splices }) => ({ doc: fileDoc(each), splices })),
          })
          shared.after({ ...NO_CHANGE, texts: planUnshare(shared, 'part') })
          for (const wrapper of WRAPPERS) applySplices(page.text, wrapElement(page, element, wrapper, 'c'))
          for (const navigation of navigationsOf(model, path)) {
            for (const edit of [
              { kind: 'move', from: 0, to: 1 },
              { kind: 'add', words: 'x', file: 'index.html' },
              { kind: 'remove', at: 0 },
              { kind: 'words', at: 0, words: '<&' },
            ] as const) {
              for (const { page: each, splices } of planNavEdit(model, path, navigation.index, edit))
                applySplices(model.text(each), splices)
            }
          }
          for (const how of [{ kind: 'empty' }, { kind: 'copy', of: path }, { kind: 'frame', of: path }] as const)
            expect(newPageText(model, 'n/e/w.html', 'T', how, 'S')).toBeTypeOf('string')
          expect(weightOf(model, path).bytes.markup).toBe(Buffer.byteLength(page.text))
        }
        const lifted = model.after(planLift(model, { pages: model.pagePaths, embedded: true, inline: true }).change)
        // Nothing the sheet said is lost.
        for (const line of model.text('css/site.css').split('\n')) expect(lifted.text('css/site.css')).toContain(line)
      }),
      { numRuns: runs(50) },
    )
  })
})

describe('custom properties that refer to each other more often than functions can call themselves', () => {
  const chain = (last: string) =>
    `:root{${Array.from({ length: 5000 }, (_, at) => `--v${at}: var(--v${at + 1});`).join('')}--v5000: ${last}}`
  it('have the value at the end, or none in a ring', () => {
    expect(resolveVars(parseSheet(chain('teal')), 'var(--v0)')).toBe('teal')
    expect(resolveVars(parseSheet(chain('var(--v0)')), 'var(--v7, red)')).toBe('red')
  })
})

describe('pages nested deeper than functions can call themselves', () => {
  const deep = (inner: string) => parsePage('<div>'.repeat(20_000) + inner)
  it('match selectors that look downwards', () => {
    const page = deep('<input required>')
    const [has] = parseSelectorList('html:has(input:invalid)')!
    expect(matches(page.root, has!)).toBe(true)
    const form = parsePage(`<form>${'<div>'.repeat(20_000)}<input required>`)
    const [invalid] = parseSelectorList('form:invalid')!
    expect(form.elements.filter((element) => matches(element, invalid!))).toHaveLength(1)
  })
  it('are read, checked and traced', () => {
    const model = siteOf({ 'index.html': `${'<div>'.repeat(5000)}<a href="x.html">x`, 'css/site.css': 'a:hover {}' })
    expect(findingsIn(model).map(({ message }) => message)).toContainEqual(
      expect.stringContaining('more than 512 deep, farther than browsers follow'),
    )
    const hovered = model.stylesInState('index.html', linksIn('hover'))
    expect(hovered.at(5000).value(idOf('color'))).toBeTypeOf('string')
  })
})
