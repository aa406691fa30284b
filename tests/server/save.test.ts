import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { createClient } from '@libsql/client'
import { unzipSync } from 'fflate'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { fileDoc, lookDoc, stepOf, stepSchema, type Step } from '../../src/core/site/step.ts'
import { diffTexts } from '../../src/core/text/splice.ts'
import { decodeText, encodeText, encodingOf } from '../../src/platform/encoding.ts'
import { SqliteRepository } from '../../src/server/sqlite/sqlite-repository.ts'
import { STEPS_KEPT } from '../../src/server/sqlite/unused.ts'
import { readArchive } from '../../src/server/import/archive.ts'
import { exportSite } from '../../src/server/sites/export.ts'
import { serveWorn } from '../../src/server/wear/serve.ts'
import { runs } from '../runs.ts'

let sites: SqliteRepository
let url: string
beforeAll(async () => {
  url = `file:${path.join(mkdtempSync(path.join(tmpdir(), 'attire-db-')), 'a.db')}`
  sites = await SqliteRepository.open(url)
})

const latin1 = Buffer.from('<link rel=stylesheet href=css/site.css><p>caf\xe9', 'latin1')
const make = () =>
  sites.create({
    name: 'T',
    folder: 'wrap/',
    files: [
      { path: 'index.html', bytes: latin1 },
      { path: 'css/site.css', bytes: Buffer.from('p { color: red }') },
      { path: 'css/more.css', bytes: Buffer.from('q {}') },
      { path: 'x.bin', bytes: Buffer.from([0, 255, 7]) },
    ],
  })
const change = async (id: string, after: string, files: Step['files'] = []): Promise<Step> => {
  const { lookId, looks } = await sites.load(id)
  return stepOf(
    { label: 'change', texts: [{ doc: lookDoc(lookId), splices: diffTexts(looks[0]!.text, after) }], files },
    () => looks[0]!.text,
  )!
}
const save = (
  id: string,
  revision: number,
  operations: Parameters<SqliteRepository['save']>[1]['operations'],
  saveId: string = crypto.randomUUID(),
) => sites.save(id, { saveId, revision, operations })
const sheet = async (id: string) => (await sites.load(id)).looks[0]!.text

it('how much text a site has is known without reading it: pages, stylesheets and looks, no other files', async () => {
  const { id } = await make()
  expect(await sites.textSize(id)).toBe(latin1.length + 'p { color: red }'.length + 'q {}'.length)
  await expect(sites.textSize('none')).rejects.toThrow('There is no such site here.')
})

