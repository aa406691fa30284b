import type { WrittenKind } from '../../src/cli/commands/states.ts'
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { describe, expect, it, vi } from 'vitest'
import { main } from '../../src/cli/main.ts'
import { FitPage } from '../../src/core/fit/fit-site.ts'
import { LONGHANDS } from '../../src/core/properties/longhands.ts'
import { localUrl } from '../../src/server/sqlite/database.ts'
import { SqliteRepository } from '../../src/server/sqlite/sqlite-repository.ts'
import { demoLine } from '../demo-line.ts'

const DEMO = 'demo/vennor-isles'

async function attire(...argv: string[]): Promise<{ code: number; out: string; err: string }> {
  let out = ''
  let err = ''
  const code = await main(
    argv,
    (text) => (out += text),
    (text) => (err += text),
  )
  return { code, out, err }
}

describe('database', () => {
  it('checks and compacts the database; without one, or when something fails, a sentence and exit code 2', async () => {
    const data = mkdtempSync(path.join(tmpdir(), 'attire-cli-data-'))
    vi.stubEnv('ATTIRE_DATA', data)
    vi.stubEnv('ATTIRE_DATABASE_URL', undefined)
    expect(await attire('database')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/^There is no database yet\./),
    })
    const sites = await SqliteRepository.open(localUrl())
    await sites.create({ name: 'A', files: [{ path: 'index.html', bytes: Buffer.from('<p>') }] })
    await sites.keep('unused.bin', Buffer.alloc(200_000, 7))
    const { code, out } = await attire('database', '--json')
    const { before, after, ...rest } = JSON.parse(out) as { before: number; after: number }
    expect([code, rest]).toEqual([0, { faults: [], sites: 1 }])
    expect(after).toBeLessThan(before - 150_000)
    writeFileSync(path.join(data, 'attire.db'), 'no database')
    expect(await attire('database')).toMatchObject({
      code: 2,
      out: '',
      err: expect.stringMatching(/error of its own: /),
    })
    vi.unstubAllEnvs()
  })
})

describe('boxes and rows', () => {
  it('know every box of the demo from its own fonts, and where its navigation holds', async () => {
    const { boxes } = JSON.parse((await attire('boxes', DEMO, '--json')).out) as { boxes: { known: boolean }[] }
    expect(boxes.length).toBeGreaterThan(300)
    expect(boxes.filter(({ known }) => !known)).toEqual([])
    expect((await attire('rows', DEMO, '--page', 'index.html')).out).toContain(
      'make 969.48 of 1,200 px: 230.52 px are left. The row holds from 1,050 px up.',
    )
  })
})

describe('a page that Attire cannot check', () => {
  it('is named on standard error, all others are checked, and the exit code is 2', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'attire-cli-bad-'))
    const page = '<!doctype html><html lang="en"><title>x</title><img src="none.png" alt="">'
    for (const name of ['a.html', 'b.html', 'c.html']) writeFileSync(path.join(folder, name), page)
    const references = vi.spyOn(FitPage.prototype, 'references', 'get')
    references.mockImplementation(function (this: FitPage) {
      if (this.path === 'b.html') throw new Error('the sky fell')
      return []
    })
    const { code, out, err } = await attire('check', folder, '--json')
    const mended = await attire(
      'fix',
      folder,
      '--out',
      path.join(folder, '..', `${path.basename(folder)}-out`),
      '--json',
    )
    references.mockRestore()
    expect([mended.code, Object.keys(JSON.parse(mended.out) as object), mended.err]).toEqual([
      2,
      ['fixed', 'left', 'asks'],
      err,
    ])
    expect(code).toBe(2)
    expect(err).toMatch(/^b\.html could not be checked because of an error of Attire’s own: the sky fell/)
    const { findings } = JSON.parse(out) as { findings: { file: string }[] }
    expect([...new Set(findings.map(({ file }) => file))].filter((file) => file.length === 'a.html'.length)).toEqual([
      'a.html',
      'c.html',
    ])
  })
})

