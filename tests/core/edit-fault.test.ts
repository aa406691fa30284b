import fc from 'fast-check'
import postcss from 'postcss'
import { describe, expect, it } from 'vitest'
import { naturalPlace } from '../../src/core/edit/natural-place.ts'
import { addRule } from '../../src/core/sheet/edit.ts'
import { editFault } from '../../src/core/sheet/edit-fault.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { applySplices, type Splice } from '../../src/core/text/splice.ts'
import { runs } from '../runs.ts'

const withRule = (text: string) => {
  const sheet = parseSheet(text)
  const splices = addRule(sheet, 'h1', [['color', 'red']], naturalPlace(sheet, 'h1'))
  const after = applySplices(text, splices)
  return { after, fault: editFault(sheet, parseSheet(after), splices) }
}
const edited = (text: string, ...splices: Splice[]) =>
  editFault(parseSheet(text), parseSheet(applySplices(text, splices)), splices)

describe('a new rule', () => {
  it('is not swallowed by an at-rule that nothing ends (CSS Syntax 3, 5.4.2)', () => {
    const { after, fault } = withRule('@import "base.css"')
    expect(after).toMatch(/^@import "base.css";\s+h1 \{\n {2}color: red;\n\}$/)
    expect(fault).toBeNull()
    // A second parser reads the same two rules.
    expect(postcss.parse(after).nodes.map((node) => node.type)).toEqual(['atrule', 'rule'])
  })
  it('stays behind the imports of a sheet that is broken further down (CSS Cascade 5, section 2)', () => {
    expect(withRule('@charset "utf-8";\n@import "a.css";\np { color: red } }').after).toMatch(
      /^@charset "utf-8";\n@import "a\.css";\s+h1 \{/,
    )
  })

  const piece = fc.constantFrom(
    ...[
      'p { color: red }',
      '@import "b.css";',
      '@import "b.css"',
      '@media print {',
      'a { background: url(',
      'x y)',
      '}',
      '{',
    ],
    ...[
      '/*',
      '*/',
      '"',
      "'",
      'h1, { top: 0 }',
      'h2 { top: 0',
      '@layer a, b',
      ';',
      '\\',
      '(',
      '<!--',
      'h1 { color: blue }',
    ],
  )
  it('comes into any sheet, however broken, and nothing else is lost; or it is said why not', () => {
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 8 }), (pieces) => {
        const { after, fault } = withRule(pieces.join('\n'))
        const read = parseSheet(after).rules.some(
          (rule) => rule.kind === 'style' && /(?:^|[\s,])h1$/.test(rule.selector),
        )
        expect(read || fault !== null).toBe(true)
      }),
      { numRuns: runs(1500) },
    )
  })
})

describe('an edit', () => {
  it('that leaves all else as it was said is made', () => {
    const text = 'p { color: red; top: 0 }\na { left: 1px }'
    expect(edited(text, { from: 11, to: 14, insert: 'blue' })).toBeNull()
    expect(edited(text, { from: 0, to: 0, insert: 'h1 { top: 0 }\n' })).toBeNull()
    expect(edited(text, { from: 24, to: text.length, insert: '' })).toBeNull()
  })
  it.each([
    ['swallows what comes behind', { from: 11, to: 14, insert: 'red; /*' }],
    ['opens what is never closed', { from: 0, to: 0, insert: '@media print { b { top: 0 }' }],
    ['takes a brace away', { from: 23, to: 24, insert: '' }],
    ['ends a string nowhere', { from: 11, to: 14, insert: '"' }],
  ])('that %s is not', (_, splice) => {
    expect(edited('p { color: red; top: 0 }\na { left: 1px }', splice)).toMatch(
      /^Something before this place is not closed/,
    )
  })
})
