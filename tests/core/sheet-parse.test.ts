import { tokenize } from '@csstools/css-tokenizer'
import fc from 'fast-check'
import postcss from 'postcss'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { parseDeclarations, parseSheet, type Declaration, type Item, type Sheet } from '../../src/core/sheet/parse.ts'
import { Token, tokensOf } from '../../src/core/css/tokens.ts'
import { styleRules } from '../../src/core/sheet/walk.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { runs } from '../runs.ts'

/** Text made of what stylesheets are made of, whole and broken. */
const cssLike = fc
  .array(
    fc.constantFrom(
      'a',
      'h1',
      ' ',
      '\n',
      '{',
      '}',
      ':',
      ';',
      '"',
      "'",
      '/*',
      '*/',
      '@media',
      '(',
      ')',
      '[',
      ']',
      '--x',
      'var(',
      'url(',
      '!important',
      '#fff',
      '12px',
      ',',
      '\\',
      '<!--',
      '-->',
      '&',
      '\r\n',
      '\uFEFF',
      'é',
      '😀',
      'color: red;',
    ),
    { maxLength: 40 },
  )
  .map((parts) => parts.join(''))

/** Puts the text together again from the index: gaps between rules, and for each rule its pieces. */
function print(sheet: Sheet): string {
  const printItems = (from: number, to: number, items: readonly Item[]): string => {
    let at = from
    let out = ''
    for (const item of items) {
      out += sheet.text.slice(at, item.from) + printItem(item)
      at = item.to
    }
    return out + sheet.text.slice(at, to)
  }
  const printItem = (item: Item): string => {
    if (item.kind === 'declaration') {
      const { propertyRange, valueRange } = item
      return (
        sheet.text.slice(item.from, propertyRange.to) +
        sheet.text.slice(propertyRange.to, valueRange.from) +
        item.value +
        sheet.text.slice(valueRange.to, item.to)
      )
    }
    if (!item.block) return sheet.text.slice(item.from, item.to)
    return (
      sheet.text.slice(item.from, item.block.from) +
      printItems(item.block.from, item.block.to, item.items) +
      sheet.text.slice(item.block.to, item.to)
    )
  }
  return printItems(0, sheet.text.length, sheet.rules)
}

/** Every declaration of the sheet in source order, whatever holds it. */
function allDeclarations(sheet: Sheet): Declaration[] {
  const found: Declaration[] = []
  const visit = (items: readonly Item[]) => {
    for (const item of items) {
      if (item.kind === 'declaration') found.push(item)
      else visit(item.items)
    }
  }
  visit(sheet.rules)
  return found
}

