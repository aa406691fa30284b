import { readFileSync } from 'node:fs'
import opentype from 'opentype.js'
import { describe, expect, it } from 'vitest'
import { decompress } from 'wawoff2'
import { localWidth, LOCAL_FONTS } from '../../src/core/type/fallback.ts'
import { FAMILIES } from '../../src/core/type/families.ts'
import { MEASURED } from '../../src/core/type/facts.ts'
import { readFont } from '../../src/server/media/read-font.ts'
import { unpackedSize } from '../../src/platform/unpacked-size.ts'
import { licenceOf, shippedFont } from '../../src/server/fonts/shipped.ts'

/** The tables as the OpenType specification names their fields. */
interface Tables {
  readonly os2: {
    readonly fsSelection: number
    readonly sTypoAscender: number
    readonly sTypoDescender: number
    readonly sTypoLineGap: number
  }
  readonly hhea: { readonly ascender: number; readonly descender: number; readonly lineGap: number }
  readonly fvar: {
    readonly axes: readonly {
      readonly tag: string
      readonly minValue: number
      readonly defaultValue: number
      readonly maxValue: number
    }[]
  }
}

/** opentype.js reads the tables themselves; WOFF2 is unpacked for it by Google’s own decoder. */
async function secondOpinion(bytes: Buffer) {
  const unpacked = bytes.toString('latin1', 0, 4) === 'wOF2' ? Buffer.from(await decompress(bytes)) : bytes
  return opentype.parse(
    unpacked.buffer.slice(unpacked.byteOffset, unpacked.byteOffset + unpacked.length) as ArrayBuffer,
  )
}

const file = (name: string) => readFileSync(`node_modules/@fontsource/${name}`)

describe('packed fonts', () => {
  it.each(FAMILIES.slice(0, 4).map(({ files }) => files[0]!.file))('%s says how large it is unpacked', async (name) => {
    const bytes = await shippedFont(name)
    const unpacked = (await decompress(bytes)).length
    expect(unpackedSize(bytes)).toBeGreaterThan(unpacked * 0.8)
    expect(unpackedSize(bytes)).toBeLessThan(unpacked * 1.4)
  })
  it('those that would fill the memory are not unpacked', () => {
    const woff2 = Buffer.alloc(200)
    woff2.write('wOF2', 'latin1')
    woff2.writeUInt16BE(1, 12)
    // A table of 1 GB: flags, then UIntBase128 (WOFF2, 4.1).
    woff2.set([0, 0x84, 0x80, 0x80, 0x80, 0x00], 48)
    expect(unpackedSize(woff2)).toBe(2 ** 30)
    expect(readFont(woff2)).toBeNull()
    const woff = Buffer.alloc(64)
    woff.write('wOFF', 'latin1')
    woff.writeUInt16BE(1, 12)
    woff.writeUInt32BE(2 ** 30, 56)
    expect([unpackedSize(woff), readFont(woff), unpackedSize(Buffer.from('wOF2'))]).toEqual([2 ** 30, null, 0])
  })
})

