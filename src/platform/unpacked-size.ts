/** Bytes of a font unpacked. The largest that are in use, for all of Chinese, have about 30 MB (common practice). */
export const LARGEST_FONT = 64 * 1024 * 1024

/** Tables of WOFF2 that may be stored transformed, and when they are (WOFF2, section 4.1 and 5). */
const GLYF = 10
const LOCA = 11
const OWN_TAG = 63

/**
 * Bytes that the tables of a packed font say they unpack to: what is set aside to read it. 0 for fonts that are not packed
 * and for what cannot be read. W3C "WOFF File Format 1.0", section 4; "WOFF 2.0", section 4.
 */
export function unpackedSize(bytes: Buffer): number {
  const signature = bytes.toString('latin1', 0, 4)
  try {
    return signature === 'wOFF' ? ofWoff(bytes) : signature === 'wOF2' ? ofWoff2(bytes) : 0
  } catch {
    // It ends before its table directory does: no reader gets farther.
    return 0
  }
}

function ofWoff(bytes: Buffer): number {
  const tables = bytes.readUInt16BE(12)
  let sum = 0
  for (let at = 0; at < tables; at++) sum += bytes.readUInt32BE(44 + at * 20 + 12)
  return sum
}

function ofWoff2(bytes: Buffer): number {
  const tables = bytes.readUInt16BE(12)
  let at = 48
  let sum = 0
  /** UIntBase128: seven bits a byte, the first bit says whether more follow. */
  const number = () => {
    let value = 0
    for (let count = 0; count < 5; count++) {
      const byte = bytes.readUInt8(at++)
      value = value * 128 + (byte & 127)
      if (byte < 128) break
    }
    return value
  }
  for (let table = 0; table < tables; table++) {
    const flags = bytes.readUInt8(at++)
    const tag = flags & 63
    if (tag === OWN_TAG) at += 4
    const version = flags >> 6
    const original = number()
    const transformed = tag === GLYF || tag === LOCA ? version !== 3 : version !== 0
    sum += transformed ? Math.max(original, number()) : original
  }
  return sum
}
