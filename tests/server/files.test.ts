import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import fc from 'fast-check'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { editOf, NO_CHANGE } from '../../src/core/site/change.ts'
import { planMoves } from '../../src/core/site/move.ts'
import {
  EMPTY_HASH,
  fileDoc,
  lookDoc,
  reverseStep,
  stepOf,
  textsAfter,
  type Edit,
  type Step,
} from '../../src/core/site/step.ts'
import type { NewSiteRequest } from '../../src/protocol/site-state.ts'
import { SqliteRepository } from '../../src/server/sqlite/sqlite-repository.ts'
import { beginSite } from '../../src/server/sites/begin.ts'
import { pixelsOf } from '../../src/platform/pixels.ts'
import { svgSize } from '../../src/platform/svg-size.ts'
import { scaledCopy } from '../../src/server/media/scaled-copy.ts'
import { siteOf } from '../core/model.ts'
import { runs } from '../runs.ts'

let sites: SqliteRepository
beforeAll(async () => {
  sites = await SqliteRepository.open(`file:${path.join(mkdtempSync(path.join(tmpdir(), 'attire-files-')), 'a.db')}`)
})

const texts = {
  'index.html': '<link rel=stylesheet href=css/site.css><a href="isles/a.html">a</a><img src=images/b.png>',
  'isles/a.html': '<a href=../index.html>up</a>',
  'css/site.css': 'p { background: url(../images/b.png) }',
  'old.html': 'caf\u00e9',
}
const make = () =>
  sites.create({
    name: 'T',
    files: [
      ...Object.entries(texts).map(([file, text]) => ({
        path: file,
        bytes: Buffer.from(text, file === 'old.html' ? 'latin1' : 'utf8'),
      })),
      { path: 'images/b.png', bytes: Buffer.from([1, 2, 3]) },
    ],
  })
const state = async (id: string) => {
  const { texts: now, looks, files, sheetPath } = await sites.load(id)
  return {
    texts: now,
    sheet: looks[0]!.text,
    files: files.map(({ path: file, hash, encoding }) => `${file} ${encoding ?? hash}`).sort(),
    sheetPath,
  }
}
const edit = async (id: string, change: Edit): Promise<Step> => {
  const { texts: now, looks } = await sites.load(id)
  return stepOf(change, (doc) => (doc.startsWith('look:') ? looks[0]!.text : now[doc.slice(5)]))!
}
const save = async (id: string, ...operations: Parameters<SqliteRepository['save']>[1]['operations']) =>
  sites.save(id, { saveId: crypto.randomUUID(), revision: (await sites.load(id)).revision, operations })

