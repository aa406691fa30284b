import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import compat, { type CompatStatement } from '@mdn/browser-compat-data' with { type: 'json' }
import { BROWSERS } from '../../src/core/browsers/browsers.ts'
import { supportOf } from '../../src/core/browsers/support.ts'
import type { Target } from '../../src/core/browsers/target.ts'
import { featureDiagnoses } from '../../src/core/diagnostics/features.ts'
import { diagnoseDeclarations, diagnoseSheet } from '../../src/core/diagnostics/diagnose.ts'
import { takesInWords, takesOf } from '../../src/core/diagnostics/takes.ts'
import { verdictOf } from '../../src/core/diagnostics/verdict.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { placeOf } from '../../src/core/text/place.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { runs } from '../runs.ts'
import { BROKEN_SHEETS } from '../broken-sheets.ts'

const diagnoses = (text: string) => diagnoseSheet(parseSheet(text))

/** The text with everything mended that can be, one after another. */
function mended(text: string): string {
  for (let times = 0; times < 20; times++) {
    const next = diagnoses(text).find(
      ({ mend, rule }) => mend && !['property-repeated', 'shorthand-resets'].includes(rule),
    )
    if (!next) break
    text = applySplices(text, next.mend!.splices)
  }
  return text
}

describe('what is wrong with a stylesheet', () => {
  for (const { what, text, rule, says, mends } of BROKEN_SHEETS)
    it(`${what} is told as ${rule}`, () => {
      const found = diagnoses(text).find((each) => each.rule === rule)
      expect(found?.message, text).toMatch(says)
      if (mends === undefined) expect(found!.mend).toBeNull()
      else expect(applySplices(text, found!.mend!.splices)).toBe(mends)
    })

  it('is told where the damage begins, and once', () => {
    const text = 'a {\n  color: red\n  top: 0;\n}\nb { top: 0 }\n'
    expect(diagnoses(text).map(({ from, rule }) => [placeOf(text, from).line, rule])).toEqual([[2, 'css-syntax']])
  })

  it('is told of style attributes too', () => {
    expect(diagnoseDeclarations('color: gren; top: 5').map(({ from, rule }) => [from, rule])).toEqual([
      [7, 'value-invalid'],
      [18, 'value-invalid'],
    ])
  })

  // CSS 2.2, section 4.1.2.1: words that begin with a hyphen are kept for browsers' own.
  it.each([
    'pre { white-space: pre-wrap; white-space: -pre-wrap; white-space: -o-pre-wrap }',
    'p { background: -webkit-gradient(linear, left top, left bottom, from(red), to(blue)) }',
    'p { background-color: red; background: linear-gradient(red, blue) }',
  ])('is not told of what is meant for other browsers: %s', (text) => {
    const found = [...diagnoses(text), ...featureDiagnoses(parseSheet(text), 'newly')]
    expect(found.map(({ rule }) => rule)).toEqual([])
  })

  it('mended, it is gone, and nothing else is wrong instead', () => {
    const pieces = fc.constantFrom(...BROKEN_SHEETS.map(({ text }) => text), 'a { top: 0 }\n', '\n/* note */\n')
    fc.assert(
      // Each once: one that is mended may uncover another like it, in what it had swallowed.
      fc.property(fc.uniqueArray(pieces, { maxLength: 4 }), (parts) => {
        const text = parts.join('\n')
        const before = diagnoses(text)
        for (const { mend, rule, message } of before) {
          if (!mend) continue
          const after = diagnoses(applySplices(text, mend.splices))
          const same = (all: typeof before) =>
            all.filter((each) => each.rule === rule && each.message === message).length
          expect(same(after), `${message}\n${text}`).toBeLessThan(same(before))
        }
      }),
      { numRuns: runs(150) },
    )
  })

  it('mending it all ends, and keeps every comment but those outside <style> in a page', () => {
    for (const { what, text } of BROKEN_SHEETS) {
      if (what === 'a whole page') continue
      expect(mended(`/* before */\n${text}`), what).toContain('/* before */')
    }
  })

  it('never throws, whatever the text', () => {
    const bits = fc.constantFrom(
      ...'{}();:,"\'@#.*/\\<>!-= \n'.split(''),
      'a',
      'color',
      'url(',
      '/*',
      '*/',
      '<!--',
      '1px',
      '@media',
      'é',
    )
    fc.assert(
      fc.property(fc.array(bits, { maxLength: 40 }), (parts) => {
        const text = parts.join('')
        for (const { from, to } of diagnoses(text)) {
          expect(from).toBeGreaterThanOrEqual(0)
          expect(to).toBeLessThanOrEqual(text.length)
        }
      }),
      { numRuns: runs(1500) },
    )
  })
})

