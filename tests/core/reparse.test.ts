import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseSheet, type Item, type Rule, type Sheet } from '../../src/core/sheet/parse.ts'
import { reparseSheet } from '../../src/core/sheet/reparse.ts'
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

const headOf = (rule: Rule) =>
  rule.kind === 'style'
    ? { prelude: rule.selector, place: rule.selectorRange }
    : { name: rule.name, prelude: rule.prelude, place: rule.preludeRange }

/** The sheet after a stretch of it was replaced, and the same read from nothing. */
function both(before: Sheet, { at, gone, put }: { at: number; gone: number; put: string }): [Sheet, Sheet] {
  const from = at % (before.text.length + 1)
  const after = before.text.slice(0, from) + put + before.text.slice(from + gone)
  return [reparseSheet(before, after), parseSheet(after)]
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
    expect(changed.rules.filter((rule, at) => rule === real.rules[at])).toHaveLength(real.rules.length - 1)
    const first = reparseSheet(real, `h6 { top: 0 }${real.text}`)
    expect(first.rules).toHaveLength(real.rules.length + 1)
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
