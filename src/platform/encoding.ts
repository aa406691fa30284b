import type { TextEncodingName } from '../core/site/encoding.ts'

/** The encoding that carries these bytes as text without losing any. */
export function encodingOf(bytes: Uint8Array): TextEncodingName {
  try {
    new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes)
    return 'utf-8'
  } catch {
    return 'bytes'
  }
}

/** Text of bytes; {@link encodeText} gives the same bytes back. */
export function decodeText(bytes: Buffer, encoding: TextEncodingName): string {
  return encoding === 'utf-8' ? new TextDecoder('utf-8', { ignoreBOM: true }).decode(bytes) : bytes.toString('latin1')
}

/** Bytes of a text. */
export function encodeText(text: string, encoding: TextEncodingName): Buffer {
  return Buffer.from(text, encoding === 'utf-8' ? 'utf8' : 'latin1')
}
