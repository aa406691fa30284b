import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseSheet, type Item, type Rule, type Sheet } from '../../src/core/sheet/parse.ts'
import { tokenListOf } from '../../src/core/css/token-list.ts'
import { reparseSheet } from '../../src/core/sheet/reparse.ts'
import { tokensAfter } from '../../src/core/sheet/tokens-after.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { DEEP_SHEETS } from '../extremes.ts'
import { runs } from '../runs.ts'

const PIECES = [
  ...['\ufeff', '\r\n', '\0', '\f', '\ud800', '\t'],
  ...[
    'p { color: red }',
    'a:hover{top:0;left:1px!important}',
    '@import "b.css";',
    '@import "b.css"',
    '@media print {',
    '}',
  ],
  ...[
    '{',
    '/* x */',
    '/*',
    '*/',
    '"',
    "'",
    '(',
    ')',
    '\\',
    ';',
    ':',
    ',',
    '@',
    '!',
    '&',
    '<!--',
    '-->',
    '\n',
    ' ',
    'a',
    '0',
  ],
  ...[
    'h1, h2 { margin: 0 auto; .x & { top: 0 } }',
    '@layer a, b;',
    ':root { --a: {b:c}; --d: 1 }',
    'a:hover { & & { left: 0 } --x: {} }',
    'a { --x: ',
    "\\--y: 'bad\n { top: 0 }",
    'a: {b}',
    '@media x { @layer y; p { top: 0; } }',
    'url( ',
    '1e+5',
    '\\75 rl(',
    'url(x y',
    'junk',
    '[',
    ']',
  ],
]
const text = fc.array(fc.constantFrom(...PIECES), { maxLength: 14 }).map((parts) => parts.join(' '))
const change = fc.record({ at: fc.nat(), gone: fc.nat(30), put: fc.oneof(fc.constantFrom(...PIECES), text) })

/** All that a sheet says of its text, also what is only read when it is asked for. */
const said = ({ text, rules, errors }: Sheet) => ({ text, rules: rules.map(saidBy), errors })

function saidBy(item: Item): object {
  if (item.kind === 'declaration') return item
  const { kind, from, to, block, closed } = item
  const { prelude, place, name = null } = headOf(item)
  return { kind, from, to, block, closed, name, prelude, place, items: item.items.map(saidBy) }
}

const itemsIn = (sheet: Sheet, at: number): readonly Item[] => sheet.rules[at]?.items ?? []

const headOf = (rule: Rule) =>
  rule.kind === 'style'
    ? { prelude: rule.selector, place: rule.selectorRange }
    : { name: rule.name, prelude: rule.prelude, place: rule.preludeRange }

/** The sheet after a stretch of it was replaced, and the same read from nothing. */
function both(
  before: Sheet,
  { at, gone, put }: { at: number; gone: number; put: string },
  whole = before,
): [Sheet, Sheet] {
  const from = at % (before.text.length + 1)
  const after = before.text.slice(0, from) + put + before.text.slice(from + gone)
  return [reparseSheet(before, after, whole), parseSheet(after)]
}

