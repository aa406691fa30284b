import { copyFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { createClient } from '@libsql/client'
import { beforeEach, describe, expect, it } from 'vitest'
import { fileDoc, lookDoc, stepOf } from '../../src/core/site/step.ts'
import { diffTexts } from '../../src/core/text/splice.ts'
import type { NewSite, Repository } from '../../src/server/repository.ts'
import { SqliteRepository } from '../../src/server/sqlite/sqlite-repository.ts'

let file: string
let sites: Repository
beforeEach(async () => {
  file = path.join(mkdtempSync(path.join(tmpdir(), 'attire-together-')), 'a.db')
  sites = await SqliteRepository.open(`file:${file}`)
})

const page = '<!doctype html><title>0</title><link rel="stylesheet" href="site.css">'
const small = (): NewSite => ({
  name: 'Small',
  files: [
    { path: 'index.html', bytes: Buffer.from(page) },
    { path: 'site.css', bytes: Buffer.from('/* 0 */') },
  ],
})
const large = (pages: number): NewSite => ({
  name: 'Large',
  files: [
    { path: 'site.css', bytes: Buffer.from('p {}') },
    ...Array.from({ length: pages }, (_, at) => ({
      path: `p${at}.html`,
      bytes: Buffer.from(`${page}${'<p>words</p>'.repeat(200)}${at}`),
    })),
    { path: 'dot.svg', bytes: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="3" height="2"/>') },
  ],
})

/** Saves one step that writes the next revision into sheet and page. */
async function saveNext(id: string): Promise<number> {
  const { revision, lookId, looks, texts } = await sites.load(id)
  const now: Record<string, string> = {
    [lookDoc(lookId)]: looks[0]!.text,
    [fileDoc('index.html')]: texts['index.html']!,
  }
  const next = (text: string) => diffTexts(text, text.replace(/\d+/, String(revision + 1)))
  const edit = { label: 'next', texts: Object.entries(now).map(([doc, text]) => ({ doc, splices: next(text) })) }
  const step = stepOf(edit, (doc) => now[doc]!)!
  return sites.save(id, { saveId: crypto.randomUUID(), revision, operations: [{ type: 'step', step }] })
}

describe('saves, openings, settings and imports at once', () => {
  it('none fails, and no opening sees half of a save', async () => {
    const { id } = await sites.create(small())
    let running = true
    const seen: number[] = []
    const saving = async () => {
      for (let at = 0; at < 40; at++) await saveNext(id)
      running = false
    }
    const opening = async () => {
      while (running) {
        const { revision, looks, texts } = await sites.load(id)
        const said = [/\d+/.exec(looks[0]!.text)![0], /<title>(\d+)/.exec(texts['index.html']!)![1]].map(Number)
        expect(said).toEqual([revision, revision])
        seen.push(revision)
      }
    }
    const others = async () => {
      while (running) {
        await sites.changeSettings(id, { name: `Name ${seen.length}` })
        await sites.opened(id)
        await sites.keep('a.bin', Buffer.from(String(seen.length)))
        await sites.sites()
      }
    }
    const importing = async () => {
      const made = await sites.create(large(120))
      expect((await sites.load(made.id)).files).toHaveLength(121)
      await sites.remove(made.id)
    }
    await Promise.all([saving(), opening(), opening(), others(), importing(), importing()])
    expect(Math.max(...seen)).toBeGreaterThan(5)
    expect((await sites.load(id)).revision).toBe(40)
    expect((await sites.sites()).sites).toHaveLength(1)
  })

  it('of two saves on one revision one is refused, and the other is whole', async () => {
    const { id } = await sites.create(small())
    const results = await Promise.allSettled([saveNext(id), saveNext(id), saveNext(id)])
    const refused = results.filter((each): each is PromiseRejectedResult => each.status === 'rejected')
    expect(refused.map(({ reason }) => (reason as { code: string }).code)).toEqual(['revision-old', 'revision-old'])
    expect((await sites.load(id)).revision).toBe(1)
  })

  it('an import that is called off keeps nothing', async () => {
    const calledOff = {
      ...large(10),
      progress: (share: number) => {
        if (share > 0.5) throw new Error('called off')
      },
    }
    await expect(sites.create(calledOff)).rejects.toThrow('called off')
    expect((await sites.sites()).sites).toEqual([])
  })

  it('opening and reading write nothing', async () => {
    const { id } = await sites.create(small())
    const client = createClient({ url: `file:${file}` })
    const changes = async () => (await client.execute('PRAGMA data_version')).rows[0]![0]
    const before = await changes()
    const { lookId } = await sites.load(id)
    await sites.sites()
    await sites.wornFile(id, lookId, 'index.html')
    await sites.content(id, lookId)
    await sites.listFiles(id)
    expect(await changes()).toBe(before)
    await sites.opened(id)
    expect(await changes()).not.toBe(before)
    client.close()
  })
})

describe('a database of an older Attire', () => {
  it('opens with all it holds, its history can be taken back, and its images get their dimensions', async () => {
    copyFileSync('tests/fixtures/database-of-version-0.1.0.db', file + '.old')
    const old = await SqliteRepository.open(`file:${file}.old`)
    const { id } = (await old.sites()).sites[0]!
    const state = await old.load(id)
    expect([state.name, state.revision, state.cursor, state.steps.map(({ label }) => label)]).toEqual([
      'Old site',
      2,
      1,
      ['Red to blue', 'Words'],
    ])
    expect(state.looks.map(({ text }) => text)).toEqual(['p { color: blue }\n', 'p { color: green }\n'])
    expect(state.files.find(({ path: each }) => each === 'images/dot.svg')!.pixels).toEqual({ width: 3, height: 2 })
    const operations = [{ type: 'undo' }, { type: 'redo' }, { type: 'redo' }] as const
    await old.save(id, { saveId: 'a-new-save', revision: 2, operations: [...operations] })
    const after = await old.load(id)
    expect([after.looks[0]!.text, after.texts['index.html']]).toEqual([
      'p { color: blue }\n',
      '<!doctype html><title>Old</title><link rel="stylesheet" href="css/site.css"><p>New words\n',
    ])
    expect(Object.keys(after.texts)).toContain('pages/latin.html')
  })

  it('says so in words when a step is damaged or of a later version', async () => {
    const { id } = await sites.create(small())
    await saveNext(id)
    const client = createClient({ url: `file:${file}` })
    await client.execute(`update steps set version = 99`)
    await expect(sites.load(id)).rejects.toThrow(/newer Attire/)
    await client.execute(`update steps set version = 1, step = '{"label": 3}'`)
    await expect(sites.load(id)).rejects.toThrow(/history of this site is damaged/)
    client.close()
  })
})
