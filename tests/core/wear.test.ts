import fc from 'fast-check'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { mediaMatches } from '../../src/core/values/media.ts'
import { rivalsOf } from '../../src/core/edit/rivals.ts'
import { siteReach } from '../../src/core/model/reach.ts'
import { planAttach, wearOf } from '../../src/core/model/wear-summary.ts'
import { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { attachSheet } from '../../src/core/model/attach.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { wornCopy } from '../../src/core/markup/worn.ts'
import { wornSheet } from '../../src/core/sheet/worn-sheet.ts'
import type { WearContext } from '../../src/core/model/sheets-worn.ts'
import { wearReport } from '../../src/core/model/wear.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { fileInfo } from './model.ts'
import { runs } from '../runs.ts'

const viewport = { width: 1280, height: 800 }
const context = (sheet = 'p { color: red }'): WearContext => ({
  sheetPath: 'css/site.css',
  files: new Set(['css/site.css', 'css/print.css']),
  viewport,
  readSheet: (file) => parseSheet(file === 'css/site.css' ? sheet : ''),
})
const report = (file: string, text: string, sheet?: string) => wearReport(file, parsePage(text), context(sheet))
const attached = (file: string, text: string) => applySplices(text, attachSheet(parsePage(text), report(file, text)))

describe('does the page wear the sheet', () => {
  it.each([
    ['index.html', '<link rel="stylesheet" href="css/site.css">'],
    ['isles/a.html', '<LINK REL=StyleSheet HREF=../css/site.css?v=2>'],
    ['a.html', '<link rel="stylesheet" href="/css/site.css" media="screen and (min-width: 600px)">'],
    ['a.html', '<style>@import url(css/site.css) screen; p { top: 0 }</style>'],
    ['deep/a.html', '<base href="../"><link rel="stylesheet" href="css/site.css">'],
    ['a.html', '<link rel="stylesheet" href="./css/../css/site.css" type="text/css">'],
  ])('%s with %s wears it', (file, text) => expect(report(file, text).wears).toBe(true))

  it.each([
    ['a.html', '<title>x</title>', 'link-missing'],
    ['a.html', '<link href="css/site.css">', 'link-rel-missing'],
    ['a.html', '<link rel="icon" href="css/site.css">', 'link-rel-missing'],
    ['isles/a.html', '<link rel="stylesheet" href="css/site.css">', 'link-target-missing'],
    ['a.html', '<link rel="stylesheet" href="css/sit.css">', 'link-target-missing'],
    ['a.html', '<link rel="stylesheet" href="CSS/Site.css">', 'link-case-mismatch'],
    ['a.html', '<link rel="stylesheet" href="file:///C:/web/css/site.css">', 'link-local-path'],
    ['a.html', '<link rel="stylesheet" href="css/site.css" media="print">', 'link-not-worn'],
    ['a.html', '<link rel="stylesheet" href="css/site.css" disabled>', 'link-not-worn'],
    ['a.html', '<base href="isles/"><link rel="stylesheet" href="css/site.css">', 'link-target-missing'],
    ['a.html', '<!-- <link rel="stylesheet" href="css/site.css"> -->', 'link-missing'],
    ['a.html', '<link rel="stylesheet" href="https://elsewhere.example/css/site.css">', 'link-missing'],
  ])('%s with %s: %s, and attaching mends it', (file, text, id) => {
    const { wears, fault } = report(file, text)
    expect([wears, fault?.id]).toEqual([false, id])
    expect(fault!.message).toMatch(/^[A-Z“].*[.]$/)
    expect(report(file, attached(file, text)).wears).toBe(true)
  })
})

describe('attaching', () => {
  it('writes the right path for the folder, in the page’s own layout, and changes nothing else', () => {
    const page = '<!DOCTYPE html>\r\n<html>\r\n<head>\r\n\t<title>x</title>\r\n</head>\r\n<body></body></html>'
    expect(attached('deep/er/a.html', page)).toBe(
      page.replace('</title>', '</title>\r\n\t<link rel="stylesheet" href="../../css/site.css">'),
    )
    expect(attached('a.html', '<head><title>x</title></head>')).toBe(
      '<head><title>x</title><link rel="stylesheet" href="css/site.css"></head>',
    )
    expect(attached('a.html', '<p>x')).toBe('<link rel="stylesheet" href="css/site.css">\n<p>x')
    expect(attached('isles/a.html', "<link rel='stylesheet' href='css/site.css'>")).toBe(
      "<link rel='stylesheet' href='../css/site.css'>",
    )
    expect(attached('a.html', '<link href=css/site.css>')).toBe('<link href=css/site.css rel="stylesheet">')
  })

  it('makes any page whatever wear the sheet, by insertions and attribute changes only', () => {
    const piece = fc.constantFrom(
      '<!doctype html>',
      '<html>',
      '<head>',
      '</head>',
      '<title>t</title>',
      '<meta charset=utf-8>',
      '<style>p{top:0}</style>',
      '<body>',
      '<p>x',
      '<!-- c -->',
      '\n',
      'text',
      '<link rel=stylesheet href=css/sit.css>',
      '<link href="css/site.css">',
      '</html>',
      '\uFEFF',
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 9 }), (parts) => {
        const text = parts.join('')
        const after = attached('a.html', text)
        expect(report('a.html', after).wears).toBe(true)
        if (!/<link/.test(text))
          expect(
            after.replace(/\n?[ \t]*<link rel="stylesheet" href="css\/site\.css">\n?/, '').replace(/\n/g, ''),
          ).toBe(text.replace(/\n/g, ''))
      }),
      { numRuns: runs(500) },
    )
  })
})

