import { readFileSync } from 'node:fs'
import opentype from 'opentype.js'
import { describe, expect, it } from 'vitest'
import { unpackFont } from '../../src/platform/unpack-font.ts'
import { openFont } from '../../src/shaping/open-font.ts'

const file = (name: string) => readFileSync(`node_modules/@fontsource/${name}`)
const PLAIN = { axes: {}, features: { kern: 0, liga: 0, clig: 0, calt: 0 } }
const LINES = ['Ferry to Hallin', 'AVATAR To Wæry', '07:30–09:10', '“quay”']

describe('text measured in fonts', () => {
  it.each([
    'arimo/files/arimo-latin-400-normal',
    'tinos/files/tinos-latin-700-italic',
    'gelasio/files/gelasio-latin-400-normal',
  ])('has the advance widths that opentype.js reads from %s, packed in either way', async (name) => {
    for (const kind of ['woff2', 'woff']) {
      const unpacked = Buffer.from(await unpackFont(file(`${name}.${kind}`)))
      const bytes = unpacked.buffer.slice(unpacked.byteOffset, unpacked.byteOffset + unpacked.length) as ArrayBuffer
      const other = opentype.parse(bytes)
      const font = openFont(unpacked)
      for (const line of LINES) {
        const sum = [...line].reduce((all, letter) => all + other.charToGlyph(letter).advanceWidth!, 0)
        expect(font.advance(line, PLAIN), `${kind} ${line}`).toBeCloseTo(sum / other.unitsPerEm, 6)
      }
    }
  })

  it('kerns, unless it is told not to, and follows a weight', async () => {
    const bytes = readFileSync('demo/vennor-isles/fonts/public-sans-latin-wght-normal.woff2')
    const font = openFont(await unpackFont(bytes))
    expect(font.axes).toEqual({ wght: [100, 900] })
    const at = (wght: number, features = {}) => font.advance('AVATAR', { axes: { wght }, features })
    expect(at(400)).toBeLessThan(at(400, { kern: 0 }))
    expect(at(700)).toBeGreaterThan(at(400))
    expect(font.advance('111', { axes: { wght: 400 }, features: { tnum: 1 } })).toBeCloseTo(
      font.advance('888', { axes: { wght: 400 }, features: { tnum: 1 } }),
      6,
    )
    expect([font.covers('Hallin'), font.covers('船')]).toEqual([true, false])
  })

  it('are unpacked one after the other, however many are asked for at once', async () => {
    const names = ['public-sans', 'source-serif-4'].map(
      (name) => `demo/vennor-isles/fonts/${name}-latin-wght-normal.woff2`,
    )
    const both = await Promise.all(names.map((name) => unpackFont(readFileSync(name))))
    const widths = both.map((bytes) => openFont(bytes).advance('quay', { axes: {}, features: {} }))
    const alone = await unpackFont(readFileSync(names[0]!))
    expect(widths[0]).toBe(openFont(alone).advance('quay', { axes: {}, features: {} }))
    expect(widths[0]).not.toBe(widths[1])
  })

  it('refuses bytes that are no font, or would unpack to too much', async () => {
    expect(() => openFont(Buffer.from('no font at all'))).toThrow('no font')
    await expect(unpackFont(Buffer.concat([Buffer.from('wOF2'), Buffer.alloc(90)]))).rejects.toThrow()
    const lying = Buffer.from(file('arimo/files/arimo-latin-400-normal.woff'))
    lying.writeUInt32BE(2 ** 31, 44 + 12)
    await expect(unpackFont(lying)).rejects.toThrow('too large')
  })
})