describe('saving', () => {
  it('keeps steps, undo and redo over a restart', async () => {
    const { id } = await make()
    expect(await save(id, 0, [{ type: 'step', step: await change(id, 'p { color: blue }') }])).toBe(1)
    expect(await save(id, 1, [{ type: 'undo' }])).toBe(2)
    const again = await SqliteRepository.open(url)
    const state = await again.load(id)
    expect([state.looks[0]!.text, state.cursor, state.steps.length, state.revision]).toEqual([
      'p { color: red }',
      0,
      1,
      2,
    ])
    await save(id, 2, [{ type: 'redo' }])
    expect(await sheet(id)).toBe('p { color: blue }')
  })

  it('refuses a save that was based on an old revision, and does nothing of it', async () => {
    const { id } = await make()
    const step = await change(id, 'p { color: blue }')
    await save(id, 0, [{ type: 'step', step }])
    await expect(save(id, 0, [{ type: 'step', step }])).rejects.toMatchObject({ code: 'revision-old' })
    expect((await sites.load(id)).steps).toHaveLength(1)
  })

  it('of saves at once exactly one wins', async () => {
    const { id } = await make()
    const steps = await Promise.all(['a', 'b', 'c', 'd'].map((color) => change(id, `p { color: ${color} }`)))
    const results = await Promise.allSettled(steps.map((step) => save(id, 0, [{ type: 'step', step }])))
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
  })

  it('does a save sent twice once', async () => {
    const { id } = await make()
    const step = await change(id, 'p { color: blue }')
    const saveId = crypto.randomUUID()
    expect([
      await save(id, 0, [{ type: 'step', step }], saveId),
      await save(id, 0, [{ type: 'step', step }], saveId),
    ]).toEqual([1, 1])
    expect((await sites.load(id)).steps).toHaveLength(1)
  })

  it('is all or nothing', async () => {
    const { id } = await make()
    const step = await change(id, 'p { color: blue }')
    await expect(save(id, 0, [{ type: 'step', step }, { type: 'redo' }])).rejects.toMatchObject({ code: 'bad-request' })
    const bad: Step = {
      label: 'x',
      texts: [
        { doc: lookDoc((await sites.load(id)).lookId), splices: [{ from: 0, to: 999, insert: '' }], inverse: [] },
      ],
      files: [],
      moves: [],
    }
    await expect(
      save(id, 0, [
        { type: 'step', step },
        { type: 'step', step: bad },
      ]),
    ).rejects.toMatchObject({ code: 'revision-old' })
    const outside: Step = { label: 'x', texts: [], files: [{ path: '../x', before: null, after: 'y' }], moves: [] }
    await expect(save(id, 0, [{ type: 'step', step: outside }])).rejects.toMatchObject({ code: 'bad-request' })
    expect([await sheet(id), (await sites.load(id)).revision]).toEqual(['p { color: red }', 0])
  })

  it('edits pages that are not UTF-8 without touching their other bytes, and refuses what they cannot hold', async () => {
    const { id } = await make()
    const step = (insert: string): Step => ({
      label: 'x',
      texts: [
        {
          doc: fileDoc('index.html'),
          splices: [{ from: 0, to: 0, insert }],
          inverse: [{ from: 0, to: insert.length, insert: '' }],
        },
      ],
      files: [],
      moves: [],
    })
    await save(id, 0, [{ type: 'step', step: step('<!doctype html>') }])
    await expect(save(id, 1, [{ type: 'step', step: step('→') }])).rejects.toMatchObject({
      code: 'not-usable',
      message: '“→” cannot be written into index.html, which is stored as windows-1252. Write &#8594; instead.',
    })
    const { bytes } = await exportSite(sites, id, (await sites.load(id)).lookId)
    expect(Buffer.from(unzipSync(bytes)['wrap/index.html']!)).toEqual(
      Buffer.concat([Buffer.from('<!doctype html>'), latin1]),
    )
  })
})

describe('texts and bytes', () => {
  it('any bytes become text and the same bytes again', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 80 }), (array) => {
        const bytes = Buffer.from(array)
        for (const path of ['a.html', 'a.css']) {
          const encoding = encodingOf(bytes, path)
          expect(encodeText(decodeText(bytes, encoding), encoding)).toEqual(bytes)
        }
      }),
      { numRuns: runs(1000) },
    )
    const bom = Buffer.from('\uFEFFa', 'utf8')
    expect(encodeText(decodeText(bom, encodingOf(bom, 'a.html')), 'utf-8')).toEqual(bom)
  })
})

