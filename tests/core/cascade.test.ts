import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Cascade, type PageStyles } from '../../src/core/cascade/cascade.ts'
import { groupingOf } from '../../src/core/cascade/style-tree.ts'
import { idOf, longhand, LONGHANDS } from '../../src/core/properties/longhands.ts'
import { resolvedValue } from '../../src/core/cascade/resolved.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { statesOf, type WornState } from '../../src/core/selectors/states.ts'
import { generatedSite } from '../../e2e/cascade/generated.ts'
import { sheetsWorn } from '../../src/core/model/sheets-worn.ts'
import { linksIn } from '../../src/core/states/links.ts'
import { runs } from '../runs.ts'
import { tidyPage, untidySheet } from '../tidy-sheets.ts'

const viewport = { width: 1280, height: 800 }

/** Resolved value of a property of the element with the id x (or the last element), with one external sheet. */
function value(css: string, property: string, markup = '<p id=x>x', state?: WornState): string {
  const page = parsePage(`<!doctype html><body>${markup}`)
  const target = page.elements.find(({ id }) => id === 'x') ?? page.elements.at(-1)!
  const cascade = new Cascade([{ kind: 'external', file: 's.css', offset: 0, sheet: parseSheet(css) }], {
    viewport,
    quirks: page.quirks,
  })
  const styles = cascade.stylesOf(page, state ? statesOf([target], state) : null)
  return resolvedValue(styles.at(target.index), idOf(property))
}

/** The standards are quoted from memory, by section; what they say is held against a real browser in e2e/cascade.spec.ts. */
describe('cascade sorting (CSS Cascading and Inheritance Level 5, section 6.1)', () => {
  it.each([
    ['importance turns author and order round', 'p { color: red !important } #x { color: blue }', 'rgb(255, 0, 0)'],
    ['unlayered beats layered', 'p { color: red } @layer a { #x { color: blue } }', 'rgb(255, 0, 0)'],
    [
      'later layers beat earlier ones',
      '@layer a { #x { color: red } } @layer b { p { color: blue } }',
      'rgb(0, 0, 255)',
    ],
    [
      'the first naming of a layer gives its place',
      '@layer b, a; @layer a { p { color: red } } @layer b { #x { color: blue } }',
      'rgb(255, 0, 0)',
    ],
    [
      'important layers the other way round',
      '@layer a { p { color: red !important } } @layer b { p { color: blue !important } } p { color: green !important }',
      'rgb(255, 0, 0)',
    ],
    [
      'a layer’s own rules come after its inner layers (6.4.3)',
      '@layer a { p { color: red } @layer b { #x { color: blue } } }',
      'rgb(255, 0, 0)',
    ],
    ['specificity before order', '#x { color: red } p { color: blue }', 'rgb(255, 0, 0)'],
    ['order of appearance last', 'p { color: red } p { color: blue }', 'rgb(0, 0, 255)'],
    [
      'revert-layer gives way to the layer below',
      '@layer a { p { color: red } } @layer b { p { color: blue; color: revert-layer } }',
      'rgb(255, 0, 0)',
    ],
    ['revert gives way to the browser', 'p { color: red; color: revert }', 'rgb(0, 0, 0)'],
    ['an invalid value is ignored (CSS Syntax 3, section 9)', 'p { color: red; color: rainbow }', 'rgb(255, 0, 0)'],
    [
      'an invalid selector drops its whole rule (Selectors 4, section 3.9)',
      'p { color: red } p, ..x { color: blue }',
      'rgb(255, 0, 0)',
    ],
    [
      'nesting counts as :is() (CSS Nesting 1, section 3)',
      '#none, body { & p { color: red } } body p { color: blue }',
      'rgb(255, 0, 0)',
    ],
    [
      'declarations behind a nested rule come behind it',
      'p { color: red; & { color: blue } color: green }',
      'rgb(0, 128, 0)',
    ],
    ['a media query that fails', 'p { color: red } @media (width < 600px) { p { color: blue } }', 'rgb(255, 0, 0)'],
    [
      '@supports asks what a browser takes',
      'p { color: red } @supports (color: blue) and (not (color: nonsense)) { p { color: blue } }',
      'rgb(0, 0, 255)',
    ],
    [
      'a scope ends at its limit (CSS Cascade 6, section 2.5)',
      'p { color: red } @scope (body) to (p) { p { color: blue } }',
      'rgb(255, 0, 0)',
    ],
  ])('%s', (_name, css, expected) => expect(value(css, 'color')).toBe(expected))

  it('puts presentational attributes in front of author rules and behind the browser’s (HTML standard, section 15.2)', () => {
    expect(value('', 'color', '<font id=x color="#0F0">x</font>')).toBe('rgb(0, 255, 0)')
    expect(value('font { color: red }', 'color', '<font id=x color="#0F0">x</font>')).toBe('rgb(255, 0, 0)')
    expect(value('', 'background-color', '<table id=x bgcolor=chucknorris>')).toBe('rgb(192, 0, 0)')
    expect(value('', 'padding-left', '<table cellpadding=7><tr><td id=x>')).toBe('7px')
  })

  it('lets the style attribute win over rules, but not over important ones', () => {
    expect(value('#x { color: red }', 'color', '<p id=x style="color: blue">x')).toBe('rgb(0, 0, 255)')
    expect(value('p { color: red !important }', 'color', '<p id=x style="color: blue">x')).toBe('rgb(255, 0, 0)')
    expect(value('p { color: red !important }', 'color', '<p id=x style="color: blue !important">x')).toBe(
      'rgb(0, 0, 255)',
    )
  })
})

