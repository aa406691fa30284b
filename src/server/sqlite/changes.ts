import { and, asc, eq, gt, lte } from 'drizzle-orm'
import { operationSchema, type Changes, type News, type SaveRequest } from '../../protocol/site-state.ts'
import type { Executor } from './database.ts'
import { siteRow } from './load.ts'
import { saves, sites } from './schema.ts'

/** Saves of a site that are kept for windows that were opened before them; a window that is further behind loads all anew. */
const SAVES_KEPT = 1000

/** The revision that a save led to; null when it was not done. */
export async function saveOf(tx: Executor, siteId: string, saveId: string): Promise<number | null> {
  const [row] = await tx
    .select({ revision: saves.revision })
    .from(saves)
    .where(and(eq(saves.siteId, siteId), eq(saves.saveId, saveId)))
  return row?.revision ?? null
}

/** Keeps what a save did for those who were not there. */
export async function writeSave(tx: Executor, siteId: string, revision: number, save: SaveRequest): Promise<void> {
  const { saveId, operations } = save
  await tx.insert(saves).values({ siteId, revision, saveId, operations })
  await tx.delete(saves).where(and(eq(saves.siteId, siteId), lte(saves.revision, revision - SAVES_KEPT)))
}

const operationsSchema = operationSchema.array()

/** See {@link Repository.changes}. */
export async function changesSince(tx: Executor, siteId: string, since: number): Promise<Changes> {
  const { revision } = await siteRow(tx, siteId)
  const rows = await tx
    .select()
    .from(saves)
    .where(and(eq(saves.siteId, siteId), gt(saves.revision, since)))
    .orderBy(asc(saves.revision))
  // A change of settings has no save: what came after it cannot be followed step by step.
  if (since > revision || rows.length !== revision - since) return { revision, saves: null }
  const read = rows.map(({ saveId, operations }) => ({
    saveId,
    operations: operationsSchema.safeParse(operations).data,
  }))
  if (read.some(({ operations }) => operations === undefined)) return { revision, saves: null }
  return { revision, saves: read.map(({ saveId, operations }) => ({ saveId, operations: operations! })) }
}

/** The revision of every site. */
export async function revisions(tx: Executor): Promise<News[]> {
  return tx.select({ siteId: sites.id, revision: sites.revision }).from(sites)
}
