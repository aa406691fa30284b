import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSides, writeSides } from '../../src/core/values/sides.ts'
import { renameInPage } from '../../src/core/color/rename-in-page.ts'
import { renameInSheet, swatchesOf, swatchNameFault } from '../../src/core/color/swatches.ts'
import { addSwatch } from '../../src/core/color/add-swatch.ts'
import { toHex, writeColorLike } from '../../src/core/values/color-notation.ts'
import { conditionalRules, decide, planEdit, planRemoval, ruleInForce } from '../../src/core/edit/decide.ts'
import { rulesNaming, selectorsOf } from '../../src/core/edit/rules-naming.ts'
import { normalSelector } from '../../src/core/selectors/serialize.ts'
import { addRule } from '../../src/core/sheet/edit.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { resolveVars } from '../../src/core/edit/variables.ts'
import { topStyleRules } from '../../src/core/sheet/walk.ts'
import { orderStates, splitState, stateConflicts, linkKinds } from '../../src/core/states/order.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { addFace, FAMILIES, fontPath, shippedFace, stackOf } from '../../src/core/type/families.ts'
import { runs } from '../runs.ts'

const demo = readFileSync('demo/vennor-isles/css/site.css', 'utf8')
const plan = (text: string, selector: string, property: string, value: string, scope?: 'group' | 'only') =>
  applySplices(text, planEdit(parseSheet(text), { selector, property, value, ...(scope ? { scope } : {}) }))

describe('which rule an edit goes to', () => {
  it('the last one that decides, and important ones before all', () => {
    expect(plan('p { color: red } p { color: blue }', 'p', 'color', 'teal')).toBe('p { color: red } p { color: teal }')
    expect(plan('p { color: red !important } p { color: blue }', 'p', 'color', 'teal')).toBe(
      'p { color: teal !important } p { color: blue }',
    )
  })

  it('a group as a whole, or one selector alone in a rule of its own right behind', () => {
    const text = 'h1, h2 { color: red; }\n\np { top: 0; }\n'
    expect(decide(parseSheet(text), 'H2', 'color')!.group).toEqual(['h1'])
    expect(plan(text, 'h2', 'color', 'teal')).toBe('h1, h2 { color: teal; }\n\np { top: 0; }\n')
    expect(plan(text, 'h2', 'color', 'teal', 'only')).toBe(
      'h1, h2 { color: red; }\n\nh2 {\n  color: teal;\n}\n\np { top: 0; }\n',
    )
    // Once it has a rule of its own behind the group, that one is used.
    const twice = plan(plan(text, 'h2', 'color', 'teal', 'only'), 'h2', 'top', '1px')
    expect(twice).toContain('h2 {\n  color: teal;\n  top: 1px;\n}')
  })

  it('says when the value is a swatch, and reads shorthands', () => {
    const sheet = parseSheet(
      'h1 { color: var( --ink ); background: url(x.png) no-repeat #fff; border: 2px solid red; font: italic bold 12px/1.5 Lora, serif }',
    )
    expect(decide(sheet, 'h1', 'color')!.swatch).toBe('--ink')
    expect(
      [
        'background-color',
        'border-top-width',
        'border-left-color',
        'font-size',
        'line-height',
        'font-weight',
        'font-family',
      ].map((each) => decide(sheet, 'h1', each)!.value),
    ).toEqual(['#fff', '2px', 'red', '12px', '1.5', 'bold', 'Lora, serif'])
  })

  it('changes one side inside the shorthand, and adds the longhand behind other shorthands', () => {
    expect(plan('p { padding: 1em 2em }', 'p', 'padding-left', '0')).toBe('p { padding: 1em 2em 1em 0 }')
    expect(plan('p { background: navy }', 'p', 'background-color', 'teal')).toBe('p { background: teal }')
    expect(plan('p { background: url(x) }', 'p', 'background-color', 'teal')).toBe(
      'p { background: url(x); background-color: teal; }',
    )
  })

  it('rules inside @media are told, not edited', () => {
    const text = 'h1 { top: 0 } @media print { h1 { top: 1px } }'
    expect(plan(text, 'h1', 'top', '2px')).toBe('h1 { top: 2px } @media print { h1 { top: 1px } }')
    expect(conditionalRules(parseSheet(text), 'h1', 'top')).toHaveLength(1)
  })

  it('whatever is edited in whatever text, the rest of the bytes stay, and the value is there afterwards', () => {
    const piece = fc.constantFrom(
      'h1 { color: red }',
      'h1,h2{color:red;top:0}',
      '/* c */',
      '@media print { h1 { color: blue } }',
      'p { padding: 1em',
      '} ',
      'x y z;',
      ':root { --a: red; }\n',
      '\r\n',
      'h1 {}',
      'h1 { /* only */ }',
      'garbage',
    )
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 6 }),
        fc.constantFrom('color', 'top'),
        fc.constantFrom('group', 'only'),
        (parts, property, scope) => {
          const text = parts.join('\n')
          const sheet = parseSheet(text)
          const splices = planEdit(sheet, { selector: 'h1', property, value: 'inherit', scope: scope as 'group' })
          const after = applySplices(text, splices)
          let kept = text
          for (const splice of [...splices].reverse()) kept = kept.slice(0, splice.from) + kept.slice(splice.to)
          let stripped = after
          let shift = 0
          for (const splice of splices) {
            const at = splice.from + shift
            stripped = stripped.slice(0, at) + stripped.slice(at + splice.insert.length)
            shift -= splice.to - splice.from
          }
          expect(stripped).toBe(kept)
          const open = sheet.rules.some((rule) => !rule.closed)
          if (!open) expect(decide(parseSheet(after), 'h1', property)?.value).toBe('inherit')
        },
      ),
      { numRuns: runs(600) },
    )
  })
})