describe('values', () => {
  // CSS Values and Units 4, section 6.2: 1in = 96px = 72pt = 6pc = 2.54cm = 25.4mm = 101.6Q.
  it.each([
    ['1in', 96],
    ['72pt', 96],
    ['6pc', 96],
    ['2.54cm', 96],
    ['25.4mm', 96],
    ['101.6Q', 96],
    ['2em', 40],
    ['2rem', 32],
    ['10vw', 128],
    ['10vh', 80],
    ['1vmin', 8],
    ['1vmax', 12.8],
    ['calc(1in - 1em)', 76],
    ['min(1in, 50px)', 50],
    ['clamp(10px, 1px, 20px)', 10],
    ['max(1em, 5px)', 20],
    ['round(11px, 5px)', 10],
    ['calc(2 * (3px + 1em))', 46],
  ])('%s is %d px', (text, px) => {
    expect(value(`p { font-size: 20px; text-indent: ${text} }`, 'text-indent')).toBe(`${px}px`)
  })

  // CSS Color 4: sections 4 to 8 and the serialisation of section 15.
  it.each([
    ['#f0f', 'rgb(255, 0, 255)'],
    ['#00000080', 'rgba(0, 0, 0, 0.5)'],
    ['hsl(120 100% 25%)', 'rgb(0, 128, 0)'],
    ['hwb(0 0% 0%)', 'rgb(255, 0, 0)'],
    ['rebeccapurple', 'rgb(102, 51, 153)'],
    ['transparent', 'rgba(0, 0, 0, 0)'],
    ['oklch(0.5 0.1 200)', 'oklch(0.5 0.1 200)'],
    ['rgb(calc(100 + 28) 0 0)', 'rgb(128, 0, 0)'],
  ])('%s computes to %s', (text, expected) => {
    expect(value(`p { color: ${text} }`, 'color')).toBe(expected)
  })

  // CSS Custom Properties 1, sections 2.2, 2.3 and 3.
  it.each([
    ['p { --a: red; color: var(--a) }', 'rgb(255, 0, 0)'],
    ['p { color: var(--none, blue) }', 'rgb(0, 0, 255)'],
    ['body { color: green } p { color: var(--none) }', 'rgb(0, 128, 0)'],
    ['body { color: green } p { --a: 20px; color: red; color: var(--a) }', 'rgb(0, 128, 0)'],
    ['body { color: green } p { --a: var(--b); --b: var(--a); color: var(--a) }', 'rgb(0, 128, 0)'],
    ['p { --a: var(--a); color: var(--a, blue) }', 'rgb(0, 0, 255)'],
    ['body { --a: red } p { --a: initial; color: var(--a, blue) }', 'rgb(0, 0, 255)'],
    ['p { --A: red; --a: blue; color: var(--A) }', 'rgb(255, 0, 0)'],
    ['@property --c { syntax: "*"; inherits: false } body { --c: red } p { color: var(--c, blue) }', 'rgb(0, 0, 255)'],
  ])('%s', (css, expected) => expect(value(css, 'color')).toBe(expected))

  it('takes shorthands with var() apart once the value is known', () => {
    expect(value('p { --b: 2px dotted red; border: var(--b); border-left-width: 5px }', 'border-top-style')).toBe(
      'dotted',
    )
    expect(value('p { --b: 2px dotted red; border: var(--b); border-left-width: 5px }', 'border-left-width')).toBe(
      '5px',
    )
    expect(value('p { margin: 1px; margin: var(--none) }', 'margin-top')).toBe('0px')
  })

  it('gives flow-relative properties their side (CSS Logical Properties 1, section 4)', () => {
    expect(value('p { direction: rtl; margin-inline-start: 3px; margin-right: 1px }', 'margin-right')).toBe('1px')
    expect(value('p { direction: rtl; margin-right: 1px; margin-inline-start: 3px }', 'margin-right')).toBe('3px')
    expect(value('p { writing-mode: vertical-rl; padding-block-start: 4px }', 'padding-right')).toBe('4px')
  })
})

