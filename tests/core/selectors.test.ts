import { selectAll } from 'css-select'
import { ident } from 'css-tree/utils'
import fc from 'fast-check'
import { parse } from 'parse5'
import { adapter, type Htmlparser2TreeAdapterMap } from 'parse5-htmlparser2-tree-adapter'
import { calculate } from 'specificity'
import { describe, expect, it } from 'vitest'
import { Cascade } from '../../src/core/cascade/cascade.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { escapeIdent, unescapeCss } from '../../src/core/css/ident.ts'
import { matches } from '../../src/core/selectors/match.ts'
import { idOf } from '../../src/core/properties/longhands.ts'
import { parseComplex, parseNth, parseSelectorList } from '../../src/core/selectors/parse.ts'
import { reachOf } from '../../src/core/selectors/reach.ts'
import { normalSelector } from '../../src/core/selectors/serialize.ts'
import { specificityOf } from '../../src/core/selectors/specificity.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { runs } from '../runs.ts'

const simple = fc.constantFrom(
  'a',
  'p',
  'div',
  'li',
  'ul',
  '*',
  '.note',
  '.wide',
  '#top',
  '[href]',
  '[class~="note"]',
  '[class^="n"]',
  '[lang|="en"]',
  ':first-child',
  ':last-child',
  ':only-child',
  ':nth-child(2n+1)',
  ':nth-last-child(2)',
  ':nth-of-type(2)',
  ':not(.note)',
  ':is(p, .wide)',
  ':empty',
  ':root',
  ':has(> li)',
  ':has(a)',
)
const compound = fc
  .tuple(
    fc.constantFrom('a', 'p', 'div', 'li', '', '*'),
    fc.array(
      simple.filter((each) => /^[.#[:]/.test(each)),
      { maxLength: 2 },
    ),
  )
  .map(([type, rest]) => type + rest.join('') || '*')
const selector = fc
  .tuple(compound, fc.array(fc.tuple(fc.constantFrom(' ', ' > ', ' + ', ' ~ '), compound), { maxLength: 2 }))
  .map(([first, rest]) => first + rest.map(([combinator, each]) => combinator + each).join(''))

const leaf = fc.constantFrom(
  '<a href="x">t</a>',
  '<p>t</p>',
  '<p class="note">t</p>',
  '<p class="note wide" lang="en-GB"></p>',
  '<div id="top"></div>',
  '<div id="other" class="unheard of"></div>',
  '<li>t</li>',
  'text',
  '<!-- c -->',
)
const { tree } = fc.letrec<{ tree: string }>((tie) => ({
  tree: fc.oneof(
    { maxDepth: 4, depthSize: 'medium' },
    leaf,
    fc
      .tuple(
        fc.constantFrom('div', 'ul', 'section'),
        fc.constantFrom('', ' class="note"', ' class="wide"'),
        fc.array(tie('tree'), { maxLength: 4 }),
      )
      .map(([tag, attributes, inner]) => `<${tag}${attributes}>${inner.join('')}</${tag}>`),
  ),
}))

/** The elements that css-select finds, by type and where they begin. */
function chosen(html: string, text: string): string[] {
  const document = parse<Htmlparser2TreeAdapterMap>(html, { treeAdapter: adapter, sourceCodeLocationInfo: true })
  return selectAll(text, document.childNodes as never).map((node) => {
    const each = node as unknown as { name: string; sourceCodeLocation?: { startOffset: number } }
    return `${each.name} ${each.sourceCodeLocation?.startOffset}`
  })
}

describe('matching', () => {
  it('agrees with an independent selector engine (css-select) on generated selectors and trees', () => {
    let touched = 0
    fc.assert(
      fc.property(fc.array(tree, { maxLength: 5 }), selector, (parts, text) => {
        const html = `<!doctype html><body>${parts.join('')}`
        const ours = reachOf(parsePage(html), text).map((element) => `${element.tag} ${element.place?.from}`)
        touched += ours.length
        expect(ours).toEqual(chosen(html, text))
      }),
      { numRuns: runs(1500) },
    )
    expect(touched).toBeGreaterThan(500)
  })

  it('agrees with it where one cascade serves several pages, and elements alike in what rules ask are matched once', () => {
    const sides = ['top', 'right', 'bottom', 'left'] as const
    let touched = 0
    fc.assert(
      fc.property(
        fc.array(tree, { minLength: 4, maxLength: 8 }),
        fc.tuple(...sides.map(() => selector)),
        (parts, texts) => {
          const css = texts.map((text, at) => `${text} { ${sides[at]}: 7px }`).join('\n')
          const sheet = { kind: 'external', file: 's.css', offset: 0, sheet: parseSheet(css) } as const
          const cascade = new Cascade([sheet], { viewport: { width: 1280, height: 800 }, quirks: false })
          for (const part of parts) {
            const html = `<!doctype html><body>${part}`
            const page = parsePage(html)
            const styles = cascade.stylesOf(page)
            for (const [at, text] of texts.entries()) {
              const ours = page.elements.filter((element) => styles.of(element).value(idOf(sides[at]!)) === '7px')
              touched += ours.length
              expect(ours.map(({ tag, place }) => `${tag} ${place?.from}`)).toEqual(chosen(html, text))
            }
          }
        },
      ),
      { numRuns: runs(300) },
    )
    expect(touched).toBeGreaterThan(100)
  })

  it('compares the names of attributes of drawings as they are written (HTML standard, 4.16.2)', () => {
    const page = parsePage('<!doctype html><svg viewBox="0 0 1 1"><g viewbox></g></svg><p viewBox>')
    const sheet = { kind: 'external', file: 's.css', offset: 0, sheet: parseSheet('[viewBox] { top: 7px }') } as const
    const cascade = new Cascade([sheet], { viewport: { width: 1280, height: 800 }, quirks: false })
    const styles = cascade.stylesOf(page)
    const reached = page.elements.filter((element) => styles.of(element).value(idOf('top')) === '7px')
    expect(reached.map(({ tag }) => tag)).toEqual(['svg', 'g', 'p'])
  })

  it('knows links and their states (Selectors 4, section 9 and 8)', () => {
    const page = parsePage('<a href="x">l</a><a>n</a>')
    const [link, name] = page.elements.filter(({ tag }) => tag === 'a')
    const visited = { states: () => new Set(['visited', 'hover'] as const) }
    expect(matches(link!, parseComplex('a:link')!)).toBe(true)
    expect(matches(name!, parseComplex('a:link')!)).toBe(false)
    expect(matches(link!, parseComplex('a:link')!, visited)).toBe(false)
    expect(matches(link!, parseComplex('a:visited:hover')!, visited)).toBe(true)
  })

  it('takes letter case as HTML does: classes and ids strictly, but not in quirks mode', () => {
    expect(reachOf(parsePage('<!doctype html><p class="Note">'), '.note')).toHaveLength(0)
    expect(reachOf(parsePage('<p class="Note">'), '.note')).toHaveLength(1)
    expect(reachOf(parsePage('<!doctype html><P>'), 'P')).toHaveLength(1)
  })
})

describe('reading selectors', () => {
  it.each(['', 'a,,b', 'a >', '> a', '.1x', '#1', ':nth-child', 'a::before p', 'p..x', '[=x]', 'a b!', ':not()'])(
    '%j is not a selector',
    (text) => {
      expect(parseSelectorList(text)).toBeNull()
    },
  )

  it('never throws, whatever the text', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => void parseSelectorList(text)))
  })

  it('serialising twice gives the same text, and equal selectors one spelling', () => {
    fc.assert(
      fc.property(selector, (text) => {
        expect(normalSelector(normalSelector(text))).toBe(normalSelector(text))
      }),
    )
    expect(normalSelector('NAV  A:Hover')).toBe('nav a:hover')
    expect(normalSelector('h1>p')).toBe(normalSelector('h1 > p'))
  })

  // CSS Syntax 3, section 6.1 "Informal syntax description".
  it.each([
    ['2n+0', 2, 0],
    ['even', 2, 0],
    ['odd', 2, 1],
    ['4n+1', 4, 1],
    ['-n+6', -1, 6],
    ['-4n+10', -4, 10],
    ['5', 0, 5],
    ['n', 1, 0],
    ['3n + 1', 3, 1],
    ['+3n - 2', 3, -2],
  ])('An+B: %s', (text, a, b) => {
    expect(parseNth(text)).toMatchObject({ a, b })
  })

  it('refuses the An+B texts that CSS Syntax 3, section 6.1 calls invalid', () => {
    expect(['3 n', '+ 2n', '+ 2'].map(parseNth)).toEqual([null, null, null])
  })

  it('escapes a name so that it reads as the same name again (CSSOM, "serialize an identifier")', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', minLength: 1 }).filter((name) => !name.includes('\0') && name.isWellFormed()),
        (name) => {
          expect(unescapeCss(escapeIdent(name))).toBe(name)
        },
      ),
    )
    expect(escapeIdent('2col')).toBe('\\32 col')
  })

  // css-tree's own decoder, which goes from one character to the next.
  it('are read with their escapes as css-tree reads them, however many stand in a row', () => {
    const pieces = fc.constantFrom('\\', '\\\\', 'a', '61', 'g', ' ', '0', 'd800', '110000', '\\g', '\\61 ', '-', 'é')
    fc.assert(
      fc.property(fc.array(pieces, { maxLength: 12 }), (parts) => {
        expect(unescapeCss(parts.join(''))).toBe(ident.decode(parts.join('')))
      }),
      { numRuns: runs(2000) },
    )
    expect(unescapeCss('\\'.repeat(1_000_000))).toHaveLength(500_000)
  })
})

