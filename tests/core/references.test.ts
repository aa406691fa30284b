import fc from 'fast-check'
import { parse } from 'parse5'
import { describe, expect, it } from 'vitest'
import { referencesIn } from '../../src/core/markup/references.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { addressesIn } from '../../src/core/sheet/references.ts'
import { planMoves, referrersTo } from '../../src/core/site/move.ts'
import { moveFault } from '../../src/core/site/move-fault.ts'
import { betterPath, nameFault, plainName } from '../../src/core/paths/file-names.ts'
import { targetOf } from '../../src/core/paths/paths.ts'
import { siteOf } from './model.ts'
import { runs } from '../runs.ts'

const urls = (text: string) => referencesIn(parsePage(text)).map(({ url, kind }) => `${kind} ${url}`)

describe('what stands once in the text', () => {
  it('is one reference, also where the parser makes several elements of one tag', () => {
    const text = '<p><a href="b.html">one<p>two<b style="background: url(a.png)"><p>three'
    const page = parsePage(text)
    expect(page.elements.filter(({ tag }) => tag === 'a').length).toBeGreaterThan(1)
    expect(referencesIn(page).map(({ url }) => url)).toEqual(['b.html', 'a.png'])
  })
})

describe('what counts as a reference', () => {
  // HTML standard, "Attributes" index: every attribute whose value is a valid (non-empty) URL potentially surrounded by
  // spaces; the obsolete ones at the end are from its section on obsolete features.
  it.each([
    ['<a href=" a.html ">', 'link a.html'],
    ['<area href="a.html">', 'link a.html'],
    ['<form action="a">', 'link a'],
    ['<button formaction="a">', 'link a'],
    ['<input type=submit formaction="a">', 'link a'],
    ['<input type=image src="a.png">', 'image a.png'],
    ['<iframe src="a.html">', 'link a.html'],
    ['<img src="a.png">', 'image a.png'],
    ['<embed src="a">', 'media a'],
    ['<object data="a">', 'media a'],
    ['<script src="a.js"></script>', 'script a.js'],
    ['<video src="a" poster="b">', 'media a|image b'],
    ['<audio src="a">', 'media a'],
    ['<video><source src="a"></video>', 'media a'],
    ['<video><track src="a"></video>', 'media a'],
    ['<link rel=stylesheet href="a.css">', 'sheet a.css'],
    ['<link rel=icon href="a.ico">', 'image a.ico'],
    ['<base href="a/">', 'other a/'],
    ['<blockquote cite="a">', 'other a'],
    ['<q cite="a">', 'other a'],
    ['<ins cite="a">', 'other a'],
    ['<del cite="a">', 'other a'],
    ['<body background="a.png">', 'image a.png'],
    ['<table background="a.png">', 'image a.png'],
    ['<img longdesc="a.html">', 'link a.html'],
    ['<meta http-equiv=refresh content="5; URL=a.html">', 'link a.html'],
    ['<svg><image href="a.png"/><use xlink:href="b.svg#c"/></svg>', 'image a.png|image b.svg#c'],
    ['<p style="background: url(a.png)">', 'image a.png'],
    ['<style>@import "a.css"; p { background: url( \'b.png\' ) }</style>', 'sheet a.css|image b.png'],
    ['<p title="a.html" data-href="b.html">', ''],
    ['<!-- <a href="a.html"> -->', ''],
    ['<textarea><a href="a.html"></textarea>', ''],
  ])('%s', (text, expected) => expect(urls(text).join('|')).toBe(expected))

  // HTML standard, "parse a srcset attribute": commas inside a URL belong to it, a comma at its end does not.
  it.each([
    ['a.png, b.png 2x', 'a.png|b.png'],
    ['a.png 100w,b.png 200w', 'a.png|b.png'],
    [' a,b.png 1x , c.png', 'a,b.png|c.png'],
    ['data:,x 1x, b.png', 'data:,x|b.png'],
    ['a.png (1,2) , b.png', 'a.png|b.png'],
    [',', ''],
  ])('srcset="%s"', (value, expected) =>
    expect(
      referencesIn(parsePage(`<img srcset="${value}">`))
        .map(({ url }) => url)
        .join('|'),
    ).toBe(expected),
  )

  it('tells a stylesheet’s addresses apart from other strings', () => {
    const text =
      '@charset "utf-8"; @namespace url(http://n); @import url("a.css") screen; @font-face { src: url(f.woff2), local("Not this") } p { content: "no.png"; background: image-set("b.png" 1x, url(c.png) 2x); cursor: url(d\\ e.cur) } /* url(x) */'
    expect(addressesIn(text).map(({ url, kind }) => `${kind} ${url}`)).toEqual([
      'sheet a.css',
      'font f.woff2',
      'image b.png',
      'image c.png',
      'image d e.cur',
    ])
  })
})

