import { tokenize, tokenTypes } from 'css-tree/tokenizer'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { computeCustom, customValues } from '../../src/core/cascade/variables.ts'
import { countUses, swatchesAmong, swatchNames } from '../../src/core/color/swatches.ts'
import { alone } from '../../src/core/edit/sheets.ts'
import { resolveVars } from '../../src/core/edit/variables.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { runs } from '../runs.ts'

const PIECES = [
  ...['var(', 'VAR( ', 'var(\n\t', 'xvar(', '#var(', '@var(', '-var(', 'var (', 'var(,', 'var(/**/'],
  ...['--a', '--B-2', '--é', '--', '-->', 'a', '-b', '1a', '--a(', '--a-->', 'é', '\ufffd', '\0'],
  ...[')', ' ', ',', ';', '"', "'", '/*', '*/', 'url(', '\\75 ', 'env(', '<!--', '😀'],
]

/** The names that css-tree's tokens have behind `var(`. */
function namesByTokens(text: string): string[] {
  const names: string[] = []
  let inVar = false
  tokenize(text, (type, from, to) => {
    if (type === tokenTypes.WhiteSpace || type === tokenTypes.Comment) return
    if (type === tokenTypes.Ident && inVar) names.push(text.slice(from, to))
    inVar = type === tokenTypes.Function && text.slice(from, to).toLowerCase() === 'var('
  })
  return names
}

describe('swatches', () => {
  it('are used where tokens say so (css-tree), whatever stands around', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...PIECES), { maxLength: 12 }), (pieces) => {
        const text = pieces.join('')
        const counted = [...countUses(text)].flatMap(([name, uses]) => Array<string>(uses).fill(name))
        expect(counted.sort()).toEqual(namesByTokens(text).sort())
      }),
      { numRuns: runs(5000) },
    )
  })

  it('are not looked for again while no custom property is another', () => {
    const css = ':root { --ink: #123; --deep: var(--ink); --gap: 4px } p { color: var(--deep) }'
    const names = swatchNames(alone(parseSheet(css)))
    expect([...names]).toEqual(['--ink', '--deep'])
    const edited = parseSheet(`h1 { top: 0 } ${css}`)
    expect(swatchNames(alone(edited))).toBe(names)
    expect(swatchesAmong(alone(edited)).map(({ name, uses }) => [name, uses])).toEqual([
      ['--ink', 1],
      ['--deep', 1],
    ])
    const other = parseSheet(css.replace('#123', '4px'))
    expect([...swatchNames(alone(other))]).toEqual([])
    expect(resolveVars(other, 'var(--deep)')).toBe('4px')
    expect(resolveVars(edited, 'var(--deep)')).toBe('#123')
  })
})

describe('custom properties', () => {
  const name = fc.constantFrom('--a', '--b', '--c', '--d', '--e')
  const value = fc.oneof(
    fc.constant('red'),
    name.map((each) => `var(${each})`),
    fc.tuple(name, name).map(([one, other]) => `var(${one}, var(${other}))`),
    name.map((each) => `1px var(${each}, blue)`),
  )

  it('come to the same, in whatever order they are asked for, also in rings', () => {
    fc.assert(
      fc.property(fc.dictionary(name, value), fc.array(name), (given, asked) => {
        const specified = new Map(Object.entries(given))
        const all = computeCustom(specified, () => 'from above')
        const valueOf = customValues(specified, () => 'from above')
        for (const each of asked) expect(valueOf(each)).toBe(all.has(each) ? all.get(each) : 'from above')
      }),
      { numRuns: runs(2000) },
    )
  })

  it('are followed through a chain of thousands, and only as far as they are asked for', () => {
    const chain = Array.from({ length: 3000 }, (_, at): [string, string] => [`--v${at + 1}`, `var(--v${at})`])
    const valueOf = customValues(new Map([...chain, ['--v0', 'red']]), () => null)
    expect([valueOf('--v3000'), valueOf('--v1'), valueOf('--none')]).toEqual(['red', 'red', null])
  })
})
