import fc from 'fast-check'
import postcss from 'postcss'
import { describe, expect, it } from 'vitest'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { headFollows, headOf, writeHead } from '../../src/core/writing/head.ts'
import { outlineOf, sectionsOf } from '../../src/core/writing/outline.ts'
import { planRenameProperty } from '../../src/core/writing/rename-property.ts'
import { planReplace } from '../../src/core/writing/replace.ts'
import { rulesOf } from '../../src/core/writing/rules-of.ts'
import { planSection, sectionNameFault, type SectionDeed } from '../../src/core/writing/sections.ts'
import { siteOf } from './model.ts'

const SHEET = `/* Base */

body { margin: 0 }

/* =========
   Cards
   ========= */

.card { padding: 1em } /* roomy */
/* .old { top: 0 } */
/* This is why: the box is wide. */
.card h2 { color: red }
@media (min-width: 40em) { .card { padding: 2em } }

/* Feet */
footer { top: 0 }
`

const done = (text: string, deed: SectionDeed) => applySplices(text, planSection(parseSheet(text), deed))

describe('the outline of a sheet', () => {
  it('knows sections by the comments that head them, and leaves sentences and code', () => {
    expect(sectionsOf(parseSheet(SHEET)).map(({ name, rules }) => [name, rules])).toEqual([
      ['Base', 1],
      ['Cards', 3],
      ['Feet', 1],
    ])
    expect(outlineOf(parseSheet(SHEET)).map(({ name }) => name)).toEqual([
      'Base',
      'Cards',
      '@media (min-width: 40em)',
      'Feet',
    ])
    expect(outlineOf(parseSheet('p { top: 0 } /* x'))).toEqual([])
  })

  it('makes, names and moves sections, whatever stands in them', () => {
    const added = done(SHEET, { do: 'add', name: 'Tables', behind: 1 })
    expect(sectionsOf(parseSheet(added)).map(({ name }) => name)).toEqual(['Base', 'Cards', 'Tables', 'Feet'])
    expect(done(SHEET, { do: 'rename', at: 1, name: 'Boxes' })).toBe(SHEET.replace('Cards', 'Boxes'))
    const moved = done(SHEET, { do: 'move', at: 1, to: 0 })
    expect(sectionsOf(parseSheet(moved)).map(({ name }) => name)).toEqual(['Cards', 'Base', 'Feet'])
    expect(moved.indexOf('/* roomy */')).toBeLessThan(moved.indexOf('body'))
    expect(done('', { do: 'add', name: 'Base', behind: null })).toBe('/* Base */\n')
  })

  it('loses no rule and no comment by any row of moves, as postcss reads them', () => {
    const said = (text: string) => {
      const found: string[] = []
      postcss.parse(text).walk((node) => {
        if (node.type !== 'decl') found.push(node.type === 'comment' ? node.text : node.toString())
      })
      return found.sort()
    }
    const place = fc.nat(2)
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place), { maxLength: 5 }), fc.boolean(), (moves, windows) => {
        const text = windows ? SHEET.replaceAll('\n', '\r\n') : SHEET.trimEnd()
        const now = moves.reduce((each, [at, to]) => done(each, { do: 'move', at, to }), text)
        expect(said(now)).toEqual(said(text))
        expect(sectionsOf(parseSheet(now))).toHaveLength(3)
      }),
    )
  })

  it('says what is wrong with a name', () => {
    for (const name of ['', ' ', 'a; b', 'a */', 'Why?', '== x', 'x'.repeat(61)])
      expect(sectionNameFault(name), name).not.toBeNull()
    for (const name of ['Base', '1. Cards and boxes', 'Füße']) expect(sectionNameFault(name), name).toBeNull()
  })
})