describe('what is let go of', () => {
  const rows = async (sql: string) => Number((await createClient({ url }).execute(sql)).rows[0]![0])
  const blobCount = () => rows('select count(*) from blobs')

  it('texts that were changed, steps too far back to be undone, and all of a removed site that no other shares', async () => {
    const before = await blobCount()
    const { id } = await make()
    await save(id, 0, [{ type: 'step', step: await change(id, 'p { top: 0 }') }])
    const first = await blobCount()
    for (let at = 1; at < 5; at++) await save(id, at, [{ type: 'step', step: await change(id, `p { top: ${at}px }`) }])
    expect(await blobCount()).toBe(first)
    for (let at = 5; at < 10; at++) await save(id, at, [{ type: 'undo' }])
    expect(await sheet(id)).toBe('p { color: red }')
    // Bytes that a step could bring back stay.
    const { hash } = await sites.keep('p.bin', Buffer.from('only here'))
    const put = { path: 'p.bin', before: null, after: hash }
    await save(id, 10, [{ type: 'step', step: { label: 'put', texts: [], files: [put], moves: [] } }])
    await save(id, 11, [{ type: 'undo' }])
    await save(id, 12, [{ type: 'redo' }])
    expect((await sites.load(id)).files.map((file) => file.path)).toContain('p.bin')
    await sites.remove(id)
    // A window may still make a step with what was kept for one; a later process lets go of it.
    expect(await blobCount()).toBe(before + 1)
    const other = await make()
    await (await SqliteRepository.open(url)).remove(other.id)
    expect(await sites.bytes(hash)).not.toBeNull()
  })

  it('a thousand steps are kept, and undone', async () => {
    const { id } = await make()
    const steps = []
    let text = 'p { color: red }'
    for (let at = 0; at < STEPS_KEPT + 30; at++) {
      const next = `p { top: ${at}px }`
      const now = text
      steps.push(
        stepOf(
          { label: `${at}`, texts: [{ doc: lookDoc((await sites.load(id)).lookId), splices: diffTexts(now, next) }] },
          () => now,
        )!,
      )
      text = next
    }
    for (let at = 0; at < steps.length; at += 500)
      await save(
        id,
        at / 500,
        steps.slice(at, at + 500).map((step) => ({ type: 'step', step })),
      )
    expect(await rows(`select count(*) from steps where site_id = '${id}'`)).toBe(STEPS_KEPT)
    const state = await sites.load(id)
    expect([state.steps.at(-1)!.label, state.cursor]).toEqual([`${STEPS_KEPT + 29}`, state.steps.length])
    await save(id, state.revision, [{ type: 'undo' }])
    expect(await sheet(id)).toBe(`p { top: ${STEPS_KEPT + 28}px }`)
  })

  it('names that programs stumble over come out as they came in, and can be edited', async () => {
    const names = ['__proto__', 'line\nend.html', 'constructor']
    const { id } = await sites.create({
      name: 'Odd',
      files: names.map((name) => ({ path: name, bytes: Buffer.from(name) })),
    })
    const doc = fileDoc('line\nend.html')
    const step = stepOf(
      { label: 'x', texts: [{ doc, splices: [{ from: 0, to: 0, insert: '<b>' }] }] },
      () => 'line\nend.html',
    )!
    expect(stepSchema.safeParse(step).success).toBe(true)
    await save(id, 0, [{ type: 'step', step }])
    const { bytes } = await exportSite(sites, id, (await sites.load(id)).lookId)
    const { files } = await readArchive(Buffer.from(bytes))
    expect(files.map((file) => file.path).sort()).toEqual([...names, 'css/site.css'].sort())
    expect(files.find((file) => file.path === 'line\nend.html')!.bytes.toString()).toBe('<b>line\nend.html')
  })

  it('a step that moves a file twice, or gives two the same name, is refused whole', async () => {
    const { id } = await make()
    const moving = (...moves: { from: string; to: string }[]) =>
      save(id, 0, [{ type: 'step', step: { label: 'x', texts: [], files: [], moves } }])
    await expect(
      moving({ from: 'css/site.css', to: 'a.css' }, { from: 'css/site.css', to: 'b.css' }),
    ).rejects.toMatchObject({ code: 'bad-request' })
    await expect(moving({ from: 'index.html', to: 'a.html' }, { from: 'x.bin', to: 'a.html' })).rejects.toMatchObject({
      code: 'bad-request',
    })
    expect((await sites.load(id)).sheetPath).toBe('css/site.css')
  })
})