describe('specificity', () => {
  // Selectors Level 4, section 17, "Calculating a selector's specificity": the two lists of examples.
  it.each([
    ['*', [0, 0, 0]],
    ['LI', [0, 0, 1]],
    ['UL LI', [0, 0, 2]],
    ['UL OL+LI', [0, 0, 3]],
    ['H1 + *[REL=up]', [0, 1, 1]],
    ['UL OL LI.red', [0, 1, 3]],
    ['LI.red.level', [0, 2, 1]],
    ['#x34y', [1, 0, 0]],
    ['#s12:not(FOO)', [1, 0, 1]],
    ['.foo :is(.bar, #baz)', [1, 1, 0]],
    [':is(em, #foo)', [1, 0, 0]],
    ['.qux:where(em, #foo#bar#baz)', [0, 1, 0]],
    [':nth-child(even of li, .item)', [0, 2, 0]],
    [':not(em, strong#foo)', [1, 0, 1]],
  ])('%s', (text, expected) => {
    expect(specificityOf(parseComplex(text)!)).toEqual(expected)
  })

  it('agrees with an independent package (specificity) on generated selectors', () => {
    fc.assert(
      fc.property(selector, (text) => {
        const { A, B, C } = calculate(text)
        expect(specificityOf(parseComplex(text)!)).toEqual([A, B, C])
      }),
      { numRuns: runs(500) },
    )
  })
})
