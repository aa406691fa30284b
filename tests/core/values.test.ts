import { converter, parse } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { legacyColor } from '../../src/core/cascade/presentational.ts'
import { componentsOf, quote } from '../../src/core/values/component.ts'
import { computeValue } from '../../src/core/properties/compute.ts'
import { toPx } from '../../src/core/values/length.ts'
import { formatNumber } from '../../src/core/values/number.ts'
import type { ComputeContext } from '../../src/core/values/write.ts'

const context: ComputeContext = {
  fontSize: 20,
  rootFontSize: 16,
  lineHeight: 30,
  rootLineHeight: 24,
  fontFamily: 'serif',
  viewport: { width: 1000, height: 500 },
  parentFontSize: 10,
  parentFontWeight: 400,
  resolveUrl: (reference) => `http://site.test/${reference}`,
  attribute: (name) => (name === 'title' ? 'a "title"' : undefined),
}
const compute = (name: string, value: string, changes: Partial<ComputeContext> = {}) =>
  computeValue(name, value, { ...context, ...changes })

describe('numbers and strings', () => {
  it.each([
    [0, '0'],
    [-0, '0'],
    [1, '1'],
    [0.1 + 0.2, '0.3'],
    [13.333333333, '13.3333'],
    [1234567, '1234567'],
    [1e-7, '0.0000001'],
    [-12.5, '-12.5'],
  ])('%d is written %s', (value, text) => expect(formatNumber(value)).toBe(text))

  // CSSOM 1, section 2.1, "serialize a string".
  it.each([
    ['plain', '"plain"'],
    ['say "so"', '"say \\"so\\""'],
    ['back\\slash', '"back\\\\slash"'],
    ['line\nend', '"line\\a end"'],
  ])('%j is quoted %s', (text, written) => expect(quote(text)).toBe(written))

  it('reads back every string it writes', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary' }).filter((text) => !text.includes('\0') && text.isWellFormed()),
        (text) => {
          expect(componentsOf(quote(text))).toEqual([{ kind: 'string', text }])
        },
      ),
    )
  })
})

// CSS Values and Units 4, sections 5.1 and 5.2 (from memory).
describe('lengths', () => {
  it.each([
    [1, 'in', 96],
    [1, 'pc', 16],
    [3, 'pt', 4],
    [2.54, 'cm', 96],
    [25.4, 'mm', 96],
    [40, 'q', 37.7953],
    [2, 'em', 40],
    [2, 'rem', 32],
    [1, 'lh', 30],
    [1, 'rlh', 24],
    [10, 'vw', 100],
    [10, 'vh', 50],
    [10, 'vmin', 50],
    [10, 'vmax', 100],
    [10, 'dvh', 50],
    [10, 'svw', 100],
  ])('%d%s', (value, unit, px) => expect(toPx(value, unit, context)).toBeCloseTo(px, 3))

  it('is none for what is no length', () => {
    for (const unit of ['deg', 's', 'fr', 'x', 'apples']) expect(toPx(1, unit, context)).toBeNull()
  })
})

// CSS Values and Units 4, section 10 (from memory).
describe('math functions', () => {
  it.each([
    ['calc(1px + 2 * 3px)', '7px'],
    ['calc((1px + 2px) * 3)', '9px'],
    ['calc(10px / 4)', '2.5px'],
    ['calc(100% - 20px)', 'calc(100% - 20px)'],
    ['calc(20px + 50%)', 'calc(50% + 20px)'],
    ['calc(50% + 25%)', '75%'],
    ['min(10px, 1em, 1in)', '10px'],
    ['max(10px, 1em)', '20px'],
    ['clamp(1px, 50px, 20px)', '20px'],
    ['clamp(30px, 20px, 10px)', '30px'],
    ['min(100%, 38em)', 'min(100%, 760px)'],
    ['calc(min(100%, 1em) + 2px)', 'calc(2px + min(100%, 20px))'],
    ['round(up, 11px, 4px)', '12px'],
    ['round(down, 11px, 4px)', '8px'],
    ['mod(18px, 5px)', '3px'],
    ['mod(-18px, 5px)', '2px'],
    ['rem(-18px, 5px)', '-3px'],
    ['calc(sqrt(16) * 1px)', '4px'],
    ['calc(pow(2, 3) * 1px)', '8px'],
    ['hypot(3px, 4px)', '5px'],
    ['calc(sin(90deg) * 10px)', '10px'],
    ['abs(-3px)', '3px'],
    ['calc(pi * 0px)', '0px'],
    ['calc(calc(1px))', '1px'],
  ])('%s', (value, expected) => expect(compute('margin-top', value)).toBe(expected))

  it.each(['calc(1px +2px)', 'calc(1px 2px)', 'calc(1px * 2px)', 'calc(2 / 1px)', 'calc()'])(
    '%s cannot be carried out',
    (value) => {
      expect(compute('margin-top', value)).toBeNull()
    },
  )

  it('does not go below nothing where nothing is the least', () => {
    expect(compute('padding-top', 'calc(1px - 5px)')).toBe('0px')
    expect(compute('margin-top', 'calc(1px - 5px)')).toBe('-4px')
  })
})