// HTML standard, section 15.3 "Non-replaced elements": what browsers do without a sheet.
describe('the browser’s own style', () => {
  it.each([
    ['<h1 id=x>', 'font-size', '32px'],
    ['<h1 id=x>', 'margin-top', '21.44px'],
    ['<h2 id=x>', 'font-size', '24px'],
    ['<h3 id=x>', 'font-size', '18.72px'],
    ['<h5 id=x>', 'font-size', '13.28px'],
    ['<h6 id=x>', 'font-weight', '700'],
    ['<ul id=x>', 'padding-left', '40px'],
    ['<ul id=x>', 'list-style-type', 'disc'],
    ['<ul><li><ul id=x>', 'list-style-type', 'circle'],
    ['<ol><li><ul><li><ul id=x>', 'list-style-type', 'square'],
    ['<ul><li><ul id=x>', 'margin-top', '0px'],
    ['<ol id=x>', 'list-style-type', 'decimal'],
    ['<li id=x>', 'display', 'list-item'],
    ['<a id=x href=#>', 'text-decoration-line', 'underline'],
    ['<a id=x href=#>', 'color', 'rgb(0, 0, 238)'],
    ['<a id=x>', 'cursor', 'auto'],
    ['<blockquote id=x>', 'margin-left', '40px'],
    ['<b id=x>', 'font-weight', '700'],
    ['<code id=x>', 'font-size', '13px'],
    ['<table><tr><th id=x>', 'text-align', 'center'],
    ['<p id=x hidden>', 'display', 'none'],
    ['<pre id=x>', 'white-space-collapse', 'preserve'],
    ['<small id=x>', 'font-size', '13.3333px'],
  ])('%s has %s %s', (markup, property, expected) => {
    expect(value('', property, markup)).toBe(expected)
  })
})

describe('states', () => {
  const css =
    'a:link { color: red } a:visited { color: green } a:hover { color: blue } a:focus-visible { color: teal } p:hover a { top: 1px }'
  it.each<[WornState, string]>([
    ['hover', 'rgb(0, 0, 255)'],
    ['visited', 'rgb(0, 128, 0)'],
    ['focus', 'rgb(0, 128, 128)'],
  ])('%s', (state, expected) => expect(value(css, 'color', '<p><a id=x href=#>', state)).toBe(expected))
  it('hovering counts for what is around', () => expect(value(css, 'top', '<p><a id=x href=#>', 'hover')).toBe('1px'))
})