describe('the head of a sheet', () => {
  const head = { purpose: 'The look of the ferry line', author: 'Ada Reef', date: '2026-11-27' }
  const withHead = (text: string) => applySplices(text, writeHead(parseSheet(text), head))

  it('says purpose, author, date and the sections, in front of all but @charset', () => {
    const text = withHead(SHEET)
    expect(text).toBe(
      `/*\n  Purpose:  The look of the ferry line\n  Author:   Ada Reef\n  Date:     2026-11-27\n  Sections:\n    1  Base\n    2  Cards\n    3  Feet\n*/\n\n${SHEET}`,
    )
    expect(headOf(parseSheet(text))).toMatchObject({ ...head, sections: ['Base', 'Cards', 'Feet'] })
    expect(headOf(parseSheet(SHEET))).toBeNull()
    expect(withHead('@charset "utf-8";\np { top: 0 }')).toMatch(/^@charset "utf-8";\n\n\/\*\n {2}Purpose/)
    // Nothing that is written in a field ends the comment.
    const odd = applySplices('', writeHead(parseSheet(''), { ...head, purpose: 'a */ p { top: 0 }\nb' }))
    expect(parseSheet(odd)).toMatchObject({ rules: [], errors: [] })
  })

  it('keeps its list right, by whatever way sections change', () => {
    const text = withHead(SHEET)
    expect(headFollows(parseSheet(text))).toEqual([])
    expect(headOf(parseSheet(done(text, { do: 'rename', at: 0, name: 'Ground' })))!.sections[0]).toBe('Ground')
    const typed = text.replace('/* Feet */\n', '/* Feet */\n\n/* Print */\n')
    const followed = applySplices(typed, headFollows(parseSheet(typed)))
    expect(headOf(parseSheet(followed))!.sections).toEqual(['Base', 'Cards', 'Feet', 'Print'])
    expect(withHead(withHead(text))).toBe(text)
  })
})

describe('looking for and replacing', () => {
  const replaced = (text: string, find: string, insert: string, how = {}) => {
    const plan = planReplace(text, { find, insert, matchCase: false, whole: false, pattern: false, ...how })
    return 'fault' in plan ? plan.fault : applySplices(text, plan)
  }

  it('takes words as they are, whole names, and patterns with their groups', () => {
    expect(replaced('.card .card-list { }', '.card', '.box')).toBe('.box .box-list { }')
    expect(replaced('.card .card-list { }', 'card', 'box', { whole: true })).toBe('.box .card-list { }')
    expect(replaced('Red red', 'red', 'blue', { matchCase: true })).toBe('Red blue')
    expect(replaced('a(b) $1', '(b)', '$1')).toBe('a$1 $1')
    expect(replaced('top: 4px; left: 12px', '(\\d+)px', 'calc($1 * 1px) $$', { pattern: true })).toBe(
      'top: calc(4 * 1px) $; left: calc(12 * 1px) $',
    )
    expect(replaced('abc', 'x*', '-', { pattern: true })).toBe('abc')
    expect(replaced('abc', '(', '-', { pattern: true })).toMatch(/^This is no regular expression/)
    expect(replaced('a'.repeat(30_000), 'a', 'b')).toMatch(/^This is found more than 20,000 times/)
  })
})

describe('what an editor asks of the site', () => {
  const page =
    '<!doctype html><link rel=stylesheet href="s.css"><style>p { color: var(--ink) }</style><h1 class="x">a</h1><p style="top: var(--ink)">b</p><script>set("--ink")</script>'
  const sheet = ':root { --ink: red; --ink-2: blue }\n.x { color: var(--ink) }\nh1:hover { top: 0 }\nh1 { top: 0 }\n'
  const site = siteOf({ 'index.html': page, 's.css': sheet })

  it('renames a custom property everywhere, and says what names it still', () => {
    const { change, places, left, merges } = planRenameProperty(site, '--ink', '--deep')
    expect(places).toEqual([
      { file: 's.css', count: 2 },
      { file: 'index.html', count: 2 },
    ])
    expect([left.length, merges, planRenameProperty(site, '--ink', '--ink-2').merges]).toEqual([1, false, true])
    expect(applySplices(page, change.texts[1]!.splices)).toBe(
      page.replace('color: var(--ink)', 'color: var(--deep)').replace('top: var(--ink)', 'top: var(--deep)'),
    )
  })

  it('names the rules of an element, weakest first', () => {
    const index = site.page('index.html').elements.findIndex(({ tag }) => tag === 'h1')
    expect(rulesOf(site, 's.css', 'index.html', index).map(({ from, to }) => sheet.slice(from, to))).toEqual([
      'h1',
      '.x',
    ])
    expect(rulesOf(site, 's.css', 'gone.html', 0)).toEqual([])
  })
})
