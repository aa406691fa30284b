import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readGradient, writeGradient } from '../../src/core/backgrounds/gradient.ts'
import { PLAIN_LAYER, planLayers, pointOf, readLayers } from '../../src/core/backgrounds/layers.ts'
import { gather, planGather } from '../../src/core/color/gather-colors.ts'
import { colorInventory } from '../../src/core/color/inventory.ts'
import { literalsOf } from '../../src/core/color/literals.ts'
import { NOTATIONS, notationOf, toHex, writeColor, writeColorLike } from '../../src/core/values/color-notation.ts'
import { swatchesOf } from '../../src/core/color/swatches.ts'
import { swatchUses } from '../../src/core/color/uses.ts'
import { allContrastPairs } from '../../src/core/contrast/pairs.ts'
import { contrastOffer } from '../../src/core/contrast/offer.ts'
import { alone } from '../../src/core/edit/sheets.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { removeRules } from '../../src/core/sheet/remove.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { addFace, FAMILIES, shippedFace } from '../../src/core/type/families.ts'
import { facesOf } from '../../src/core/type/faces.ts'
import { LOCAL_FONTS, planFallback } from '../../src/core/type/fallback.ts'
import { familyLists } from '../../src/core/type/lists.ts'
import { missedBy, roleSpecimens, sizesOf } from '../../src/core/type/roles.ts'
import { ROLES } from '../../src/core/type/text-roles.ts'
import { familiesIn, familiesInFont } from '../../src/core/type/stack.ts'
import { leaveOutFonts } from '../../src/core/type/used-faces.ts'
import type { FontFacts } from '../../src/core/type/facts.ts'
import { siteOf, VIEWPORT } from './model.ts'
import { runs } from '../runs.ts'

// Broken sheets, values and pages: whatever is read from them is some answer, and whatever is planned fits their texts.
const css = fc
  .array(
    fc.constantFrom(
      ':root { --ink: #1b3a4b;',
      ':root { --a: var(--b); --b: var(--a) }',
      '}',
      '{',
      'body { background: url(a.png',
      ') no-repeat, linear-gradient(red, #00',
      'f 30%);',
      '@font-face { font-family: "A B"; src: url(a.woff2) }',
      '@font-face { font-family: }',
      '@font-face {',
      'p { color: rgb(1, 2',
      '; color: red !important',
      'h1, h2 { font: 1em/2 "A B", Lora',
      '/*',
      '*/',
      '"',
      "'",
      '@media print {',
      'a:hover { color: var(--ink, #fff) }',
      'font-family: Lora, ;',
      ': ;',
      '\\',
      '\r\n',
      '#fff',
      'url(',
      '@import "x.css";',
      '.x { &:hover { color: teal } }',
    ),
    { maxLength: 14 },
  )
  .map((parts) => parts.join(' '))
const value = fc.oneof(
  fc.string({ maxLength: 24 }),
  fc
    .array(
      fc.constantFrom(
        'red',
        '#fff',
        '#12',
        'rgb(',
        'oklch(0.5 0.1 200',
        ')',
        ',',
        ' / ',
        'url("a',
        'linear-gradient(',
        '50%',
        'to right',
        'var(--x)',
        'left',
        'top',
        '10px',
        'Lora',
        '"A',
        'serif',
        'clamp(',
        '\\',
        'e',
        '/*',
      ),
      { maxLength: 8 },
    )
    .map((parts) => parts.join('')),
)
const FACTS: FontFacts = {
  family: 'A B',
  subfamily: '',
  format: 'woff2',
  weight: [100, 900],
  italic: false,
  axes: [],
  unitsPerEm: 1000,
  ascent: 900,
  descent: -200,
  lineGap: 0,
  glyphs: 1,
  coverage: [],
  licence: '',
  copyright: '',
  advances: [{ weight: 400, widths: { a: 500 } }],
}

