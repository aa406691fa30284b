import { createMultibyteEncoder } from '@exodus/bytes/multi-byte.js'
import { createSinglebyteEncoder } from '@exodus/bytes/single-byte.js'
import { getBOMEncoding, labelToName, TextDecoder as StandardDecoder } from '@exodus/bytes/encoding.js'
import sniffHtml from 'html-encoding-sniffer'
import { isKnownEncoding, isMultiByte, type TextEncodingName } from '../core/site/encoding.ts'
import { isSheet, type SitePath } from '../core/paths/paths.ts'

/**
 * The encoding a browser takes a page or stylesheet for (HTML standard, "encoding sniffing algorithm"; CSS Syntax 3,
 * 3.2), as far as the file alone tells. Where it tells nothing and is valid UTF-8 it is taken for that, as servers that
 * say so are common; else windows-1252, the standard's own suggestion. Never loses a byte: what does not come back the
 * same is "bytes". A Node `Buffer` or any bytes.
 */
export function encodingOf(bytes: Uint8Array, path: SitePath): TextEncodingName {
  const declared = isSheet(path) ? declaredInSheet(bytes) : declaredInPage(bytes, path)
  const name = declared ?? (isUtf8(bytes) ? 'utf-8' : 'windows-1252')
  return isKnownEncoding(name) && comesBack(bytes, name) ? name : 'bytes'
}

/** What no declaration is taken for, so that one that is missing can be told from one that is there. */
const NONE = 'x-user-defined'

function declaredInPage(bytes: Uint8Array, path: SitePath): string | null {
  const found = sniffHtml(bytes, { xml: /\.xhtml$/i.test(path), defaultEncoding: NONE }).toLowerCase()
  return found === NONE ? null : found
}

/** CSS Syntax 3, 3.2: a byte-order mark, else exactly these bytes at the very start. */
function declaredInSheet(bytes: Uint8Array): string | null {
  const mark = getBOMEncoding(bytes)
  if (mark) return mark
  const label = /^@charset "([^"]*)";/.exec(Buffer.from(bytes.subarray(0, 1024)).toString('latin1'))?.[1]
  const name = label === undefined ? null : (labelToName(label)?.toLowerCase() ?? null)
  return name?.startsWith('utf-16') ? 'utf-8' : name
}

function isUtf8(bytes: Uint8Array): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    return true
  } catch {
    return false
  }
}

function comesBack(bytes: Uint8Array, name: TextEncodingName): boolean {
  if (name === 'utf-8') return isUtf8(bytes)
  try {
    return Buffer.from(bytes).equals(encodeText(decodeText(Buffer.from(bytes), name), name))
  } catch {
    return false
  }
}

/** Text of bytes; {@link encodeText} gives the same bytes back, for an encoding that {@link encodingOf} found. */
export function decodeText(bytes: Buffer, encoding: TextEncodingName): string {
  switch (encoding) {
    case 'bytes':
      return bytes.toString('latin1')
    case 'utf-8':
      return new TextDecoder('utf-8', { ignoreBOM: true }).decode(bytes)
    case 'utf-16le':
      return fromUtf16(bytes)
    case 'utf-16be':
      return fromUtf16(swapped(bytes))
    default:
      return new StandardDecoder(encoding, { ignoreBOM: true }).decode(bytes)
  }
}

/** The bytes in pairs, the other way round; a last one without a partner stays. */
function swapped(bytes: Buffer): Buffer {
  const even = bytes.length & ~1
  return Buffer.concat([Buffer.from(bytes.subarray(0, even)).swap16(), bytes.subarray(even)])
}

/** What a last byte without a partner becomes, so that it is not lost: half a pair, which no text means. */
const LONE_BYTE = 0xdc00

function fromUtf16(bytes: Buffer): string {
  const lone = bytes.length % 2 === 1 ? String.fromCharCode(LONE_BYTE + bytes[bytes.length - 1]!) : ''
  return bytes.toString('utf16le', 0, bytes.length & ~1) + lone
}

function toUtf16(text: string): Buffer {
  const lone = /[\udc00-\udcff]$/u.exec(text)?.[0]
  if (lone === undefined) return Buffer.from(text, 'utf16le')
  return Buffer.concat([Buffer.from(text.slice(0, -1), 'utf16le'), Buffer.of(lone.charCodeAt(0) - LONE_BYTE)])
}

const encoders = new Map<TextEncodingName, (text: string) => Uint8Array>()

/** Bytes of a text. Throws when a character cannot be written in the encoding; see core/site/encoding. */
export function encodeText(text: string, encoding: TextEncodingName): Buffer {
  switch (encoding) {
    case 'bytes':
      return Buffer.from(text, 'latin1')
    case 'utf-8':
      return Buffer.from(text, 'utf8')
    case 'utf-16le':
      return toUtf16(text)
    case 'utf-16be':
      return swapped(toUtf16(text))
    default: {
      const encode = encoders.get(encoding) ?? encoderOf(encoding)
      encoders.set(encoding, encode)
      return Buffer.from(encode(text))
    }
  }
}

function encoderOf(encoding: TextEncodingName): (text: string) => Uint8Array {
  return isMultiByte(encoding) ? createMultibyteEncoder(encoding) : createSinglebyteEncoder(encoding)
}
