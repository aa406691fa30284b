import { mkdtempSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { createClient } from '@libsql/client'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { lookDoc } from '../../src/core/site/step.ts'
import { errorResponse } from '../../src/server/http/errors.ts'
import { SqliteRepository } from '../../src/server/sqlite/sqlite-repository.ts'

let folder: string
let file: string
let repository: SqliteRepository
let siteId: string
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'attire-storage-'))
  file = path.join(folder, 'attire.db')
  repository = await SqliteRepository.open(`file:${file}`)
  const page = { path: 'index.html', bytes: Buffer.from('<p>x') }
  siteId = (await repository.create({ name: 'S', files: [page, { path: 'site.css', bytes: Buffer.from('p {}') }] })).id
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const save = async (text: string, on = repository) => {
  const { lookId, revision, looks } = await on.load(siteId)
  const before = looks[0]!.text
  const texts = [
    {
      doc: lookDoc(lookId),
      splices: [{ from: 0, to: before.length, insert: text }],
      inverse: [{ from: 0, to: text.length, insert: before }],
    },
  ]
  const step = { label: text, texts, files: [], moves: [] }
  return on.save(siteId, { saveId: crypto.randomUUID(), revision, operations: [{ type: 'step', step }] })
}
const refusal = async (work: Promise<unknown>) => {
  const error: unknown = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  )
  return (await errorResponse(error).json()) as { error: { code: string; message: string } }
}

describe('the file that holds the data', () => {
  it('is missed as soon as it is deleted, and all that was kept can be written to a new one', async () => {
    await save('a {}')
    rmSync(file)
    expect((await refusal(save('b {}'))).error).toMatchObject({
      code: 'data-gone',
      message: expect.stringMatching(/was deleted while Attire runs/),
    })
    expect(await repository.rescue()).toEqual({ path: file, goesOn: true })
    const again = await SqliteRepository.open(`file:${file}`)
    expect((await again.load(siteId)).looks[0]!.text).toBe('a {}')
    expect(await save('b {}', again)).toBe(2)
  })

  it('is told from another one in its place, beside which the data is written', async () => {
    await save('a {}')
    writeFileSync(path.join(folder, 'other.db'), '')
    renameSync(path.join(folder, 'other.db'), file)
    expect((await refusal(save('b {}'))).error).toMatchObject({
      code: 'data-gone',
      message: expect.stringMatching(/Another file was put/),
    })
    const { path: rescued, goesOn } = await repository.rescue()
    expect([goesOn, readdirSync(folder).includes(path.basename(rescued))]).toEqual([false, true])
    const beside = await SqliteRepository.open(`file:${rescued}`)
    expect((await beside.load(siteId)).looks[0]!.text).toBe('a {}')
  })

  it('is read while another program holds it locked, and written once it no longer does', async () => {
    const other = createClient({ url: `file:${file}` })
    const lock = await other.transaction('write')
    const saving = save('a {}')
    // Whatever waits must not stand in the way: ten readings, in the time of one pause.
    for (let at = 0; at < 10; at++) expect((await repository.load(siteId)).revision).toBe(0)
    await lock.rollback()
    expect(await saving).toBe(1)
    other.close()
  })

  it.each([
    ['SQLITE_FULL', 'storage', /disk .* is full/],
    ['ENOSPC', 'storage', /disk .* is full/],
    ['SQLITE_READONLY', 'storage', /may not write to the folder/],
    ['EROFS', 'storage', /may not write to the folder/],
    ['SQLITE_BUSY', 'busy', /Another program holds/],
    ['SQLITE_NOTADB', 'storage', /is damaged/],
  ])('names what %s means', async (code, told, message) => {
    const error = new Error('query failed', { cause: Object.assign(new Error(code), { code }) })
    expect((await refusal(Promise.reject(error))).error).toMatchObject({
      code: told,
      message: expect.stringMatching(message),
    })
  })
})

it('tells what was saved after a revision, and says so where it does not know', async () => {
  await save('a {}')
  await save('b {}')
  expect(await repository.changes(siteId, 1)).toMatchObject({
    revision: 2,
    saves: [{ operations: [{ type: 'step' }] }],
  })
  expect(await repository.changes(siteId, 2)).toEqual({ revision: 2, saves: [] })
  expect(await repository.changes(siteId, 7)).toEqual({ revision: 2, saves: null })
})