describe('broken sheets', () => {
  it('give colours, faces and lists, each at a place of the text', () => {
    fc.assert(
      fc.property(css, (text) => {
        const sheet = parseSheet(text)
        for (const { from, to, value: written } of literalsOf(sheet)) expect(text.slice(from, to)).toBe(written)
        for (const { name } of swatchesOf(sheet)) swatchUses(alone(sheet), name)
        for (const { families, declaration, literal } of familyLists(sheet))
          if (literal)
            for (const family of families)
              expect(declaration.value.slice(family.from, family.to).length).toBeGreaterThan(0)
        facesOf(sheet)
        colorInventory(sheet)
      }),
      { numRuns: runs(600) },
    )
  })
  it('take gathered swatches, layers, faces and fallbacks: every plan fits, and what is not meant stays', () => {
    fc.assert(
      fc.property(css, (text) => {
        const sheet = parseSheet(text)
        const groups = gather(sheet, 0.05)
        applySplices(
          text,
          planGather(
            sheet,
            groups.map(({ value: color, members, swatch }, at) => ({
              name: swatch ?? `--made-${at}`,
              value: color,
              members: members.map((member) => member.value),
            })),
          ),
        )
        const layered = applySplices(text, planLayers(sheet, 'body', [{ ...PLAIN_LAYER, image: 'url(b.png)' }]))
        expect(layered).toContain('url(b.png)')
        readLayers(parseSheet(layered), 'body')
        const faced = applySplices(
          text,
          addFace(sheet, 'css/site.css', shippedFace(FAMILIES[0]!, FAMILIES[0]!.files[0]!), 'fonts/a.woff2'),
        )
        expect(faced.length).toBeGreaterThan(text.length)
        applySplices(text, planFallback(sheet, 'A B', LOCAL_FONTS[0]!, FACTS, { a: 1 }))
        applySplices(
          text,
          removeRules(
            sheet,
            facesOf(sheet).map(({ rule }) => rule),
          ),
        )
        applySplices(
          text,
          leaveOutFonts(sheet, {
            sheetPath: 'css/site.css',
            pagePaths: [],
            page: () => {
              throw new Error('there is none')
            },
            others: [],
          }).splices,
        )
      }),
      { numRuns: runs(600) },
    )
  })
  it('still show contrast, roles and sizes on broken pages', () => {
    const markup = fc
      .array(
        fc.constantFrom(
          '<link rel=stylesheet href=css/site.css>',
          '<body>',
          '<p>',
          'words',
          '<a href=x>',
          '</a>',
          '<b style="color:#999',
          '">',
          '<input',
          '<input>',
          '<select><option>a',
          '<h1>',
          '</p>',
          '<table>',
          '<figure><p>',
          '<style>p{color:red',
          '</style>',
          '<svg><text>t',
          '&amp',
          '<',
          '<button disabled>',
        ),
        { maxLength: 14 },
      )
      .map((parts) => parts.join(''))
    fc.assert(
      fc.property(markup, css, (page, text) => {
        const model = siteOf({ 'index.html': page, 'css/site.css': text })
        for (const pair of allContrastPairs(model, VIEWPORT)) {
          expect(pair.elements).toBeGreaterThan(0)
          if (pair.ratio !== null) expect(pair.ratio >= 1 && pair.ratio <= 21.0001).toBe(true)
          contrastOffer(model, pair, VIEWPORT)
        }
        roleSpecimens(model, VIEWPORT)
        for (const { selector } of ROLES) {
          missedBy(model, selector, [selector], VIEWPORT)
          sizesOf(model, selector, VIEWPORT)
        }
      }),
      { numRuns: runs(80) },
    )
  })
})

describe('broken values', () => {
  it('are some colour or none, and are written in every notation without a fault', () => {
    fc.assert(
      fc.property(value, value, (model, color) => {
        expect(toHex(color) === null).toBe(notationOf(color) === null)
        for (const notation of NOTATIONS)
          if (toHex(color) !== null)
            expect(toHex(writeColor(color, notation)), `${color} as ${notation}`).not.toBeNull()
        expect(writeColorLike(model, color)).toBeTypeOf('string')
      }),
      { numRuns: runs(1500) },
    )
  })
  it('are some gradient, position or list, or none', () => {
    fc.assert(
      fc.property(value, (text) => {
        const gradient = readGradient(text)
        if (gradient) expect(readGradient(writeGradient(gradient))).toEqual(gradient)
        pointOf(text)
        for (const family of [...familiesIn(text), ...familiesInFont(text)])
          expect(family.from).toBeLessThanOrEqual(family.to)
      }),
      { numRuns: runs(2000) },
    )
  })
})
