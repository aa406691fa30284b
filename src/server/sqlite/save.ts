import { and, eq, gte } from 'drizzle-orm'
import { unfitCharacter, unfitSentence, type TextEncodingName } from '../../core/site/encoding.ts'
import type { Operation, SaveRequest } from '../../protocol/site-state.ts'
import { pathFault } from '../../core/paths/paths.ts'
import {
  EMPTY_HASH,
  pathOfDoc,
  reverseStep,
  stepFault,
  type Doc,
  type FileChange,
  type Move,
  type Step,
} from '../../core/site/step.ts'
import { applySplices, SpliceError, type Splice } from '../../core/text/splice.ts'
import { decodeText, encodeText } from '../../platform/encoding.ts'
import { getBlob, putBlob } from './blobs.ts'
import type { Database, Executor } from './database.ts'
import { saveOf, writeSave } from './changes.ts'
import { blobs, files, looks, sites, stepBlobs, steps } from './schema.ts'
import { PublicError } from '../http/errors.ts'
import { siteRow } from './load.ts'
import { readStep, STEP_VERSION } from './stored-step.ts'
import { dropOldSteps, dropUnused } from './unused.ts'
import { writing } from './transactions.ts'

/** See {@link Repository.save}. */
export function saveSite(db: Database, siteId: string, request: SaveRequest): Promise<number> {
  return writing(db, async (tx) => {
    const site = await siteRow(tx, siteId)
    const done = await saveOf(tx, siteId, request.saveId)
    if (done !== null) return done
    if (site.revision !== request.revision)
      throw new PublicError('revision-old', 'This site was changed in another window. Load what it changed first.')
    let cursor = site.cursor
    const replaced = new Set<string>()
    for (const operation of request.operations) cursor = await carryOut(tx, siteId, cursor, operation, replaced)
    // The steps hold what these texts were; their bytes are needed no longer.
    await dropUnused(tx, [...replaced])
    await dropOldSteps(tx, siteId, cursor)
    const revision = site.revision + 1
    await tx.update(sites).set({ revision, cursor }).where(eq(sites.id, siteId))
    await writeSave(tx, siteId, revision, request)
    return revision
  })
}

/** Does one operation; gives the new cursor. */
async function carryOut(
  tx: Executor,
  siteId: string,
  cursor: number,
  operation: Operation,
  replaced: Set<string>,
): Promise<number> {
  if (operation.type === 'step') {
    const fault = stepFault(operation.step)
    if (fault !== null) throw new PublicError('bad-request', fault)
    await applyStep(tx, siteId, operation.step, replaced)
    await tx.delete(steps).where(and(eq(steps.siteId, siteId), gte(steps.seq, cursor)))
    await tx.insert(steps).values({ siteId, seq: cursor, step: operation.step, version: STEP_VERSION, at: new Date() })
    const named = hashesOf(operation.step).map((hash) => ({ siteId, seq: cursor, hash }))
    for (let from = 0; from < named.length; from += ROWS_AT_ONCE)
      await tx.insert(stepBlobs).values(named.slice(from, from + ROWS_AT_ONCE))
    return cursor + 1
  }
  const undo = operation.type === 'undo'
  const seq = undo ? cursor - 1 : cursor
  const [row] = await tx
    .select({ step: steps.step, version: steps.version })
    .from(steps)
    .where(and(eq(steps.siteId, siteId), eq(steps.seq, seq)))
  if (!row)
    throw new PublicError('bad-request', undo ? 'There is nothing left to undo.' : 'There is nothing left to redo.')
  const step = readStep(row)
  await applyStep(tx, siteId, undo ? reverseStep(step) : step, replaced)
  return undo ? cursor - 1 : cursor + 1
}

const ROWS_AT_ONCE = 1000

/** The bytes that a step names, each once. */
const hashesOf = ({ files }: Step): string[] => [
  ...new Set(files.flatMap(({ before, after }) => [before, after]).filter((hash) => hash !== null)),
]

/** In the order a step is made of: files come, texts change, files move, files go. Bytes that texts had before go into `replaced`. */
async function applyStep(tx: Executor, siteId: string, step: Step, replaced: Set<string>): Promise<void> {
  for (const change of step.files) if (change.after !== null) await putFile(tx, siteId, change)
  for (const { doc, splices } of step.texts) replaced.add(await applyText(tx, siteId, doc, splices))
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

/** Writes a changed text; gives the hash of what it was. */
async function applyText(
  tx: Executor,
  siteId: string,
  doc: Doc,
  splices: Step['texts'][number]['splices'],
): Promise<string> {
  const path = pathOfDoc(doc)
  const where =
    path === null
      ? and(eq(looks.siteId, siteId), eq(looks.id, doc.slice('look:'.length)))
      : and(eq(files.siteId, siteId), eq(files.path, path))
  const [row] =
    path === null
      ? await tx.select({ hash: looks.hash, encoding: looks.encoding }).from(looks).where(where)
      : await tx.select({ hash: files.hash, encoding: files.encoding }).from(files).where(where)
  const bytes = row?.encoding ? await getBlob(tx, row.hash) : null
  if (!row?.encoding || !bytes)
    throw new PublicError('not-found', `There is no text “${path ?? 'of this look'}” to change.`)
  const text = decodeText(bytes, row.encoding)
  refuseUnfit(path ?? 'the sheet', splices, row.encoding)
  let changed: string
  try {
    changed = applySplices(text, splices)
  } catch (error) {
    if (error instanceof SpliceError)
      throw new PublicError('revision-old', 'The change does not fit the text as it is now. Load the site again.')
    throw error
  }
  const hash = await putBlob(tx, encodedText(changed, path ?? 'the sheet', row.encoding))
  if (path === null) await tx.update(looks).set({ hash }).where(where)
  else await tx.update(files).set({ hash }).where(where)
  return row.hash
}

/** Throws when a text cannot be written in an encoding after all: the tables of two engines may differ in a few characters. */
function encodedText(text: string, path: string, encoding: TextEncodingName): Buffer {
  try {
    return encodeText(text, encoding)
  } catch {
    throw new PublicError(
      'not-usable',
      `${path} is stored as ${encoding}, and something in the change cannot be written in it. Write it as a character reference.`,
    )
  }
}

/** Throws when something new cannot be written in the encoding. Taking back a change may bring back any bytes that were there. */
function refuseUnfit(path: string, splices: readonly Splice[], encoding: TextEncodingName): void {
  for (const { insert } of splices) {
    const unfit = encoding === 'bytes' ? /[^\0-\xff]/u.exec(insert)?.[0] : unfitCharacter(insert, encoding)
    if (unfit) throw new PublicError('not-usable', unfitSentence(path, unfit, encoding))
  }
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