describe('what font files say of themselves', () => {
  it.each(FAMILIES.map((family) => [family.name, family] as const))(
    '%s: metrics, widths and weights as a second library reads them',
    async (_name, family) => {
      for (const { file: name, style } of family.files) {
        const bytes = await shippedFont(name)
        const facts = readFont(bytes)!
        const font = await secondOpinion(bytes)
        const { os2, hhea, fvar } = font.tables as unknown as Tables
        // OpenType, OS/2 fsSelection bit 7: use the typographic metrics.
        const typo = (os2.fsSelection & 128) !== 0
        expect([facts.unitsPerEm, facts.ascent, facts.descent, facts.lineGap]).toEqual([
          font.unitsPerEm,
          ...(typo
            ? [os2.sTypoAscender, os2.sTypoDescender, os2.sTypoLineGap]
            : [hhea.ascender, hhea.descender, hhea.lineGap]),
        ])
        expect(facts.italic).toBe(style === 'italic')
        expect(facts.weight).toEqual(family.weights)
        expect(facts.axes.map(({ tag, min, max }) => [tag, min, max])).toEqual(
          fvar.axes.map(({ tag, minValue, maxValue }) => [tag, minValue, maxValue]),
        )
        const own = facts.advances.find(
          ({ weight }) => weight === fvar.axes.find(({ tag }) => tag === 'wght')!.defaultValue,
        )
        if (own)
          for (const letter of 'aemHx0 ')
            expect([letter, Math.round(own.widths[letter]!)]).toEqual([letter, font.charToGlyph(letter).advanceWidth])
        expect(facts.coverage.find(({ name: script }) => script === 'English')).toMatchObject({ has: 52, of: 52 })
        expect(await licenceOf(family.name)).toMatch(
          family.licence === 'OFL-1.1' ? /SIL Open Font License|SIL OPEN FONT LICENSE/i : /Apache License/,
        )
      }
    },
  )

  it('WOFF and WOFF2 of one font say the same', () => {
    const [one, two] = ['woff', 'woff2'].map((ending) =>
      readFont(file(`gelasio/files/gelasio-latin-700-normal.${ending}`))!,
    ) as [NonNullable<ReturnType<typeof readFont>>, NonNullable<ReturnType<typeof readFont>>]
    expect([one.format, two.format]).toEqual(['woff', 'woff2'])
    // The package’s two files hold a different number of unnamed glyphs.
    expect({ ...one, format: '', glyphs: 0 }).toEqual({ ...two, format: '', glyphs: 0 })
    expect([one.family, one.weight, one.axes]).toEqual(['Gelasio', [700, 700], []])
  })

  it('TrueType and OpenType are read too, unpacked from the same fonts', async () => {
    const ttf = Buffer.from(await decompress(file('arimo/files/arimo-latin-400-normal.woff2')))
    expect(readFont(ttf)).toMatchObject({
      format: 'truetype',
      family: 'Arimo',
      unitsPerEm: 2048,
      ascent: 1854,
      descent: -434,
    })
  })

  it('what is no font is none, however it is broken', () => {
    const woff2 = file('arimo/files/arimo-latin-400-normal.woff2')
    for (const bytes of [
      Buffer.from(''),
      Buffer.from('<html>'),
      Buffer.from('wOF2'),
      woff2.subarray(0, 300),
      Buffer.concat([woff2.subarray(0, 200), Buffer.alloc(5000, 7)]),
      readFileSync('demo/vennor-isles/images/night-crossing.png'),
    ])
      expect(readFont(bytes)).toBeNull()
  })
})

describe('the local fonts’ widths', () => {
  it('are those of the open fonts drawn to the same widths, read by the second library', async () => {
    for (const [name, open] of [
      ['Arial', 'arimo'],
      ['Times New Roman', 'tinos'],
      ['Courier New', 'cousine'],
      ['Georgia', 'gelasio'],
    ] as const) {
      for (const bold of [false, true]) {
        const font = await secondOpinion(file(`${open}/files/${open}-latin-${bold ? 700 : 400}-normal.woff2`))
        const width = localWidth(name, bold)
        for (const letter of MEASURED) {
          const own = width(letter)
          if (own !== undefined)
            expect([name, letter, own]).toEqual([
              name,
              letter,
              expect.closeTo(font.charToGlyph(letter).advanceWidth! / font.unitsPerEm, 3),
            ])
        }
      }
      expect(LOCAL_FONTS.some((font) => font.name === name)).toBe(true)
    }
    // Published widths of Arial’s digits and Courier’s letters (their hmtx tables: 1139 and 1229 of 2048).
    expect([localWidth('Arial', false)('0'), localWidth('Courier New', false)('m')]).toEqual([
      expect.closeTo(1139 / 2048, 3),
      expect.closeTo(1229 / 2048, 3),
    ])
  })
})
