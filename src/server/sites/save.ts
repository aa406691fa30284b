import { and, eq, gte } from 'drizzle-orm'
import { fitsEncoding } from '../../core/site/encoding.ts'
import type { Operation, SaveRequest } from '../../core/site/protocol.ts'
import { pathFault } from '../../core/site/paths.ts'
import { pathOfDoc, reverseStep, type Doc, type Step } from '../../core/site/step.ts'
import { applySplices, SpliceError } from '../../core/text/splice.ts'
import { decodeText, encodeText, getBlob, putBlob } from '../db/blobs.ts'
import type { Database, Executor } from '../db/database.ts'
import { blobs, files, looks, sites, steps } from '../db/schema.ts'
import { PublicError } from '../http/errors.ts'
import { siteRow } from './load.ts'

const shared = globalThis as typeof globalThis & { attireSaves?: Promise<unknown> }

/**
 * Carries out a save: all of its operations or none. Gives the new revision once it is on the disk. Throws
 * {@link PublicError} `revision-old` when another save came first.
 */
export function saveSite(db: Database, siteId: string, request: SaveRequest): Promise<number> {
  // One writer at a time: SQLite has a single write lock, and waiting here is kinder than a busy error.
  const mine = (shared.attireSaves ?? Promise.resolve()).then(() => saveNow(db, siteId, request))
  shared.attireSaves = mine.catch(() => undefined)
  return mine
}

function saveNow(db: Database, siteId: string, request: SaveRequest): Promise<number> {
  return db.transaction(async (tx) => {
    const site = await siteRow(tx, siteId)
    if (site.lastSave === request.saveId) return site.revision
    if (site.revision !== request.revision) {
      throw new PublicError('revision-old', 'This site was changed in another window. Choose which version to keep; the other stays in the history.')
    }
    let cursor = site.cursor
    for (const operation of request.operations) cursor = await carryOut(tx, siteId, cursor, operation)
    const revision = site.revision + 1
    await tx.update(sites).set({ revision, cursor, lastSave: request.saveId }).where(eq(sites.id, siteId))
    return revision
  }, { behavior: 'immediate' })
}

/** Does one operation; gives the new cursor. */
async function carryOut(tx: Executor, siteId: string, cursor: number, operation: Operation): Promise<number> {
  if (operation.type === 'step') {
    await applyStep(tx, siteId, operation.step)
    await tx.delete(steps).where(and(eq(steps.siteId, siteId), gte(steps.seq, cursor)))
    await tx.insert(steps).values({ siteId, seq: cursor, step: operation.step, at: new Date() })
    return cursor + 1
  }
  const undo = operation.type === 'undo'
  const seq = undo ? cursor - 1 : cursor
  const [row] = await tx.select({ step: steps.step }).from(steps).where(and(eq(steps.siteId, siteId), eq(steps.seq, seq)))
  if (!row) throw new PublicError('bad-request', undo ? 'There is nothing left to undo.' : 'There is nothing left to redo.')
  await applyStep(tx, siteId, undo ? reverseStep(row.step) : row.step)
  return undo ? cursor - 1 : cursor + 1
}

async function applyStep(tx: Executor, siteId: string, step: Step): Promise<void> {
  for (const change of step.files) await applyFile(tx, siteId, change)
  for (const { doc, splices } of step.texts) await applyText(tx, siteId, doc, splices)
}

async function applyText(tx: Executor, siteId: string, doc: Doc, splices: Step['texts'][number]['splices']): Promise<void> {
  const path = pathOfDoc(doc)
  const where = path === null ? and(eq(looks.siteId, siteId), eq(looks.id, doc.slice('look:'.length))) : and(eq(files.siteId, siteId), eq(files.path, path))
  const [row] = path === null
    ? await tx.select({ hash: looks.hash, encoding: looks.encoding }).from(looks).where(where)
    : await tx.select({ hash: files.hash, encoding: files.encoding }).from(files).where(where)
  const bytes = row?.encoding ? await getBlob(tx, row.hash) : null
  if (!row?.encoding || !bytes) throw new PublicError('not-found', `There is no text “${path ?? 'of this look'}” to change.`)
  const text = decodeText(bytes, row.encoding)
  // Taking back a change may bring back bytes that were there, so only what is new to the text is checked.
  if (splices.some(({ insert }) => !fitsEncoding(insert, row.encoding!) && [...insert].some((char) => char.charCodeAt(0) > 0xff))) {
    throw new PublicError('not-usable', `“${path ?? 'The sheet'}” is not stored as UTF-8, so only plain ASCII letters can be written into it.`)
  }
  let changed: string
  try {
    changed = applySplices(text, splices)
  } catch (error) {
    if (error instanceof SpliceError) throw new PublicError('revision-old', 'The change does not fit the text as it is now. Load the site again.')
    throw error
  }
  const hash = await putBlob(tx, encodeText(changed, row.encoding))
  if (path === null) await tx.update(looks).set({ hash }).where(where)
  else await tx.update(files).set({ hash }).where(where)
}

async function applyFile(tx: Executor, siteId: string, { path, after }: Step['files'][number]): Promise<void> {
  if (pathFault(path) !== null) throw new PublicError('bad-request', `“${path}” cannot be the path of a file in the site.`)
  const where = and(eq(files.siteId, siteId), eq(files.path, path))
  if (after === null) {
    await tx.delete(files).where(where)
    return
  }
  const [known] = await tx.select({ hash: blobs.hash }).from(blobs).where(eq(blobs.hash, after))
  if (!known) throw new PublicError('not-found', `The file for “${path}” is not here. Load the site again.`)
  await tx.insert(files).values({ siteId, path, hash: after, encoding: null })
    .onConflictDoUpdate({ target: [files.siteId, files.path], set: { hash: after } })
}
