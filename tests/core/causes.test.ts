import { describe, expect, it } from 'vitest'
import { baselineOf, newSince, readBaseline } from '../../src/core/fit/baseline.ts'
import { causesOf, kindsOf } from '../../src/core/fit/causes.ts'
import { findingsIn } from '../../src/core/fit/check.ts'
import { planSetAside, planTakeUp, readSetAside, sortOut } from '../../src/core/fit/set-aside.ts'
import { NO_CHANGE } from '../../src/core/site/change.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { fingerprint } from '../../src/core/text/fingerprint.ts'
import { siteOf } from './model.ts'

const page = (body: string, head = '') =>
  `<!doctype html>\n<html lang="en">\n<head>\n<meta name="viewport" content="width=device-width">\n<title>T</title>\n<link rel="stylesheet" href="css/site.css">${head}</head>\n<body>\n${body}</body>\n</html>\n`
const pages = (count: number, body: (at: number) => string, head = '') =>
  Object.fromEntries(
    Array.from({ length: count }, (_, at) => [at === 0 ? 'index.html' : `p${at}.html`, page(body(at), head)]),
  )
const site = (texts: Record<string, string>) => siteOf({ 'css/site.css': 'p { margin: 0 }\n', ...texts })
const causes = (of: SiteSnapshot) => causesOf(findingsIn(of))

describe('causes', () => {
  it('what one file missing does to twenty pages is one cause, with every place', () => {
    const [cause, ...others] = causes(site(pages(20, () => '<p><a href="gone.html">x</a></p>\n')))
    expect(others).toEqual([])
    expect([cause!.rule, cause!.places.length, cause!.files, cause!.message]).toEqual([
      'page-link-broken',
      20,
      20,
      'gone.html is not there.',
    ])
  })
  it('a folder that is missing is one cause, whatever pages of it are asked for', () => {
    const found = causes(site(pages(3, (at) => `<p><a href="isles/${at}.html">x</a></p>\n`)))
    expect(found.map(({ message }) => message)).toEqual(['The folder isles/ is not there, and pages lead into it.'])
  })
  it('the same style block on many pages is told once, and one that stands alone is said to', () => {
    const found = causes(
      site({
        ...pages(4, () => '<p>x</p>\n', '<style>p { color: #123 }</style>'),
        'z.html': page('<p>x</p>', '<style>b { color: #321 } i { color: #321 }</style>'),
      }),
    )
    expect(found.filter(({ rule }) => rule === 'embedded-styles').map(({ message }) => message)).toEqual([
      'The same <style> block, with a rule, stands on 4 pages. Lifted into the sheet, it is written once.',
      'A <style> block holds 2 rules that no other page shares.',
    ])
  })
  it('obsolete attributes of a whole site are one matter', () => {
    const found = causes(
      site(pages(5, () => '<table width="90%" bgcolor="#eee"><tr><td align="center">x</td></tr></table>\n')),
    )
    expect(found.map(({ message, places }) => [message, places.length])).toEqual([
      ['Obsolete attributes: width, bgcolor, align. What it does belongs into the sheet.', 15],
    ])
  })
  it('what costs visitors most comes first: by how bad it is, times how many pages; notes come last', () => {
    const texts = pages(
      6,
      (at) => `<p><a href="gone.html">x</a></p><p align="left">y</p>${at < 2 ? '<h2>z</h3>' : ''}\n`,
    )
    const found = kindsOf(
      causes(
        site({
          ...texts,
          'bare.html':
            '<!doctype html><html lang="en"><title>x</title><meta name="viewport" content="width=device-width"><p>x',
        }),
      ),
    )
    expect(found.map(({ rule }) => rule)).toEqual([
      'page-link-broken',
      'link-missing',
      'markup-invalid',
      'markup-obsolete',
    ])
  })
  it('a page that only sends visitors on needs neither sheet nor title', () => {
    const forward = '<html><head><meta http-equiv="refresh" content="0; URL=p1.html"></head></html>'
    expect(causes(site({ ...pages(2, () => '<p>x</p>\n'), 'old.html': forward }))).toEqual([])
  })
  it('where nothing was brought in, nothing is said to be broken', () => {
    const out =
      '<p><a href="../other/a.html">a</a> <a href="/usr/share/b.html">b</a> <img src="../c.png" alt="" width="1" height="1"></p>\n'
    expect(causes(site(pages(2, () => out))).map(({ rule, severity }) => [rule, severity])).toEqual([
      ['link-unchecked', 'note'],
      ['link-unchecked', 'note'],
      ['link-unchecked', 'note'],
    ])
    const pictures = 'p{background:url(../../c.png)}h1{background:url(../usr/d.png)}h2{background:url(e.png)}'
    const sheet = causes(site({ ...pages(1, () => '<h1>x</h1><h2>y</h2><p>z</p>\n'), 'css/site.css': pictures }))
    expect(sheet.map(({ rule, places }) => [rule, places.length])).toEqual([
      ['image-missing', 1],
      ['link-unchecked', 1],
      ['link-unchecked', 1],
    ])
    expect(
      causes(
        site({
          ...pages(1, () => '<p><a href="docs">x</a></p>\n'),
          'docs/a.html': page('').replace('css/', '../css/'),
        }),
      )[0]!.message,
    ).toContain('leads to the folder docs, which has no index.html')
  })
  it('an id on two elements matters where something of the page leads to it', () => {
    const twice = (more: string) => causes(site(pages(1, () => `<p id="a">x</p><p id="a">y</p>${more}\n`)))[0]!.severity
    expect([twice(''), twice('<a href="#a">z</a>'), twice('<label for="a">z</label>')]).toEqual([
      'note',
      'warning',
      'warning',
    ])
  })
})