/** Everything found in nine stylesheets of the registry, with the reason why it is right. */
const IN_PACKAGES: Readonly<Record<string, readonly (readonly [rule: string, count: number, why: string])[]>> = {
  'normalize.css/normalize.css': [],
  'modern-normalize/modern-normalize.css': [],
  'sanitize.css/sanitize.css': [],
  'sanitize.css/forms.css': [],
  'sanitize.css/typography.css': [],
  'water.css/out/water.css': [
    ['rule-repeated', 38, 'the rules for the dark scheme stand behind those for the light one, selector by selector'],
    ['repetition', 7, 'the two colour schemes say the same for input, button and others'],
  ],
  'sakura.css/css/sakura.css': [['prefix-unneeded', 1, '-ms-word-break: no browser in use reads it']],
  'simpledotcss/simple.css': [],
  '@picocss/pico/css/pico.classless.css': [
    ['prefix-unneeded', 5, '-moz- and -ms- names that Firefox and Edge gave up'],
    ['rule-repeated', 19, 'its parts are put together, and each has rules of its own for :root, select and others'],
    ['repetition', 1, 'the colour scheme stands twice, for the choice and for the system'],
    ['property-repeated', 1, 'text-align: left before text-align: start, which every browser in use takes'],
  ],
}

describe('the stylesheets of the registry', () => {
  for (const [file, expected] of Object.entries(IN_PACKAGES))
    it(`${file} has ${expected.length === 0 ? 'nothing wrong' : expected.map(([rule]) => rule).join(', ')}`, () => {
      const counts = new Map<string, number>()
      for (const { rule, severity } of diagnoses(readFileSync(`node_modules/${file}`, 'utf8'))) {
        expect(severity).not.toBe('error')
        counts.set(rule, (counts.get(rule) ?? 0) + 1)
      }
      expect(Object.fromEntries(counts)).toEqual(Object.fromEntries(expected.map(([rule, count]) => [rule, count])))
    })
})

describe('what a property takes', () => {
  // CSS Display 3, CSS Box 3, CSS Values 4: the "Value:" lines of the property definition tables.
  it('is told in groups, from its grammar', () => {
    expect(takesOf('float')!.words.toSorted()).toEqual(['inline-end', 'inline-start', 'left', 'none', 'right'])
    expect(takesOf('margin')).toMatchObject({ words: ['auto'], repeats: 'up to 4, with spaces between them' })
    expect(takesOf('margin')!.sorts.map(({ name }) => name)).toEqual(['a length', 'a percentage'])
    expect(takesOf('transition')!.repeats).toBe('several, with commas between them')
    expect(takesInWords('z-index')).toBe('It takes auto or a whole number such as 3.')
  })

  it('takes what it says it takes', () => {
    for (const property of ['float', 'margin', 'position', 'text-align', 'width', 'border-style', 'cursor', 'overflow'])
      for (const word of takesOf(property)!.words) expect([word, verdictOf(property, word)]).toEqual([word, 'taken'])
  })
})

