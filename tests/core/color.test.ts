import Color from 'colorjs.io'
import { differenceEuclidean, filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit, parse } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mainColors } from '../../src/core/color/cluster.ts'
import { collapses, seenBy } from '../../src/core/color/collapse.ts'
import { derivedName, derivedValue } from '../../src/core/color/derive.ts'
import { difference } from '../../src/core/color/difference.ts'
import { gather, planGather } from '../../src/core/color/gather-colors.ts'
import { colorInventory } from '../../src/core/color/inventory.ts'
import { literalsInText } from '../../src/core/color/literals.ts'
import { hueName, swatchNames } from '../../src/core/color/swatch-names.ts'
import {
  NAMED_COLORS,
  NOTATIONS,
  notationOf,
  toHex,
  writeColor,
  writeColorLike,
} from '../../src/core/values/color-notation.ts'
import { edgeChroma, isInSrgb, linearOf, oklchPlane, hslPlane, readOklch } from '../../src/core/color/planes.ts'
import { hexOfRgb, over, readRgb } from '../../src/core/color/rgb.ts'
import { resolveColor } from '../../src/core/color/resolve.ts'
import { swatchReach } from '../../src/core/color/uses.ts'
import { filterValues, VISIONS } from '../../src/core/color/vision.ts'
import { prove } from '../../src/core/proof/proof.ts'
import { reachOf } from '../../src/core/selectors/reach.ts'
import { alone } from '../../src/core/edit/sheets.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { siteOf } from './model.ts'
import { runs } from '../runs.ts'