describe('resolve', () => {
  it('gives every longhand of every element, with where it comes from', async () => {
    const { code, out } = await attire('resolve', DEMO, '--page', 'index.html', '--json')
    const { elements } = JSON.parse(out) as {
      elements: {
        index: number
        path: string
        properties: Record<string, { value: string; from: Record<string, unknown> }>
      }[]
    }
    expect(code).toBe(0)
    expect(elements.map(({ index }) => index)).toEqual(elements.map((_, at) => at))
    const kinds = new Set(
      elements.flatMap(({ properties }) => LONGHANDS.map(({ name }) => properties[name]?.from['kind'])),
    )
    expect([...kinds].sort()).toEqual(['external', 'inherited', 'initial', 'inline', 'user-agent'])
    const lead = elements.find(({ path }) => path.endsWith('section > p:nth-of-type(1)'))!
    expect(lead.properties['color']).toEqual({
      value: 'rgb(27, 58, 75)',
      from: {
        origin: 'author',
        kind: 'inherited',
        file: 'css/site.css',
        line: demoLine('css/site.css', '\nbody {', '\n  color:'),
        column: 3,
        selector: 'body',
        specificity: [0, 0, 1],
      },
    })
    expect(lead.properties['font-size']).toMatchObject({
      value: '20.8px',
      from: { kind: 'external', file: 'css/site.css', selector: '.lead' },
    })
  })

  it('wears states, and media queries at the width asked for', async () => {
    const value = async (property: string, ...more: string[]) =>
      JSON.parse((await attire('resolve', DEMO, '--page', 'index.html', '--json', ...more)).out).elements[0].properties[
        property
      ].value
    expect(await value('color', '--selector', 'nav a', '--state', 'hover')).toBe('rgb(27, 58, 75)')
    expect(await value('color', '--selector', 'main a.more', '--state', 'visited')).toBe('rgb(91, 74, 122)')
    expect(await value('font-size', '--selector', 'h1', '--width', '360')).toBe('33.6px')
    expect(await value('font-size', '--selector', 'h1')).toBe('48px')
  })
})

describe('trace and reach', () => {
  it('tells the ladder in words', async () => {
    const { code, out } = await attire('trace', DEMO, '--page', 'fares.html', '--selector', 'h1', '--property', 'color')
    expect([code, out]).toEqual([
      0,
      expect.stringContaining(
        `> h1 { color: #7a1f12 }  the <style> block in fares.html line ${demoLine('fares.html', '<style>', 'h1 {')}`,
      ),
    ])
    expect(out).toContain('It lost: both weigh the same, and the page’s own <style> block comes after the sheet.')
  })
  it('counts by page, and says why it is nothing', async () => {
    expect(JSON.parse((await attire('reach', DEMO, '--selector', '.more', '--json')).out)).toEqual({
      total: 6,
      pages: [
        { page: 'index.html', count: 3 },
        { page: 'notices.html', count: 3 },
      ],
    })
    expect((await attire('reach', DEMO, '--selector', '.More')).out).toContain('write .more')
  })
})