describe('steps that move, make and delete files', () => {
  it('are carried out as one, and undone to the byte', async () => {
    const { id } = await make()
    const before = await state(id)
    const look = lookDoc((await sites.load(id)).lookId)
    const moves = planMoves(siteOf(texts, ['images/b.png']), [
      { from: 'isles/a.html', to: 'places/a.html' },
      { from: 'images/b.png', to: 'c d.png' },
      { from: 'css/site.css', to: 'site.css' },
    ])
    const renamed = {
      ...moves,
      texts: moves.texts.map((each) => (each.doc === 'file:css/site.css' ? { ...each, doc: look } : each)),
    }
    const step = await edit(id, { ...editOf('move', { ...renamed, creates: [{ path: 'new.html', text: 'ü' }] }) })
    await save(id, { type: 'step', step })
    const after = await state(id)
    expect(after.sheetPath).toBe('site.css')
    expect(after.sheet).toBe('p { background: url(c%20d.png) }')
    expect(after.texts).toEqual({
      'index.html': '<link rel=stylesheet href=site.css><a href="places/a.html">a</a><img src=c%20d.png>',
      'places/a.html': texts['isles/a.html'],
      'new.html': 'ü',
      'old.html': texts['old.html'],
    })
    await save(id, { type: 'undo' })
    expect(await state(id)).toEqual(before)
    await save(id, { type: 'redo' })
    expect(await state(id)).toEqual(after)
  })
  it('deleting a page empties it first, so that undo has every letter, also of one that is not UTF-8', async () => {
    const { id } = await make()
    const before = await state(id)
    const step = await edit(id, {
      label: 'delete',
      texts: [{ doc: fileDoc('old.html'), splices: [{ from: 0, to: 4, insert: '' }] }],
      files: [{ path: 'old.html', before: EMPTY_HASH, after: null, encoding: 'windows-1252' }],
    })
    await save(id, { type: 'step', step })
    expect((await state(id)).texts['old.html']).toBeUndefined()
    await save(id, { type: 'undo' })
    expect(await state(id)).toEqual(before)
  })
  it('lets files take each other’s names', async () => {
    const { id } = await make()
    await save(id, {
      type: 'step',
      step: await edit(id, {
        label: 'swap',
        texts: [],
        moves: [
          { from: 'index.html', to: 'old.html' },
          { from: 'old.html', to: 'index.html' },
        ],
      }),
    })
    expect((await state(id)).texts['old.html']).toBe(texts['index.html'])
  })
  it.each([
    ['a name that is taken', { moves: [{ from: 'index.html', to: 'old.html' }] }, 'not-usable'],
    ['the sheet’s name', { moves: [{ from: 'index.html', to: 'css/site.css' }] }, 'not-usable'],
    ['a taken name for the sheet', { moves: [{ from: 'css/site.css', to: 'old.html' }] }, 'not-usable'],
    ['a path that leaves the site', { moves: [{ from: 'index.html', to: '../x.html' }] }, 'bad-request'],
    ['a file that is not there', { moves: [{ from: 'gone.html', to: 'x.html' }] }, 'revision-old'],
    [
      'a new file where one is',
      { files: [{ path: 'index.html', before: null, after: EMPTY_HASH, encoding: 'utf-8' as const }] },
      'not-usable',
    ],
    ['bytes nobody sent', { files: [{ path: 'x.png', before: null, after: 'f'.repeat(64) }] }, 'not-found'],
  ])('refuses %s, and does nothing of the save', async (_name, change, code) => {
    const { id } = await make()
    const before = await state(id)
    const step: Step = {
      label: 'x',
      texts: [
        {
          doc: fileDoc('index.html'),
          splices: [{ from: 0, to: 0, insert: '!' }],
          inverse: [{ from: 0, to: 1, insert: '' }],
        },
      ],
      files: [],
      moves: [],
      ...change,
    }
    await expect(save(id, { type: 'step', step })).rejects.toMatchObject({ code })
    expect(await state(id)).toEqual(before)
  })

  it('window and server agree on what a step leaves behind, there and back', async () => {
    const name = fc.constantFrom('index.html', 'isles/a.html', 'x.html', 'y/z.html')
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ from: name, to: name, insert: fc.string({ maxLength: 3 }) }), {
          minLength: 1,
          maxLength: 4,
        }),
        async (wishes) => {
          const { id } = await make()
          const { texts: now, lookId, looks } = await sites.load(id)
          const moves = wishes
            .filter(
              ({ from, to }, at) =>
                now[from] !== undefined &&
                from !== to &&
                now[to] === undefined &&
                wishes.findIndex((each) => each.from === from || each.to === to) === at,
            )
            .map(({ from, to }) => ({ from, to }))
          const free = ['new.html', 'n/w.html'].slice(0, wishes.length % 3)
          const known = new Map([
            ...Object.entries(now).map(([file, text]) => [fileDoc(file), text] as const),
            [lookDoc(lookId), looks[0]!.text] as const,
          ])
          const step = stepOf(
            {
              ...editOf('x', {
                ...NO_CHANGE,
                moves,
                creates: free.map((file) => ({ path: file, text: 'n' })),
                texts: [{ doc: fileDoc('index.html'), splices: [{ from: 3, to: 5, insert: wishes[0]!.insert }] }],
              }),
            },
            (doc) => known.get(doc),
          )
          if (!step) return
          const mine = new Map<string, string>(known)
          for (const [doc, text] of textsAfter(step, (each) => known.get(each)))
            if (text === null) mine.delete(doc)
            else mine.set(doc, text)
          await save(id, { type: 'step', step })
          expect(await state(id)).toMatchObject({
            texts: Object.fromEntries(
              [...mine].filter(([doc]) => doc.startsWith('file:')).map(([doc, text]) => [doc.slice(5), text]),
            ),
          })
          for (const [doc, text] of textsAfter(reverseStep(step), (each) => mine.get(each)))
            if (text === null) mine.delete(doc)
            else mine.set(doc, text)
          expect(mine).toEqual(known)
        },
      ),
      { numRuns: runs(25) },
    )
  })
})