/** colorjs.io is written by editors of CSS Color 4, independently of what the core uses. */
const hexBy = (text: string) => {
  const [r, g, b] = new Color(text).to('srgb').coords as [number, number, number]
  return `#${[r, g, b]
    .map((part) =>
      Math.round(Math.min(1, Math.max(0, part)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
}
const rgbArb = fc.tuple(
  fc.integer({ min: 0, max: 255 }),
  fc.integer({ min: 0, max: 255 }),
  fc.integer({ min: 0, max: 255 }),
)
const hexArb = rgbArb.map((parts) => `#${parts.map((part) => part.toString(16).padStart(2, '0')).join('')}`)

describe('notations', () => {
  it('know the 148 named colours of CSS Color 4, section 6.1, as colorjs.io does', () => {
    expect(NAMED_COLORS).toHaveLength(148)
    expect(new Set(NAMED_COLORS).size).toBe(148)
    for (const name of NAMED_COLORS) expect([name, toHex(name)]).toEqual([name, hexBy(name)])
    expect(writeColor('#008080', 'name')).toBe('teal')
    expect(writeColor('#008081', 'name')).toBe('#008081')
  })

  it.each(NOTATIONS.filter((notation) => notation !== 'name'))(
    '%s, written and read by colorjs.io, is the same colour to the screen',
    (notation) => {
      fc.assert(
        fc.property(hexArb, (hex) => {
          const written = writeColor(hex, notation)
          expect(notationOf(written)).toBe(notation)
          const away = new Color(written)
            .to('srgb')
            .coords.map((part, at) => Math.abs(part! - new Color(hex).coords[at]!))
          // Rounded to what people read; never more than one step of 8 bit.
          expect(Math.max(...away), written).toBeLessThan(1 / 255)
        }),
        { numRuns: runs(300) },
      )
    },
  )

  it('reads sample conversions of the standard and its tests', () => {
    // CSS Color 4, examples of sections 8.3, 9.3 and 10.2, and of section 6: the same colour in several notations.
    for (const [text, hex] of [
      ['hsl(120deg 100% 25%)', '#008000'],
      ['hwb(150 20% 10%)', '#33e68c'],
      ['lab(46.277% -47.552 48.586)', '#008000'],
      ['lch(46.277% 67.9892 134.3912)', '#008000'],
      ['oklab(51.975% -0.1403 0.10768)', '#008000'],
      ['oklch(51.975% 0.17686 142.495)', '#008000'],
      ['color(display-p3 0.21604 0.49418 0.13151)', '#008000'],
      ['rgb(0 128 0 / 100%)', '#008000'],
    ] as const) {
      expect([text, toHex(text)]).toEqual([text, hex])
      expect(hexBy(text)).toBe(hex)
    }
  })

  it('a picked colour keeps the author’s notation, commas and capitals', () => {
    for (const [model, color, written] of [
      ['#ABC', '#14596b', '#14596B'],
      ['rgb(1, 2, 3)', '#14596b', 'rgb(20, 89, 107)'],
      ['rgba(1, 2, 3, .5)', '#14596b80', 'rgba(20, 89, 107, 0.502)'],
      ['rgb(1 2 3)', '#14596b80', 'rgb(20 89 107 / 0.502)'],
      ['hsl(10 10% 10%)', '#14596b', 'hsl(192.4 68.5% 24.9%)'],
      ['hwb(1 2% 3%)', '#ff0000', 'hwb(0 0% 0%)'],
      ['oklch(.5 .1 20)', '#ff0000', 'oklch(0.628 0.2577 29.23)'],
      ['color(display-p3 1 0 0)', '#ff0000', 'color(display-p3 0.9175 0.2003 0.1386)'],
      ['teal', '#ff0000', '#ff0000'],
      ['var(--x)', '#ff0000', '#ff0000'],
    ] as const)
      expect(writeColorLike(model, color)).toBe(written)
    expect(writeColorLike('#fff', 'oklch(0.7 0.3 150)')).toMatch(/^#[0-9a-f]{6}$/)
    expect(writeColorLike('oklch(0 0 0)', 'oklch(0.7 0.3 150)')).toBe('oklch(0.7 0.3 150)')
    for (const no of ['var(--x)', 'currentcolor', 'blau', 'rgb(', '']) expect(notationOf(no)).toBeNull()
  })
})

describe('the picker’s planes', () => {
  it('OKLCH to linear sRGB agrees with colorjs.io', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 0.35, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        (l, c, h) => {
          const expected = new Color('oklch', [l, c, h]).to('srgb-linear').coords as number[]
          linearOf(l, c, h).forEach((part, at) => expect(part).toBeCloseTo(expected[at]!, 5))
        },
      ),
      { numRuns: runs(300) },
    )
  })
  it('the edge of sRGB lies where colorjs.io has it, at every hue', () => {
    for (let hue = 0; hue < 360; hue += 15) {
      for (const l of [0.1, 0.3, 0.5, 0.7, 0.9]) {
        const edge = edgeChroma(l, hue)
        expect(new Color('oklch', [l, Math.max(0, edge - 0.004), hue]).inGamut('srgb'), `${l} ${hue} inside`).toBe(true)
        expect(new Color('oklch', [l, edge + 0.004, hue]).inGamut('srgb'), `${l} ${hue} outside`).toBe(false)
      }
      expect(isInSrgb(0.02, 0.05, hue), `dark ${hue}`).toBe(
        new Color('oklch', [0.02, 0.05, hue]).inGamut('srgb', { epsilon: 0.0001 }),
      )
    }
  })
  it('painted pixels are the colours they stand for, and none beyond the edge', () => {
    const plane = oklchPlane(150, 35, 21)
    const at = (x: number, y: number) => [...plane.slice((y * 35 + x) * 4, (y * 35 + x) * 4 + 4)]
    const expected = hexBy(`oklch(0.5 ${(5 / 34) * 0.34} 150)`)
    expect(hexOfRgb({ r: at(5, 10)[0]! / 255, g: at(5, 10)[1]! / 255, b: at(5, 10)[2]! / 255, alpha: 1 })).toBe(
      expected,
    )
    expect(at(34, 0)).toEqual([0, 0, 0, 0])
    expect([...hslPlane(0, 3, 3).slice(8, 12), ...hslPlane(0, 3, 3).slice(20, 24)]).toEqual([
      255, 255, 255, 255, 255, 0, 0, 255,
    ])
  })
  it('hue stays where a colour has none', () => {
    expect(readOklch('#888', 210)).toMatchObject({ h: 210 })
    expect(readOklch('nothing')).toBeNull()
  })
})

