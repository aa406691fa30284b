import fc from 'fast-check'
import postcss from 'postcss'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { prove } from '../../src/core/proof/proof.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { formatted } from '../../src/core/tidy/formatted.ts'
import { TIDY_KINDS, USUAL_KINDS, type TidyKind } from '../../src/core/tidy/words.ts'
import { tidySheet, type TidyPlan } from '../../src/core/tidy/tidy.ts'
import { PACKAGES } from '../../e2e/cascade/packages.ts'
import { runs } from '../runs.ts'
import { sheet as brokenSheet } from '../broken-texts.ts'
import { commentsIn, tidyPage, untidySheet } from '../tidy-sheets.ts'
import { siteOf } from './model.ts'

const site = (sheet: string, body?: string) => siteOf({ 'index.html': tidyPage(body), 'css/site.css': sheet })

function tidied(model: SiteSnapshot, ...only: TidyKind[]): TidyPlan {
  const run = tidySheet(model, 'css/site.css', only.length > 0 ? { kinds: only } : {})
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
      'between them where only that is neutral',
      'merge',
      '.x { color: red }\n.y { top: 1px }\n[class~="y"] { color: blue }\n.x { top: 0 }\n',
      '.y { top: 1px }\n.x { color: red; top: 0 }\n[class~="y"] { color: blue }\n',
    ],
    [
      'gives rules that say the same one block',
      'group',
      'h1 { color: red }\np { color: red }\n',
      'h1, p { color: red }\n',
    ],
    [
      'writes four sides as one',
      'sides',
      'p {\n  margin-top: 1px;\n  margin-right: 2px;\n  margin-bottom: 1px;\n  margin-left: 2px;\n}\n',
      'p {\n  margin: 1px 2px;\n}\n',
    ],
    ['writes sides shortest', 'sides', 'p { padding: 1px 2px 1px 2px }\n', 'p { padding: 1px 2px }\n'],
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
      'writes longhands as one',
      'shorthand',
      'p { border-width: 1px; border-style: solid; border-color: red; row-gap: 4px; column-gap: 4px }\n',
      'p { border: 1px solid red; gap: 4px }\n',
    ],
    [
      'but not where the shorthand would reset more',
      'shorthand',
      '.x { border-image: url(a.png) 3 }\np.x { border-width: 1px; border-style: solid; border-color: red }\n',
      '.x { border-image: url(a.png) 3 }\np.x { border-width: 1px; border-style: solid; border-color: red }\n',
    ],
    [
      'says once what rules have in common',
      'parts',
      'h1 { color: red; letter-spacing: 1px; top: 0 }\np { color: red; letter-spacing: 1px; left: 0 }\n',
      'h1, p { color: red; letter-spacing: 1px; }\nh1 { top: 0 }\np { left: 0 }\n',
    ],
    [
      'behind them all where only that is neutral',
      'parts',
      '.top { color: red; letter-spacing: 1.5px; top: 0 }\n.y { color: blue }\n.x { color: red; letter-spacing: 1.5px; left: 0 }\n',
      '.top { top: 0 }\n.y { color: blue }\n.x { left: 0 }\n.top, .x { color: red; letter-spacing: 1.5px; }\n',
    ],
    [
      'sorts declarations in groups, comments with them',
      'sort',
      'p {\n  color: red; /* ink */\n  /* where */\n  top: 0;\n  margin: 0\n}\n',
      'p {\n  /* where */\n  top: 0;\n  margin: 0;\n  color: red; /* ink */\n}\n',
    ],
    [
      'brings blocks of one condition together',
      'media',
      '@media print {\n  p { top: 0 }\n}\nb { top: 0 }\n@media  print {\n  b { left: 0 }\n}\n',
      '@media print {\n  p { top: 0 }\n  b { left: 0 }\n}\nb { top: 0 }\n',
    ],
    [
      'takes away rules and selectors that touch nothing, and keeps their comments',
      'unmatched',
      '.no { top: 0; /* why */ }\np, .no, .neither { left: 0 }\n',
      '/* why */\np { left: 0 }\n',
    ],
    [
      'makes swatches of colours, in whatever form they are written',
      'colours',
      'p { color: #ff0000 }\nb { color: red; border: 1px solid #F00 }\n',
      ':root {\n  --ink: #ff0000;\n}\n\np { color: var(--ink) }\nb { color: var(--ink); border: 1px solid var(--ink) }\n',
    ],
    [
      'names lengths that are written many times',
      'numbers',
      'p { margin: 8px 0; padding: 8px }\nb { padding: 4px 8px }\ni { padding: 4px; margin: 4px }\n',
      ':root {\n  --space-1: 4px;\n  --space-2: 8px;\n}\n\np { margin: var(--space-2) 0; padding: var(--space-2) }\nb { padding: var(--space-1) var(--space-2) }\ni { padding: var(--space-1); margin: var(--space-1) }\n',
    ],
    [
      'writes nested rules out',
      'flat',
      '.box {\n  top: 0;\n  li { left: 0 }\n  &:hover, > a { color: red; @media print { color: blue } }\n  /* last */\n}\n',
      '.box {\n  top: 0;\n}\n.box li {\n  left: 0;\n}\n.box:hover, .box > a {\n  color: red;\n}\n@media print {\n  .box:hover, .box > a {\n    color: blue;\n  }\n}\n/* last */\n',
    ],
    [
      'and a list of selectors with the weight it has',
      'flat',
      '#one, p {\n  .x & { top: 0 }\n  & + & { left: 0 }\n}\n',
      '.x :is(#one, p) {\n  top: 0;\n}\n:is(#one, p) + :is(#one, p) {\n  left: 0;\n}\n',
    ],
    [
      'nests rules that begin alike',
      'nest',
      '.box { top: 0 }\n.box li { left: 0 }\n.box:hover { color: red }\n.boxer { top: 0 }\n',
      '.box { top: 0;\n  & li { left: 0 }\n  &:hover { color: red }\n}\n.boxer { top: 0 }\n',
    ],
    [
      'takes a shorthand apart that resets what another rule sets',
      'apart',
      'p { background: url(a.png) no-repeat }\n.x { background: red }\n#two { background: blue }\n',
      'p { background: url(a.png) no-repeat }\n.x { background-image: none; background-repeat: repeat; background-color: red }\n#two { background: blue }\n',
    ],
    [
      'takes away prefixes that nobody needs',
      'prefixes',
      'p { -webkit-border-radius: 2px; border-radius: 2px }\n',
      'p { border-radius: 2px }\n',
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
        difference: {
          page: 'index.html',
          property: 'color',
          before: 'rgb(255, 0, 0)',
          after: 'rgb(0, 0, 255)',
          why: 'Now .x in css/site.css decides; then it would be .y in css/site.css.',
        },
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

  it('is neutral by another proof, idempotent, and keeps every comment, whatever is asked for', () => {
    const wishes = fc.oneof(fc.constant(USUAL_KINDS), fc.subarray(TIDY_KINDS.filter((kind) => kind !== 'flat')))
    fc.assert(
      fc.property(untidySheet, wishes, (sheet, kinds) => {
        const model = site(sheet)
        const { text, proof } = tidied(model, ...kinds)
        expect(proof.difference).toBeNull()
        expect(changed(model, site(text)), sheet).toBe(0)
        expect(become(text, ...kinds), sheet).toBe(text)
        expect(commentsIn(text).map(squeezed)).toEqual(commentsIn(sheet).map(squeezed))
      }),
      { numRuns: runs(90) },
    )
  })

  it('leaves a declaration that has a comment in its midst', () => {
    const sheet = 'p { color: red /* why */; color: blue }\nb { margin-top: 1px /* a */; margin: 0 }\n'
    expect(become(sheet, 'repeats', 'drop', 'sides')).toBe(sheet)
  })

  it('nests and writes out again what it nested', () => {
    const sheet = '.box { top: 0 }\n.box li { left: 0 }\n.box > a:hover { color: red }\np { top: 0 }\n'
    const nested = become(sheet, 'nest')
    expect(nested).toContain('& > a:hover')
    expect(become(become(nested, 'flat'), 'format')).toBe(become(sheet, 'format'))
  })

  it('shows of a sheet that is one line what stands near each change', () => {
    const [first] = tidied(site(`${'p { top: 0 } '.repeat(200)}b {}`), 'empty').done
    expect(first!.before).toMatch(/^… [^]{200,300} b \{\}$/)
    expect(first!.after.length).toBeLessThan(310)
  })

  it('does only what needs no proof where there are more cases than can be gone through', () => {
    const widths = Array.from({ length: 400 }, (_, at) => `@media (min-width: ${at + 400}px) { p { margin: ${at}px } }`)
    const plan = tidied(site(`${widths.join('')} b {}`), 'empty', 'merge')
    expect([plan.unproved, plan.text.trim()]).toEqual([expect.stringMatching(/ 4\d\d cases/), widths.join('')])
  })

  it('does only what needs no proof where no page wears the sheet', () => {
    const model = siteOf({ 'css/site.css': 'p{top:0}\np { color: red }\nb {}\n' })
    const plan = tidied(model)
    expect([plan.unproved, plan.text]).toEqual([
      expect.stringContaining('No page wears the sheet'),
      'p {\n  top: 0;\n}\n\np {\n  color: red;\n}\n',
    ])
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
    for (const broken of [
      'a { color red }',
      'a { top: 0',
      '<!-- a --> b { top: 0 }',
      '@import url(a;',
      '@media (a/*)b',
    ])
      expect(formatted(parseSheet(broken))).toBe(broken)
  })

  /** Comments wherever one may stand. */
  const COMMENTED = '@media /* 1 */ print /* 2 */ { a /* 3 */ { top: 0 /* ; */; left /* 5 */ : /* 6 */ 1px /* 7 */ } }'
  it('takes no letter from broken sheets, of whatever line ends, and comes to rest', () => {
    const lineEnds = fc.constantFrom('\n', '\r\n', '\r')
    const letters = (text: string) => text.replace(/[\s;]+/g, '')
    fc.assert(
      fc.property(fc.oneof(untidySheet, brokenSheet), lineEnds, (sheet, end) => {
        const text = `${sheet}\n${COMMENTED}\n:root { --x: a\n  b }\n`.replace(/\r\n?|\n/g, end)
        const even = formatted(parseSheet(text))
        expect(letters(even)).toBe(letters(text))
        expect(formatted(parseSheet(even))).toBe(even)
      }),
      { numRuns: runs(400) },
    )
  })
})