describe('rules that name a selector', () => {
  /** In spellings of all kinds: cases, comments, escapes, legacy pseudo-elements, names without a word, broken ones. */
  const SPELLED = [
    ...[
      'p',
      'P',
      'a:HOVER',
      'a : hover',
      'a:hover',
      'p:before',
      'p::before',
      'li:nth-child(odd)',
      'li:nth-child(2n+1)',
    ],
    ...[
      '.a',
      '.\\61',
      '.\\31 a',
      '.ro\\6ft',
      '.roft',
      '#é',
      '.é b',
      '[x="a\\"b"]',
      "[x='ab']",
      'p/**/b',
      'p /**/ b',
      'p >b',
    ],
    ...['', '..x', ':is(p,b)', ':is( p , b )', '*', '&', 'html body', 'a\\:b', '[x="\u0007"]', '[data-long-name]'],
  ]
  it('are found as the fixed spelling of each list tells', () => {
    fc.assert(
      fc.property(fc.array(fc.subarray(SPELLED, { minLength: 1, maxLength: 3 }), { maxLength: 6 }), (lists) => {
        const sheet = parseSheet(lists.map((list) => `${list.join(', ')} { top: 0 }`).join('\n'))
        const rules = topStyleRules(sheet)
        const expected = (selector: string) => rules.filter((rule) => selectorsOf(rule).includes(selector))
        // More often than is looked through: then they are filed.
        for (const selector of SPELLED.map(normalSelector))
          expect(rulesNaming(sheet, selector)).toEqual(expected(selector))
      }),
      { numRuns: runs(200) },
    )
  })
})

