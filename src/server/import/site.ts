import { isPage } from '../../core/paths/paths.ts'
import type { ImportResult } from '../../protocol/site-state.ts'
import type { Database } from '../db/database.ts'
import { PublicError } from '../http/errors.ts'
import { createSite } from '../sites/create.ts'
import { readArchive } from './archive.ts'
import { partOf, type Progress } from './progress.ts'

/** Makes a site of a ZIP archive. Throws {@link PublicError} when it cannot be used; then, and when the signal aborts, nothing is kept. */
export async function importSite(
  db: Database,
  name: string,
  bytes: Buffer,
  signal?: AbortSignal,
  onProgress: Progress = () => undefined,
): Promise<ImportResult> {
  const progress: Progress = (share) => {
    signal?.throwIfAborted()
    onProgress(share)
  }
  const content = await readArchive(bytes, partOf(progress, 0, 0.4))
  const pages = content.files.filter(({ path }) => isPage(path)).length
  if (pages === 0) {
    throw new PublicError(
      'not-usable',
      'There is no HTML page in it. Drop the folder that holds index.html, or a ZIP of that folder.',
    )
  }
  const site = await createSite(db, {
    name,
    files: content.files,
    folder: content.folder,
    progress: partOf(progress, 0.4, 1),
  })
  return {
    siteId: site.id,
    name,
    files: content.files.length,
    pages,
    sheetPath: site.sheetPath,
    sheetIsNew: site.sheetIsNew,
    leftOut: content.leftOut,
  }
}