describe('what styles share', () => {
  const of = (css: string, markup: string, property: string) => {
    const page = parsePage(`<!doctype html><body>${markup}`)
    const cascade = new Cascade([{ kind: 'external', file: 's.css', offset: 0, sheet: parseSheet(css) }], {
      viewport,
      quirks: false,
    })
    const styles = cascade.stylesOf(page).all()
    return page.elements
      .filter(({ classes }) => classes.includes('x'))
      .map((element) => resolvedValue(styles[element.index]!, idOf(property)))
  }
  it.each([
    [
      'a flex item and a plain child with a var()',
      '.f { display: flex } .x { border: var(--b) }',
      '<div class=f><span class=x></span></div><div><span class=x></span></div>',
      'display',
      ['block', 'inline'],
    ],
    [
      'a flex item and a plain child',
      '.f { display: flex }',
      '<div class=f><span class=x></span></div><div><span class=x></span></div>',
      'display',
      ['block', 'inline'],
    ],
    [
      'the same em in two sizes',
      '.b { font-size: 20px } .x { padding-left: 1em }',
      '<div><i class=x></i></div><div class=b><i class=x></i></div>',
      'padding-left',
      ['16px', '20px'],
    ],
    [
      'the same ch in two families',
      '.b { font-family: monospace; font-size: 16px } .x { padding-left: 1ch }',
      '<div><i class=x></i></div><div class=b><i class=x></i></div>',
      'padding-left',
      ['8px', '9.6px'],
    ],
    [
      'the same var() under two values',
      '.b { --c: red } .x { background: var(--c, blue) }',
      '<div><i class=x></i></div><div class=b><i class=x></i></div>',
      'background-color',
      ['rgb(0, 0, 255)', 'rgb(255, 0, 0)'],
    ],
    [
      'the same inherit under two parents',
      '.b { width: 5px } .x { width: inherit }',
      '<div><i class=x></i></div><div class=b><i class=x></i></div>',
      'width',
      ['auto', '5px'],
    ],
    [
      'the same side in two directions',
      '.b { direction: rtl } .x { margin-inline-start: 2px }',
      '<div><i class=x></i></div><div class=b><i class=x></i></div>',
      'margin-left',
      ['2px', '0px'],
    ],
    [
      'currentcolor in two colours',
      '.b { color: red } .x { border: 1px solid }',
      '<div><i class=x></i></div><div class=b><i class=x></i></div>',
      'border-top-color',
      ['rgb(0, 0, 0)', 'rgb(255, 0, 0)'],
    ],
    [
      'one style attribute, two types',
      '',
      '<b class=x style="color: red"></b><i class=x style="color: red"></i>',
      'font-weight',
      ['700', '400'],
    ],
  ])('%s', (_name, css, markup, property, expected) => expect(of(css, markup, property)).toEqual(expected))
})

describe('robustness', () => {
  it('never throws and always has every longhand, whatever the sheet and the page', () => {
    const piece = fc.constantFrom(
      'p',
      '{',
      '}',
      ':',
      ';',
      'color',
      'red',
      '!important',
      '@media',
      '@layer a',
      '(',
      ')',
      'var(--a)',
      '--a',
      'calc(1px +',
      '"',
      "'",
      '/*',
      '*/',
      '&',
      ',',
      '#x',
      '.a',
      'margin',
      '1px',
      'inherit',
      '@import',
      'url(',
      '\\',
      '<!--',
      'font:',
      'grid:',
      '/',
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 30 }), fc.array(piece, { maxLength: 8 }), (css, inline) => {
        const page = parsePage(`<body><p class=a id=x style='${inline.join(' ').replaceAll("'", '')}'>x<table><a>`)
        const cascade = new Cascade([{ kind: 'external', file: '', offset: 0, sheet: parseSheet(css.join(' ')) }], {
          viewport,
          quirks: page.quirks,
        })
        const values = cascade
          .stylesOf(page)
          .all()
          .flatMap((style) => LONGHANDS.map(({ id }) => resolvedValue(style, id)))
        expect(values.filter((each) => typeof each !== 'string' || each === '')).toEqual([])
      }),
      { numRuns: runs(150) },
    )
  })

  it('carries unknown properties along', () => {
    const page = parsePage('<body><p>')
    const cascade = new Cascade(
      [{ kind: 'external', file: '', offset: 0, sheet: parseSheet('p { -moz-thing: 3; future-thing: x }') }],
      { viewport, quirks: false },
    )
    const style = cascade.stylesOf(page).all().at(-1)!
    expect(style.cascaded.entries.map(({ set }) => set.property)).toEqual(
      expect.arrayContaining(['-moz-thing', 'future-thing']),
    )
  })

  it('stands pages nested deeper than functions can be', () => {
    const page = parsePage(`<body>${'<div>'.repeat(15_000)}x`)
    const text = (color: string) => parseSheet(`div { color: ${color} }`)
    const cascade = new Cascade([{ kind: 'external', file: '', offset: 0, sheet: text('red') }], {
      viewport,
      quirks: false,
    })
    cascade.stylesOf(page)
    const styles = cascade.after(0, text('blue'))!.stylesOf(page).all()
    expect(resolvedValue(styles.at(-1)!, idOf('color'))).toBe('rgb(0, 0, 255)')
  })
})

