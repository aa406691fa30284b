import { and, eq, inArray, lt, sql } from 'drizzle-orm'
import { EMPTY_HASH } from '../../core/site/step.ts'
import type { Database, Executor } from './database.ts'
import { blobs, files, looks, sites, stepBlobs, steps } from './schema.ts'
import { writing } from './transactions.ts'

/** Steps of a site that are kept, the last ones: so far back undo goes. Older ones say what nobody can take back. */
export const STEPS_KEPT = 1000

/** Bytes that no file and no look holds, and that no step could bring back. A step names the bytes it needs by their hash. */
const unreferenced = and(
  sql`not exists (select 1 from ${files} where ${files.hash} = ${blobs.hash})`,
  sql`not exists (select 1 from ${looks} where ${looks.hash} = ${blobs.hash})`,
  sql`not exists (select 1 from ${stepBlobs} where ${stepBlobs.hash} = ${blobs.hash})`,
)

/** Lets go of those of these bytes that nothing refers to any more. */
export async function dropUnused(tx: Executor, hashes: readonly string[]): Promise<void> {
  const wanted = [...new Set(hashes)].filter((hash) => hash !== EMPTY_HASH)
  for (let from = 0; from < wanted.length; from += HASHES_AT_ONCE)
    await tx.delete(blobs).where(and(inArray(blobs.hash, wanted.slice(from, from + HASHES_AT_ONCE)), unreferenced))
}

const HASHES_AT_ONCE = 200

/** Lets go of the steps of a site that are too far back, seen from how many are applied. */
export async function dropOldSteps(tx: Executor, siteId: string, cursor: number): Promise<void> {
  if (cursor > STEPS_KEPT)
    await tx.delete(steps).where(and(eq(steps.siteId, siteId), lt(steps.seq, cursor - STEPS_KEPT)))
}

/** What a database came to. */
export interface Compacted {
  /** What SQLite finds wrong; empty when nothing is. */
  readonly faults: readonly string[]
  readonly sites: number
  /** Bytes of the database before and after. */
  readonly before: number
  readonly after: number
}

/** Checks a database; where it is sound, lets go of what nothing refers to and gives the room back. No server may use it meanwhile. */
export async function compact(db: Database): Promise<Compacted> {
  const faults = await faultsOf(db)
  const before = await sizeOf(db)
  const known = await db.select({ id: sites.id, cursor: sites.cursor }).from(sites)
  if (faults.length > 0) return { faults, sites: known.length, before, after: before }
  await writing(db, async (tx) => {
    for (const { id, cursor } of known) await dropOldSteps(tx, id, cursor)
    await tx.delete(blobs).where(unreferenced)
  })
  await db.$client.execute('VACUUM')
  await db.$client.execute('PRAGMA wal_checkpoint(TRUNCATE)')
  return { faults, sites: known.length, before, after: await sizeOf(db) }
}

async function faultsOf(db: Database): Promise<string[]> {
  const integrity = await db.$client.execute('PRAGMA integrity_check')
  const words = integrity.rows.map((row) => String(row[0])).filter((text) => text !== 'ok')
  const keys = await db.$client.execute('PRAGMA foreign_key_check')
  return [
    ...words,
    ...keys.rows.map((row) => `A row of ${String(row[0])} refers to one of ${String(row[2])} that is not there.`),
  ]
}

async function sizeOf(db: Database): Promise<number> {
  const number = async (pragma: string) => Number((await db.$client.execute(`PRAGMA ${pragma}`)).rows[0]?.[0] ?? 0)
  return (await number('page_count')) * (await number('page_size'))
}
