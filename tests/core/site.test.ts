import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chooseSheet } from '../../src/core/site/choose-sheet.ts'
import { closestName, comparePages, pathFault, relativeReference, targetOf } from '../../src/core/paths/paths.ts'
import { removeDotSegments, resolveReference } from '../../src/core/paths/url.ts'

// RFC 3986, section 5.4.1 "Normal Examples" and 5.4.2 "Abnormal Examples" (strict).
const BASE = 'http://a/b/c/d;p?q'
const EXAMPLES: [string, string][] = [
  ['g:h', 'g:h'],
  ['g', 'http://a/b/c/g'],
  ['./g', 'http://a/b/c/g'],
  ['g/', 'http://a/b/c/g/'],
  ['/g', 'http://a/g'],
  ['//g', 'http://g'],
  ['?y', 'http://a/b/c/d;p?y'],
  ['g?y', 'http://a/b/c/g?y'],
  ['#s', 'http://a/b/c/d;p?q#s'],
  ['g#s', 'http://a/b/c/g#s'],
  ['g?y#s', 'http://a/b/c/g?y#s'],
  [';x', 'http://a/b/c/;x'],
  ['g;x', 'http://a/b/c/g;x'],
  ['g;x?y#s', 'http://a/b/c/g;x?y#s'],
  ['', 'http://a/b/c/d;p?q'],
  ['.', 'http://a/b/c/'],
  ['./', 'http://a/b/c/'],
  ['..', 'http://a/b/'],
  ['../', 'http://a/b/'],
  ['../g', 'http://a/b/g'],
  ['../..', 'http://a/'],
  ['../../', 'http://a/'],
  ['../../g', 'http://a/g'],
  ['../../../g', 'http://a/g'],
  ['../../../../g', 'http://a/g'],
  ['/./g', 'http://a/g'],
  ['/../g', 'http://a/g'],
  ['g.', 'http://a/b/c/g.'],
  ['.g', 'http://a/b/c/.g'],
  ['g..', 'http://a/b/c/g..'],
  ['..g', 'http://a/b/c/..g'],
  ['./../g', 'http://a/b/g'],
  ['./g/.', 'http://a/b/c/g/'],
  ['g/./h', 'http://a/b/c/g/h'],
  ['g/../h', 'http://a/b/c/h'],
  ['g;x=1/./y', 'http://a/b/c/g;x=1/y'],
  ['g;x=1/../y', 'http://a/b/c/y'],
  ['g?y/./x', 'http://a/b/c/g?y/./x'],
  ['g?y/../x', 'http://a/b/c/g?y/../x'],
  ['g#s/./x', 'http://a/b/c/g#s/./x'],
  ['g#s/../x', 'http://a/b/c/g#s/../x'],
  ['http:g', 'http:g'],
]

describe('references', () => {
  it.each(EXAMPLES)('RFC 3986, 5.4: %j', (reference, expected) =>
    expect(resolveReference(BASE, reference)).toBe(expected),
  )

  it('RFC 3986, 5.2.4: dot segments', () => {
    expect([removeDotSegments('/a/b/c/./../../g'), removeDotSegments('mid/content=5/../6')]).toEqual(['/a/g', 'mid/6'])
  })

  const segment = fc.stringMatching(/^[a-zA-Z0-9 _%#?.:äö&'()-]{1,8}$/).filter((name) => !/^\.+$/.test(name))
  const path = fc.array(segment, { minLength: 1, maxLength: 4 }).map((segments) => segments.join('/'))
  it('a relative reference leads back to its file, from any page to any file', () => {
    fc.assert(
      fc.property(path, path, (from, to) => {
        fc.pre(!to.startsWith(`${from}/`))
        expect(targetOf(from, relativeReference(from, to))).toEqual({ kind: 'site', path: to, rooted: false })
        // The platform's own URL resolution agrees.
        const here = new URL(from.split('/').map(encodeURIComponent).join('/'), 'http://site/')
        expect(decodeURIComponent(new URL(relativeReference(from, to), here).pathname)).toBe(`/${to}`)
      }),
    )
  })

  it('tells what a reference points at', () => {
    expect(targetOf('isles/a.html', '../css/site.css')).toMatchObject({ kind: 'site', path: 'css/site.css' })
    expect(targetOf('isles/a.html', '/css/site.css?v=2')).toMatchObject({ path: 'css/site.css', rooted: true })
    expect(
      ['#x', 'mailto:a@b', '//host/x', 'file:///c/x.css', 'C:\\site\\x.css'].map(
        (each) => targetOf('a.html', each).kind,
      ),
    ).toEqual(['self', 'elsewhere', 'elsewhere', 'local', 'local'])
  })
})

describe('paths', () => {
  it('tells paths that leave the folder from paths that cannot be used', () => {
    expect(['../a', 'a/../../b', '/etc/x', 'C:/x', '\\x', 'a\\..\\b'].map(pathFault)).toEqual(Array(6).fill('leaves'))
    expect(['', 'a//b', './a', 'a\0b', 'x'.repeat(300)].map(pathFault)).toEqual(Array(5).fill('unusable'))
    expect(['index.html', 'a b/Ü.html', '.well-known/x'].map(pathFault)).toEqual([null, null, null])
  })

  it('puts index first and the top folder before subfolders', () => {
    expect(['isles/b.html', 'z.html', 'isles/index.html', 'index.html', 'a.html'].sort(comparePages)).toEqual([
      'index.html',
      'a.html',
      'z.html',
      'isles/index.html',
      'isles/b.html',
    ])
  })

  it('finds the nearest name, but not a far one', () => {
    expect(closestName('css/sit.css', ['css/site.css', 'css/print.css'])).toBe('css/site.css')
    expect(closestName('theme.css', ['css/site.css'])).toBeNull()
  })

  it('takes slashes in a row for one, as servers do (common practice)', () => {
    for (const [from, reference, path] of [
      ['index.html', 'images//left.png', 'images/left.png'],
      ['a/b.html', '..//images///left.png', 'images/left.png'],
      ['a/b.html', '/images//', 'images/'],
    ] as const)
      expect(targetOf(from, reference)).toMatchObject({ kind: 'site', path })
  })

  it('takes the stylesheet most pages link to as the sheet', () => {
    const page = (path: string, href: string) => ({ path, text: `<link rel=stylesheet href="${href}">` })
    expect(
      chooseSheet(
        ['a.css', 'css/site.css'],
        [page('i.html', 'css/site.css'), page('b/j.html', '../css/site.css'), page('k.html', 'a.css')],
      ),
    ).toBe('css/site.css')
    expect(chooseSheet(['a.css', 'css/site.css'], [page('b/i.html', 'css/Site.css')])).toBe('css/site.css')
    expect(chooseSheet(['x.png'], [])).toBeNull()
    // What is for print, kept aside or switched off is not what a screen wears (HTML standard, 4.6.7.9).
    const linked = (...links: string[]) => [{ path: 'index.html', text: links.join('') }]
    for (const other of ['media="print"', 'rel="alternate stylesheet"', 'disabled', 'media="speech"'])
      expect(
        chooseSheet(
          ['print.css', 'style.css'],
          linked(`<link rel="stylesheet" href="style.css">`, `<link ${other} rel="stylesheet" href="print.css">`),
        ),
      ).toBe('style.css')
  })
})