describe('colours', () => {
  const channels = fc.tuple(
    fc.integer({ min: 0, max: 359 }),
    fc.integer({ min: 0, max: 100 }),
    fc.integer({ min: 0, max: 100 }),
  )
  it('agree with an independent colour library (culori) on hsl() and hwb()', () => {
    const toRgb = converter('rgb')
    fc.assert(
      fc.property(channels, fc.constantFrom('hsl', 'hwb'), ([h, a, b], name) => {
        const text = `${name}(${h} ${a}% ${b}%)`
        const { r, g, b: blue } = toRgb(parse(text))!
        const expected = [r, g, blue].map((channel) => Math.round(Math.min(1, Math.max(0, channel)) * 255)).join(', ')
        expect(compute('color', text)).toBe(`rgb(${expected})`)
      }),
    )
  })

  // CSS Color 5, sections 3 and 4: mixing and relative colours (from memory).
  it.each([
    ['color-mix(in srgb, red, blue)', 'color(srgb 0.5 0 0.5)'],
    ['color-mix(in srgb, red 25%, blue)', 'color(srgb 0.25 0 0.75)'],
    ['color-mix(in srgb, white, transparent)', 'color(srgb 1 1 1 / 0.5)'],
    ['rgb(from #804020 r g b / 50%)', 'color(srgb 0.501961 0.25098 0.12549 / 0.5)'],
    ['rgb(from red calc(r / 2) g b)', 'color(srgb 0.5 0 0)'],
    ['light-dark(red, blue)', 'rgb(255, 0, 0)'],
    ['CurrentColor', 'currentcolor'],
    ['WindowText', 'rgb(0, 0, 0)'],
  ])('%s', (value, expected) => expect(compute('color', value)).toBe(expected))
})

// CSS Transforms 1, section 12 "Mathematical description of transform functions" (from memory).
describe('transforms are matrices', () => {
  it.each([
    ['none', 'none'],
    ['translate(10px, 1em)', 'matrix(1, 0, 0, 1, 10, 20)'],
    ['scale(2)', 'matrix(2, 0, 0, 2, 0, 0)'],
    ['rotate(90deg)', 'matrix(0, 1, -1, 0, 0, 0)'],
    ['rotate(.5turn)', 'matrix(-1, 0, 0, -1, 0, 0)'],
    ['skewX(45deg)', 'matrix(1, 0, 1, 1, 0, 0)'],
    ['translateX(5px) scale(2)', 'matrix(2, 0, 0, 2, 5, 0)'],
    ['scale(2) translateX(5px)', 'matrix(2, 0, 0, 2, 10, 0)'],
    ['matrix(1, 2, 3, 4, 5, 6)', 'matrix(1, 2, 3, 4, 5, 6)'],
    ['translateZ(4px)', 'matrix3d(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 4, 1)'],
    ['translate(50%, 1px)', 'translate(50%, 1px)'],
  ])('%s', (value, expected) => expect(compute('transform', value)).toBe(expected))
})

