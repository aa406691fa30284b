import fc from 'fast-check'
import { expect, it } from 'vitest'
import { packSite, unpackSite, type KeptSite } from '../../src/protocol/packed-site.ts'
import { textsIn } from '../../src/protocol/packed-texts.ts'
import { SqliteRepository } from '../../src/server/sqlite/sqlite-repository.ts'

const site: KeptSite['site'] = {
  ...{ id: 's', name: 'Site\nof two lines', sheetPath: 'site.css', imageFolder: '', lookId: 'l', revision: 3 },
  looks: [{ id: 'l', name: 'Look', text: 'p { color: red }\n', encoding: 'utf-8' }],
  ...{ files: [], steps: [], cursor: 0, olderSteps: 0 },
}

it('a packed site is unpacked as it was, in its order, whatever its texts hold', () => {
  const text = fc.oneof(fc.string({ unit: 'binary' }), fc.constantFrom('', '\n', '\uFEFFp {}', '\uD800', 'é\r\n'))
  fc.assert(
    fc.property(fc.uniqueArray(fc.tuple(fc.string(), text), { selector: ([path]) => path }), (texts) => {
      const back = unpackSite(packSite({ site, texts }))!
      expect(back.site).toEqual({ ...site, texts: {} })
      expect([...textsIn(back.texts)]).toEqual(texts)
    }),
  )
})

it('one that was cut short, or is something else, is none', () => {
  const packed = packSite({ site, texts: [['index.html', '<p>Text</p>']] })
  for (let length = 0; length < packed.length; length++) expect(unpackSite(packed.subarray(0, length))).toBeNull()
  for (const other of ['', '\n', '{}\n', '<!doctype html>\n<p>', '{"error":{"code":"failed","message":"No."}}'])
    expect(unpackSite(new TextEncoder().encode(other))).toBeNull()
})

it('a site comes packed as it is loaded, in every encoding its files are kept in', async () => {
  const sites = await SqliteRepository.open(':memory:')
  const files = {
    'index.html': Buffer.from('<meta charset=utf-8><link rel=stylesheet href=site.css>é'),
    'marked.html': Buffer.from('\uFEFF<p>é'),
    'old.html': Buffer.from('<p>caf\xe9', 'latin1'),
    'wide.html': Buffer.from('\uFEFF<p>wide\uD800', 'utf16le'),
    'site.css': Buffer.from('p { color: red }'),
    'x.bin': Buffer.from([0, 255, 7]),
  }
  const { id } = await sites.create({
    name: 'Site',
    files: Object.entries(files).map(([path, bytes]) => ({ path, bytes })),
  })
  const { texts, ...loaded } = await sites.load(id)
  const back = unpackSite(packSite(await sites.loadKept(id)))!
  expect(back.site).toEqual({ ...loaded, texts: {} })
  expect(Object.fromEntries(textsIn(back.texts))).toEqual(texts)
  expect(texts['wide.html']).toBe('\uFEFF<p>wide\uD800')
  await expect(sites.loadKept('none')).rejects.toThrow('There is no such site here.')
})
