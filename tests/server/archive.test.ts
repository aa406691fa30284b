import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { readArchive } from '../../src/server/import/archive.ts'
import { LIMITS } from '../../src/protocol/limits.ts'

const zip = (files: Record<string, string>) =>
  Buffer.from(zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)]))))
const refusal = (bytes: Buffer) =>
  readArchive(bytes).then(
    () => 'taken',
    (error: Error) => error.message,
  )

/** Finds the places of a signature (PKWARE APPNOTE 6.3.10, sections 4.3.7 and 4.3.12). */
function headers(bytes: Buffer, signature: number): number[] {
  const found = []
  for (let at = 0; at + 4 <= bytes.length; at++) if (bytes.readUInt32LE(at) === signature) found.push(at)
  return found
}
const CENTRAL = 0x02014b50
const LOCAL = 0x04034b50

describe('archives', () => {
  it('bytes and names come through, whatever they are', async () => {
    const odd = {
      'index.html': '\uFEFF<p>ü',
      'Bilder/Großes Bild (1).PNG': '\0\x01',
      'a%20b/c#d.css': 'p{}\r\n',
      noending: '',
    }
    const { files, leftOut, folder } = await readArchive(zip(odd))
    expect(Object.fromEntries(files.map(({ path: name, bytes }) => [name, bytes.toString('utf8')]))).toEqual(odd)
    expect([leftOut, folder]).toEqual([[], ''])
  })

  it('names that begin with ./, and names in UTF-8 that do not say so, are what was meant', async () => {
    const { files } = await readArchive(zip({ './index.html': 'a', './css/site.css': 'b', 'c.css': 'c' }))
    expect(files.map((file) => file.path)).toEqual(['index.html', 'css/site.css', 'c.css'])
    // Bit 11 of the flags says that a name is UTF-8 (APPNOTE, 4.4.4); many tools leave it out.
    const silent = zip({ 'index.html': 'a', 'Grüße.html': 'b' })
    for (const [signature, flags] of [
      [CENTRAL, 8],
      [LOCAL, 6],
    ] as const)
      for (const at of headers(silent, signature))
        silent.writeUInt16LE(silent.readUInt16LE(at + flags) & ~0x800, at + flags)
    expect((await readArchive(silent)).files.map((file) => file.path)).toEqual(['index.html', 'Grüße.html'])
    // What is no UTF-8 is of the code page 437, as the standard has it.
    const old = Buffer.from(zip({ 'index.html': 'a', 'b_.html': 'b' }))
    for (let at = old.indexOf('b_.html'); at >= 0; at = old.indexOf('b_.html', at + 1)) old[at + 1] = 0x81
    expect((await readArchive(old)).files.map((file) => file.path)).toEqual(['index.html', 'bü.html'])
  })

  it('packed in other ways, or with something behind their end, are named for what they are', async () => {
    for (const [method, name] of [
      [12, 'bzip2'],
      [93, 'zstd'],
      [9, 'Deflate64'],
      [77, 'method 77'],
    ] as const) {
      const packed = zip({ 'index.html': 'a' })
      for (const at of headers(packed, CENTRAL)) packed.writeUInt16LE(method, at + 10)
      expect(await refusal(packed)).toMatch(`“index.html” is packed with ${name}, which Attire does not read.`)
    }
    expect(await refusal(Buffer.concat([zip({ 'index.html': 'a' }), Buffer.from('more')]))).toMatch(
      /^Something stands behind the end of the archive/,
    )
  })

  it('with a file and a folder of one name, or names that differ in case alone, are told of', async () => {
    const { files, leftOut, told } = await readArchive(
      zip({ a: '1', 'a/b.html': '2', 'index.html': '3', 'INDEX.HTML': '4' }),
    )
    expect(files.map((file) => file.path)).toEqual(['a/b.html', 'index.html', 'INDEX.HTML'])
    expect([leftOut, told]).toMatchObject([
      [{ path: 'a', reason: expect.stringMatching(/^A folder has the same name/) }],
      [{ path: 'INDEX.HTML', reason: expect.stringMatching(/^Differs from index.html in case alone/) }],
    ])
  })

  it('takes off the one folder that wraps everything, and remembers it', async () => {
    const { files, folder } = await readArchive(zip({ 'my-site/index.html': 'a', 'my-site/css/a.css': 'b' }))
    expect([files.map((file) => file.path), folder]).toEqual([['index.html', 'css/a.css'], 'my-site/'])
  })

  it('lists what is no part of a site, with the reason, and loses nothing else', async () => {
    const { files, leftOut } = await readArchive(
      zip({
        'index.html': 'a',
        '__MACOSX/._index.html': 'x',
        'css/.DS_Store': 'x',
        '.git/config': 'x',
        'empty/': '',
        '.htaccess': 'keep',
        'data.xyz': 'keep',
      }),
    )
    expect(files.map((file) => file.path)).toEqual(['index.html', '.htaccess', 'data.xyz'])
    expect(leftOut.map((each) => each.path).sort()).toEqual([
      '.git/config',
      '__MACOSX/._index.html',
      'css/.DS_Store',
      'empty/',
    ])
    for (const { reason } of leftOut) expect(reason).toMatch(/^[A-Z].*\.$/)
  })

  it('lists symbolic links that a real zip program stored', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'attire-zip-'))
    mkdirSync(path.join(folder, 'site'))
    writeFileSync(path.join(folder, 'site/index.html'), 'a')
    symlinkSync('/etc/hostname', path.join(folder, 'site/secret.html'))
    execFileSync(
      'python3',
      [
        '-c',
        'import os,stat,sys,zipfile\nz=zipfile.ZipFile("s.zip","w")\nz.write("site/index.html")\ni=zipfile.ZipInfo("site/secret.html")\ni.create_system=3\ni.external_attr=(stat.S_IFLNK|0o777)<<16\nz.writestr(i,os.readlink("site/secret.html"))\nz.close()',
      ],
      { cwd: folder },
    )
    const { files, leftOut } = await readArchive(readFileSync(path.join(folder, 's.zip')))
    expect([files.map((file) => file.path), leftOut.map((each) => each.path)]).toEqual([
      ['index.html'],
      ['site/secret.html'],
    ])
  })

  it.each(['../evil.html', '/etc/passwd', 'a/../../b.html', 'C:/x.html', '..\\evil.html'])(
    'refuses the path %s as a whole',
    async (name) => {
      expect(await refusal(zip({ 'index.html': 'a', [name]: 'x' }))).toContain('leaves its own folder')
    },
  )

  it('refuses encrypted archives', async () => {
    const bytes = zip({ 'index.html': 'a' })
    for (const at of headers(bytes, CENTRAL)) bytes.writeUInt16LE(bytes.readUInt16LE(at + 8) | 1, at + 8)
    for (const at of headers(bytes, LOCAL)) bytes.writeUInt16LE(bytes.readUInt16LE(at + 6) | 1, at + 6)
    expect(await refusal(bytes)).toContain('encrypted')
  })

  it('refuses what is broken, cut off, damaged or no ZIP', async () => {
    const whole = zip({ 'index.html': 'hello '.repeat(100) })
    expect(await refusal(whole.subarray(0, whole.length - 30))).toContain('broken')
    expect(await refusal(Buffer.from('no zip at all'))).toContain('broken')
    const damaged = Buffer.from(whole)
    damaged.writeUInt32LE(1, headers(damaged, CENTRAL)[0]! + 16)
    expect(await refusal(damaged)).toContain('damaged')
  })

  it('refuses archives that unpack to more than the limit, whatever they claim', async () => {
    const bomb = zip({ 'index.html': 'a', 'big.bin': 'x'.repeat(2000) })
    const [, second] = headers(bomb, CENTRAL)
    bomb.writeUInt32LE(LIMITS.file + 1, second! + 24)
    expect(await refusal(bomb)).toContain('100 MB')
    const liar = zip({ 'index.html': 'a', 'big.bin': 'x'.repeat(2000) })
    liar.writeUInt32LE(10, headers(liar, CENTRAL)[1]! + 24)
    expect(await refusal(liar)).toContain('broken')
    const many = zip(Object.fromEntries(Array.from({ length: LIMITS.files + 1 }, (_, at) => [`${at}`, ''])))
    expect(await refusal(many)).toContain('10000')
  })
})
