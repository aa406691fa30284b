import { eq } from 'drizzle-orm'
import { zip, type Zippable } from 'fflate'
import { getBlob } from '../db/blobs.ts'
import type { Executor } from '../db/database.ts'
import { blobs, files, looks } from '../db/schema.ts'
import { PublicError } from '../http/errors.ts'
import { siteRow } from './load.ts'

/** Files whose bytes are packed already; packing them again only costs time. */
const PACKED = /\.(?:png|jpe?g|gif|webp|avif|woff2?|zip|gz|mp[34]|webm|pdf)$/i

/** Everything of the site wearing a look, as a ZIP: paths and names as they are, bytes unchanged. */
export async function exportSite(db: Executor, siteId: string, lookId: string): Promise<{ name: string; bytes: Uint8Array }> {
  const site = await siteRow(db, siteId)
  const [look] = await db.select({ hash: looks.hash, siteId: looks.siteId }).from(looks).where(eq(looks.id, lookId))
  const sheet = look?.siteId === siteId ? await getBlob(db, look.hash) : null
  if (!sheet) throw new PublicError('not-found', 'There is no such look on this site. Choose another look and hand off again.')
  const rows = await db.select({ path: files.path, bytes: blobs.bytes }).from(files).innerJoin(blobs, eq(files.hash, blobs.hash)).where(eq(files.siteId, siteId))
  const content: Zippable = {}
  const add = (path: string, bytes: Uint8Array) => {
    content[site.folder + path] = [new Uint8Array(bytes), { level: PACKED.test(path) ? 0 : 6 }]
  }
  for (const row of rows) add(row.path, row.bytes)
  add(site.sheetPath, sheet)
  const bytes = await new Promise<Uint8Array>((resolve, reject) => zip(content, (error, data) => (error ? reject(error) : resolve(data))))
  return { name: `${slug(site.name)}.zip`, bytes }
}

/** A file name that every system takes: lower case, hyphens. */
function slug(name: string): string {
  return name.normalize('NFKD').toLowerCase().replace(/[^a-z0-9]+/g, '-').replace(/^-+|-+$/g, '') || 'site'
}
