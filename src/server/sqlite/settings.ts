import { and, asc, eq } from 'drizzle-orm'
import type { SettingsRequest } from '../../protocol/site-state.ts'
import { encodingOf } from '../../platform/encoding.ts'
import { getBlob } from './blobs.ts'
import type { Database, Executor } from './database.ts'
import { files, looks, sites, steps } from './schema.ts'
import { PublicError } from '../http/errors.ts'
import { siteRow } from './load.ts'
import { writing } from './transactions.ts'

/** See {@link Repository.changeSettings}. */
export async function changeSettings(db: Database, siteId: string, settings: SettingsRequest): Promise<void> {
  await writing(db, async (tx) => {
    const site = await siteRow(tx, siteId)
    if (settings.name !== undefined) await tx.update(sites).set({ name: settings.name }).where(eq(sites.id, siteId))
    if (settings.lookId !== undefined) {
      const [look] = await tx
        .select({ id: looks.id })
        .from(looks)
        .where(and(eq(looks.id, settings.lookId), eq(looks.siteId, siteId)))
      if (!look) throw new PublicError('not-found', 'There is no such look on this site.')
      await tx.update(sites).set({ lookId: settings.lookId }).where(eq(sites.id, siteId))
    }
    if (settings.sheetPath !== undefined && settings.sheetPath !== site.sheetPath) {
      await changeSheet(tx, site, settings.sheetPath)
    }
  })
}

/** Makes another stylesheet of the site its sheet: the old one becomes a file again, the new one the first look's text. */
async function changeSheet(db: Executor, site: Awaited<ReturnType<typeof siteRow>>, path: string): Promise<void> {
  const [file] = await db
    .select()
    .from(files)
    .where(and(eq(files.siteId, site.id), eq(files.path, path)))
  const rows = await db.select().from(looks).where(eq(looks.siteId, site.id)).orderBy(asc(looks.position))
  const first = rows[0]
  const bytes = file ? await getBlob(db, file.hash) : null
  if (!file || !bytes || !first) throw new PublicError('not-found', `There is no stylesheet ${path} in this site.`)
  const [done] = await db.select({ seq: steps.seq }).from(steps).where(eq(steps.siteId, site.id)).limit(1)
  if (done || rows.length > 1) {
    throw new PublicError(
      'not-usable',
      'Choose the sheet before the first change: the history and the looks belong to the sheet there is.',
    )
  }
  await db.delete(files).where(and(eq(files.siteId, site.id), eq(files.path, path)))
  await db.insert(files).values({ siteId: site.id, path: site.sheetPath, hash: first.hash, encoding: first.encoding })
  await db
    .update(looks)
    .set({ hash: file.hash, encoding: file.encoding ?? encodingOf(bytes, path) })
    .where(eq(looks.id, first.id))
  await db
    .update(sites)
    .set({ sheetPath: path, revision: site.revision + 1 })
    .where(eq(sites.id, site.id))
}