describe('names written with escapes (CSS Syntax 3, 4.3.4 and 4.3.7)', () => {
  it.each([
    ['p { background: u\\72l(a.png) }', 'a.png'],
    ['p { background: \\75 rl( "a.png" ) } b { background: url(b.png) }', 'a.png b.png'],
    ['@\\69mport "a.css";', 'a.css'],
    ['@import \\55R\\6c(a.css);', 'a.css'],
    ['p { background: image-\\73 et("a.png" 1x) }', 'a.png'],
    ['p { background: fou\\72l(a.png) }', ''],
  ])('%s', (text, expected) => {
    const found = addressesIn(text)
    expect(found.map(({ url }) => url).join(' ')).toBe(expected)
    for (const { url, from, to } of found) expect(text.slice(from, to)).toBe(url)
  })
})

describe('moving files', () => {
  const texts = {
    'index.html':
      '<a href="isles/a.html?x=1&amp;y=2#z">A</a> <a href=isles/>isles</a> <a href="/isles/a.html">r</a> <img src=\'images/My%20Boat.PNG\' srcset="images/My%20Boat.PNG 1x, images/b.png 2x"> <a href="https://e.example/isles/a.html">e</a> <a href="#isles/a.html">h</a>',
    'isles/a.html':
      '<!-- ../index.html -->\r\n<link rel=stylesheet href="../css/site.css"><a HREF = ../index.html>up</a><a href="a.html">me</a><a href="">none</a><p style="background: url(../images/b.png)"><style>p { background: url("../images/b.png") }</style>',
    'isles/index.html': '<a href="a.html">a</a><a href="./">here</a>',
    'css/site.css': '@import "more/x.css"; body { background: URL( "../images/b.png" ) } /* ../images/b.png */',
    'css/more/x.css': 'p { background: url(../../images/b.png) }',
  }
  const site = () => siteOf(texts, ['images/My Boat.PNG', 'images/b.png'])
  const moved = (...moves: [string, string][]) =>
    site().after(
      planMoves(
        site(),
        moves.map(([from, to]) => ({ from, to })),
      ),
    )

  it('leads every reference to the new place, in the spelling it had, and touches nothing else', () => {
    const after = moved(['isles/a.html', 'places/north/a.html'])
    expect(after.text('index.html')).toBe(
      texts['index.html']
        .replace('"isles/a.html?x', '"places/north/a.html?x')
        .replace('"/isles/a.html"', '"/places/north/a.html"'),
    )
    expect(after.text('places/north/a.html')).toBe(
      texts['isles/a.html']
        .replace('HREF = ../', 'HREF = ../../')
        .replaceAll('url(../images', 'url(../../images')
        .replace('"../css', '"../../css')
        .replace('url("../images', 'url("../../images'),
    )
    expect(after.text('isles/index.html')).toBe(
      texts['isles/index.html'].replace('"a.html"', '"../places/north/a.html"'),
    )
  })
  it('keeps a folder’s address as long as the file is its index', () => {
    const after = moved(['isles/index.html', 'places/index.html'])
    expect(after.text('index.html')).toContain('<a href=places/>')
    expect(after.text('places/index.html')).toBe('<a href="../isles/a.html">a</a><a href="./">here</a>')
    expect(moved(['isles/index.html', 'isles/all.html']).text('index.html')).toContain('<a href=isles/all.html>')
  })
  it('moves the sheet with its own addresses, and images with those in it', () => {
    const after = moved(
      ['css/site.css', 'looks/deep/site.css'],
      ['images/b.png', 'pictures/b c.png'],
      ['images/My Boat.PNG', 'images/my-boat.png'],
    )
    expect(after.sheetPath).toBe('looks/deep/site.css')
    expect(after.text('looks/deep/site.css')).toBe(
      '@import "../../css/more/x.css"; body { background: URL( "../../pictures/b%20c.png" ) } /* ../images/b.png */',
    )
    expect(after.text('css/more/x.css')).toContain('url(../../pictures/b%20c.png)')
    expect(after.text('index.html')).toContain(
      'src=\'images/my-boat.png\' srcset="images/my-boat.png 1x, pictures/b%20c.png 2x"',
    )
  })
  it('lets two files take each other’s names', () => {
    const after = moved(['isles/a.html', 'isles/index.html'], ['isles/index.html', 'isles/a.html'])
    expect(after.text('isles/index.html')).toContain('HREF = ../index.html')
    expect(after.text('index.html')).toContain('href="isles/index.html?x=1')
  })

  it('whatever moves wherever, every reference of every file leads where it led', () => {
    const paths = [...Object.keys(texts), 'images/My Boat.PNG', 'images/b.png']
    const leads = (model: ReturnType<typeof siteOf>, path: string) =>
      (path.endsWith('.css') ? addressesIn(model.text(path)) : referencesIn(model.page(path))).map(({ url }) => {
        const target = targetOf(path, url)
        return target.kind === 'site'
          ? model.files.has(target.path)
            ? target.path
            : ([`${target.path}index.html`, `${target.path}/index.html`].find((each) => model.files.has(each)) ??
              'nowhere')
          : target.kind
      })
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...paths), { minLength: 1, maxLength: 4 }),
        fc.array(fc.constantFrom('', 'x/', 'x/y z/', 'ä/', 'isles/'), { minLength: 4, maxLength: 4 }),
        (chosen, folders) => {
          const names = new Map(
            chosen.map((from, at) => [from, `${folders[at]!}moved-${at}${/\.[^.]*$/.exec(from)![0]}`]),
          )
          const before = site()
          const after = before.after(
            planMoves(
              before,
              [...names].map(([from, to]) => ({ from, to })),
            ),
          )
          const renamed = (path: string) => names.get(path) ?? path
          for (const path of Object.keys(texts))
            expect(leads(after, renamed(path)), path).toEqual(leads(before, path).map(renamed))
        },
      ),
      { numRuns: runs(200) },
    )
  })

  it('says what deleting would break', () => {
    expect(referrersTo(site(), new Set(['images/b.png'])).map(({ file, kind }) => `${file} ${kind}`)).toEqual([
      'index.html image',
      'isles/a.html image',
      'isles/a.html image',
      'css/site.css image',
      'css/more/x.css image',
    ])
    expect(referrersTo(site(), new Set(['isles/index.html'])).map(({ file }) => file)).toEqual(['index.html'])
  })
  it.each([
    ['', 'Give the file a name'],
    ['../x.html', 'leaves the site'],
    ['a//b.html', 'cannot be a file’s path'],
    ['isles/a.html', 'There is a file isles/a.html already'],
    ['Isles/A.html', 'capitals only'],
    ['index.txt', 'Keep the ending'],
  ])('refuses the name “%s” with a sentence', (to, words) =>
    expect(moveFault(site(), { from: 'index.html', to })).toContain(words),
  )
})

