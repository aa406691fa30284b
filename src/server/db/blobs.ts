import { createHash } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { TextEncodingName } from '../../core/site/encoding.ts'
import type { Executor } from './database.ts'
import { blobs } from './schema.ts'

/** Keeps bytes and gives their hash; the same bytes are kept once. */
export async function putBlob(db: Executor, bytes: Buffer): Promise<string> {
  const hash = createHash('sha256').update(bytes).digest('hex')
  await db.insert(blobs).values({ hash, bytes, size: bytes.length }).onConflictDoNothing()
  return hash
}

/** The bytes of a hash, or null when they are not here. */
export async function getBlob(db: Executor, hash: string): Promise<Buffer | null> {
  const [row] = await db.select({ bytes: blobs.bytes }).from(blobs).where(eq(blobs.hash, hash))
  return row ? Buffer.from(row.bytes) : null
}

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
