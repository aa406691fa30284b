import { createHash } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { Executor } from './database.ts'
import { blobs } from './schema.ts'

/** What bytes are kept under: their SHA-256, in hex. */
export function hashOf(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex')
}

/** Keeps bytes and gives their hash; the same bytes are kept once. */
export async function putBlob(db: Executor, bytes: Buffer): Promise<string> {
  const hash = hashOf(bytes)
  await db.insert(blobs).values({ hash, bytes, size: bytes.length }).onConflictDoNothing()
  return hash
}

/** The bytes of a hash, or null when they are not here. */
export async function getBlob(db: Executor, hash: string): Promise<Buffer | null> {
  const [row] = await db.select({ bytes: blobs.bytes }).from(blobs).where(eq(blobs.hash, hash))
  return row ? Buffer.from(row.bytes) : null
}