describe('what beats the sheet', () => {
  it('tells embedded and inline declarations that win, and not those that lose or agree', () => {
    const head =
      '<link rel="stylesheet" href="css/site.css"><style>p { color: blue; top: 0 } .x { margin: 0 } h1 { color: red }</style>'
    const sheet = 'p { color: red } h1 { color: red } #x { margin-left: 1px } q { left: 0 !important }'
    const found = report(
      'a.html',
      `${head}<p>a<p style="color: green">b<h1>c</h1><div class=x id=x></div><q style="left: 1px">`,
      sheet,
    ).overridden
    expect(found.map(({ kind, property, element, count }) => [kind, property, element, count])).toEqual([
      ['embedded', 'color', 'p', 1],
      ['inline', 'color', 'p', 1],
    ])
  })

  it('counts what the demo site carries, for the demo’s honest faults', () => {
    const files = readdirSync('demo/vennor-isles', { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => path.relative('demo/vennor-isles', path.join(entry.parentPath, entry.name)))
    const textOf = (file: string) => readFileSync(path.join('demo/vennor-isles', file), 'utf8')
    const model = SiteSnapshot.empty(viewport)
      .withFiles(files.map(fileInfo), 'css/site.css')
      .withTexts(files.filter((each) => /\.(?:html|css)$/.test(each)).map((file) => [file, textOf(file)]))
    const faults = model.pagePaths.flatMap((page) =>
      wearOf(model, page).fault ? [[page, wearOf(model, page).fault!.id]] : [],
    )
    expect(faults.sort()).toEqual([
      ['isles/skerrow.html', 'link-target-missing'],
      ['notices.html', 'link-missing'],
    ])
    expect(wearOf(model, 'boats.html').inline).toBe(2)
    expect(wearOf(model, 'fares.html').overridden.map(({ property }) => property)).toEqual([
      'color',
      'background',
      'color',
      'padding-left',
    ])
    expect(siteReach(model, '.more').map(({ page, count }) => `${page} ${count}`)).toEqual([
      'index.html 3',
      'notices.html 3',
    ])
    expect(rivalsOf(model, 'h1', ['color'])).toEqual([
      { page: 'fares.html', kind: 'embedded', selector: 'h1', property: 'color', count: 1 },
    ])
    const attached = model.withTexts(
      planAttach(model, model.pagePaths).map(({ path: page, splices }) => [page, applySplices(textOf(page), splices)]),
    )
    expect(attached.pagePaths.every((page) => wearOf(attached, page).wears)).toBe(true)
  })
})

describe('media queries', () => {
  // Media Queries 4, sections 2.4, 3 and 4.
  it.each([
    ['', true],
    ['screen', true],
    ['print', false],
    ['not print', true],
    ['only screen and (min-width: 80em)', true],
    ['(max-width: 1279px)', false],
    ['(600px <= width < 1300px)', true],
    ['(orientation: landscape) and (min-width: 1px)', true],
    ['print, (width > 1in)', true],
    ['(unknown-thing)', false],
    ['not (unknown-thing)', false],
    ['(min-width: 1px) or (unknown)', true],
    ['(aspect-ratio > 16/11)', true],
  ])('the query “%s” on 1280 × 800: %s', (query, expected) => expect(mediaMatches(query, viewport)).toBe(expected))
})

describe('the copy a frame gets', () => {
  const worn = (text: string) =>
    applySplices(
      text,
      wornCopy(text, { bridge: '<script src=b></script>', root: '/wear/s/l/', self: 'http://h/wear/s/l/' }),
    )
  it('puts the bridge before everything a page can say, whatever the page', () => {
    expect(worn('<!doctype html><html><head><script>1</script>')).toBe(
      '<!doctype html><html><head><script src=b></script><script>1</script>',
    )
    expect(worn('<!doctype html><p>x')).toBe('<!doctype html><script src=b></script><p>x')
    expect(worn('<!-- never closed')).toBe('<script src=b></script><!-- never closed')
  })
  it('keeps the meaning of a policy the page sets for itself', () => {
    expect(
      worn(`<head><meta http-equiv="Content-Security-Policy" content="default-src 'self'; img-src 'self' data:">`),
    ).toContain(`content="default-src http://h/wear/s/l/; img-src http://h/wear/s/l/ data:"`)
    expect(worn(`<head><meta name=description content="'self'">`)).toContain(`content="'self'"`)
  })
  it('takes refreshes and resource hints out of action and leads “/” to the site', () => {
    const copy = worn(
      '<head><meta http-equiv=refresh content="0;url=/api"><link rel=preconnect href=//x.example><link rel=stylesheet href="/css/a.css"><style>p{background:url(/i.png)}</style><img src="/i.png"><a href="/b.html">',
    )
    expect(copy).toContain('<meta data-attire-http-equiv=refresh')
    expect(copy).toContain('<link data-attire-rel=preconnect')
    expect(copy).toContain('<link crossorigin="" rel=stylesheet href="/wear/s/l/css/a.css">')
    expect(copy).toContain('url(/wear/s/l/i.png)')
    expect(copy).toContain('<img src="/wear/s/l/i.png"><a href="/b.html">')
    expect(
      applySplices(
        '@import "/a.css"; p { background: url( "/x" ), url(//y) }',
        wornSheet('@import "/a.css"; p { background: url( "/x" ), url(//y) }', '/r/'),
      ),
    ).toBe('@import "/r/a.css"; p { background: url( "/r/x" ), url(//y) }')
  })
})