describe('the data of browsers', () => {
  it('says what @mdn/browser-compat-data says', () => {
    const versions = (support: object) =>
      BROWSERS.map((browser) => {
        const all = [(support as Record<string, unknown>)[browser]].flat() as {
          version_added?: string | false
          version_removed?: string
          prefix?: string
          alternative_name?: string
          flags?: unknown
        }[]
        const whole = all.find(
          (each) => !each?.prefix && !each?.alternative_name && !each?.flags && !each?.version_removed,
        )
        return typeof whole?.version_added === 'string' && /^≤?\d/.test(whole.version_added)
          ? whole.version_added.replace('≤', '')
          : null
      })
    const entries = Object.entries(compat.css.properties!).flatMap(([name, feature]) =>
      '__compat' in feature && feature.__compat
        ? [{ name, support: (feature.__compat as CompatStatement).support }]
        : [],
    )
    expect(entries.length).toBeGreaterThan(500)
    for (const { name, support } of entries)
      expect([name, Object.values(supportOf(`properties.${name}`)!.since)]).toEqual([name, versions(support)])
  })
})

describe('what not every browser takes', () => {
  const features = (text: string, target: Target = 'newly') =>
    featureDiagnoses(parseSheet(text), target).map(({ rule, from, to }) => [rule, text.slice(from, to)])

  // web-features: scrollbar-width is "newly available", user-select limited; BCD: Safari on iPhone reads -webkit-user-select.
  it('is told by what the site is made for', () => {
    expect(features('a { scrollbar-width: thin }')).toEqual([])
    expect(features('a { scrollbar-width: thin }', 'widely')).toEqual([['support-limited', 'scrollbar-width: thin']])
    expect(features('a:has(b) { top: 0 }', { firefox: 120 })).toEqual([['support-limited', ':has']])
    expect(features('a:has(b) { top: 0 }', { firefox: 121 })).toEqual([])
    expect(features('@container (width > 1px) { a { top: 0 } }', { safari: 15 })).toEqual([
      ['support-limited', '@container'],
    ])
  })

  it('counts neither in @supports nor behind a value that all take', () => {
    expect(features('@supports (scrollbar-width: thin) { a { scrollbar-width: thin } }', 'widely')).toEqual([])
    expect(features('a { color: red; color: oklch(0.5 0.1 20) }', { chrome: 100 })).toEqual([])
    expect(features('a { color: oklch(0.5 0.1 20) }', { chrome: 100 }).length).toBe(1)
    expect(diagnoses('@supports (display: grid-lanes) { a { display: grid-lanes } }')).toEqual([])
  })

  it('prefixes are missing or not needed, and mending writes or takes them', () => {
    const mendedBy = (text: string) =>
      applySplices(
        text,
        featureDiagnoses(parseSheet(text), 'newly').flatMap(({ mend }) => mend?.splices ?? []),
      )
    expect(mendedBy('a { user-select: none }')).toBe('a { -webkit-user-select: none; user-select: none }')
    expect(mendedBy('a {\n  -webkit-transition: top 1s;\n  transition: top 1s;\n}')).toBe(
      'a {\n  transition: top 1s;\n}',
    )
    expect(features('a { -webkit-user-select: none; user-select: none }')).toEqual([])
    expect(features('a { transition: top 1s; -webkit-transition: left 1s }')).toEqual([])
  })

  it('the stylesheets of the registry use little of it', () => {
    const counts = Object.keys(IN_PACKAGES).map((file) => {
      const found = featureDiagnoses(parseSheet(readFileSync(`node_modules/${file}`, 'utf8')), 'newly')
      return [
        file,
        found.filter(({ rule }) => rule === 'support-limited').length,
        found.filter(({ rule }) => rule === 'prefix-unneeded').length,
      ]
    })
    expect(counts.filter(([, limited, prefixes]) => limited !== 0 || prefixes !== 0)).toEqual([
      ['sanitize.css/sanitize.css', 0, 1], // -moz-tab-size
      ['water.css/out/water.css', 3, 4], // ::selection on iPhones; transition and backdrop-filter
      ['sakura.css/css/sakura.css', 0, 1], // -ms-word-break
      ['simpledotcss/simple.css', 2, 2], // widows and orphans in Firefox; appearance
      ['@picocss/pico/css/pico.classless.css', 1, 19], // ::selection; names that a tool has put there
    ])
  })
})
