import { eq } from 'drizzle-orm'
import type { Database } from './database.ts'
import { files, looks, sites, steps } from './schema.ts'
import { siteRow } from './load.ts'
import { writing } from './transactions.ts'

/** Removes a site with its looks and history. Bytes stay: other sites may share them. Throws PublicError when there is none. */
export async function removeSite(db: Database, id: string): Promise<void> {
  await writing(db, async (tx) => {
    await siteRow(tx, id)
    for (const table of [steps, looks, files]) await tx.delete(table).where(eq(table.siteId, id))
    await tx.delete(sites).where(eq(sites.id, id))
  })
}
