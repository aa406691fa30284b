import path from 'node:path'
import { readFile } from 'node:fs/promises'
import { isFont, isImage } from '../core/paths/paths.ts'
import type { OpenFont } from '../core/site/open-font.ts'
import type { FileInfo } from '../core/site/view.ts'
import { pixelsOf } from '../platform/pixels.ts'
import { unpackFont } from '../platform/unpack-font.ts'
import type { FolderSite } from './read-site.ts'

/** Reads the dimensions of a folder's images and gives the site that knows them. Images that cannot be read have none. */
export function measureImages(site: FolderSite, folder: string): Promise<FolderSite> {
  return withFiles(site, async (file) => {
    if (!isImage(file.path)) return file
    const bytes = await readFile(path.join(folder, file.path)).catch(() => null)
    return { ...file, pixels: bytes && (await pixelsOf(bytes)) }
  })
}

/** Opens the fonts of a folder, so that the site knows how wide its words are. Fonts that cannot be read are left closed. */
export function openFonts(site: FolderSite, folder: string): Promise<FolderSite> {
  return withFiles(site, async (file) => {
    const font = isFont(file.path) ? await opened(path.join(folder, file.path)).catch(() => null) : null
    return font ? { ...file, font } : file
  })
}

async function opened(file: string): Promise<OpenFont> {
  const { openFont } = await import('../shaping/open-font.ts')
  return openFont(await unpackFont(await readFile(file)))
}

async function withFiles(site: FolderSite, measured: (file: FileInfo) => Promise<FileInfo>): Promise<FolderSite> {
  const { model } = site
  const files = await Promise.all([...model.files.values()].map(measured))
  return { ...site, model: model.withFiles(files, model.sheetPath) }
}
