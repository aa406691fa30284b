import { and, eq } from 'drizzle-orm'
import type { SitePath } from '../../core/paths/paths.ts'
import { PublicError } from '../http/errors.ts'
import type { SiteContent, StoredFile } from '../repository.ts'
import type { Executor } from './database.ts'
import { siteRow } from './load.ts'
import { blobs, files, looks } from './schema.ts'

/** The sheet of a look; null when the site has no such look. */
async function lookSheet(tx: Executor, siteId: string, lookId: string) {
  const [sheet] = await tx
    .select({ hash: looks.hash, encoding: looks.encoding, bytes: blobs.bytes })
    .from(looks)
    .innerJoin(blobs, eq(looks.hash, blobs.hash))
    .where(and(eq(looks.id, lookId), eq(looks.siteId, siteId)))
  return sheet ? { ...sheet, bytes: Buffer.from(sheet.bytes) } : null
}

const storedFile = { path: files.path, hash: files.hash, encoding: files.encoding, bytes: blobs.bytes }

/** See {@link Repository.wornFile}. */
export async function wornFile(
  tx: Executor,
  siteId: string,
  lookId: string,
  path: SitePath,
): Promise<StoredFile | null> {
  const site = await siteRow(tx, siteId)
  if (path === site.sheetPath) {
    const sheet = await lookSheet(tx, siteId, lookId)
    return sheet && { path, ...sheet }
  }
  const [file] = await tx
    .select(storedFile)
    .from(files)
    .innerJoin(blobs, eq(files.hash, blobs.hash))
    .where(and(eq(files.siteId, siteId), eq(files.path, path)))
  return file ? { ...file, bytes: Buffer.from(file.bytes) } : null
}

/** See {@link Repository.content}. */
export async function siteContent(tx: Executor, siteId: string, lookId: string): Promise<SiteContent> {
  const { name, folder, sheetPath } = await siteRow(tx, siteId)
  const sheet = await lookSheet(tx, siteId, lookId)
  if (!sheet)
    throw new PublicError('not-found', 'There is no such look on this site. Choose another look and hand off again.')
  const rows = await tx
    .select(storedFile)
    .from(files)
    .innerJoin(blobs, eq(files.hash, blobs.hash))
    .where(eq(files.siteId, siteId))
  const others = rows.map((file) => ({ ...file, bytes: Buffer.from(file.bytes) }))
  return { name, folder, sheetPath, sheet, files: others }
}