describe('colours and contrast', () => {
  it('lists swatches and written colours with their uses', async () => {
    const { code, out } = await attire('colours', DEMO, '--json')
    const { colours } = JSON.parse(out) as {
      colours: { value: string; srgb: string; names: string[]; declarations: number }[]
    }
    expect(code).toBe(0)
    expect(colours.find(({ names }) => names.includes('--ink'))).toEqual({
      value: '#1b3a4b',
      srgb: '#1b3a4b',
      names: ['--ink'],
      declarations: readFileSync(`${DEMO}/css/site.css`, 'utf8').match(/var\(--ink\)/g)!.length,
    })
    expect(colours.filter(({ names }) => names.length === 0).map(({ value }) => value)).toEqual([
      '#ffffff',
      '#5c6f78',
      '#5b4a7a',
    ])
    expect((await attire('colours', DEMO)).out).toContain('#14596b  --tide')
  })
  it('gives every pairing with its ratio, by state and page, at the width asked for', async () => {
    const { code, out } = await attire('contrast', DEMO, '--json', '--width', '1280')
    const { pairs } = JSON.parse(out) as {
      pairs: {
        text: string
        background: string
        ratio: number
        needs: number
        passes: boolean
        state: string
        elements: number
        pages: string[]
      }[]
    }
    expect(code).toBe(0)
    expect(
      pairs.find(
        ({ text, background, state, needs }) =>
          text === '#1b3a4b' && background === '#fffaf0' && state === 'none' && needs === 4.5,
      ),
    ).toMatchObject({ ratio: 11.51, passes: true })
    expect(pairs.filter(({ passes }) => !passes)).toEqual([
      expect.objectContaining({
        text: '#ff0000',
        background: '#ffffff',
        ratio: 4,
        needs: 4.5,
        state: 'active',
        pages: ['notices.html', 'isles/skerrow.html'],
      }),
    ])
    expect((await attire('contrast', DEMO)).out).toMatch(/4\.00 of 4\.5 {2}#ff0000 on #ffffff[^]*pairings pass\.$/)
  })
})

describe('check and fix', () => {
  const folder = () => mkdtempSync(path.join(tmpdir(), 'attire-cli-'))
  const digest = (of: string) =>
    readdirSync(of, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map(
        (entry) =>
          `${entry.name} ${createHash('sha256')
            .update(readFileSync(path.join(entry.parentPath, entry.name)))
            .digest('hex')}`,
      )
      .sort()

  it('tells findings with file, line and column, and fails from the level asked for', async () => {
    const { code, out } = await attire('check', DEMO, '--json')
    const { findings } = JSON.parse(out) as { findings: Record<string, unknown>[] }
    expect(code).toBe(1)
    expect(findings).toHaveLength(17)
    expect(findings).toContainEqual({
      rule: 'link-missing',
      severity: 'error',
      file: 'notices.html',
      line: 3,
      column: 1,
      message: 'No link to the sheet: nothing you set there arrives on this page.',
      fixable: true,
      cause: expect.stringMatching(/^[0-9a-f]{12}$/),
      places: 1,
    })
    expect(findings.map(({ file }) => file)).toEqual([...findings.map(({ file }) => file)].sort())
    expect((await attire('check', DEMO)).out).toMatch(/2 errors, 10 warnings, \d notes at 17 places\./)
  })
  it('tells single places with their causes, sets causes aside with a reason, and takes them up again', async () => {
    const to = path.join(folder(), 'site')
    cpSync(DEMO, to, { recursive: true })
    interface Told {
      findings: { rule: string; cause: string; places: number }[]
      causes: { id: string; rule: string; places: number }[]
      setAside: { id: string; reason: string; places: number }[]
    }
    const told = async () => JSON.parse((await attire('check', to, '--json')).out) as Told
    const before = await told()
    for (const { cause, places } of before.findings)
      expect(before.causes.find(({ id }) => id === cause)!.places).toBe(places)
    const { id } = before.causes.find(({ rule }) => rule === 'link-missing')!
    expect((await attire('set-aside', to, '--cause', id, '--reason', 'Printed only.')).out).toContain('Set aside')
    const after = await told()
    expect(after.findings.some(({ rule }) => rule === 'link-missing')).toBe(false)
    expect(after.setAside).toMatchObject([{ id, reason: 'Printed only.', places: 1 }])
    expect((await attire('check', to)).out).toContain('Set aside, with reasons: 1 cause at 1 place.')
    const log = JSON.parse((await attire('check', to, '--sarif')).out) as {
      runs: { results: { ruleId: string; suppressions?: unknown }[] }[]
    }
    expect(log.runs[0]!.results.find(({ ruleId }) => ruleId === 'link-missing')!.suppressions).toEqual([
      { kind: 'external', justification: 'Printed only.' },
    ])
    expect((await attire('set-aside', to, '--cause', id)).code).toBe(0)
    expect(await told()).toEqual({ ...before, setAside: [] })
    for (const wrong of [['--cause', id], ['--cause', 'nonsense', '--reason', 'x'], []])
      expect((await attire('set-aside', to, ...wrong)).code, wrong.join(' ')).toBe(2)
  })
  it('reads links that stay in the folder as files, never those that leave it, and never writes through one', async () => {
    const from = folder()
    mkdirSync(path.join(from, 'de'))
    const page =
      '<!doctype html><html lang="en"><meta name="viewport" content="width=device-width"><p><a href="a.html">a</a>'
    writeFileSync(path.join(from, 'index.html'), page)
    writeFileSync(path.join(from, 'a.html'), page)
    symlinkSync('../a.html', path.join(from, 'de/a.html'))
    symlinkSync('../index.html', path.join(from, 'de/index.html'))
    symlinkSync('/etc/hostname', path.join(from, 'secret.html'))
    symlinkSync('nowhere.html', path.join(from, 'gone.html'))
    const { findings } = JSON.parse((await attire('check', from, '--json')).out) as {
      findings: { file: string; rule: string }[]
    }
    expect([...new Set(findings.map(({ file }) => file))].sort()).toEqual([
      'a.html',
      'de/a.html',
      'de/index.html',
      'index.html',
    ])
    expect(findings.map(({ rule }) => rule)).not.toContain('page-link-broken')
    const before = digest(from)
    const to = path.join(folder(), 'out')
    await attire('fix', from, '--out', to, '--rule', 'link-missing')
    expect(digest(from)).toEqual(before)
    expect(readFileSync(path.join(from, 'a.html'), 'utf8')).toBe(page)
    expect(readFileSync(path.join(to, 'de/a.html'), 'utf8')).toContain('href="../css/site.css"')
  })
  it('with a baseline tells only what is new since', async () => {
    const to = path.join(folder(), 'site')
    cpSync(DEMO, to, { recursive: true })
    const file = path.join(folder(), 'known.json')
    expect((await attire('check', to, '--write-baseline', file)).code).toBe(1)
    expect((await attire('check', to, '--baseline', file, '--fail-on', 'note')).code).toBe(0)
    const index = path.join(to, 'index.html')
    writeFileSync(index, readFileSync(index, 'utf8').replace('</main>', '<p><a href="nowhere.html">x</a></p></main>'))
    const { code, out } = await attire('check', to, '--baseline', file, '--json')
    expect([code, (JSON.parse(out) as { findings: { rule: string }[] }).findings.map(({ rule }) => rule)]).toEqual([
      1,
      ['page-link-broken'],
    ])
    writeFileSync(file, 'nonsense')
    expect((await attire('check', to, '--baseline', file)).err).toContain('cannot be read')
  })
  it('mends a copy, and never touches the folder', async () => {
    const before = digest(DEMO)
    const to = path.join(folder(), 'out')
    const { code, out } = await attire('fix', DEMO, '--out', to, '--json')
    expect([code, JSON.parse(out)]).toEqual([
      0,
      // A paragraph has margins: text that stands loose is mended when somebody asks for it.
      { fixed: { 'link-missing': 1, 'link-target-missing': 1 }, left: 15, asks: { 'loose-text': 1 } },
    ])
    expect(digest(DEMO)).toEqual(before)
    expect(readFileSync(path.join(to, 'isles/skerrow.html'), 'utf8')).toContain('href="../css/site.css"')
    expect(readFileSync(path.join(to, 'images/night-crossing.png'))).toEqual(
      readFileSync(path.join(DEMO, 'images/night-crossing.png')),
    )
    expect((await attire('check', to)).code).toBe(0)
    expect((await attire('check', to, '--fail-on', 'warning')).code).toBe(1)
    const one = path.join(folder(), 'out')
    expect(JSON.parse((await attire('fix', DEMO, '--out', one, '--rule', 'link-missing', '--json')).out).fixed).toEqual(
      { 'link-missing': 1 },
    )
    expect(readFileSync(path.join(one, 'isles/skerrow.html'))).toEqual(
      readFileSync(path.join(DEMO, 'isles/skerrow.html')),
    )
  })
  it('tidies a copy, says what was proved, and never touches the folder', async () => {
    const before = digest(DEMO)
    const to = path.join(folder(), 'out')
    const { code, out } = await attire('tidy', DEMO, '--out', to, '--only', 'merge,group')
    expect(code).toBe(0)
    expect(out).toMatch(/Rules that say the same share a block: 2/)
    expect(out).toMatch(/^52 rules became 50, .* [\d,]+ values on 6 pages that wear it are the same\.$/m)
    expect(digest(DEMO)).toEqual(before)
    expect(readFileSync(path.join(to, 'css/site.css'), 'utf8')).toContain('.card h2, .aside h3 {')
    const from = folder()
    writeFileSync(
      path.join(from, 'index.html'),
      '<!doctype html><html lang="en"><title>x</title><link rel="stylesheet" href="site.css"><p class="x y">x',
    )
    writeFileSync(path.join(from, 'site.css'), '.x { top: 0 }\n.y { top: 1px; color: blue }\n.x { color: red }\n')
    const left = await attire('tidy', from, '--out', path.join(folder(), 'out'), '--only', 'merge')
    expect(left.code).toBe(1)
    expect(left.out).toContain('Left: The rules for .x become one. Then color of')
    expect(await attire('tidy', DEMO, '--out', path.join(folder(), 'out'), '--only', 'prettily')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/^There is no “prettily” to tidy\./),
    })
    const lined = path.join(folder(), 'out')
    await attire('tidy', from, '--out', lined, '--only', 'format', '--format', 'rules=line,blank=no')
    expect(readFileSync(path.join(lined, 'site.css'), 'utf8')).toBe(
      '.x { top: 0 }\n.y { top: 1px; color: blue }\n.x { color: red }\n',
    )
    // The copy remembers how its sheet is written.
    const again = path.join(folder(), 'out')
    await attire('tidy', lined, '--out', again, '--only', 'format')
    expect(readFileSync(path.join(again, 'site.css'), 'utf8')).toContain('\n.y { top: 1px; color: blue }\n')
    for (const [option, value, says] of [
      ['--format', 'indent=much', /^“indent=much” is no format\./],
      ['--only', 'nest,flat', /^nest and flat undo each other/],
    ] as const)
      expect((await attire('tidy', DEMO, '--out', path.join(folder(), 'out'), option, value)).err).toMatch(says)
    expect((await attire('tidy', DEMO)).err).toMatch(/^Say where the tidied copy goes/)
  })
  it('renames in the copy, with all references', async () => {
    const from = folder()
    writeFileSync(
      path.join(from, 'index.html'),
      '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>x</title><link rel="stylesheet" href="My%20Style.css"><p><a href="About%20Us.html">x</a>',
    )
    writeFileSync(path.join(from, 'About Us.html'), readFileSync(path.join(from, 'index.html')))
    writeFileSync(path.join(from, 'My Style.css'), 'p { margin: 0 }')
    const plain = path.join(folder(), 'out')
    const { out } = await attire('fix', from, '--out', plain)
    expect(out).toContain('Nothing was mended')
    expect(out).toMatch(/mend one kind with --rule:\s+name-spaces: 2 places\./)
    const to = path.join(folder(), 'out')
    await attire('fix', from, '--out', to, '--rule', 'name-spaces')
    expect(readdirSync(to).sort()).toEqual(['about-us.html', 'index.html', 'my-style.css'])
    expect((await attire('check', to, '--fail-on', 'note')).out).toContain('No findings')
  })
  it('copies a server’s settings along, begins the sheet it links to, and follows slashes in a row', async () => {
    const from = folder()
    const page =
      '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>x</title><p>x<img src="Big%20Images//a.png" alt="" width="2" height="1"></p>'
    writeFileSync(path.join(from, 'index.html'), page)
    writeFileSync(path.join(from, '.htaccess'), 'Options -Indexes')
    mkdirSync(path.join(from, '.git'))
    writeFileSync(path.join(from, '.git/config'), '')
    mkdirSync(path.join(from, 'Big Images'))
    writeFileSync(path.join(from, 'Big Images/a.png'), '')
    const missing = JSON.parse((await attire('check', from, '--json')).out) as { findings: { rule: string }[] }
    expect(missing.findings.map(({ rule }) => rule)).not.toContain('image-missing')
    const to = path.join(folder(), 'out')
    const linked = path.join(folder(), 'out')
    await attire('fix', from, '--out', linked, '--rule', 'link-missing')
    await attire('fix', linked, '--out', to, '--rule', 'name-spaces')
    expect(readdirSync(to, { recursive: true }).map(String).sort()).toEqual([
      '.htaccess',
      'big-images',
      'big-images/a.png',
      'css',
      'css/site.css',
      'index.html',
    ])
    expect(readFileSync(path.join(to, 'index.html'), 'utf8')).toContain('src="big-images/a.png"')
    // What it links to is there, so nothing is left to be mended.
    const again = path.join(folder(), 'out')
    expect(JSON.parse((await attire('fix', to, '--out', again, '--json')).out).fixed).toEqual({})
  })
  it('writes SARIF as its schema wants it', async () => {
    // Static Analysis Results Interchange Format 2.1.0, OASIS: the properties its sections 3.13, 3.14, 3.18, 3.19, 3.27 and
    // 3.30 require, and the values they allow.
    const log = JSON.parse((await attire('check', DEMO, '--sarif')).out)
    expect([log.version, log.runs.length, log.runs[0].tool.driver.name]).toEqual(['2.1.0', 1, 'Attire'])
    const {
      results,
      tool: {
        driver: { rules },
      },
      columnKind,
    } = log.runs[0]
    expect(columnKind).toBe('utf16CodeUnits')
    expect(new Set(rules.map(({ id }: { id: string }) => id)).size).toBe(rules.length)
    expect(results).toHaveLength(17)
    for (const { ruleId, ruleIndex, level, message, locations } of results) {
      expect(rules[ruleIndex].id).toBe(ruleId)
      expect(['none', 'note', 'warning', 'error']).toContain(level)
      expect(message.text).not.toBe('')
      const {
        artifactLocation: { uri },
        region: { startLine, startColumn },
      } = locations[0].physicalLocation
      expect(new URL(uri, 'file:///x/').pathname).toBe(`/x/${uri}`)
      expect(startLine >= 1 && startColumn >= 1).toBe(true)
    }
  })
})