describe('difference and clustering', () => {
  it('is the Euclidean distance in OKLab, as culori measures it', () => {
    const by = differenceEuclidean('oklab')
    fc.assert(
      fc.property(hexArb, hexArb, (a, b) => {
        expect(difference(a, b)).toBeCloseTo(by(parse(a)!, parse(b)!), 10)
      }),
      { numRuns: runs(200) },
    )
    expect(difference('#fff', 'WHITE')).toBe(0)
    expect(difference('#fff', 'nothing')).toBeNaN()
    expect(difference('#000', '#0008')).toBeGreaterThan(0.4)
  })
  it('finds the colours a picture is made of, with their shares', () => {
    const pixels = new Uint8ClampedArray(4 * 1000)
    for (let at = 0; at < 1000; at++)
      pixels.set(
        at < 600 ? [20, 89, 107, 255] : at < 900 ? [184, 57, 31, 255] : at < 950 ? [255, 250, 240, 255] : [0, 0, 0, 0],
        at * 4,
      )
    expect(mainColors(pixels, 6).map(({ hex, share }) => [hex, Math.round(share * 950)])).toEqual([
      ['#14596b', 600],
      ['#b8391f', 300],
      ['#fffaf0', 50],
    ])
    expect(mainColors(new Uint8ClampedArray(40), 4)).toEqual([])
    expect(mainColors(pixels, 6)).toEqual(mainColors(pixels, 6))
  })
})

describe('seen by others', () => {
  it('uses the published matrices (Machado, Oliveira, Fernandes 2009), as culori has them too', () => {
    const unit = ['#ff0000', '#00ff00', '#0000ff']
    for (const [vision, filter] of [
      ['protanopia', filterDeficiencyProt(1)],
      ['deuteranopia', filterDeficiencyDeuter(1)],
      ['tritanopia', filterDeficiencyTrit(1)],
    ] as const) {
      const values = filterValues(vision)
      const columns = unit.map((hex) => filter(parse(hex)!) as { r: number; g: number; b: number })
      for (const [row, part] of (['r', 'g', 'b'] as const).entries())
        expect(columns.map((column) => column[part])).toEqual(values.slice(row * 5, row * 5 + 3))
    }
  })
  it('leaves greys grey, and names pairs that collapse', () => {
    for (const vision of VISIONS)
      expect(
        Math.max(
          ...[0.2, 0.5, 0.8].map((grey) => Math.abs(seenBy({ r: grey, g: grey, b: grey, alpha: 1 }, vision).r - grey)),
        ),
      ).toBeLessThan(0.002)
    // Red and green of like lightness are the textbook case of red-green blindness (common practice).
    const colors = [
      { name: '--stop', value: '#a0522d' },
      { name: '--go', value: '#6b7a1f' },
      { name: '--sea', value: '#14596b' },
    ]
    expect(collapses(colors, 'deuteranopia').map(({ names }) => names)).toEqual([['--stop', '--go']])
    expect(collapses(colors, 'tritanopia')).toEqual([])
  })
})

