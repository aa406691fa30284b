import { and, asc, eq } from 'drizzle-orm'
import { stepsForSheet, type SheetChange } from '../../core/site/sheet-change.ts'
import type { SettingsRequest } from '../../protocol/site-state.ts'
import { encodingOf } from '../../platform/encoding.ts'
import { getBlob } from './blobs.ts'
import type { Database, Executor } from './database.ts'
import { files, looks, sites, steps } from './schema.ts'
import { PublicError } from '../http/errors.ts'
import { siteRow } from './load.ts'
import { readStep, STEP_VERSION } from './stored-step.ts'
import { writing } from './transactions.ts'

/** See {@link Repository.changeSettings}. */
export async function changeSettings(db: Database, siteId: string, settings: SettingsRequest): Promise<void> {
  await writing(db, async (tx) => {
    const site = await siteRow(tx, siteId)
    if (settings.name !== undefined) await tx.update(sites).set({ name: settings.name }).where(eq(sites.id, siteId))
    if (settings.lookId !== undefined) {
      const [look] = await tx
        .select({ id: looks.id })
        .from(looks)
        .where(and(eq(looks.id, settings.lookId), eq(looks.siteId, siteId)))
      if (!look) throw new PublicError('not-found', 'There is no such look on this site.')
      await tx.update(sites).set({ lookId: settings.lookId }).where(eq(sites.id, siteId))
    }
    if (settings.sheetPath !== undefined && settings.sheetPath !== site.sheetPath) {
      await changeSheet(tx, site, settings.sheetPath)
    }
  })
}

/**
 * Makes another stylesheet of the site its sheet: the old one becomes a file again, the new one the worn look's text. Texts of
 * other looks become files beside the old sheet, and the history is told anew, so that nothing is lost and all can be undone.
 */
async function changeSheet(db: Executor, site: SiteRow, path: string): Promise<void> {
  const [file] = await db
    .select()
    .from(files)
    .where(and(eq(files.siteId, site.id), eq(files.path, path)))
  const rows = await db.select().from(looks).where(eq(looks.siteId, site.id)).orderBy(asc(looks.position))
  const worn = rows.find(({ id }) => id === site.lookId) ?? rows[0]
  const bytes = file ? await getBlob(db, file.hash) : null
  if (!file || !bytes || !worn) throw new PublicError('not-found', `There is no stylesheet ${path} in this site.`)
  const others = rows.filter((row) => row !== worn)
  const asides = await freeNames(db, site, others)
  await retell(db, site, { lookId: worn.id, from: site.sheetPath, to: path, asides })
  const beside = others.map(({ id, hash, encoding }) => ({ siteId: site.id, path: asides.get(id)!, hash, encoding }))
  const old = { siteId: site.id, path: site.sheetPath, hash: worn.hash, encoding: worn.encoding }
  await db.delete(files).where(and(eq(files.siteId, site.id), eq(files.path, path)))
  await db.insert(files).values([old, ...beside])
  for (const { id } of others) await db.delete(looks).where(eq(looks.id, id))
  await db
    .update(looks)
    .set({ hash: file.hash, encoding: file.encoding ?? encodingOf(bytes, path) })
    .where(eq(looks.id, worn.id))
  await db
    .update(sites)
    .set({ sheetPath: path, lookId: worn.id, revision: site.revision + 1 })
    .where(eq(sites.id, site.id))
}

type SiteRow = Awaited<ReturnType<typeof siteRow>>

/** Names beside the sheet for the texts of looks, by look: `css/site.css` and Night make `css/site-night.css`. */
async function freeNames(
  db: Executor,
  { id, sheetPath }: SiteRow,
  rows: readonly { id: string; name: string }[],
): Promise<Map<string, string>> {
  const known = await db.select({ path: files.path }).from(files).where(eq(files.siteId, id))
  const taken = new Set([sheetPath, ...known.map(({ path }) => path)])
  const names = new Map<string, string>()
  for (const row of rows) {
    const stem = sheetPath.replace(
      /\.css$/i,
      `-${
        row.name
          .toLowerCase()
          .replace(/[^a-z0-9]+/g, '-')
          .replace(/^-|-$/g, '') || 'look'
      }`,
    )
    let name = `${stem}.css`
    for (let number = 2; taken.has(name); number++) name = `${stem}-${number}.css`
    taken.add(name)
    names.set(row.id, name)
  }
  return names
}

/** Writes the history as it is told with another sheet. */
async function retell(db: Executor, { id, cursor }: SiteRow, change: SheetChange): Promise<void> {
  const stored = await db.select().from(steps).where(eq(steps.siteId, id)).orderBy(asc(steps.seq))
  // The oldest steps may be gone: those that are there are numbered on.
  const done = stored.filter(({ seq }) => seq < cursor).length
  const told = stepsForSheet(stored.map(readStep), done, change)
  if (!told)
    throw new PublicError(
      'not-usable',
      `${change.to} came or went in the history of this site, which could not be undone if it were the sheet. Copy it under another name and choose that one.`,
    )
  for (const [at, { seq }] of stored.entries())
    await db
      .update(steps)
      .set({ step: told[at], version: STEP_VERSION })
      .where(and(eq(steps.siteId, id), eq(steps.seq, seq)))
}
