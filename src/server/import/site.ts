import { isPage } from '../../core/site/paths.ts'
import type { ImportResult } from '../../core/site/protocol.ts'
import type { Database } from '../db/database.ts'
import { PublicError } from '../http/errors.ts'
import { createSite } from '../sites/create.ts'
import { readArchive } from './archive.ts'

/** Makes a site of a ZIP archive. Throws {@link PublicError} when it cannot be used; then, and when the signal aborts, nothing is kept. */
export async function importSite(db: Database, name: string, bytes: Buffer, signal?: AbortSignal): Promise<ImportResult> {
  const content = await readArchive(bytes)
  const pages = content.files.filter(({ path }) => isPage(path)).length
  if (pages === 0) {
    throw new PublicError('not-usable', 'There is no HTML page in it. Drop the folder that holds index.html, or a ZIP of that folder.')
  }
  const site = await createSite(db, { name, files: content.files, folder: content.folder, ...(signal ? { signal } : {}) })
  return { siteId: site.id, name, files: content.files.length, pages, sheetPath: site.sheetPath, sheetIsNew: site.sheetIsNew, leftOut: content.leftOut }
}