describe('setting aside', () => {
  const before = site(pages(3, () => '<p><a href="gone.html">x</a></p><p align="left">y</p>\n'))
  const broken = causes(before)[0]!
  const put = before.after(planSetAside(before, [broken], 'It comes in spring.'))

  it('is kept in attire.json, with its reason, and counted', () => {
    expect(readSetAside(put.text('attire.json')).entries).toEqual([
      {
        cause: broken.id,
        rule: 'page-link-broken',
        finding: 'gone.html is not there.',
        reason: 'It comes in spring.',
        texts: [fingerprint('gone.html')],
      },
    ])
    const sorted = sortOut(put, findingsIn(put))
    expect(sorted.aside.map(({ reason, places }) => [reason, places.length])).toEqual([['It comes in spring.', 3]])
    expect(sorted.causes.map(({ rule }) => rule)).toEqual(['markup-obsolete'])
  })
  it('a new page that says the same is set aside with the others', () => {
    const more = put
      .withFiles([...put.files.values(), { path: 'n.html', size: 9, pixels: null }], 'css/site.css')
      .withText('n.html', page('<p><a href="gone.html">x</a></p>'))
    expect(sortOut(more, findingsIn(more)).aside[0]!.places).toHaveLength(4)
  })
  it('a place whose text changes comes back, alone', () => {
    const changed = put.withText('p1.html', page('<p><a href="./gone.html">x</a></p>'))
    const sorted = sortOut(changed, findingsIn(changed))
    expect(sorted.causes.find(({ id }) => id === broken.id)!.places.map(({ file }) => file)).toEqual(['p1.html'])
    expect(sorted.aside[0]!.places).toHaveLength(2)
    // Set aside in its turn, it joins the others.
    const both = changed.after(planSetAside(changed, [sorted.causes.find(({ id }) => id === broken.id)!], 'Still.'))
    expect(sortOut(both, findingsIn(both)).aside.map(({ reason, places }) => [reason, places.length])).toEqual([
      ['Still.', 3],
    ])
    expect(planSetAside(both, [], 'x')).toEqual(NO_CHANGE)
  })
  it('is taken up again, and what else the file says stays', () => {
    const noted = put.withText('attire.json', put.text('attire.json').replace('{', '{ "mine": 1,'))
    const again = noted.after(planTakeUp(noted, broken.id))
    expect(JSON.parse(again.text('attire.json'))).toEqual({ mine: 1, setAside: [] })
  })
  it.each(['{', '[]', '{ "setAside": 3 }', '{ "setAside": [{}] }'])(
    'a file that says %s loses nothing: it is told, and not written',
    (text) => {
      const odd = put.withText('attire.json', text)
      expect(sortOut(odd, findingsIn(odd)).fault).toContain('attire.json cannot be read')
      expect(() => planSetAside(odd, [broken], 'x')).toThrow('attire.json cannot be read')
    },
  )
})

describe('a baseline', () => {
  it('leaves what was known, wherever its lines moved, and tells what is more than that', () => {
    const before = site(pages(3, () => '<p><a href="gone.html">x</a></p>\n'))
    const known = readBaseline(JSON.stringify(baselineOf(findingsIn(before))))
    expect(newSince(known, findingsIn(before))).toEqual([])
    const moved = before.withText('p1.html', page('\n\n<p>more</p>\n<p><a href="gone.html">x</a></p>'))
    expect(newSince(known, findingsIn(moved))).toEqual([])
    const worse = before.withText(
      'p1.html',
      page('<p><a href="gone.html">x</a> <a href="gone.html">x</a> <a href="other.html">y</a></p>'),
    )
    expect(newSince(known, findingsIn(worse)).map(({ cause }) => cause)).toEqual([
      'gone.html is not there.',
      'other.html is not there.',
    ])
    expect(() => readBaseline('{}')).toThrow('no baseline')
  })
})

// From memory, of the test vectors its authors publish with the algorithm.
it('the fingerprint is FNV-1a', () => {
  const firstRun = (text: string) => fingerprint(text).slice(0, 8)
  expect(['', 'a', 'foobar'].map(firstRun)).toEqual(['811c9dc5', 'e40c292c', 'bf9cf968'])
  // Units above 255 are two bytes, the low one first: what was set aside under such a name must be found again.
  expect(fingerprint('a…')).toBe(fingerprint('a&\x20'))
  expect(fingerprint('a…')).toMatch(/^[0-9a-f]{12}$/)
})