describe('writing into the layout that is there', () => {
  it('one-line rules stay on one line, a missing semicolon is added, comments stay with their line', () => {
    expect(plan('p{color:red}', 'p', 'top', '0')).toBe('p{color:red; top: 0;}')
    expect(plan('p {\n\tcolor: red /* warm */\n}', 'p', 'top', '0')).toBe('p {\n\tcolor: red; /* warm */\n\ttop: 0;\n}')
    expect(plan('p {\r\n    color: red;\r\n}\r\n', 'p', 'top', '0')).toBe(
      'p {\r\n    color: red;\r\n    top: 0;\r\n}\r\n',
    )
    expect(plan('p {}', 'p', 'top', '0')).toBe('p {\n  top: 0;\n}')
  })

  it('a new rule goes to its kin, states in working order, swatches to the top', () => {
    const after = (selector: string) =>
      applySplices(demo, planEdit(parseSheet(demo), { selector, property: 'opacity', value: '1' }))
    const order = (text: string) => topStyleRules(parseSheet(text)).map(({ selector }) => selector)
    expect(order(after('h4'))[order(after('h4')).indexOf('h4') - 1]).toBe('h3')
    expect(order(after('nav a:focus-visible')).indexOf('nav a:focus-visible')).toBe(
      order(demo).indexOf('nav a:hover') + 1,
    )
    const states = order(after('a:focus')).filter((each) => splitState(each).base === 'a')
    expect(states).toEqual(['a:link', 'a:visited', 'a:hover', 'a:focus', 'a:focus-visible', 'a:active'])
    expect(order(applySplices('p { top: 0 }', addSwatch(parseSheet('p { top: 0 }'), '--x', 'red')))).toEqual([
      ':root',
      'p',
    ])
    expect(applySplices('', addSwatch(parseSheet(''), '--x', 'red'))).toBe(':root {\n  --x: red;\n}\n')
  })

  it('never falls into a block that is left open', () => {
    const text = 'a { top: 0 }\nb { left: 0'
    const sheet = parseSheet(text)
    const after = applySplices(text, addRule(sheet, 'p', [['top', '1px']], { after: sheet.rules[1]! }))
    expect(topStyleRules(parseSheet(after)).map(({ selector }) => selector)).toEqual(['a', 'p', 'b'])
  })

  it('takes declarations out with their line', () => {
    const text = 'p {\n  color: red;\n  top: 0;\n}\n\nq { top: 0 }\n'
    expect(applySplices(text, planRemoval(parseSheet(text), 'p', 'color'))).toBe('p {\n  top: 0;\n}\n\nq { top: 0 }\n')
  })
})

describe('four sides', () => {
  // CSS Box Model 3, section 3.2, the examples of the margin shorthand.
  it.each([
    ['2em', ['2em', '2em', '2em', '2em']],
    ['1em 2em', ['1em', '2em', '1em', '2em']],
    ['1em 2em 3em', ['1em', '2em', '3em', '2em']],
    ['1em 2em 3em 4em', ['1em', '2em', '3em', '4em']],
  ])('%s', (value, sides) => {
    expect(Object.values(readSides(value)!)).toEqual(sides)
    expect(writeSides(readSides(value)!)).toBe(value)
  })
  it('leaves what it cannot read', () => expect([readSides('var(--x)'), readSides('1 2 3 4 5')]).toEqual([null, null]))
})

describe('link states', () => {
  it('finds an order in which hover never wins, and mends it', () => {
    const text = 'a:hover { color: red; }\na:link { color: blue; }\na:visited { color: purple; }\n'
    expect(stateConflicts(parseSheet(text), 'a')).toHaveLength(2)
    const mended = applySplices(text, orderStates(parseSheet(text), 'a'))
    expect(mended).toBe('a:link { color: blue; }\na:visited { color: purple; }\na:hover { color: red; }\n')
    expect(stateConflicts(parseSheet(mended), 'a')).toEqual([])
    expect(stateConflicts(parseSheet(demo), 'a')).toEqual([])
  })
  it('knows the kinds of link a sheet has', () => {
    expect(linkKinds(parseSheet('.more a:hover, p a.x:link { top: 0 }'))).toEqual(['a', 'nav a', '.more a', 'p a.x'])
  })
})

