import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { resolvedValue } from '../../src/core/cascade/resolved.ts'
import { findingsIn } from '../../src/core/fit/check.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { wearOf } from '../../src/core/model/wear-summary.ts'
import { idOf, LONGHANDS } from '../../src/core/properties/longhands.ts'
import { fileDoc } from '../../src/core/site/step.ts'
import { traceQuestions } from '../../src/core/trace/questions.ts'
import { siteOf, VIEWPORT } from './model.ts'
import { runs } from '../runs.ts'

const page = (head: string, body: string) =>
  `<!doctype html><html><head><link rel="stylesheet" href="css/site.css">${head}</head><body>${body}</body></html>`
const texts = {
  'a.html': page('', '<main class="m"><p id="x">x <b style="margin: 1px">y</b></p></main>'),
  'b.html': page('<style>p { left: 1px }</style>', '<p class="m">z</p>'),
  'css/site.css': ':root { --ink: red }\nbody { color: var(--ink) }\n.m { top: 1px }\np { margin: 2px }',
}

/** Everything a snapshot says of how its pages look: every longhand of every element, and the line that decides it. */
function says(site: SiteSnapshot): unknown {
  return site.pagePaths.map((path) => ({
    path,
    wear: wearOf(site, path),
    values: site
      .stylesOf(path)
      .all()
      .map((style) => LONGHANDS.map(({ id }) => resolvedValue(style, id)).join('|')),
    why: traceQuestions.inspect(site, { page: path, index: 3, pseudo: '', viewport: VIEWPORT }),
  }))
}

describe('two snapshots side by side', () => {
  const sheet = fc
    .array(
      fc.constantFrom(
        ':root { --ink: navy }',
        ':root { --ink: teal }',
        'body { color: var(--ink) }',
        '.m { top: 3px }',
        '.m { top: 3px; nonsense: 1 }',
        'p { margin: 2px 2px }',
        '@media print { p { margin: 9px } }',
        '/* a comment */',
        'b { color: inherit !important }',
      ),
      { maxLength: 8 },
    )
    .map((rules) => rules.join('\n'))

  it('say what sites read anew say, whichever is asked first, however often', () => {
    fc.assert(
      fc.property(sheet, sheet, fc.boolean(), (one, two, laterFirst) => {
        const fresh = (css: string) => says(siteOf({ ...texts, 'css/site.css': css }))
        const before = siteOf({ ...texts, 'css/site.css': one })
        if (!laterFirst) says(before)
        const after = before.withText('css/site.css', two)
        const back = after.withText('css/site.css', one)
        expect(says(after)).toEqual(fresh(two))
        expect(says(before)).toEqual(fresh(one))
        expect(says(back)).toEqual(fresh(one))
        expect(says(after)).toEqual(fresh(two))
      }),
      { numRuns: runs(30) },
    )
  })

  it('share what an edit does not reach, and nothing it does', () => {
    const before = siteOf(texts)
    const old = before.stylesOf('a.html')
    // Styles are computed when first asked for, and what is not computed cannot be shared.
    expect(old.all()).toHaveLength(old.page.elements.length)
    const after = before.withText('css/site.css', texts['css/site.css'].replace('top: 1px', 'top: 5px'))
    const now = after.stylesOf('a.html')
    expect(after.page('a.html')).toBe(before.page('a.html'))
    const tags = now.page.elements.map(({ tag }) => tag)
    const same = tags.filter((_, at) => now.at(at) === old.at(at))
    expect(same).toEqual(['html', 'head', 'link', 'body'])
    const main = tags.indexOf('main')
    expect([old, now].map((styles) => styles.at(main).value(idOf('top')))).toEqual(['1px', '5px'])
    expect(now.at(main + 1).inherited).toBe(old.at(main + 1).inherited)
    expect(after.version).toBeGreaterThan(before.version)
  })

  it('follow a change with moves and new pages, and leave the site before it alone', () => {
    const before = siteOf(texts)
    const told = JSON.stringify(findingsIn(before))
    const after = before.after({
      texts: [{ doc: fileDoc('b.html'), splices: [{ from: 0, to: 0, insert: '<!-- top -->' }] }],
      moves: [{ from: 'a.html', to: 'sub/a.html' }],
      creates: [{ path: 'c.html', text: page('', '<p>c') }],
    })
    expect(after.pagePaths).toEqual(['sub/a.html', 'b.html', 'c.html'])
    expect(wearOf(after, 'c.html').wears).toBe(true)
    expect(wearOf(after, 'sub/a.html').wears).toBe(false)
    expect([before.pagePaths, before.text('b.html')]).toEqual([['a.html', 'b.html'], texts['b.html']])
    expect(JSON.stringify(findingsIn(before))).toBe(told)
  })
})

describe('pages in several folders', () => {
  const linked = (body: string) =>
    `<!doctype html><html><head><link rel="stylesheet" href="../css/site.css"></head><body>${body}</body></html>`
  const site = siteOf({
    'a/one.html': linked('<p>x</p>'),
    'b/two.html': linked('<p>x</p>'),
    'a/own.html': linked('<p style="background-image: url(p.png)">x</p>'),
    'b/own.html': linked('<p style="background-image: URL(p.png)">x</p>'),
    'b/old.html': linked('<table background="p.png"><tr><td>x</table>'),
    'css/site.css': 'p { list-style-image: url(dot.png) }',
  })
  const valueOf = (path: string, tag: string, property: string) => {
    const element = site.page(path).elements.find((each) => each.tag === tag)!
    return resolvedValue(site.stylesOf(path).of(element), idOf(property))
  }

  it('look alike at once', () => {
    expect(site.stylesOf('b/two.html').cascade).toBe(site.stylesOf('a/one.html').cascade)
    expect(valueOf('b/two.html', 'p', 'list-style-image')).toBe('url("css/dot.png")')
  })

  it('but for pictures that their attributes name, which are sought from the page', () => {
    expect(valueOf('a/own.html', 'p', 'background-image')).toBe('url("a/p.png")')
    expect(valueOf('b/own.html', 'p', 'background-image')).toBe('url("b/p.png")')
    expect(valueOf('b/old.html', 'table', 'background-image')).toBe('url("b/p.png")')
  })
})
