import { isNull } from 'drizzle-orm'
import { isImage, type SitePath } from '../../core/paths/paths.ts'
import type { KeptBlob } from '../../protocol/site-state.ts'
import { pixelsOf } from '../media/media-thread.ts'
import { getBlob, hashOf } from './blobs.ts'
import type { Database } from './database.ts'
import { blobs, files } from './schema.ts'
import { and, eq } from 'drizzle-orm'
import { writing } from './transactions.ts'

/** See {@link Repository.keep}. */
export async function keepFile(db: Database, path: SitePath, bytes: Buffer): Promise<KeptBlob> {
  const pixels = isImage(path) ? await pixelsOf(bytes) : null
  const blob = { hash: hashOf(bytes), bytes, size: bytes.length }
  const dimensions = isImage(path) ? { width: pixels?.width ?? 0, height: pixels?.height ?? 0 } : {}
  await writing(db, async (tx) => {
    const insert = tx.insert(blobs).values({ ...blob, ...dimensions })
    if (isImage(path)) await insert.onConflictDoUpdate({ target: blobs.hash, set: dimensions })
    else await insert.onConflictDoNothing()
  })
  return { hash: blob.hash, size: blob.size, pixels }
}

/** Measures images that were kept before dimensions were, so that opening a site need not. */
export async function measureOldImages(db: Database): Promise<void> {
  const unseen = await db
    .selectDistinct({ hash: files.hash, path: files.path })
    .from(files)
    .innerJoin(blobs, eq(files.hash, blobs.hash))
    .where(and(isNull(blobs.width), isNull(files.encoding)))
  for (const { hash, path } of unseen) {
    if (!isImage(path)) continue
    const bytes = await getBlob(db, hash)
    const pixels = bytes ? await pixelsOf(bytes) : null
    const dimensions = { width: pixels?.width ?? 0, height: pixels?.height ?? 0 }
    await writing(db, (tx) => tx.update(blobs).set(dimensions).where(eq(blobs.hash, hash)))
  }
}
