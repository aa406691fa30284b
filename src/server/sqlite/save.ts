import { and, eq } from 'drizzle-orm'
import type { Operation, SaveRequest } from '../../protocol/site-state.ts'
import { pathFault } from '../../core/paths/paths.ts'
import { EMPTY_HASH, reverseStep, stepFault, type FileChange, type Move, type Step } from '../../core/site/step.ts'
import { PublicError } from '../http/errors.ts'
import { putBlob } from './blobs.ts'
import { saveOf, writeSave } from './changes.ts'
import type { Database, Executor } from './database.ts'
import { siteRow } from './load.ts'
import { SaveSteps } from './save-steps.ts'
import { SaveTexts } from './save-texts.ts'
import { blobs, files, sites } from './schema.ts'
import { writing } from './transactions.ts'
import { dropOldSteps, dropUnused } from './unused.ts'

/** See {@link Repository.save}. */
export function saveSite(db: Database, siteId: string, request: SaveRequest): Promise<number> {
  return writing(db, async (tx) => {
    const site = await siteRow(tx, siteId)
    const done = await saveOf(tx, siteId, request.saveId)
    if (done !== null) return done
    if (site.revision !== request.revision)
      throw new PublicError('revision-old', 'This site was changed in another window. Load what it changed first.')
    const saving: Saving = { tx, siteId, texts: new SaveTexts(tx, siteId), steps: new SaveSteps(tx, siteId) }
    let cursor = site.cursor
    for (const operation of request.operations) cursor = await carryOut(saving, cursor, operation)
    await saving.texts.write()
    await saving.steps.write()
    // The steps hold what these texts were; their bytes are needed no longer.
    await dropUnused(tx, [...saving.texts.replaced])
    await dropOldSteps(tx, siteId, cursor)
    const revision = site.revision + 1
    await tx.update(sites).set({ revision, cursor }).where(eq(sites.id, siteId))
    await writeSave(tx, siteId, revision, request)
    return revision
  })
}

/** What the operations of one save share. */
interface Saving {
  readonly tx: Executor
  readonly siteId: string
  readonly texts: SaveTexts
  readonly steps: SaveSteps
}

/** Does one operation; gives the new cursor. */
async function carryOut(saving: Saving, cursor: number, operation: Operation): Promise<number> {
  if (operation.type === 'step') {
    const fault = stepFault(operation.step)
    if (fault !== null) throw new PublicError('bad-request', fault)
    await applyStep(saving, operation.step)
    saving.steps.put(cursor, operation.step)
    return cursor + 1
  }
  const undo = operation.type === 'undo'
  const step = await saving.steps.at(undo ? cursor - 1 : cursor)
  if (!step)
    throw new PublicError('bad-request', undo ? 'There is nothing left to undo.' : 'There is nothing left to redo.')
  await applyStep(saving, undo ? reverseStep(step) : step)
  return undo ? cursor - 1 : cursor + 1
}

/** In the order a step is made of: files come, texts change, files move, files go. */
async function applyStep({ tx, siteId, texts }: Saving, step: Step): Promise<void> {
  const hasFiles = step.files.length + (step.moves ?? []).length > 0
  if (hasFiles) await texts.write()
  for (const change of step.files) if (change.after !== null) await putFile(tx, siteId, change)
  for (const { doc, splices } of step.texts) await texts.change(doc, splices)
  if (!hasFiles) return
  await texts.write()
  await moveFiles(tx, siteId, step.moves ?? [])
  for (const { path, after } of step.files) if (after === null) await tx.delete(files).where(fileIs(siteId, path))
}

const fileIs = (siteId: string, path: string) => and(eq(files.siteId, siteId), eq(files.path, path))

/** Renames files, all at once: they may take each other's names. */
async function moveFiles(tx: Executor, siteId: string, moves: readonly Move[]): Promise<void> {
  const site = await siteRow(tx, siteId)
  const plain = moves.filter(({ from }) => from !== site.sheetPath)
  for (const { to } of moves) refusePath(to)
  const sheet = moves.find(({ from }) => from === site.sheetPath)
  const between = (at: number) => `\0moving ${at}`
  for (const [at, { from }] of plain.entries())
    await tx
      .update(files)
      .set({ path: between(at) })
      .where(fileIs(siteId, from))
  for (const [at, { from, to }] of plain.entries()) {
    const taken = await tx.select({ path: files.path }).from(files).where(fileIs(siteId, to))
    if (taken.length > 0 || (to === site.sheetPath && !sheet) || to === sheet?.to)
      throw new PublicError('not-usable', `There is a file ${to} already, so ${from} cannot get that name.`)
    const [row] = await tx
      .update(files)
      .set({ path: to })
      .where(fileIs(siteId, between(at)))
      .returning({ path: files.path })
    if (!row) throw new PublicError('revision-old', `There is no file ${from} any more. Load the site again.`)
  }
  if (!sheet) return
  const taken = await tx.select({ path: files.path }).from(files).where(fileIs(siteId, sheet.to))
  if (taken.length > 0)
    throw new PublicError('not-usable', `There is a file ${sheet.to} already, so the sheet cannot get that name.`)
  await tx.update(sites).set({ sheetPath: sheet.to }).where(eq(sites.id, siteId))
}

function refusePath(path: string): void {
  if (pathFault(path) !== null)
    throw new PublicError('bad-request', `“${path}” cannot be the path of a file in the site.`)
}

/** Puts a file in its place: one that comes, or other bytes for one that is there. */
async function putFile(tx: Executor, siteId: string, { path, before, after, encoding }: FileChange): Promise<void> {
  refusePath(path)
  if (path === (await siteRow(tx, siteId)).sheetPath)
    throw new PublicError('not-usable', `${path} is the sheet, and each look has its own.`)
  if (after === EMPTY_HASH) await putBlob(tx, Buffer.alloc(0))
  const [known] = await tx.select({ hash: blobs.hash }).from(blobs).where(eq(blobs.hash, after!))
  if (!known) throw new PublicError('not-found', `The file for “${path}” is not here. Load the site again.`)
  const [there] = await tx.select({ hash: files.hash }).from(files).where(fileIs(siteId, path))
  if (before === null && there && there.hash !== after)
    throw new PublicError('not-usable', `There is a file ${path} already.`)
  await tx
    .insert(files)
    .values({ siteId, path, hash: after!, encoding: encoding ?? null })
    .onConflictDoUpdate({ target: [files.siteId, files.path], set: { hash: after! } })
}