describe('reading a sheet again after a change', () => {
  it('gives what reading it from nothing gives, however broken it is, edit after edit', () => {
    fc.assert(
      fc.property(text, fc.array(change, { maxLength: 5 }), (first, changes) => {
        let sheet = parseSheet(first)
        for (const each of changes) {
          const [again, anew] = both(sheet, each)
          expect(said(again)).toEqual(said(anew))
          sheet = again
        }
      }),
      { numRuns: runs(3000) },
    )
  })

  it('also in a real sheet, where rules before the change stay the same objects', () => {
    const real = parseSheet(readFileSync('demo/vennor-isles/css/site.css', 'utf8'))
    fc.assert(
      fc.property(change, (each) => {
        const [again, anew] = both(real, each)
        expect(said(again)).toEqual(said(anew))
      }),
      { numRuns: runs(300) },
    )
    const changed = reparseSheet(real, `${real.text}\nh6 { top: 0 }`)
    expect(changed.rules.filter((rule, at) => rule === real.rules[at])).toHaveLength(real.rules.length)
    const first = reparseSheet(real, `h6 { top: 0 }${real.text}`)
    expect(first.rules).toHaveLength(real.rules.length + 1)
  })

  it('gives that too where a sheet of earlier lends its items', () => {
    fc.assert(
      fc.property(
        fc.array(text, { minLength: 3, maxLength: 3 }),
        fc.array(change, { maxLength: 5 }),
        (parts, changes) => {
          const whole = parseSheet(parts.join('\n'))
          let sheet = whole
          for (const each of changes) {
            const [again, anew] = both(sheet, each, whole)
            expect(said(again)).toEqual(said(anew))
            sheet = again
          }
        },
      ),
      { numRuns: runs(1000) },
    )
  })

  it('gives the tokens that a text has, whatever was changed in it', () => {
    fc.assert(
      fc.property(text, fc.nat(2000), change, (around, space, { at, gone, put }) => {
        const before = `${around}${' '.repeat(space)}${around}`
        const from = at % (before.length + 1)
        const splice = { from, to: Math.min(before.length, from + gone), insert: put }
        const after = applySplices(before, [splice])
        expect(tokensAfter([{ tokens: tokenListOf(before), change: splice }], after)).toEqual(tokenListOf(after))
      }),
      { numRuns: runs(1000) },
    )
  })

  // A change that makes a text no longer leaves what is not read anew as the very same objects.
  it.each([
    ['in a block that is open', 'h1 { top: 0;', '0', '1', (sheet: Sheet) => itemsIn(sheet, 0).slice(1)],
    ['in a long block that is closed', '@media print { i { top: 0 }', '0', '1', (sheet: Sheet) => itemsIn(sheet, 0)],
    ['where a brace opens', 'h1   ;', ' ;', '{;', (sheet: Sheet) => itemsIn(sheet, 0)],
    ['where a brace closes', 'h1 {  ', '  ', '} ', (sheet: Sheet) => sheet.rules],
    ['where an at-rule opens', '@media print  ', ' \n', '{\n', (sheet: Sheet) => itemsIn(sheet, 0)],
    ['in the head of a block that is open', 'h1 {', '1', '2', (sheet: Sheet) => itemsIn(sheet, 0)],
    ['in the head of a block that is closed', '@media print {', 'print', 'Print', (sheet: Sheet) => itemsIn(sheet, 0)],
  ])('does not read what stands behind a change %s', (_, opened, gone, put, itemsAfter) => {
    const many = 'p { left: 0 }\na:hover { top: 0 }\n'.repeat(50)
    const before = parseSheet(`${opened}\n${many}${opened.startsWith('@media print {') ? '}' : ''}`)
    const known = new Set<Item>([...before.rules, ...itemsIn(before, 0)])
    const text = before.text.replace(gone, put)
    const after = reparseSheet(before, text)
    expect(said(after)).toEqual(said(parseSheet(text)))
    expect(itemsAfter(after).filter((item) => known.has(item)).length).toBeGreaterThanOrEqual(98)
  })

  it.each([
    ['too deep for another block', 'p   ;', 'a{'.repeat(64) + '}'.repeat(64)],
    ['repeated too often for another selector', 'p { & & & &   ;', 'b { & & {'.repeat(11) + '}'.repeat(22)],
  ])('reads a rule that is %s anew', (_, opened, rule) => {
    const before = parseSheet(`${opened} x{} ${rule}`)
    const text = before.text.replace('  ;', '{ ;')
    const after = reparseSheet(before, text)
    expect(said(after)).toEqual(said(parseSheet(text)))
    expect(after.errors.filter(({ leftOut }) => leftOut)).toHaveLength(1)
  })

  it('says nothing twice of a block that stays open', () => {
    const before = parseSheet('a { top: 0; left: 1px')
    const again = reparseSheet(before, before.text.replace('top', "\\--y: 'bad\n { left: 0 }top"))
    expect(again.errors.map(({ from }) => from)).toEqual([3])
  })

  it('reads on in blocks that are open, under another head or in another block', () => {
    const many = 'p { left: 0 }\n'.repeat(50)
    const before = parseSheet(`        main {\naside {\n${many}`)
    const known = new Set<Item>((itemsIn(before, 0)[0] as Rule).items)
    const within = (items: readonly Item[]): readonly Item[] =>
      items.flatMap((item) => (item.kind === 'declaration' ? [] : [item, ...within(item.items)]))
    for (const put of ['b       ', 'b {     ', '@x{ b { ']) {
      const text = put + before.text.slice(8)
      const after = reparseSheet(before, text)
      expect(said(after)).toEqual(said(parseSheet(text)))
      expect(within(after.rules).filter((item) => known.has(item))).toHaveLength(50)
    }
  })

  it('takes what a comment held from the sheet before it was opened', () => {
    const many = 'p { left: 0 }\n'.repeat(50)
    const whole = parseSheet(`   ${many}`)
    const open = reparseSheet(whole, `/* ${many}`)
    expect(open.rules).toEqual([])
    const closed = reparseSheet(open, `/**/${many.slice(1)}`, whole)
    expect(closed.rules.filter((rule) => whole.rules.includes(rule))).toHaveLength(49)
  })

  it.each(Object.entries(DEEP_SHEETS))('also for a sheet of %s', (_, css) => {
    const sheet = parseSheet(`p { top: 0 } ${css}`)
    for (const each of [
      { at: 0, gone: 0, put: 'a { left: 0 }' },
      { at: css.length, gone: 1, put: '' },
      { at: 5, gone: 0, put: '}' },
    ]) {
      const [again, anew] = both(sheet, each)
      expect(again.errors).toEqual(anew.errors)
      expect(again.rules.map(({ from, to }) => [from, to])).toEqual(anew.rules.map(({ from, to }) => [from, to]))
    }
  })
})