describe('fonts', () => {
  // CSS Fonts 4, section 2.2.1: the table of bolder and lighter.
  it.each([
    [100, '400', '100'],
    [300, '400', '100'],
    [400, '700', '100'],
    [500, '700', '100'],
    [600, '900', '400'],
    [700, '900', '400'],
    [800, '900', '700'],
    [900, '900', '700'],
  ])('around %d, bolder is %s and lighter %s', (parentFontWeight, bolder, lighter) => {
    expect(compute('font-weight', 'bolder', { parentFontWeight })).toBe(bolder)
    expect(compute('font-weight', 'lighter', { parentFontWeight })).toBe(lighter)
  })

  it.each([
    ['"Two Words", serif', '"Two Words", serif'],
    ["'Plain'", 'Plain'],
    ['Two Words, SERIF', '"Two Words", serif'],
    ['"serif"', '"serif"'],
  ])('%s', (value, expected) => expect(compute('font-family', value)).toBe(expected))
})

describe('values of single properties', () => {
  it.each([
    ['border-top-width', '0.4px', '1px'],
    ['border-top-width', '2.9px', '2px'],
    ['border-top-width', 'thick', '5px'],
    ['background-position-x', 'right 10px', 'calc(100% - 10px)'],
    ['background-size', '10px', '10px auto'],
    ['background-repeat', 'repeat no-repeat', 'repeat-x'],
    ['object-position', 'bottom right', '100% 100%'],
    ['box-shadow', '1px 2px red', 'rgb(255, 0, 0) 1px 2px 0px 0px'],
    ['text-shadow', 'red 0 0 1em', 'rgb(255, 0, 0) 0px 0px 20px'],
    ['aspect-ratio', '16/9', '16 / 9'],
    ['aspect-ratio', '1', '1 / 1'],
    ['opacity', '40%', '0.4'],
    ['opacity', '3', '1'],
    ['transition-duration', '200ms, 1s', '0.2s, 1s'],
    ['transition-timing-function', 'steps(2, end)', 'steps(2)'],
    ['counter-increment', 'a b 2', 'a 1 b 2'],
    ['counter-reset', 'a', 'a 0'],
    ['display', 'block flow', 'block'],
    ['display', 'inline flow-root', 'inline-block'],
    ['grid-template-areas', '"a  b" "c ..."', '"a b" "c ."'],
    ['grid-template-columns', 'repeat(2, minmax(0, 1fr))', 'repeat(2, minmax(0px, 1fr))'],
    ['content', 'attr(title) "x"', '"a \\"title\\"" "x"'],
    ['background-image', 'url(a.png)', 'url("http://site.test/a.png")'],
    [
      'background-image',
      'linear-gradient(to bottom, red 1em, blue)',
      'linear-gradient(rgb(255, 0, 0) 20px, rgb(0, 0, 255))',
    ],
    ['filter', 'brightness(50%) drop-shadow(1px 1px red)', 'brightness(0.5) drop-shadow(rgb(255, 0, 0) 1px 1px 0px)'],
    ['border-top-left-radius', '4px 4px', '4px'],
    ['rotate', '.25turn', '90deg'],
    ['scale', '1 1', '1'],
    ['will-change', 'Transform, Opacity', 'transform, opacity'],
    ['letter-spacing', '0', 'normal'],
    ['line-height', '150%', '30px'],
    ['line-height', '1.5', '1.5'],
    ['vertical-align', '-.1em', '-2px'],
  ])('%s: %s', (name, value, expected) => expect(compute(name, value)).toBe(expected))
})

// HTML standard, section 2.3.6 "rules for parsing a legacy colour value"; results worked out by its steps.
describe('colours of old attributes', () => {
  it.each([
    ['chucknorris', '#c00000'],
    ['#fff', '#fff'],
    ['#FF8800', '#FF8800'],
    ['Red', 'red'],
    ['ff', '#0f0f00'],
    ['zzz', '#000000'],
    ['#1', '#010000'],
    ['12345678', '#124578'],
    ['transparent', null],
    ['', null],
  ])('%j', (value, expected) => expect(legacyColor(value)?.toLowerCase() ?? null).toBe(expected?.toLowerCase() ?? null))
})
