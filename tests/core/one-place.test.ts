import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findingsIn, planFix } from '../../src/core/fit/check.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { referencesIn } from '../../src/core/markup/references.ts'
import { planMoves } from '../../src/core/site/move.ts'
import { planLift } from '../../src/core/lift/plan.ts'
import { navigationsOf, planNavEdit } from '../../src/core/site/nav-edit.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { runs } from '../runs.ts'
import { siteOf } from './model.ts'

const OLD = [
  '<p><a href="b.html">one<p>two<p>three',
  '<b style="background:url(a.png)">x<p>y</b>z<p>w',
  '<nav><li><a href><button>',
  '<nav><a href="b.html">x<div>y</a>z</div></nav>',
  '<font style="color:red"><table><tr><td>a</font>b</table>c',
  '<ul><li><a href="b.html">x<li><a href="b.html">y</ul>',
  '<a href="b.html"><a href="c.html">x',
  '<i id="q"><p>a<p>b</i>',
]
const piece = fc.constantFrom(
  ...[
    '<p>',
    '</p>',
    '<div>',
    '</div>',
    '<b style="background:url(a.png)">',
    '</b>',
    '<a href="b.html">',
    '</a>',
    '<nav>',
  ],
  ...[
    '</nav>',
    '<ul><li>',
    '<li>',
    '</ul>',
    '<table><tr><td>',
    '</table>',
    '<font color=red>',
    '</font>',
    '<i id=q>',
    '</i>',
  ],
  ...[
    '<button>',
    '</button>',
    '<h1>',
    'words',
    '<img src="a.png">',
    '<span class="x" style="color:red">',
    '</span>',
    '<form>',
  ],
)
const soup = fc.oneof(
  fc.constantFrom(...OLD),
  fc.array(piece, { maxLength: 20 }).map((parts) => parts.join('')),
)

describe('one place in the text is one element, one reference and one change (HTML standard, 13.2.4.3)', () => {
  it('what the parser makes of a tag once more has no place of its own, and says whose copy it is', () => {
    const page = parsePage('<p><a href="b.html">one<p>two')
    const links = page.elements.filter(({ tag }) => tag === 'a')
    expect(links.map(({ place, copyOf }) => [place !== null, copyOf?.index ?? null])).toEqual([
      [true, null],
      [false, links[0]!.index],
    ])
    expect(referencesIn(page)).toHaveLength(1)
  })
  it('so whatever is planned on old markup fits its text', () => {
    fc.assert(
      fc.property(soup, soup, (index, other) => {
        const site = siteOf({ 'index.html': index, 'b.html': other, 'css/site.css': 'p { color: red }' }, ['a.png'])
        for (const path of site.pagePaths) {
          const places = site.page(path).elements.flatMap(({ place }) => (place ? [place.from] : []))
          expect(new Set(places).size).toBe(places.length)
        }
        const moved = site.after(
          planMoves(site, [
            { from: 'b.html', to: 'x/c.html' },
            { from: 'a.png', to: 'i/b.png' },
          ]),
        )
        expect(moved.pagePaths).toContain('x/c.html')
        site.after(planLift(site, { pages: site.pagePaths, embedded: true, inline: true }).change)
        site.after(planFix(site, findingsIn(site)))
        for (const path of site.pagePaths)
          for (const { index: at } of navigationsOf(site, path))
            for (const edit of [
              { kind: 'move', from: 0, to: 1 },
              { kind: 'add', words: 'x', file: 'index.html' },
              { kind: 'remove', at: 0 },
            ] as const)
              for (const { page, splices } of planNavEdit(site, path, at, edit)) applySplices(site.text(page), splices)
      }),
      { numRuns: runs(100) },
    )
  })
})