describe('the sheet as text', () => {
  it('printing from the index gives the same bytes for any text whatever', () => {
    fc.assert(
      fc.property(fc.oneof(cssLike, fc.string({ unit: 'binary' })), (text) => {
        expect(print(parseSheet(text))).toBe(text)
      }),
      { numRuns: runs(2000) },
    )
  })

  it('tokens tile the text', () => {
    fc.assert(
      fc.property(cssLike, (text) => {
        let at = text.startsWith('\uFEFF') ? 1 : 0
        for (const token of tokensOf(text)) {
          expect(token.from).toBe(at)
          at = token.to
        }
        expect(at).toBe(text.length)
      }),
      { examples: [['url(url(\\a']] },
    )
  })

  it('tokens end where an independent tokenizer (csstools) ends them, also where names are written with escapes', () => {
    const letters = [
      'u',
      '\\u',
      '\\75 ',
      '\\000055',
      'R',
      '\\r',
      '\\72\n',
      'l',
      '\\l',
      '\\4C ',
      'x',
      '-',
      'é',
      '\\41 ',
      '\\\\',
    ]
    const others = ['(', '("a")', "( 'b')", ')', ' ', '\n', ';', '@', '#', '{', '}', '/*', '*/']
    const piece = fc.constantFrom(...letters, ...letters, ...others)
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
        const css = `${pieces.join('')}x`
        const theirs = tokenize({ css }, { onParseError: () => undefined }).map(([, , , to]) => to + 1)
        expect(tokensOf(css).map(({ to }) => to)).toEqual(theirs.slice(0, -1))
      }),
      { numRuns: runs(2000), examples: [[['\\75 ', 'R', 'l', '(', 'x', ')']]] },
    )
  })

  it('finds the same rules and declarations as an independent parser (postcss) in the demo sheets', () => {
    for (const file of [
      'demo/vennor-isles/css/site.css',
      'demo/looks/night-crossing.css',
      'demo/looks/paper-timetable.css',
    ]) {
      const text = readFileSync(file, 'utf8')
      const expected: string[] = []
      postcss
        .parse(text)
        .walkDecls(
          (node) =>
            void expected.push(
              `${node.source!.start!.offset} ${node.prop}: ${node.value}${node.important ? ' !' : ''}`,
            ),
        )
      const found = allDeclarations(parseSheet(text)).map(
        (each) => `${each.from} ${each.property}: ${each.value}${each.important ? ' !' : ''}`,
      )
      expect(found).toEqual(expected)
    }
  })

  // CSS Syntax Level 3, section 2.2 "Error handling" and section 9; CSS Nesting 1, section 3.
  it.each([
    ['a { color red; top: 1px }', ['top: 1px'], 1],
    // The stray brace becomes part of the next selector, which makes that rule invalid, not the text unreadable.
    ['a { color: red; } } b { top: 1px }', ['color: red', 'top: 1px'], 0],
    ['a { color: "x\n; top: 1px }', ['top: 1px'], 1],
    ['p { color: red; & b { top: 1px } left: 2px }', ['color: red', 'top: 1px', 'left: 2px'], 0],
    ['a { b:hover { top: 1px } }', ['top: 1px'], 0],
    ['a { --x: { b: c }; top: 1px }', ['--x: { b: c }', 'top: 1px'], 0],
    ['<!-- a { top: 1px } -->', ['top: 1px'], 0],
    ['a { top: 1px', ['top: 1px'], 1],
    ['a { top: 1px !IMPORTANT; left: 2px ! important }', ['top: 1px', 'left: 2px'], 0],
    ['h1 color: red', [], 1],
  ])('%j is read as the standard reads it', (text, declarations, errors) => {
    const sheet = parseSheet(text)
    expect(allDeclarations(sheet).map(({ property, value }) => `${property}: ${value}`)).toEqual(declarations)
    expect(sheet.errors.length).toBe(errors)
  })

  it('keeps the case of custom properties and of nothing else', () => {
    const [a, b] = parseDeclarations('COLOR: Red; --Ink: Red').items
    expect([a!.property, a!.value, b!.property]).toEqual(['color', 'Red', '--Ink'])
  })

  // CSS Syntax 3, 4.3.7: a name is what its escapes stand for. "w\\idth" kept a width from the browsers of old (common practice).
  it('reads names as their escapes say', () => {
    const { rules } = parseSheet('@\\6d edia all { p { w\\idth: 3px; --\\69nk: Red } }')
    const media = rules[0]!
    if (media.kind !== 'at' || media.items[0]?.kind !== 'style') throw new Error('no rule')
    expect([media.name, ...media.items[0].items.map((each) => 'property' in each && each.property)]).toEqual([
      'media',
      'width',
      '--ink',
    ])
  })

  it('walks nested rules with what surrounds them', () => {
    const rules = styleRules(parseSheet('@media print { a { b { top: 0 } } } @font-face { src: x }'))
    expect(rules.map(({ rule, within }) => [rule.selector, within.length])).toEqual([
      ['a', 1],
      ['b', 2],
    ])
  })

  it('an edit of any declaration leaves every other byte alone', () => {
    const text = readFileSync('demo/vennor-isles/css/site.css', 'utf8')
    const declarations = allDeclarations(parseSheet(text))
    fc.assert(
      fc.property(fc.nat(declarations.length - 1), (at) => {
        const { valueRange } = declarations[at]!
        const after = applySplices(text, [{ ...valueRange, insert: 'inherit' }])
        expect(after.slice(0, valueRange.from)).toBe(text.slice(0, valueRange.from))
        expect(after.slice(valueRange.from + 'inherit'.length)).toBe(text.slice(valueRange.to))
        expect(allDeclarations(parseSheet(after))[at]!.value).toBe('inherit')
      }),
    )
  })

  it('knows an at-keyword from a qualified rule', () => {
    expect(tokensOf('@media').map(({ type }) => type)).toEqual([Token.AtKeyword])
  })
})
