import { inflateSync } from 'node:zlib'
import { decompress } from 'wawoff2'
import { LARGEST_FONT, unpackedSize } from './unpacked-size.ts'

/** Entries of a table directory, in bytes (OpenType, "Table Directory"; WOFF 1.0, section 4). */
const SFNT_HEADER = 12
const SFNT_ENTRY = 16
const WOFF_HEADER = 44
const WOFF_ENTRY = 20

let line: Promise<unknown> = Promise.resolve()

/** The TrueType or OpenType font in a WOFF2 or WOFF file; bytes of another kind as they are. Rejects for damaged files. */
export function unpackFont(bytes: Buffer): Promise<Uint8Array> {
  // One after the other: what is unpacked stands in memory that the next one takes.
  const unpacked = line.then(() => unpackNow(bytes))
  line = unpacked.catch(() => null)
  return unpacked
}

async function unpackNow(bytes: Buffer): Promise<Uint8Array> {
  if (unpackedSize(bytes) > LARGEST_FONT) throw new Error('Unpacked, this font would be too large.')
  const signature = bytes.toString('latin1', 0, 4)
  if (signature === 'wOF2') return (await decompress(bytes)).slice()
  return signature === 'wOFF' ? unpackWoff(bytes) : bytes
}

/** W3C "WOFF File Format 1.0", sections 3 to 5: the tables of a font, each packed by itself. */
function unpackWoff(woff: Buffer): Uint8Array {
  const count = woff.readUInt16BE(12)
  const header = Buffer.alloc(SFNT_HEADER + count * SFNT_ENTRY)
  woff.copy(header, 0, 4, 8)
  header.writeUInt16BE(count, 4)
  const tables: Buffer[] = []
  let offset = header.length
  for (let at = 0; at < count; at++) {
    const entry = WOFF_HEADER + at * WOFF_ENTRY
    const [from, packed, length, checksum] = [4, 8, 12, 16].map((place) => woff.readUInt32BE(entry + place))
    const stored = woff.subarray(from!, from! + packed!)
    const table = packed! < length! ? inflateSync(stored, { maxOutputLength: length! }) : stored
    const to = SFNT_HEADER + at * SFNT_ENTRY
    woff.copy(header, to, entry, entry + 4)
    for (const [place, value] of [checksum!, offset, length!].entries()) header.writeUInt32BE(value, to + 4 + place * 4)
    const padding = Buffer.alloc((4 - (table.length % 4)) % 4)
    tables.push(table, padding)
    offset += table.length + padding.length
  }
  return Buffer.concat([header, ...tables])
}
