import { spawnSync } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { main } from '../../src/cli/main.ts'
import { LONGHANDS } from '../../src/core/cascade/properties.ts'

const DEMO = 'demo/vennor-isles'

async function attire(...argv: string[]): Promise<{ code: number; out: string; err: string }> {
  let out = ''
  let err = ''
  const code = await main(argv, (text) => (out += text), (text) => (err += text))
  return { code, out, err }
}

describe('resolve', () => {
  it('gives every longhand of every element, with where it comes from', async () => {
    const { code, out } = await attire('resolve', DEMO, '--page', 'index.html', '--json')
    const { elements } = JSON.parse(out) as { elements: { index: number; path: string; properties: Record<string, { value: string; from: Record<string, unknown> }> }[] }
    expect(code).toBe(0)
    expect(elements.map(({ index }) => index)).toEqual(elements.map((_, at) => at))
    const kinds = new Set(elements.flatMap(({ properties }) => LONGHANDS.map(({ name }) => properties[name]?.from['kind'])))
    expect([...kinds].sort()).toEqual(['external', 'inherited', 'initial', 'inline', 'user-agent'])
    const lead = elements.find(({ path }) => path.endsWith('section > p:nth-of-type(1)'))!
    expect(lead.properties['color']).toEqual({ value: 'rgb(27, 58, 75)', from: { origin: 'author', kind: 'inherited', file: 'css/site.css', line: 34, column: 3, selector: 'body', specificity: [0, 0, 1] } })
    expect(lead.properties['font-size']).toMatchObject({ value: '20.8px', from: { kind: 'external', file: 'css/site.css', selector: '.lead' } })
  })

  it('wears states, and media queries at the width asked for', async () => {
    const value = async (property: string, ...more: string[]) => JSON.parse((await attire('resolve', DEMO, '--page', 'index.html', '--json', ...more)).out).elements[0].properties[property].value
    expect(await value('color', '--selector', 'nav a', '--state', 'hover')).toBe('rgb(27, 58, 75)')
    expect(await value('color', '--selector', 'main a.more', '--state', 'visited')).toBe('rgb(91, 74, 122)')
    expect(await value('font-size', '--selector', 'h1', '--width', '360')).toBe('33.6px')
    expect(await value('font-size', '--selector', 'h1')).toBe('48px')
  })
})

describe('trace and reach', () => {
  it('tells the ladder in words', async () => {
    const { code, out } = await attire('trace', DEMO, '--page', 'fares.html', '--selector', 'h1', '--property', 'color')
    expect([code, out]).toEqual([0, expect.stringContaining('> h1 { color: #7a1f12 }  the <style> block in fares.html line 9')])
    expect(out).toContain('It lost: both weigh the same, and the page’s own <style> block comes after the sheet.')
  })
  it('counts by page, and says why it is nothing', async () => {
    expect(JSON.parse((await attire('reach', DEMO, '--selector', '.more', '--json')).out)).toEqual({ total: 6, pages: [{ page: 'index.html', count: 3 }, { page: 'notices.html', count: 3 }] })
    expect((await attire('reach', DEMO, '--selector', '.More')).out).toContain('write .more')
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
  ])('%j exits with 2 and says why on standard error', async (argv, words) => {
    const { code, out, err } = await attire(...argv)
    expect([code, out]).toEqual([2, ''])
    expect(err).toContain(words)
  })
})

it('runs from the shell, with nothing but its answer on standard output', async () => {
  const { status, stdout } = spawnSync(process.execPath, ['scripts/attire.mjs', 'reach', DEMO, '--selector', 'main p', '--json'], { encoding: 'utf8' })
  expect(status).toBe(0)
  expect(JSON.parse(stdout)).toMatchObject({ total: 35 })
})
