import { describe, expect, it } from 'vitest'
import { decideAmong, homeOf } from '../../src/core/edit/decide-among.ts'
import { sheetWithImports } from '../../src/core/edit/sheets.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { inlineImports } from '../../src/core/site/inline-imports.ts'

const sheetsOf = (texts: Record<string, string>) =>
  sheetWithImports({ path: 'css/site.css', sheet: parseSheet(texts['css/site.css']!) }, (path) =>
    texts[path] === undefined ? null : parseSheet(texts[path]),
  )
const deciding = (texts: Record<string, string>) =>
  decideAmong(sheetsOf(texts), 'p', 'color')?.decision.declaration.value ?? null

describe('the order of stylesheets that import each other', () => {
  it('is that of their imports, the sheet last (CSS Cascade 5, section 2)', () => {
    const texts = {
      'css/site.css': '@import "a.css"; @import url(../b.css) all; p { top: 0 }',
      'css/a.css': '@import "c.css";',
      'css/c.css': '',
      'b.css': '',
    }
    expect(sheetsOf(texts).map(({ path }) => path)).toEqual(['css/c.css', 'css/a.css', 'b.css', 'css/site.css'])
  })

  it('leaves out what holds on some screens only, what is not there, and circles', () => {
    const texts = {
      'css/site.css':
        '@import "print.css" print; @import "wide.css" (min-width: 40em); @import "grid.css" supports(display: grid); @import "none.css"; @import "//cdn.example/x.css"; @import "round.css";',
      'css/print.css': '',
      'css/wide.css': '',
      'css/grid.css': '',
      'css/round.css': '@import "site.css";',
    }
    expect(sheetsOf(texts).map(({ path }) => path)).toEqual(['css/round.css', 'css/site.css'])
  })

  it('puts layers first, in the order in which they are named (CSS Cascade 5, section 6.4)', () => {
    const site = '@layer reset, theme; @import "theme.css" layer(theme); @import "reset.css" layer(reset);'
    const texts = { 'css/site.css': site, 'css/theme.css': 'p { color: teal }', 'css/reset.css': 'p { color: red }' }
    expect(deciding(texts)).toBe('teal')
    expect(deciding({ ...texts, 'css/site.css': `${site} p { color: navy }` })).toBe('navy')
  })

  it('turns round for what is important (CSS Cascade 5, section 6.4.4)', () => {
    const texts = {
      'css/site.css': '@import "a.css" layer(a); @import "b.css" layer(b); p { color: navy !important }',
      'css/a.css': 'p { color: red !important }',
      'css/b.css': 'p { color: teal !important }',
    }
    expect(deciding(texts)).toBe('red')
  })
})

describe('where a value goes that no rule sets', () => {
  const home = (selector: string) => {
    const { at, own } = homeOf(
      sheetsOf({ 'css/site.css': '@import "a.css";', 'css/a.css': 'a { top: 0 } b, i { top: 0 }' }),
      selector,
    )
    return [at.path, own?.selector]
  }
  it('is the rule that names the selector, or the sheet; a state stands beside what it is a state of', () => {
    expect(home('a')).toEqual(['css/a.css', 'a'])
    expect(home('a:hover')).toEqual(['css/a.css', undefined])
    expect(home('i')).toEqual(['css/site.css', undefined])
    expect(home('h1')).toEqual(['css/site.css', undefined])
  })
})

describe('rules in the place of imports', () => {
  const inlined = (texts: Record<string, string>, wanted: string) =>
    inlineImports(
      { path: 'css/site.css', sheet: parseSheet(texts['css/site.css']!) },
      {
        read: (path) => (texts[path] === undefined ? null : parseSheet(texts[path])),
        isWanted: (path) => path === wanted,
      },
    )
  const texts = {
    'css/site.css': '@import "a.css";\n@import "deep/b.css" layer(x) supports(display: grid) screen;\np { top: 0 }\n',
    'css/a.css': 'a { color: red }',
    'css/deep/b.css': '@import "../c.css";\nb { background: url("../img/x.png") }',
    'css/c.css': 'i { color: url(',
  }
  it('stand only where a wanted stylesheet comes from, and behind it', () => {
    expect(inlined(texts, 'other.css')).toBe(texts['css/site.css'])
    expect(inlined(texts, 'css/c.css')).toMatch(
      /^@import "a\.css";\n@media screen \{\n@supports \(display: grid\) \{\n@layer x \{/,
    )
    expect(inlined(texts, 'css/a.css')).not.toContain('@import')
  })
  it('are left out where stylesheets import each other over and over, or too deep', () => {
    const chain = (length: number, times: number) =>
      Object.fromEntries(
        Array.from({ length }, (_, at) => [
          at === 0 ? 'css/site.css' : `css/${at}.css`,
          `@import "${at + 1}.css";`.repeat(times) + 'p {}',
        ]),
      )
    expect(inlined(chain(40, 2), 'css/3.css')).toBe(chain(40, 2)['css/site.css'])
    expect(inlined(chain(5000, 1), 'css/4999.css')).toBe(chain(5000, 1)['css/site.css'])
    expect(inlined(chain(6, 2), 'css/3.css')).not.toContain('@import')
    expect(sheetsOf(chain(40, 2))).toHaveLength(40)
    expect(sheetsOf(chain(20_000, 1)).at(-1)).toMatchObject({ path: 'css/site.css' })
  })
  it('keep their addresses leading where they led, and leave nothing open', () => {
    const text = inlined(texts, 'css/c.css')
    expect(text).toContain('url("img/x.png")')
    expect(parseSheet(text).rules.at(-1)).toMatchObject({ kind: 'style', selector: 'p', closed: true })
  })
})
