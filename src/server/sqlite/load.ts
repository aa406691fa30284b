import { and, asc, desc, eq, isNotNull, sql } from 'drizzle-orm'
import type { KeptSite } from '../../protocol/packed-site.ts'
import type { SiteList, SiteState } from '../../protocol/site-state.ts'
import { decodeText } from '../../platform/encoding.ts'
import type { Executor } from './database.ts'
import { blobs, files, looks, sites, steps } from './schema.ts'
import { PublicError } from '../http/errors.ts'
import { readStep } from './stored-step.ts'

/** Steps sent to the workroom; older ones stay on the server. */
const STEPS_SENT = 300

/** The row of a site. Throws {@link PublicError} when there is none. */
export async function siteRow(db: Executor, id: string) {
  const [row] = await db.select().from(sites).where(eq(sites.id, id))
  if (!row)
    throw new PublicError('not-found', 'There is no such site here. It may have been removed; choose another one.')
  return row
}

/** A whole site, ready for the workroom. */
export async function loadSite(db: Executor, id: string): Promise<SiteState> {
  const { site, texts } = await loadKept(db, id)
  const read = (text: string | Uint8Array) => (typeof text === 'string' ? text : decodeText(Buffer.from(text), 'utf-8'))
  return { ...site, texts: Object.fromEntries(texts.map(([path, text]) => [path, read(text)])) }
}

/** A whole site, its texts as they are kept. */
export async function loadKept(db: Executor, id: string): Promise<KeptSite> {
  const site = await siteRow(db, id)
  const lookRows = await db
    .select({ look: looks, bytes: blobs.bytes })
    .from(looks)
    .innerJoin(blobs, eq(looks.hash, blobs.hash))
    .where(eq(looks.siteId, id))
    .orderBy(asc(looks.position))
  const fileRows = await db
    .select({
      path: files.path,
      hash: files.hash,
      encoding: files.encoding,
      size: blobs.size,
      width: blobs.width,
      height: blobs.height,
      bytes: sql<Buffer | null>`case when ${files.encoding} is null then null else ${blobs.bytes} end`,
    })
    .from(files)
    .innerJoin(blobs, eq(files.hash, blobs.hash))
    .where(eq(files.siteId, id))
    .orderBy(asc(files.path))
  const stepRows = await db
    .select({ seq: steps.seq, step: steps.step, version: steps.version })
    .from(steps)
    .where(eq(steps.siteId, id))
    .orderBy(desc(steps.seq))
    .limit(STEPS_SENT)
  const sent = stepRows.reverse().map(({ seq, ...stored }) => ({ seq, step: readStep(stored) }))
  const olderSteps = sent[0]?.seq ?? 0
  const head = {
    id,
    name: site.name,
    sheetPath: site.sheetPath,
    imageFolder: site.imageFolder,
    lookId: site.lookId,
    revision: site.revision,
    looks: lookRows.map(({ look, bytes }) => ({
      id: look.id,
      name: look.name,
      encoding: look.encoding,
      text: decodeText(Buffer.from(bytes), look.encoding),
    })),
    files: fileRows.map(({ path, hash, size, encoding, width, height }) => ({
      path,
      hash,
      size,
      encoding,
      pixels: width && height ? { width, height } : null,
    })),
    steps: sent.map(({ step }) => step),
    cursor: Math.max(0, site.cursor - olderSteps),
    olderSteps,
  }
  const texts = fileRows.flatMap(({ path, encoding, bytes }): [string, string | Uint8Array][] => {
    if (!encoding || !bytes) return []
    const read = Buffer.from(bytes)
    return [[path, encoding === 'utf-8' ? read : decodeText(read, encoding)]]
  })
  return { site: head, texts }
}

/** Bytes of all texts of a site, of its looks too. Throws {@link PublicError} when there is none. */
export async function textSize(db: Executor, id: string): Promise<number> {
  await siteRow(db, id)
  const size = sql<number>`coalesce(sum(${blobs.size}), 0)`
  const [inFiles] = await db
    .select({ size })
    .from(files)
    .innerJoin(blobs, eq(files.hash, blobs.hash))
    .where(and(eq(files.siteId, id), isNotNull(files.encoding)))
  const [inLooks] = await db
    .select({ size })
    .from(looks)
    .innerJoin(blobs, eq(looks.hash, blobs.hash))
    .where(eq(looks.siteId, id))
  return (inFiles?.size ?? 0) + (inLooks?.size ?? 0)
}

/** All sites, the one opened last first. */
export async function listSites(db: Executor): Promise<SiteList> {
  const rows = await db
    .select({
      id: sites.id,
      name: sites.name,
      openedAt: sites.openedAt,
      pages: sql<number>`(select count(*) from ${files} where ${files.siteId} = ${sites.id} and (lower(${files.path}) like '%.html' or lower(${files.path}) like '%.htm' or lower(${files.path}) like '%.xhtml'))`,
    })
    .from(sites)
    .orderBy(desc(sites.openedAt))
  return { sites: rows.map((row) => ({ ...row, openedAt: row.openedAt.getTime() })) }
}