describe('wrong use', () => {
  it.each<[string[], string]>([
    [[], 'Say what to do'],
    [['fly', DEMO], 'no command fly'],
    [['resolve'], 'Say which folder'],
    [['resolve', 'nowhere', '--page', 'a.html'], 'no folder nowhere'],
    [['resolve', DEMO], 'Say which page'],
    [['resolve', DEMO, '--page', 'fare.html'], 'closest name is fares.html'],
    [['resolve', DEMO, '--page', 'index.html', '--state', 'happy'], 'no state happy'],
    [['resolve', DEMO, '--page', 'index.html', '--width', 'wide'], '“wide” is none'],
    [['reach', DEMO, '--selector', 'p..x'], 'not a selector'],
    [['trace', DEMO, '--page', 'index.html', '--selector', 'p', '--property', 'colour'], 'no property colour'],
    [['reach', DEMO, '--bogus'], 'bogus'],
    [['check', DEMO, '--fail-on', 'disaster'], '“disaster” is none'],
    [['check', DEMO, '--sheet', 'css/sit.css'], 'closest name is css/site.css'],
    [['check', DEMO, '--json', '--sarif'], 'not for both'],
    [['fix', DEMO], 'Say where the mended copy goes'],
    [['fix', DEMO, '--out', DEMO], 'the site itself is never changed'],
    [['fix', DEMO, '--out', `${DEMO}/out`], 'the site itself is never changed'],
    [['fix', DEMO, '--out', 'docs'], 'is not empty'],
    [['fix', DEMO, '--out', 'nowhere', '--rule', 'link-mising'], 'closest one is link-missing'],
    [['fix', DEMO, '--out', 'nowhere', '--rule', 'id-repeated'], 'has no safe fix'],
  ])('%j exits with 2 and says why on standard error', async (argv, words) => {
    const { code, out, err } = await attire(...argv)
    expect([code, out]).toEqual([2, ''])
    expect(err).toContain(words)
  })
})

