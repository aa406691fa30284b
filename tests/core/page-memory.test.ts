import { describe, expect, it } from 'vitest'
import { pageKey, sameKey, siteKey } from '../../src/core/model/page-memory.ts'
import { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { DESK } from '../../src/core/values/media.ts'

const texts: [string, string][] = [
  ['a.html', '<link rel="stylesheet" href="site.css"><link rel="stylesheet" href="x.css"><p>a'],
  ['b.html', '<p>b'],
  ['site.css', 'p { color: red }'],
  ['x.css', 'p { margin: 0 }'],
]
const files = texts.map(([path]) => ({ path, size: 1, pixels: null }))
const told = (order: [string, string][]) => SiteSnapshot.empty(DESK).withTexts(order).withFiles(files, 'site.css')

describe('the state of a page, as short names', () => {
  it('is the same in whatever order the texts became known', () => {
    const [site, other] = [told(texts), told(texts.toReversed())]
    expect(sameKey(pageKey(site, 'a.html'), pageKey(other, 'a.html'))).toBe(true)
    expect(sameKey(siteKey(site), siteKey(other))).toBe(true)
  })

  it('is another once a stylesheet says something else, and that can be left out', () => {
    const site = told(texts)
    const edited = site.withTexts([['x.css', 'p { margin: 1px }']])
    expect(sameKey(pageKey(site, 'b.html'), pageKey(edited, 'b.html'))).toBe(false)
    expect(sameKey(pageKey(site, 'b.html'), pageKey(edited, 'b.html'), false)).toBe(true)
    expect(sameKey(pageKey(site, 'a.html'), pageKey(site, 'b.html'))).toBe(false)
  })
})