const rulesIn = (text: string) => parseSheet(text).rules.map(({ from, to }) => text.slice(from, to))
/** What few sheets have: rules that hang on siblings, positions, states and attributes, in layers and with what they write. */
const COMING = `
li:nth-child(2n+1) { color: teal } p + p { margin: 3px } a:hover b { font-size: 3em } a:visited { color: lime }
@layer late { body { color: navy } } [class] { padding: 1px } p::before { content: "x" } :not(p) > b { top: 2px }
body { font-size: 20px } main { font-size: 1.5em; color: inherit } * { letter-spacing: 1px } :has(> a) { left: 1px }
a::after { content: attr(href) } a { content: attr(class) } :root { --ink: red } .nowhere { color: red }`

describe('a cascade after an edit', () => {
  it('gives what a new cascade gives, on generated pages, whichever declarations change', () => {
    const files = generatedSite()
    const paths = Object.keys(files)
      .filter((path) => path.endsWith('.html'))
      .slice(0, 12)
    let revised = 0
    for (const [at, path] of paths.entries()) {
      const page = parsePage(files[path]!)
      const worn = (change: (text: string) => string) =>
        sheetsWorn(path, page, {
          sheetPath: '',
          files: new Set(Object.keys(files)),
          viewport,
          readSheet: (file) => (files[file] === undefined ? null : parseSheet(change(files[file]!))),
        })
      const change = (text: string) =>
        text
          .replaceAll(
            at % 2 === 0 ? /color: red/g : /font-size: (?:12px|1\.5em)/g,
            at % 2 === 0 ? 'color: lime' : 'font-size: 21px',
          )
          .replaceAll('padding: 5%', 'padding: 6%')
      const before = worn((text) => text)
      const after = worn(change)
      const settings = { viewport, quirks: page.quirks }
      const cascade = new Cascade(before, settings)
      const old = cascade.stylesOf(page).all()
      const fresh = new Cascade(after, settings).stylesOf(page).all()
      let next: Cascade | null = cascade
      for (const [index, { sheet }] of after.entries())
        if (sheet.text !== before[index]!.sheet.text) next = next?.after(index, sheet) ?? null
      if (!next) continue
      revised++
      const styles = next.stylesOf(page).all()
      const all = (list: typeof styles) =>
        list.map((style) => LONGHANDS.map(({ id, name }) => `${name}: ${resolvedValue(style, id)}`).join('\n'))
      expect(all(styles), path).toEqual(all(fresh))
      // The one before says what it said.
      expect(all(cascade.stylesOf(page).all()), path).toEqual(all(new Cascade(before, settings).stylesOf(page).all()))
      expect(cascade.stylesOf(page).all()).toEqual(old)
    }
    expect(revised).toBeGreaterThan(8)
  })

  const page = parsePage(tidyPage())
  const settings = { viewport, quirks: false }
  const worn = (text: string) => [{ kind: 'external' as const, file: 'a.css', offset: 0, sheet: parseSheet(text) }]
  // Values, and where the declarations that win stand; of the whole page, or of one element after another.
  const all = (cascade: Cascade, ask: 'stylesOf' | 'someStylesOf' = 'stylesOf') =>
    (['none', 'hover', 'visited'] as const).flatMap((state) =>
      cascade[ask](page, state === 'none' ? null : linksIn(state))
        .all()
        .map((style) =>
          LONGHANDS.map(({ id }) => {
            const winner = style.winners[id]
            const place = winner && typeof winner.owner !== 'string' ? cascade.declarationOf(winner).from : ''
            return `${style.value(id)} ${place}`
          }),
        ),
    )

  // For each element the first one that stands where it does.
  type Nodes = PageStyles['nodes']
  const firsts = (nodes: Nodes) => nodes.map((node) => nodes.indexOf(node))

  it('puts elements together as before only where it says so', () => {
    let together = 0
    const coming = fc.constantFrom('body > *', 'main > :first-child', '*', 'p + p', 'li:nth-child(2)', 'a', '[class] *')
    fc.assert(
      fc.property(untidySheet, fc.array(coming, { minLength: 1, maxLength: 3 }), (text, selectors) => {
        let cascade = new Cascade(worn(text), settings)
        let sheet = text
        for (const [at, selector] of selectors.entries()) {
          sheet += `\n${selector} { top: ${at}px }`
          const after = cascade.after(0, worn(sheet)[0]!.sheet) ?? new Cascade(worn(sheet), settings)
          for (const state of [null, linksIn('hover')]) {
            const [before, now] = [cascade, after].map((each) => each.stylesOf(page, state).nodes) as [Nodes, Nodes]
            if (groupingOf(before) !== groupingOf(now)) continue
            together += before === now ? 0 : 1
            expect(firsts(now)).toEqual(firsts(before))
          }
          cascade = after
        }
      }),
      { numRuns: runs(100) },
    )
    expect(together).toBeGreaterThan(20)
  })

  it('gives what a new cascade gives, wherever rules go and whichever come, in states too', () => {
    const step = fc.tuple(fc.nat(99), fc.nat(99), fc.constantFrom('moves', 'goes', 'comes'))
    const steps = fc.array(step, { minLength: 1, maxLength: 5 })
    let kept = 0
    fc.assert(
      fc.property(untidySheet, untidySheet, steps, fc.boolean(), (text, other, moves, isLazy) => {
        const rules = rulesIn(text)
        const coming = rulesIn(`${other}${COMING}`)
        let cascade = new Cascade(worn(text), settings)
        if (!isLazy) all(cascade)
        for (const [from, to, what] of moves) {
          const [rule] = what === 'comes' ? [coming[from % coming.length]] : rules.splice(from % rules.length, 1)
          if (what !== 'goes' || rules.length === 0) rules.splice(to % (rules.length + 1), 0, rule!)
          const next = worn(rules.join('\n'))
          const after = cascade.after(0, next[0]!.sheet)
          const fresh = new Cascade(next, settings)
          if (after && !isLazy) expect(all(after)).toEqual(all(fresh))
          kept += after ? 1 : 0
          cascade = after ?? fresh
        }
        const fresh = all(new Cascade(worn(rules.join('\n')), settings))
        for (const ask of ['someStylesOf', 'stylesOf'] as const) expect(all(cascade, ask)).toEqual(fresh)
      }),
      { numRuns: runs(60) },
    )
    expect(kept).toBeGreaterThan(100)
  })

  it('gives at another viewport what a new cascade gives there, whichever rules apply', () => {
    const widths = fc.array(fc.constantFrom(400, 600, 700, 900, 1280), { minLength: 1, maxLength: 4 })
    fc.assert(
      fc.property(untidySheet, untidySheet, widths, fc.boolean(), (text, other, ways, isLazy) => {
        const sheets = worn(`${text}\np { top: 3vw }\n@media (max-width: 650px) { ${other} ${COMING} }`)
        let cascade = new Cascade(sheets, settings)
        for (const width of ways) {
          if (!isLazy) all(cascade)
          const there = { viewport: { width, height: 800 }, quirks: false }
          const found = cascade.atViewport(there.viewport)
          // So few selectors come with a media query that none is made anew.
          expect(found).not.toBeNull()
          cascade = found!
          expect(all(cascade)).toEqual(all(new Cascade(sheets, there)))
        }
      }),
      { numRuns: runs(30) },
    )
  })

  it('leaves alone what rules that come do not match, and takes a new cascade where too much comes', () => {
    const page = parsePage('<body><main><p><b>one</b></p></main><aside><p><b>two</b></p></aside>')
    const worn = (text: string) => [{ kind: 'external' as const, file: '', offset: 0, sheet: parseSheet(text) }]
    const cascade = new Cascade(worn('p { color: red }'), { viewport, quirks: false })
    const [before, styles] = [cascade.stylesOf(page), cascade.stylesOf(page).all()]
    const at = (tag: string) => page.elements.findIndex((element) => element.tag === tag)
    const came = cascade.after(0, parseSheet('p { color: red } aside p { margin: 1px }'))!.stylesOf(page)
    const same = came.all().map((style, index) => style === styles[index])
    expect(same.slice(0, at('aside') + 1)).not.toContain(false)
    expect(same.slice(at('aside') + 1)).toEqual([false, false])
    // What is inside says what it said: the margin is not handed down.
    expect(came.all().at(-1)!.inherited).toBe(styles.at(-1)!.inherited)
    expect(came.all().at(-1)!.own).toBe(styles.at(-1)!.own)
    const none = cascade.after(0, parseSheet('p { color: red } .nowhere { margin: 1px }'))!
    expect(none.stylesOf(page).nodes).toBe(before.nodes)
    const many = Array.from({ length: 1000 }, (_, number) => `.c${number} { top: 0 }`).join('')
    expect(cascade.after(0, parseSheet(many))).toBeNull()
  })
})

it('knows every longhand by one name only', () => {
  expect(new Set(LONGHANDS.map(({ name }) => name)).size).toBe(LONGHANDS.length)
  for (const { name, id } of LONGHANDS) expect(longhand(name)?.id).toBe(id)
})