describe('states', () => {
  it('gives every kind of link in every state, and what of it can never show', async () => {
    const { code, out } = await attire('states', DEMO, '--json')
    const { kinds } = JSON.parse(out) as { kinds: WrittenKind[] }
    expect(code).toBe(0)
    expect(kinds[0]).toMatchObject({
      ...{ selector: 'nav a', count: 48, pages: 6 },
      states: { hover: { color: 'rgb(27, 58, 75)', contrast: 9.43, differs: true }, visited: { differs: false } },
    })
    const brand = kinds.find(({ selector }) => selector === 'a.brand')!
    expect(brand.unreachable[0]).toMatchObject({ state: 'hover', file: 'css/site.css', selector: 'a:hover' })
    const one = JSON.parse((await attire('states', DEMO, '--page', 'fares.html', '--json')).out) as typeof kinds
    expect(one).not.toEqual({ kinds })
    expect((await attire('states', DEMO)).out).toContain('hover does not show color of a:hover, css/site.css line')
  })
})

describe('classes', () => {
  it('are listed with their elements, pages and rules', async () => {
    const { code, out } = await attire('classes', DEMO, '--json')
    expect(code).toBe(0)
    const { classes } = JSON.parse(out) as { classes: unknown[] }
    expect(classes).toContainEqual({ name: 'card', kind: 'class', elements: 6, pages: 2, rules: 2, likely: null })
  })

  it('get another name in a copy, and the folder stays as it is', async () => {
    const out = path.join(mkdtempSync(path.join(tmpdir(), 'attire-class-')), 'out')
    const done = await attire('rename-class', DEMO, '--from', 'button', '--to', 'press', '--out', out, '--json')
    expect([done.code, JSON.parse(done.out)]).toEqual([
      0,
      {
        places: [
          { file: 'css/site.css', count: 5 },
          { file: 'contact.html', count: 1 },
          { file: 'index.html', count: 1 },
        ],
        left: [],
        merged: false,
      },
    ])
    expect(readFileSync(path.join(out, 'index.html'), 'utf8')).toContain('<a class="press"')
    expect(readFileSync(`${DEMO}/index.html`, 'utf8')).toContain('<a class="button"')
    const wrong = await attire('rename-class', DEMO, '--from', 'buton', '--to', 'x', '--out', `${out}2`)
    expect([wrong.code, wrong.err]).toEqual([2, expect.stringContaining('The closest one is button.')])
  })
})

it('says nothing when whoever reads has seen enough', () => {
  const command = `${process.execPath} scripts/attire.mjs resolve ${DEMO} --page index.html --json | head -c 11`
  const { stdout, stderr } = spawnSync('sh', ['-c', command], { encoding: 'utf8' })
  expect(stdout).toBe('{"elements"')
  expect(stderr).toBe('')
})

it('runs from the shell, with nothing but its answer on standard output', async () => {
  const { status, stdout } = spawnSync(
    process.execPath,
    ['scripts/attire.mjs', 'reach', DEMO, '--selector', 'main p', '--json'],
    { encoding: 'utf8' },
  )
  expect(status).toBe(0)
  expect(JSON.parse(stdout)).toMatchObject({ total: 35 })
})
