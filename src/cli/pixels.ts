import path from 'node:path'
import sharp from 'sharp'
import { isImage } from '../core/paths/paths.ts'
import type { FolderSite } from './read-site.ts'

/** Reads the dimensions of a folder's images and gives the site that knows them. Images that cannot be read have none. */
export async function measureImages(site: FolderSite, folder: string): Promise<FolderSite> {
  const { model } = site
  const files = await Promise.all(
    [...model.files.values()].map(async (file) => {
      if (!isImage(file.path)) return file
      const meta = await sharp(path.join(folder, file.path))
        .metadata()
        .catch(() => null)
      return {
        ...file,
        pixels:
          meta?.width && meta.height
            ? (meta.orientation ?? 1) >= 5
              ? { width: meta.height, height: meta.width }
              : { width: meta.width, height: meta.height }
            : null,
      }
    }),
  )
  return { ...site, model: model.withFiles(files, model.sheetPath) }
}
