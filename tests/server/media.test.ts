import { readFileSync } from 'node:fs'
import { brotliCompressSync, constants } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { MediaThread } from '../../src/server/media/media-thread.ts'
import { readFont } from '../../src/server/media/read-font.ts'

const picture = () => readFileSync('demo/vennor-isles/images/night-crossing.png')
const font = () => readFileSync('node_modules/@fontsource/arimo/files/arimo-latin-400-normal.woff2')

/** A WOFF2 (W3C "WOFF File Format 2.0", section 4) whose one table says it has 200 bytes and unpacks to 100 megabytes. */
function lyingFont(): Buffer {
  const packed = brotliCompressSync(Buffer.alloc(100 * 1024 * 1024), {
    params: { [constants.BROTLI_PARAM_QUALITY]: 1 },
  })
  const head = Buffer.alloc(51)
  head.write('wOF2', 'latin1')
  head.writeUInt32BE(0x00010000, 4)
  head.writeUInt32BE(head.length + packed.length, 8)
  head.writeUInt16BE(1, 12)
  head.writeUInt32BE(300, 16)
  head.writeUInt32BE(packed.length, 20)
  // Flags of a table `head`, then its length as UIntBase128.
  head.set([1, 0x81, 0x48], 48)
  return Buffer.concat([head, packed])
}

describe('the thread that reads pictures and fonts', () => {
  it('says what they are, one after the other, and nothing of what is none', async () => {
    const thread = new MediaThread()
    const asked = await Promise.all([
      thread.ask('pixels', picture()),
      thread.ask('font', font()),
      thread.ask('pixels', Buffer.from('no picture')),
      thread.ask('scaled', picture(), 100),
    ])
    expect(asked.slice(0, 3)).toEqual([{ width: 2400, height: 1350 }, readFont(font()), null])
    expect(await thread.ask('pixels', Buffer.from(asked[3]!))).toEqual({ width: 100, height: 56 })
  })

  it('is ended when a file takes it too long, and the next file is read by a new one', async () => {
    const thread = new MediaThread({ pixels: 5000, font: 50, unpacked: 5000, scaled: 5000 })
    // Long before it is done with any of them.
    const slow = lyingFont()
    const late = await Promise.all([1, 2, 3].map(() => thread.ask('font', slow)))
    expect(late).toEqual([null, null, null])
    expect(await thread.ask('pixels', picture())).toEqual({ width: 2400, height: 1350 })
  })

  it('leaves the server free meanwhile', async () => {
    const thread = new MediaThread({ pixels: 5000, font: 600, unpacked: 5000, scaled: 5000 })
    let beats = 0
    const heart = setInterval(() => beats++, 10)
    expect(await thread.ask('font', lyingFont())).toBeNull()
    clearInterval(heart)
    expect(beats).toBeGreaterThan(5)
  })
})