describe('swatches', () => {
  it('are the custom properties on :root that are colours', () => {
    const sheet = parseSheet(
      ':root { --ink: #123; --gap: 1rem; --link: var(--ink); --loop: var(--loop) } p { color: var(--ink) }',
    )
    expect(swatchesOf(sheet).map(({ name, uses }) => [name, uses])).toEqual([
      ['--ink', 2],
      ['--link', 0],
    ])
    expect(resolveVars(sheet, 'var(--link)')).toBe('#123')
    expect(resolveVars(sheet, 'var(--none, rgb(1, 2, 3))')).toBe('rgb(1, 2, 3)')
  })

  it('renaming follows every use and nothing that only looks like one', () => {
    const text = ':root{--a:red} .--a{top:0} p{color:var(--a, var( --a ));content:"--a";--ab:1} /* --a */'
    expect(applySplices(text, renameInSheet(text, '--a', '--b'))).toBe(
      ':root{--b:red} .--a{top:0} p{color:var(--b, var( --b ));content:"--a";--ab:1} /* --a */',
    )
    const page = '<style>p{color:var(--a)}</style><p style="color:var(--a)" title="--a">--a'
    expect(applySplices(page, renameInPage(page, '--a', '--b'))).toBe(
      '<style>p{color:var(--b)}</style><p style="color:var(--b)" title="--a">--a',
    )
  })

  it('says what is wrong with a name', () => {
    expect(
      [swatchNameFault('ink', []), swatchNameFault('--a b', []), swatchNameFault('--ink', ['--ink'])].every(
        (fault) => fault !== null,
      ),
    ).toBe(true)
    expect(swatchNameFault('--tief-blau', [])).toBeNull()
  })

  // CSS Color 4, section 6.1 (named colours) and 7 (hsl()): rebeccapurple is #663399, hsl(120 100% 25%) is green, #008000.
  it('reads any notation and writes a picked colour in the same one', () => {
    expect(['rebeccapurple', 'hsl(120 100% 25%)', '#FFF8', 'currentcolor'].map(toHex)).toEqual([
      '#663399',
      '#008000',
      '#ffffff88',
      null,
    ])
    expect(writeColorLike('rgb(1, 2, 3)', '#663399')).toBe('rgb(102, 51, 153)')
    expect(writeColorLike('#ABC', '#663399')).toBe('#663399')
    expect(toHex(writeColorLike('oklch(50% 0.1 30)', '#663399'))).toBe('#663399')
    expect(toHex(writeColorLike('hsl(0 0% 0%)', '#663399'))).toBe('#663399')
  })
})

describe('fonts', () => {
  it('the face names the file from the sheet’s folder, every stack ends in a generic family', () => {
    const family = FAMILIES.find(({ name }) => name === 'Lora')!
    const text = applySplices(
      demo,
      addFace(parseSheet(demo), 'css/site.css', shippedFace(family, family.files[0]!), fontPath(family.files[0]!.file)),
    )
    expect(text).toContain('url("../fonts/lora-latin-wght-normal.woff2")')
    expect(parseSheet(text).rules.findIndex((rule) => text.slice(rule.from, rule.to).includes('"Lora"'))).toBe(2)
    for (const each of FAMILIES) expect(stackOf(each)).toMatch(/, (?:serif|sans-serif|monospace)$/)
  })
})

describe('a rule for some screens', () => {
  const inForce = (text: string, width: number) => {
    const sheet = parseSheet(text)
    const decision = decide(sheet, 'h1', 'color')!
    return ruleInForce(sheet, decision, { selector: 'h1', property: 'color', viewport: { width, height: 800 } })
  }
  const narrow = '@media (max-width: 600px) { h1 { color: blue } }'

  it('is in force at its widths where it comes later, and named with its condition', () => {
    const text = `h1 { color: red } ${narrow}`
    expect(inForce(text, 360)).toMatchObject({ condition: '(max-width: 600px)', declaration: { value: 'blue' } })
    expect(inForce(text, 1280)).toBeNull()
  })

  it('is not where the deciding rule comes later, or is important, or the condition is another than a width', () => {
    expect(inForce(`${narrow} h1 { color: red }`, 360)).toBeNull()
    expect(inForce(`h1 { color: red !important } ${narrow}`, 360)).toBeNull()
    expect(inForce(`h1 { color: red } @supports (top: 0) { ${narrow} }`, 360)).toBeNull()
    expect(inForce(`h1 { color: red } ${narrow.replace('h1', 'h2')}`, 360)).toBeNull()
  })
})
