import { randomBytes } from 'node:crypto'
import { choosingSheet, NEW_SHEET } from '../../core/site/choose-sheet.ts'
import { folderOf, isImage, isPage, isText, type SitePath } from '../../core/paths/paths.ts'
import { breath } from '../breath.ts'
import type { CreatedSite, NewSite } from '../repository.ts'
import { pixelsOf } from '../media/media-thread.ts'
import { decodeText, encodingOf } from '../../platform/encoding.ts'
import { hashOf } from './blobs.ts'
import type { Database } from './database.ts'
import { blobs, files, looks, sites } from './schema.ts'
import { writing } from './transactions.ts'

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

/** How many rows one statement inserts: SQLite takes some thousands of values. */
const ROWS_AT_ONCE = 50

/** See {@link Repository.create}. What takes long, reading and measuring, is done before anything is written. */
export async function createSite(db: Database, site: NewSite): Promise<CreatedSite> {
  const pages = site.files
    .filter((file) => isPage(file.path))
    .map(({ path, bytes }) => ({ path, text: decodeText(bytes, encodingOf(bytes, path)) }))
  const paths = site.files.map((file) => file.path)
  const byPath = new Map(site.files.map(({ path, bytes }) => [path, bytes]))
  const textOf = (path: SitePath) => {
    const bytes = byPath.get(path)
    return bytes ? decodeText(bytes, encodingOf(bytes, path)) : ''
  }
  const chosen = site.sheetPath ?? (await inTurns(choosingSheet(paths, pages, textOf)))
  const sheetPath = chosen ?? NEW_SHEET
  const sheet = site.files.find((file) => file.path === chosen)?.bytes ?? Buffer.alloc(0)
  const id = newId()
  const lookRows = [{ name: site.lookName ?? 'As it came', bytes: sheet }, ...(site.looks ?? [])].map(
    ({ name, bytes }, position) => ({
      row: { id: newId(), siteId: id, name, position, hash: hashOf(bytes), encoding: encodingOf(bytes, sheetPath) },
      blob: { hash: hashOf(bytes), bytes, size: bytes.length, width: null, height: null },
    }),
  )
  const fileRows = await measuredFiles(id, site, sheetPath)
  const now = new Date()
  await writing(db, async (tx) => {
    const imageFolder = site.imageFolder ?? imageFolderOf(paths)
    const [first] = lookRows
    const row = { id, name: site.name, folder: site.folder ?? '', sheetPath, imageFolder, lookId: first!.row.id }
    await tx.insert(sites).values({ ...row, createdAt: now, openedAt: now })
    for (const { blob } of [...lookRows, ...fileRows]) {
      await tx.insert(blobs).values(blob).onConflictDoNothing()
      await breath()
    }
    await tx.insert(looks).values(lookRows.map((each) => each.row))
    for (let at = 0; at < fileRows.length; at += ROWS_AT_ONCE)
      await tx.insert(files).values(fileRows.slice(at, at + ROWS_AT_ONCE).map((each) => each.row))
    site.progress?.(1)
  })
  return { id, sheetPath, sheetIsNew: chosen === null }
}

/** Runs what hands back now and then, others having their turn in between. */
async function inTurns<T>(work: Generator<void, T, void>): Promise<T> {
  for (let next = work.next(); ; next = work.next()) {
    if (next.done) return next.value
    await breath()
  }
}

/** Images of an import that are not measured by then stay unmeasured: such ones are made to take long. */
const MEASURED_WITHIN_MS = 30_000

/** The files of a new site as rows, images measured. */
async function measuredFiles(siteId: string, site: NewSite, sheetPath: SitePath) {
  const rows = []
  const until = Date.now() + MEASURED_WITHIN_MS
  const measured = async (bytes: Buffer) => (Date.now() < until && (await pixelsOf(bytes))) || { width: 0, height: 0 }
  for (const [at, { path, bytes }] of site.files.entries()) {
    site.progress?.(at / site.files.length)
    await breath()
    if (path === sheetPath) continue
    const hash = hashOf(bytes)
    const pixels = isImage(path) ? await measured(bytes) : { width: null, height: null }
    const encoding = isText(path) ? encodingOf(bytes, path) : null
    rows.push({ row: { siteId, path, hash, encoding }, blob: { hash, bytes, size: bytes.length, ...pixels } })
  }
  return rows
}
