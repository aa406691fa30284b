import path from 'node:path'
import { readFile } from 'node:fs/promises'
import { isImage } from '../core/paths/paths.ts'
import { pixelsOf } from '../platform/pixels.ts'
import type { FolderSite } from './read-site.ts'

/** Reads the dimensions of a folder's images and gives the site that knows them. Images that cannot be read have none. */
export async function measureImages(site: FolderSite, folder: string): Promise<FolderSite> {
  const { model } = site
  const files = await Promise.all(
    [...model.files.values()].map(async (file) => {
      if (!isImage(file.path)) return file
      const bytes = await readFile(path.join(folder, file.path)).catch(() => null)
      return { ...file, pixels: bytes && (await pixelsOf(bytes)) }
    }),
  )
  return { ...site, model: model.withFiles(files, model.sheetPath) }
}