describe('names', () => {
  it.each([
    ['My Boat.PNG', 'my-boat.png'],
    ['Über uns & mehr.html', 'uber-uns-and-mehr.html'],
    ['a  b--c.html', 'a-b-c.html'],
    ['Straße #1 (neu).jpg', 'strasse-1-neu.jpg'],
    ['photo .jpeg', 'photo.jpeg'],
    ['ok-name_1.css', 'ok-name_1.css'],
  ])('%s is better called %s', (from, to) => expect(plainName(from)).toBe(to))
  it('are free, and need no better one themselves', () => {
    expect(betterPath('A b.png', (path) => ['a-b.png', 'a-b-2.png'].includes(path))).toBe('a-b-3.png')
    fc.assert(
      fc.property(
        fc.array(
          fc.string({ minLength: 1, maxLength: 12, unit: 'grapheme' }).filter((name) => !name.includes('/')),
          { minLength: 1, maxLength: 3 },
        ),
        (segments) => {
          const better = betterPath(segments.join('/'), () => false)
          expect(nameFault(better)).toBeNull()
          expect(betterPath(better, () => false)).toBe(better)
        },
      ),
    )
  })
})

it('the page’s tree is the parser’s own, also where end tags are written into places', () => {
  const text = '<!doctype html><p>a<div>b<table><tr><td>c<!-- d --></table></div><b><i>x</b>y</i>'
  const places = (node: {
    childNodes?: unknown[]
    tagName?: string
    sourceCodeLocation?: { startOffset: number; endOffset: number } | null
  }): string[] => [
    ...(node.tagName
      ? [
          `${node.tagName} ${node.sourceCodeLocation ? `${node.sourceCodeLocation.startOffset} ${node.sourceCodeLocation.endOffset}` : '-'}`,
        ]
      : []),
    ...((node.childNodes ?? []) as (typeof node)[]).flatMap(places),
  ]
  const theirs = places(parse(text, { sourceCodeLocationInfo: true }) as never)
  // The tag <i> makes two elements, of which here only the first has the place.
  expect(theirs.at(-1)).toBe('i 68 81')
  expect(
    parsePage(text).elements.map(({ tag, place }) => `${tag} ${place ? `${place.from} ${place.to}` : '-'}`),
  ).toEqual([...theirs.slice(0, -1), 'i -'])
  expect(parsePage(text).comments.map((comment) => comment.text)).toEqual([' d '])
})
