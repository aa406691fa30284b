import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boxTargets } from '../../src/core/boxes/targets.ts'
import { basePath } from '../../src/core/markup/base.ts'
import { describeElement } from '../../src/core/markup/describe.ts'
import { firstByTag, parsePage } from '../../src/core/markup/tree.ts'
import { runs } from '../runs.ts'

const htmlLike = fc
  .array(
    fc.constantFrom(
      '<p>',
      '</p>',
      '<div class=a>',
      '<table>',
      '<td>',
      '<b>',
      '</b>',
      'text',
      '<!-- c',
      '-->',
      '<style>p{}</style>',
      '<script>',
      '</script>',
      '<svg>',
      '<br>',
      '&amp;',
      '"',
      '<',
      '>',
      '<html lang=x>',
      '<template><i>',
      '</template>',
      '\0',
      '\r\n',
      '<a href="x" href="y" ID=q>',
    ),
    { maxLength: 25 },
  )
  .map((parts) => parts.join(''))

describe('a page’s tree', () => {
  it('never throws, and every place it names holds what it says, for any text whatever', () => {
    fc.assert(
      fc.property(fc.oneof(htmlLike, fc.string({ unit: 'binary' })), (text) => {
        const page = parsePage(text)
        expect(page.elements.map(({ index }) => index)).toEqual(page.elements.map((_, at) => at))
        for (const element of page.elements) {
          expect(element.parent?.children[element.position] ?? element).toBe(element)
          if (!element.place) continue
          const { from, startTag, attributes } = element.place
          if (startTag.to > startTag.from)
            expect(
              text
                .slice(from)
                .toLowerCase()
                .startsWith(`<${element.tag === 'img' ? 'im' : element.tag[0]}`),
            ).toBe(true)
          for (const [name, at] of Object.entries(attributes))
            expect(text.slice(at.from, at.from + name.length).toLowerCase()).toBe(name.toLowerCase())
          if (element.rawText) expect(element.rawText.from).toBeGreaterThanOrEqual(startTag.to)
        }
      }),
      { numRuns: runs(800) },
    )
  })

  it('a byte-order mark is no text: the tree is the same, every place is one further (HTML standard, 13.2.3.5)', () => {
    const text = '<!doctype html>\n<html lang="en"><head><title>x</title></head><body class="a">b</body></html>'
    const [plain, marked] = [parsePage(text), parsePage(`\uFEFF${text}`)]
    expect([marked.quirks, marked.doctypeEnd, marked.parseErrors]).toEqual([false, plain.doctypeEnd! + 1, []])
    expect(marked.elements.map(({ tag, place }) => [tag, place?.from])).toEqual(
      plain.elements.map(({ tag, place }) => [tag, place!.from + 1]),
    )
  })

  it('a doctype that never closes ends with the text', () => {
    expect(parsePage('<!doctype').doctypeEnd).toBe(9)
  })

  it('knows quirks mode, the doctype’s end and elements’ forebears (HTML standard, 13.2.6.4.1)', () => {
    const page = parsePage('<!DOCTYPE html><div id=a><p class="x y  z">')
    expect([page.quirks, page.doctypeEnd, parsePage('<p>').quirks]).toEqual([false, 15, true])
    const p = firstByTag(page, 'p')!
    expect([p, p.parent!, p.parent!.parent!].map(describeElement)).toEqual(['p.x.y', 'div#a', 'body'])
    expect(p.classes).toEqual(['x', 'y', 'z'])
  })

  it('references start from the base element, when it leads to a place in the site', () => {
    expect(basePath('a/b.html', parsePage('<base href="../c/">'))).toBe('c/')
    expect(basePath('a/b.html', parsePage('<base target=x><base href="/">'))).toBe('')
    expect(basePath('a/b.html', parsePage('<base href="https://elsewhere.example/">'))).toBe('a/b.html')
  })
})

describe('boxes', () => {
  it('are the landmarks, then ids and classes of sectioning elements, those on most pages first', () => {
    const pages = [
      '<main><div id=one class="card card">',
      '<div class=card></div><section class="card odd:name"></section><p class=no>',
    ].map(parsePage)
    const targets = boxTargets(pages)
    expect(targets.slice(0, 6).map(({ selector, count }) => [selector, count])).toEqual([
      ['body', 2],
      ['header', 0],
      ['nav', 0],
      ['main', 1],
      ['aside', 0],
      ['footer', 0],
    ])
    expect(targets.slice(6)).toEqual([
      { selector: '.card', count: 3, pages: 2 },
      { selector: '#one', count: 1, pages: 1 },
      { selector: '.odd\\:name', count: 1, pages: 1 },
    ])
  })
})