describe('images', () => {
  const picture = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: 'teal' } })
  it('keep their dimensions, as they are shown when they lie on their side', async () => {
    expect(await pixelsOf(await picture(40, 30).png().toBuffer())).toEqual({ width: 40, height: 30 })
    expect(await pixelsOf(await picture(40, 30).withMetadata({ orientation: 6 }).jpeg().toBuffer())).toEqual({
      width: 30,
      height: 40,
    })
    expect(await pixelsOf(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="7" height="5"/>'))).toEqual({
      width: 7,
      height: 5,
    })
    expect(await pixelsOf(Buffer.from('no picture'))).toBeNull()
  })
  it.each([
    '<svg xmlns="http://www.w3.org/2000/svg" width="7" height="5"/>',
    '<?xml version="1.0"?><!DOCTYPE svg><!-- <svg width="1" height="1"> --><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 120 80"></svg>',
    '<svg xmlns="http://www.w3.org/2000/svg" height="40" viewBox="0 0 200 100"/>',
    '\uFEFF<svg xmlns="http://www.w3.org/2000/svg" width="100%" height="100%" viewBox="0,0,30,60"/>',
    '<svg xmlns="http://www.w3.org/2000/svg" data-a="x>y" width="25px" height=" 10 "/>',
  ])('are as large as another library says, without being drawn: %s', async (text) => {
    const { width, height } = await sharp(Buffer.from(text)).metadata()
    expect(svgSize(Buffer.from(text))).toEqual({ width, height })
  })
  it('have the CSS px of their units (CSS Values 4, 6.2), 96 an inch as in browsers', () => {
    expect(svgSize(Buffer.from("<svg width='96pt' height='1in'/>"))).toEqual({ width: 128, height: 96 })
    expect(svgSize(Buffer.from("<svg width='2.54cm' height='25.4mm'/>"))).toEqual({ width: 96, height: 96 })
    expect(svgSize(Buffer.from("<svg width='6pc' height='50%'/>"))).toBeNull()
    expect(svgSize(Buffer.from('<p>no drawing'))).toBeNull()
  })
  it('that multiply when they are drawn are only read', async () => {
    const level = (at: number) => `<g id="g${at}">${`<use href="#g${at - 1}"/>`.repeat(10)}</g>`
    const bomb = `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="8"><g id="g0"><path d="M0 0h1"/></g>${Array.from({ length: 12 }, (_, at) => level(at + 1)).join('')}<use href="#g12"/></svg>`
    expect(await pixelsOf(Buffer.from(bomb))).toEqual({ width: 9, height: 8 })
    expect(await scaledCopy(Buffer.from(bomb), 20)).toBeNull()
  })
  it.each(['png', 'jpeg', 'webp', 'avif'] as const)('are scaled in their own format (%s), never up', async (format) => {
    const copy = (await scaledCopy(await picture(400, 200).toFormat(format).toBuffer(), 100))!
    const meta = await sharp(copy).metadata()
    expect([meta.width, meta.height, format === 'avif' ? 'heif' : format]).toEqual([100, 50, meta.format])
    expect(
      (await sharp((await scaledCopy(await picture(40, 20).toFormat(format).toBuffer(), 100))!).metadata()).width,
    ).toBe(40)
  })
  it('that are drawn or damaged are not scaled', async () => {
    expect(
      await scaledCopy(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="7" height="5"/>'), 20),
    ).toBeNull()
    expect(await scaledCopy(Buffer.from([137, 80, 78, 71]), 20)).toBeNull()
  })
})

describe('a site from nothing', () => {
  const request: NewSiteRequest = {
    name: 'Harbour',
    folder: 'harbour',
    sheetPath: 'css/site.css',
    imageFolder: 'pictures',
    lang: 'en',
    pages: [
      { path: 'index.html', title: 'Home' },
      { path: 'a/b.html', title: 'B' },
    ],
  }
  it('has its pages, its sheet, and a place for images', async () => {
    const site = await sites.load(await beginSite(sites, request))
    expect([site.name, site.sheetPath, site.imageFolder, Object.keys(site.texts).sort()]).toEqual([
      'Harbour',
      'css/site.css',
      'pictures',
      ['a/b.html', 'index.html'],
    ])
    expect(site.texts['a/b.html']).toContain('href="../css/site.css"')
  })
  it.each<[Partial<NewSiteRequest>, string]>([
    [{ sheetPath: 'css/site' }, 'does not end in .css'],
    [{ sheetPath: '../site.css' }, 'cannot be the path'],
    [{ pages: [{ path: 'a.txt', title: 'A' }] }, 'is no page'],
    [
      {
        pages: [
          { path: 'a.html', title: 'A' },
          { path: 'a.html', title: 'B' },
        ],
      },
      'Two files are called a.html',
    ],
  ])('refuses %j with a sentence', async (change, words) => {
    await expect(beginSite(sites, { ...request, ...change })).rejects.toThrow(words)
  })
})
