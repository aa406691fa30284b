import { eq } from 'drizzle-orm'
import type { Database, Executor } from './database.ts'
import { files, looks, sites, stepBlobs, steps } from './schema.ts'
import { siteRow } from './load.ts'
import { writing } from './transactions.ts'
import { dropUnused } from './unused.ts'

/**
 * Removes a site with its looks and history. Bytes that other sites share stay, and those `awaited` by a step that may still
 * come. Throws PublicError when there is none.
 */
export async function removeSite(db: Database, id: string, awaited: ReadonlySet<string>): Promise<void> {
  await writing(db, async (tx) => {
    await siteRow(tx, id)
    const held = await hashesOf(tx, id)
    for (const table of [steps, looks, files]) await tx.delete(table).where(eq(table.siteId, id))
    await tx.delete(sites).where(eq(sites.id, id))
    await dropUnused(
      tx,
      held.filter((hash) => !awaited.has(hash)),
    )
  })
}

/** Hashes of everything that a site holds, or could bring back by undo. */
async function hashesOf(tx: Executor, id: string): Promise<string[]> {
  const kept = [
    ...(await tx.select({ hash: files.hash }).from(files).where(eq(files.siteId, id))),
    ...(await tx.select({ hash: looks.hash }).from(looks).where(eq(looks.siteId, id))),
  ].map(({ hash }) => hash)
  const named = await tx.selectDistinct({ hash: stepBlobs.hash }).from(stepBlobs).where(eq(stepBlobs.siteId, id))
  return [...kept, ...named.map(({ hash }) => hash)]
}
