import { eq } from 'drizzle-orm'
import { zip, type Zippable } from 'fflate'
import { parsePage } from '../../core/markup/tree.ts'
import { isPage, isSheet, type SitePath } from '../../core/paths/paths.ts'
import { parseSheet } from '../../core/sheet/parse.ts'
import { applySplices } from '../../core/text/splice.ts'
import { facesOf } from '../../core/type/faces.ts'
import { leaveOutFonts, type LeftOut } from '../../core/type/used-faces.ts'
import { decodeText, encodeText, getBlob } from '../db/blobs.ts'
import type { Executor } from '../db/database.ts'
import { blobs, files, looks } from '../db/schema.ts'
import { PublicError } from '../http/errors.ts'
import { siteRow } from './load.ts'

/** Files whose bytes are packed already; packing them again only costs time. */
const PACKED = /\.(?:png|jpe?g|gif|webp|avif|woff2?|zip|gz|mp[34]|webm|pdf)$/i

/** Everything of the site wearing a look, as a ZIP: paths and names as they are, bytes unchanged; fonts that no text is set in stay behind, with their faces. */
export async function exportSite(
  db: Executor,
  siteId: string,
  lookId: string,
): Promise<{ name: string; bytes: Uint8Array }> {
  const site = await siteRow(db, siteId)
  const [look] = await db
    .select({ hash: looks.hash, siteId: looks.siteId, encoding: looks.encoding })
    .from(looks)
    .where(eq(looks.id, lookId))
  const sheet = look?.siteId === siteId ? await getBlob(db, look.hash) : null
  if (!sheet)
    throw new PublicError('not-found', 'There is no such look on this site. Choose another look and hand off again.')
  const rows = await db
    .select({ path: files.path, encoding: files.encoding, bytes: blobs.bytes })
    .from(files)
    .innerJoin(blobs, eq(files.hash, blobs.hash))
    .where(eq(files.siteId, siteId))
  const content: Zippable = {}
  const add = (path: string, bytes: Uint8Array) => {
    content[site.folder + path] = [new Uint8Array(bytes), { level: PACKED.test(path) ? 0 : 6 }]
  }
  const { splices, files: leftOut } = unusedFonts(decodeText(sheet, look!.encoding), site.sheetPath, rows)
  for (const row of rows) if (!leftOut.includes(row.path)) add(row.path, row.bytes)
  add(
    site.sheetPath,
    splices.length === 0 ? sheet : encodeText(applySplices(decodeText(sheet, look!.encoding), splices), look!.encoding),
  )
  const bytes = await new Promise<Uint8Array>((resolve, reject) =>
    zip(content, (error, data) => (error ? reject(error) : resolve(data))),
  )
  return { name: `${slug(site.name)}.zip`, bytes }
}

/** The faces of the sheet that nothing uses, and their files. */
function unusedFonts(
  sheet: string,
  sheetPath: SitePath,
  rows: readonly { path: string; encoding: Parameters<typeof decodeText>[1] | null; bytes: Uint8Array }[],
): LeftOut {
  const parsed = parseSheet(sheet)
  if (facesOf(parsed).length === 0) return { splices: [], files: [] }
  const texts = new Map(
    rows
      .filter(({ path }) => isPage(path) || isSheet(path))
      .map(({ path, encoding, bytes }) => [path, decodeText(Buffer.from(bytes), encoding ?? 'bytes')]),
  )
  const pages = new Map([...texts].filter(([path]) => isPage(path)).map(([path, text]) => [path, parsePage(text)]))
  return leaveOutFonts(parsed, {
    sheetPath,
    pagePaths: [...pages.keys()],
    page: (path) => pages.get(path)!,
    others: [...texts].filter(([path]) => isSheet(path) && path !== sheetPath).map(([, text]) => text),
  })
}

/** A file name that every system takes: lower case, hyphens. */
function slug(name: string): string {
  return (
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'site'
  )
}
