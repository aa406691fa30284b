import fc from 'fast-check'
import postcss from 'postcss'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { prove } from '../../src/core/proof/proof.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { formatted } from '../../src/core/tidy/format.ts'
import type { TidyKind } from '../../src/core/tidy/proposal.ts'
import { tidySheet, type TidyPlan } from '../../src/core/tidy/tidy.ts'
import { PACKAGES } from '../../e2e/cascade/packages.ts'
import { runs } from '../runs.ts'
import { commentsIn, tidyPage, untidySheet } from '../tidy-sheets.ts'
import { siteOf } from './model.ts'

const site = (sheet: string, body?: string) => siteOf({ 'index.html': tidyPage(body), 'css/site.css': sheet })

function tidied(model: SiteSnapshot, ...only: TidyKind[]): TidyPlan {
  const run = tidySheet(model, 'css/site.css', only.length > 0 ? only : undefined)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value
  }
}

const become = (sheet: string, ...only: TidyKind[]) => tidied(site(sheet), ...only).text

describe('tidying a sheet', () => {
  it.each<[string, TidyKind, string, string]>([
    [
      'brings rules of one selector together',
      'merge',
      'p { color: red }\nb { top: 0 }\np { left: 0 }\n',
      'p { color: red; left: 0 }\nb { top: 0 }\n',
    ],
    [
      'the other way where only that is neutral',
      'merge',
      'p { color: red }\n.x { color: blue }\np.x { color: teal }\n.x { margin: 0 }\n',
      'p { color: red }\n.x { color: blue; margin: 0 }\np.x { color: teal }\n',
    ],
    [
      'gives rules that say the same one block',
      'group',
      'h1 { color: red }\np { color: red }\n',
      'h1, p { color: red }\n',
    ],
    [
      'writes four sides as one',
      'shorthand',
      'p {\n  margin-top: 1px;\n  margin-right: 2px;\n  margin-bottom: 1px;\n  margin-left: 2px;\n}\n',
      'p {\n  margin: 1px 2px;\n}\n',
    ],
    ['writes sides shortest', 'shorthand', 'p { padding: 1px 2px 1px 2px }\n', 'p { padding: 1px 2px }\n'],
    [
      'takes away what the same rule sets again',
      'repeats',
      'p { color: red; top: 0; color: blue }\n',
      'p { top: 0; color: blue }\n',
    ],
    ['takes away rules without declarations', 'empty', 'p { }\nb { top: 0 }\n', 'b { top: 0 }\n'],
    [
      'takes away what never wins, when asked',
      'drop',
      'h1 { color: red; top: 0 }\n.top { color: blue }\n',
      'h1 { top: 0 }\n.top { color: blue }\n',
    ],
    [
      'writes evenly',
      'format',
      'p,b{COLOR:red;margin:0   1px}/* end */',
      'p,\nb {\n  color: red;\n  margin: 0 1px;\n} /* end */\n',
    ],
  ])('%s', (_what, kind, before, after) => expect(become(before, kind)).toBe(after))

  it('leaves what no way is neutral for, and says which element would change', () => {
    const sheet = '.x { top: 0 }\n.y { top: 1px; color: blue }\n.x { color: red }\n'
    const { text, left, proof } = tidied(site(sheet), 'merge')
    expect(text).toBe(sheet)
    expect(left).toMatchObject([
      {
        kind: 'merge',
        says: 'The rules for .x become one.',
        difference: { page: 'index.html', property: 'color', before: 'rgb(255, 0, 0)', after: 'rgb(0, 0, 255)' },
      },
    ])
    expect([proof.difference, proof.values > 1000]).toEqual([null, true])
  })

  it('heeds what holds on paper alone, in states and at widths', () => {
    for (const sheet of [
      'p { color: red }\n@media print { .x { color: blue } }\np { color: red; top: 0 }\n.x { left: 0 }\n',
      'a { color: red }\na:hover { color: blue }\na { color: red }\n',
      'p { color: red }\n@media (max-width: 400px) { p { color: blue } }\np { color: red }\n',
    ]) {
      const model = site(sheet)
      const { text, proof } = tidied(model)
      expect(proof.difference).toBeNull()
      // On paper: as if it were the screen.
      const screen = (css: string) => css.replaceAll('@media print', '@media all')
      const [before, after] = [site(screen(sheet)), site(screen(text))]
      expect(changed(before, after), sheet).toBe(0)
    }
  })

  it('is neutral by another proof, idempotent, and keeps every comment', () => {
    fc.assert(
      fc.property(untidySheet, (sheet) => {
        const model = site(sheet)
        const { text, proof } = tidied(model)
        expect(proof.difference).toBeNull()
        expect(changed(model, site(text)), sheet).toBe(0)
        expect(become(text), sheet).toBe(text)
        expect(commentsIn(text).map(squeezed)).toEqual(commentsIn(sheet).map(squeezed))
      }),
      { numRuns: runs(60) },
    )
  })
})

const squeezed = (comment: string) => comment.replace(/\s+/g, ' ')

/** Values that differ between two sites, by the proof that dialogs show. */
function changed(before: SiteSnapshot, after: SiteSnapshot): number {
  const pages = before.pagePaths.map((path) => ({ before: path, after: path }))
  return [...prove(before, after, pages)].reduce((sum, each) => sum + each.altered.length, 0)
}

describe('writing evenly', () => {
  // postcss, an independent parser, reads the same rules and declarations before and after.
  const said = (text: string) => {
    const found: string[] = []
    postcss.parse(text).walk((node) => {
      if (node.type === 'decl')
        found.push(`${node.prop.toLowerCase()}: ${node.value.replace(/\s+/g, ' ')}${node.important ? ' !' : ''}`)
      if (node.type === 'rule') found.push(node.selector.replace(/\s+/g, ' ').replace(/\s*,\s*/g, ', '))
      if (node.type === 'atrule') found.push(`@${node.name} ${node.params.replace(/\s+/g, ' ')}`)
    })
    return found
  }

  it.each([...PACKAGES, '@picocss/pico/css/pico.classless.min.css'])(
    '%s says the same and keeps its comments',
    (file) => {
      const text = readFileSync(`node_modules/${file}`, 'utf8')
      const even = formatted(parseSheet(text))
      expect(said(even)).toEqual(said(text))
      expect(commentsIn(even).map(squeezed)).toEqual(commentsIn(text).map(squeezed))
      expect(formatted(parseSheet(even))).toBe(even)
    },
  )

  it('says the same of generated sheets, and leaves broken ones as they are', () => {
    fc.assert(
      fc.property(untidySheet, (sheet) => {
        const even = formatted(parseSheet(sheet))
        expect(said(even)).toEqual(said(sheet))
        expect(formatted(parseSheet(even))).toBe(even)
      }),
      { numRuns: runs(200) },
    )
    for (const broken of ['a { color red }', 'a { top: 0', '<!-- a --> b { top: 0 }'])
      expect(formatted(parseSheet(broken))).toBe(broken)
  })
})