describe('sites', () => {
  it('hands off every file under its own name, wearing the look', async () => {
    const { id } = await make()
    const { lookId } = await sites.load(id)
    const { bytes, name } = await exportSite(sites, id, lookId)
    const files = unzipSync(bytes)
    expect([name, Object.keys(files).sort()]).toEqual([
      't.zip',
      ['wrap/css/more.css', 'wrap/css/site.css', 'wrap/index.html', 'wrap/x.bin'],
    ])
    expect([...files['wrap/x.bin']!]).toEqual([0, 255, 7])
    await expect(exportSite(sites, id, 'nonsense')).rejects.toMatchObject({ code: 'not-found' })
  })

  it('a removed site is gone, and the others keep the bytes they share with it', async () => {
    const [one, other] = [await make(), await make()]
    await sites.remove(one.id)
    await expect(sites.load(one.id)).rejects.toMatchObject({ code: 'not-found' })
    await expect(sites.remove(one.id)).rejects.toMatchObject({ code: 'not-found' })
    expect(await sheet(other.id)).toBe('p { color: red }')
  })

  it('an import that is cancelled keeps nothing', async () => {
    const before = (await sites.sites()).sites.length
    await expect(
      sites.create({
        name: 'Cancelled',
        files: [{ path: 'index.html', bytes: Buffer.from('x') }],
        progress: (share) => {
          if (share === 1) throw new Error('called off')
        },
      }),
    ).rejects.toThrow()
    expect((await sites.sites()).sites).toHaveLength(before)
  })

  it('another stylesheet can become the sheet at any time, and the history goes on', async () => {
    const { id } = await make()
    await sites.changeSettings(id, { sheetPath: 'css/more.css', name: 'Renamed' })
    const state = await sites.load(id)
    expect([state.sheetPath, state.looks[0]!.text, state.texts['css/site.css']]).toEqual([
      'css/more.css',
      'q {}',
      'p { color: red }',
    ])
    expect((await sites.sites()).sites.find((site) => site.id === id)!.name).toBe('Renamed')
    await save(id, state.revision, [{ type: 'step', step: await change(id, 'q { top: 0 }') }])
    const changed = await sites.load(id)
    expect(changed.looks[0]!.text).toContain('top: 0')
    await sites.changeSettings(id, { sheetPath: 'css/site.css' })
    const back = await sites.load(id)
    expect([back.sheetPath, back.looks[0]!.text, back.texts['css/more.css']]).toEqual([
      'css/site.css',
      'p { color: red }',
      changed.looks[0]!.text,
    ])
    await save(id, back.revision, [{ type: 'undo' }])
    expect((await sites.load(id)).texts['css/more.css']).toBe('q {}')
    await save(id, back.revision + 1, [{ type: 'redo' }])
    expect((await sites.load(id)).texts['css/more.css']).toBe(changed.looks[0]!.text)
  })

  it('a frame’s answers carry the sandbox, and other sites’ files are not there', async () => {
    const { id } = await make()
    const { lookId } = await sites.load(id)
    const get = (file: string, siteId = id) =>
      serveWorn(sites, { siteId, lookId, path: file, origin: 'http://127.0.0.1:1' })
    const page = await get('')
    const policy = page.headers.get('content-security-policy')!
    expect(policy).toContain('sandbox allow-scripts;')
    expect(policy).toContain("default-src 'none'")
    expect(policy).toMatch(/script-src 'nonce-[\w-]{20,}';/)
    expect(policy).toContain(`img-src http://127.0.0.1:1/wear/${id}/${lookId}/ data:`)
    const html = Buffer.from(await page.arrayBuffer()).toString('latin1')
    expect(html.startsWith('<script nonce="')).toBe(true)
    expect(html.endsWith('<p>caf\xe9')).toBe(true)
    expect((await get('css/site.css')).headers.get('content-type')).toBe('text/css; charset=utf-8')
    expect((await get('nothing.html')).status).toBe(404)
    const other = await make()
    expect((await get('index.html', other.id)).status).toBe(200)
    // A missing stylesheet is served empty: the page's tag reports it, and the console stays free of errors.
    const none = await get('css/site.css', other.id)
    expect([none.status, await none.text()]).toEqual([200, ''])
  })
})
