import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import { IDBFactory } from 'fake-indexeddb'
import type { Finding } from '../../src/core/fit/finding.ts'
import type { RememberedPage } from '../../src/core/model/page-memory.ts'
import { openKept } from '../../src/workers/kept.ts'

const found = (path: string, text: string): RememberedPage<readonly Finding[]> => [
  path,
  { key: { text, files: 'f', sheets: 's' }, value: [] },
]
const pagesOf = async (site: string, build = 'one') => (await openKept(site, build))!.pages()
const fitOf = async (site: string, build = 'one') => (await pagesOf(site, build)).fit
const told = { revision: 7, counts: { error: 1, warning: 0, note: 2 }, files: [['index.html', 3]] as const, total: 1 }

describe('what is kept of a site between sessions', () => {
  beforeEach(() => {
    globalThis.indexedDB = new IDBFactory()
  })

  it('comes back page by page, the newest of each, and only for its site', async () => {
    const kept = (await openKept('a', 'one'))!
    expect(await fitOf('a')).toEqual([])
    await kept.keep({ wear: [], fit: [found('', 'all'), found('index.html', '1'), found('x/b.html', '2')] }, null)
    await kept.keep({ wear: [], fit: [found('index.html', '3')] }, null)
    expect(await fitOf('a')).toEqual([found('', 'all'), found('index.html', '3'), found('x/b.html', '2')])
    expect(await fitOf('b')).toEqual([])
    expect((await pagesOf('a')).wear).toEqual([])
  })

  it('holds what was told last, also after it was opened again', async () => {
    const kept = (await openKept('a', 'one'))!
    expect(kept.told).toBeNull()
    await kept.keep({ wear: [], fit: [] }, told)
    for (const again of [1, 2]) expect((await openKept('a', 'one'))!.told, `${again}`).toEqual(told)
    await kept.keep({ wear: [], fit: [] }, null)
    expect((await openKept('a', 'one'))!.told).toBeNull()
  })

  it('does not count once Attire was built anew', async () => {
    await (await openKept('a', 'one'))!.keep({ wear: [], fit: [found('index.html', '1')] }, told)
    expect(await fitOf('a', 'two')).toEqual([])
    expect((await openKept('a', 'one'))!.told).toBeNull()
    expect(await fitOf('a', 'one')).toEqual([])
  })

  it('holds six sites: the one opened longest ago goes', async () => {
    for (const site of ['a', 'b', 'c', 'd', 'e', 'f', 'g']) {
      await (await openKept(site, 'one'))!.keep({ wear: [], fit: [found('index.html', site)] }, null)
      await new Promise((resolve) => setTimeout(resolve, 2))
    }
    expect(await fitOf('g')).toHaveLength(1)
    expect(await fitOf('b')).toHaveLength(1)
    expect(await fitOf('a')).toEqual([])
  })

  it('is done without where the browser keeps nothing', async () => {
    Object.defineProperty(globalThis, 'indexedDB', { value: undefined, configurable: true, writable: true })
    expect(await openKept('a', 'one')).toBeNull()
  })
})
