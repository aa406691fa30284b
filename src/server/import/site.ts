import { isPage } from '../../core/paths/paths.ts'
import type { ImportResult } from '../../protocol/site-state.ts'
import type { Repository } from '../repository.ts'
import { PublicError } from '../http/errors.ts'
import { readArchive } from './archive.ts'
import { partOf, type Progress } from '../progress.ts'

/** Makes a site of a ZIP archive. Throws {@link PublicError} when it cannot be used; then, and when the signal aborts, nothing is kept. */
export async function importSite(
  repository: Repository,
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
  const site = await repository.create({
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
    told: content.told,
  }
}
