import { randomBytes } from 'node:crypto'
import { chooseSheet, NEW_SHEET } from '../../core/site/choose-sheet.ts'
import { folderOf, isImage, isPage, isSheet, type SitePath } from '../../core/paths/paths.ts'
import { decodeText, encodingOf, putBlob } from '../db/blobs.ts'
import type { Database } from '../db/database.ts'
import type { Progress } from '../import/progress.ts'
import { files, looks, sites } from '../db/schema.ts'
import { keepFile } from './pixels.ts'

/** What a new site is made of. */
export interface NewSite {
  readonly name: string
  readonly files: readonly { readonly path: SitePath; readonly bytes: Buffer }[]
  readonly folder?: string
  /** Further looks beside the sheet itself, by name. */
  readonly looks?: readonly { readonly name: string; readonly bytes: Buffer }[]
  /** Name of the first look, the site's own sheet. */
  readonly lookName?: string
  /** Which of the files is the sheet, when it is known. */
  readonly sheetPath?: SitePath
  /** Where new images are put; the folder that holds most images when left out. */
  readonly imageFolder?: string
  /** Hears how much is kept; when it throws, nothing is. */
  readonly progress?: Progress
}

/** The folder most images are in; "images" when there is none. */
function imageFolderOf(paths: readonly SitePath[]): string {
  const folders = new Map<string, number>()
  for (const path of paths.filter(isImage)) folders.set(folderOf(path), (folders.get(folderOf(path)) ?? 0) + 1)
  const most = [...folders].sort((a, b) => b[1] - a[1])[0]
  return most ? most[0].replace(/\/$/, '') : 'images'
}

/** Hard to guess, because frames load by it: 120 bits, in characters that any path takes. */
export function newId(): string {
  return randomBytes(15).toString('base64url')
}

/** Keeps a new site; all of it or nothing. */
export async function createSite(
  db: Database,
  site: NewSite,
): Promise<{ id: string; sheetPath: SitePath; sheetIsNew: boolean }> {
  const pages = site.files
    .filter((file) => isPage(file.path))
    .map(({ path, bytes }) => ({ path, text: decodeText(bytes, encodingOf(bytes)) }))
  const chosen =
    site.sheetPath ??
    chooseSheet(
      site.files.map((file) => file.path),
      pages,
    )
  const sheetPath = chosen ?? NEW_SHEET
  const sheet = site.files.find((file) => file.path === chosen)?.bytes ?? Buffer.alloc(0)
  const id = newId()
  const lookIds = [newId(), ...(site.looks ?? []).map(newId)]
  const now = new Date()
  await db.transaction(async (tx) => {
    await tx.insert(sites).values({
      id,
      name: site.name,
      folder: site.folder ?? '',
      sheetPath,
      imageFolder: site.imageFolder ?? imageFolderOf(site.files.map((file) => file.path)),
      lookId: lookIds[0]!,
      createdAt: now,
      openedAt: now,
    })
    const all = [{ name: site.lookName ?? 'As it came', bytes: sheet }, ...(site.looks ?? [])]
    for (const [position, { name, bytes }] of all.entries()) {
      await tx.insert(looks).values({
        id: lookIds[position]!,
        siteId: id,
        name,
        position,
        hash: await putBlob(tx, bytes),
        encoding: encodingOf(bytes),
      })
    }
    for (const [at, { path, bytes }] of site.files.entries()) {
      site.progress?.(at / site.files.length)
      if (path === sheetPath) continue
      const encoding = isPage(path) || isSheet(path) ? encodingOf(bytes) : null
      await tx.insert(files).values({ siteId: id, path, hash: (await keepFile(tx, path, bytes)).hash, encoding })
    }
    site.progress?.(1)
  })
  return { id, sheetPath, sheetIsNew: chosen === null }
}
