import { randomBytes } from 'node:crypto'
import { inArray } from 'drizzle-orm'
import { choosingSheet, NEW_SHEET } from '../../core/site/choose-sheet.ts'
import { folderOf, isImage, isPage, isText, type SitePath } from '../../core/paths/paths.ts'
import { LIMITS } from '../../protocol/limits.ts'
import { breath } from '../breath.ts'
import type { CreatedSite, NewSite } from '../repository.ts'
import { pixelsOf } from '../media/media-thread.ts'
import { decodeText, encodingOf } from '../../platform/encoding.ts'
import { hashOf } from './blobs.ts'
import type { Database, Executor } from './database.ts'
import { blobs, files, looks, sites } from './schema.ts'
import { writing } from './transactions.ts'
import { dropUnused } from './unused.ts'

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

/** Whether a file is edited as text: one of many megabytes is kept as it is, for nothing follows it while somebody types. */
const isEdited = ({ path, bytes }: NewSite['files'][number]): boolean => isText(path) && bytes.length <= LIMITS.text

/** See {@link Repository.create}. What takes long, reading and measuring, is done before anything is written. */
export async function createSite(db: Database, site: NewSite): Promise<CreatedSite> {
  const edited = site.files.filter(isEdited)
  const pages = edited
    .filter((file) => isPage(file.path))
    .map(({ path, bytes }) => ({ path, text: decodeText(bytes, encodingOf(bytes, path)) }))
  const paths = site.files.map((file) => file.path)
  const byPath = new Map(site.files.map(({ path, bytes }) => [path, bytes]))
  const textOf = (path: SitePath) => {
    const bytes = byPath.get(path)
    return bytes ? decodeText(bytes, encodingOf(bytes, path)) : ''
  }
  const chosen =
    site.sheetPath ??
    (await inTurns(
      choosingSheet(
        edited.map(({ path }) => path),
        pages,
        textOf,
      ),
    ))
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
  const blobRows = [...lookRows, ...fileRows].map(({ blob }) => blob)
  try {
    await putBlobs(db, blobRows)
    await writing(db, async (tx) => {
      const imageFolder = site.imageFolder ?? imageFolderOf(paths)
      const [first] = lookRows
      const row = { id, name: site.name, folder: site.folder ?? '', sheetPath, imageFolder, lookId: first!.row.id }
      const now = new Date()
      await tx.insert(sites).values({ ...row, createdAt: now, openedAt: now })
      await putMissing(tx, blobRows)
      await tx.insert(looks).values(lookRows.map((each) => each.row))
      for (let at = 0; at < fileRows.length; at += ROWS_AT_ONCE)
        await tx.insert(files).values(fileRows.slice(at, at + ROWS_AT_ONCE).map((each) => each.row))
      site.progress?.(1)
    })
  } catch (error) {
    await writing(db, (tx) =>
      dropUnused(
        tx,
        blobRows.map(({ hash }) => hash),
      ),
    ).catch(() => undefined)
    throw error
  }
  return { id, sheetPath, sheetIsNew: chosen === null }
}

type BlobRow = typeof blobs.$inferInsert

/** Bytes that one transaction writes: the next writer waits no longer than that takes. */
const BYTES_AT_ONCE = 2_000_000

/** Keeps bytes before the site that they belong to, in transactions of their own, so that others are not held up. */
async function putBlobs(db: Database, rows: readonly BlobRow[]): Promise<void> {
  let some: BlobRow[] = []
  const put = async () => {
    const now = some
    some = []
    await writing(db, async (tx) => {
      for (const row of now) await tx.insert(blobs).values(row).onConflictDoNothing()
    })
    await breath()
  }
  for (const row of rows) {
    some.push(row)
    const size = some.reduce((sum, each) => sum + each.size, 0)
    if (some.length >= ROWS_AT_ONCE || size > BYTES_AT_ONCE) await put()
  }
  if (some.length > 0) await put()
}

/** Bytes that somebody else has let go of meanwhile, for nothing referred to them yet. */
async function putMissing(tx: Executor, rows: readonly BlobRow[]): Promise<void> {
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) {
    const some = rows.slice(at, at + ROWS_AT_ONCE)
    const hashes = some.map(({ hash }) => hash)
    const there = await tx.select({ hash: blobs.hash }).from(blobs).where(inArray(blobs.hash, hashes))
    const known = new Set(there.map(({ hash }) => hash))
    for (const row of some) if (!known.has(row.hash)) await tx.insert(blobs).values(row).onConflictDoNothing()
  }
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
    const encoding = isEdited({ path, bytes }) ? encodingOf(bytes, path) : null
    rows.push({ row: { siteId, path, hash, encoding }, blob: { hash, bytes, size: bytes.length, ...pixels } })
  }
  return rows
}