describe('colours written in a sheet', () => {
  const SHEET = `:root { --ink: #1b3a4b; --gap: 2px; --shade: 0 0 4px rgb(0 0 0 / .5) }
body { color: #1B3A4B; background: linear-gradient(red, #fff 50%) tan; font-family: tan; animation: red 1s }
a:hover { border: 1px solid hsl(192, 69%, 25%); color: var(--ink, blue) } /* #123456 */
@media print { p { color: color-mix(in oklch, teal, #1b3a4c) } }
.x { content: "red"; background: url(#fff.png) ; --name: red; --grad: linear-gradient(pink, var(--ink)) }
@property --p { syntax: "<color>"; initial-value: red; inherits: false }`

  it('are found where colours stand, and nowhere else', () => {
    expect(literalsInText(SHEET).map(({ value, property }) => `${property} ${value}`)).toEqual([
      '--ink #1b3a4b',
      '--shade rgb(0 0 0 / .5)',
      'color #1B3A4B',
      'background red',
      'background #fff',
      'background tan',
      'border hsl(192, 69%, 25%)',
      'color blue',
      'color teal',
      'color #1b3a4c',
      '--name red',
      '--grad pink',
    ])
    for (const { from, to, value } of literalsInText(SHEET)) expect(SHEET.slice(from, to)).toBe(value)
  })

  it('gather: equal ones join their swatch, near ones by the threshold, and one step replaces them', () => {
    const sheet = parseSheet(SHEET)
    const tight = gather(sheet, 0)
    expect(tight.find(({ swatch }) => swatch === '--ink')!.members.map(({ value }) => value)).toEqual(['#1B3A4B'])
    expect(
      gather(sheet, 0.02)
        .find(({ swatch }) => swatch === '--ink')!
        .members.map(({ value }) => value),
    ).toEqual(['#1B3A4B', '#1b3a4c'])
    const text = applySplices(
      SHEET,
      planGather(sheet, [
        { name: '--ink', value: '#1b3a4b', members: ['#1B3A4B'] },
        { name: '--alarm', value: 'red', members: ['red'] },
        { name: '--tan', value: 'tan', members: ['tan'] },
      ]),
    )
    expect(text).toContain(
      'body { color: var(--ink); background: linear-gradient(var(--alarm), #fff 50%) var(--tan); font-family: tan; animation: red 1s }',
    )
    expect(text).toContain('--shade: 0 0 4px rgb(0 0 0 / .5); --alarm: red; --tan: tan;')
    expect(
      applySplices(
        'p { color: red; background: #fff }\n',
        planGather(parseSheet('p { color: red; background: #fff }\n'), [
          { name: '--a', value: 'red', members: ['red'] },
          { name: '--b', value: '#fff', members: ['#fff'] },
        ]),
      ),
    ).toBe(':root {\n  --a: red;\n  --b: #fff;\n}\n\np { color: var(--a); background: var(--b) }\n')
  })

  it('gathering equal colours is proved neutral; near ones are listed with what changes', () => {
    const page = '<!doctype html><link rel="stylesheet" href="css/site.css"><body><p>a</p><a href="b">c</a></body>'
    const css = 'p { color: #1b3a4b } a { color: #1B3A4B } body { background: #1b3a4c }'
    const outcome = (members: string[]) => {
      const before = siteOf({ 'index.html': page, 'css/site.css': css })
      const after = siteOf({
        'index.html': page,
        'css/site.css': applySplices(css, planGather(parseSheet(css), [{ name: '--ink', value: '#1b3a4b', members }])),
      })
      return [...prove(before, after, [{ before: 'index.html', after: 'index.html' }])]
        .flatMap(({ altered }) => altered)
        .map(({ element, property, before: old, after: now }) => `${element} ${property} ${old} ${now}`)
    }
    expect(outcome(['#1b3a4b'])).toEqual([])
    expect(outcome(['#1b3a4b', '#1b3a4c'])).toEqual(['body background-color rgb(27, 58, 76) rgb(27, 58, 75)'])
  })

  it('names come from role and hue', () => {
    expect(hueName('#1b3a4b')).toBe('deep-blue')
    expect(['#ff0000', '#ffa500', '#00a000', '#8000ff', '#ffd8e0', '#777', '#fff', 'nothing'].map(hueName)).toEqual([
      'red',
      'orange',
      'green',
      'violet',
      'pale-pink',
      'grey',
      'white',
      null,
    ])
    expect(
      swatchNames(
        '#1b3a4b',
        [
          { property: 'color', rule: 'body' },
          { property: 'color', rule: 'p' },
        ],
        ['--deep-blue'],
      ),
    ).toEqual(['--ink', '--ink-deep-blue', '--deep-blue-2', '--ink-deep-blue-2', '--deep-blue-3'])
    expect(
      swatchNames(
        '#b8391f',
        [
          { property: 'background-color', rule: 'a.button:hover' },
          { property: 'color', rule: 'a:hover' },
        ],
        [],
      )[0],
    ).toBe('--accent')
    expect(swatchNames('#eee', [{ property: 'background', rule: 'body' }], [])[0]).toBe('--ground')
    expect(swatchNames('#ccc', [{ property: 'border-top', rule: 'td' }], [])[0]).toBe('--quiet')
  })

  it('derived swatches are color-mix() in OKLCH, computed as colorjs.io mixes', () => {
    const sheet = parseSheet(':root { --sea: #14596b; --sand: #efe3cc }')
    const mixed = derivedValue({ kind: 'mixed', from: '--sea', with: '--sand', share: 30 })
    expect([mixed, derivedName({ kind: 'mixed', from: '--sea', with: '--sand', share: 30 })]).toEqual([
      'color-mix(in oklch, var(--sea), var(--sand) 30%)',
      '--sea-sand',
    ])
    expect(resolveColor(sheet, mixed)).toBe(
      hexBy(
        new Color('#14596b')
          .mix('#efe3cc', 0.3, { space: 'oklch' })
          .toGamut({ space: 'srgb', method: 'oklch.c' })
          .toString(),
      ),
    )
    // White has no hue, so the colour keeps its own (CSS Color 4, section 12.2).
    const lighter = new Color('#14596b').to('oklch')
    expect(resolveColor(sheet, derivedValue({ kind: 'lighter', from: '--sea', share: 25 }))).toBe(
      hexBy(`oklch(${lighter.coords[0]! * 0.75 + 0.25} ${lighter.coords[1]! * 0.75} ${lighter.coords[2]})`),
    )
    expect(resolveColor(sheet, 'currentcolor')).toBeNull()
  })

  it('uses of a swatch are found through others and in nested rules, with what they touch', () => {
    const css =
      ':root { --sea: teal; --line: color-mix(in oklch, var(--sea), white 20%) }\nh1 { color: var(--sea) }\n.card { &:hover { border: 1px solid var(--line) } .in { color: var(--sea) } }'
    const model = siteOf({ 'index.html': '<h1>a</h1><div class="card"><p class="in">b</p></div>', 'css/site.css': css })
    const reach = swatchReach(alone(parseSheet(css)), '--sea', ['index.html'], (page, selector) =>
      reachOf(model.page(page), selector).map(({ index }) => index),
    )
    expect(reach.uses.map(({ selector, property, through }) => [selector, property, through])).toEqual([
      [':root', '--line', ''],
      ['h1', 'color', ''],
      [':is(.card):hover', 'border', '--line'],
      [':is(.card) .in', 'color', ''],
    ])
    expect([reach.elements, reach.pages]).toEqual([3, [{ page: 'index.html', count: 3 }]])
  })

  it('the inventory counts declarations, not definitions', () => {
    expect(
      colorInventory(
        parseSheet(
          ':root { --ink: #1B3A4B; --also: rgb(27 58 75) } p { color: var(--ink); border-color: var(--ink) } b { color: #1b3a4b } i { background: red }',
        ),
      ),
    ).toEqual([
      { value: '#1B3A4B', srgb: '#1b3a4b', names: ['--ink', '--also'], declarations: 3 },
      { value: 'red', srgb: '#ff0000', names: [], declarations: 1 },
    ])
  })
})

describe('layers of colour', () => {
  it('compose as colorjs.io composes', () => {
    fc.assert(
      fc.property(hexArb, hexArb, fc.integer({ min: 0, max: 100 }), (top, below, percent) => {
        const expected = hexBy(
          `rgb(${[0, 1, 2].map((at) => (new Color(top).coords[at]! * percent + new Color(below).coords[at]! * (100 - percent)) * 2.55).join(' ')})`,
        )
        const composed = hexOfRgb(over({ ...readRgb(top)!, alpha: percent / 100 }, readRgb(below)!))
        expect(difference(composed, expected)).toBeLessThan(0.01)
      }),
      { numRuns: runs(100) },
    )
  })
})
