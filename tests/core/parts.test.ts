import fc from 'fast-check'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { findingsIn, planFix } from '../../src/core/fit/check.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { counterpart, wrapElement, wrapFault } from '../../src/core/markup/wrap.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { HtmlValidate } from 'html-validate'
import { NO_CHANGE } from '../../src/core/site/change.ts'
import { navigationsOf, planNavEdit, type NavEdit } from '../../src/core/site/nav-edit.ts'
import { newPageText } from '../../src/core/site/new-page.ts'
import { adaptBlock, canonicalBlock, likeness, partName, partsIn } from '../../src/core/site/parts.ts'
import { reindent } from '../../src/core/site/reindent.ts'
import { planPart, planShare, planUnshare, type PartOutcome } from '../../src/core/site/share.ts'
import { newPage, newSheet } from '../../src/core/site/skeleton.ts'
import { fileDoc } from '../../src/core/site/step.ts'
import { weightOf } from '../../src/core/site/weights.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { siteOf } from './model.ts'

const FOLDER = 'demo/vennor-isles'
const demoTexts = Object.fromEntries(
  readdirSync(FOLDER, { recursive: true, withFileTypes: true })
    .filter((entry) => /\.(?:html|css)$/.test(entry.name))
    .map((entry) => {
      const file = path.join(entry.parentPath, entry.name)
      return [path.relative(FOLDER, file), readFileSync(file, 'utf8')]
    }),
)
const IMAGES = ['mark', 'quay', 'hallin', 'skerrow', 'marigold', 'petrel'].map((name) => `images/${name}.svg`)
const demo = (change: Record<string, string> = {}) =>
  siteOf({ ...demoTexts, ...change }, [...IMAGES, 'images/night-crossing.png'])
const carried = (site: SiteSnapshot, outcomes: readonly PartOutcome[]) =>
  site.after({ ...NO_CHANGE, texts: outcomes.map(({ page, splices }) => ({ doc: fileDoc(page), splices })) })
const elementOf = (site: SiteSnapshot, file: string, tag: string) =>
  site.page(file).elements.find((element) => element.tag === tag)!
const shared = (site: SiteSnapshot, tag: string, file = 'index.html', name = tag) =>
  carried(site, planShare(site, { page: file, index: elementOf(site, file, tag).index, name }).outcomes)
const driftOf = (site: SiteSnapshot) =>
  findingsIn(site)
    .filter(({ rule }) => rule === 'part-drift')
    .map(({ file }) => file)

describe('sharing a block', () => {
  it('only marks pages that agree already: their blocks stay byte for byte', () => {
    const site = demo()
    const { outcomes } = planShare(site, {
      page: 'index.html',
      index: elementOf(site, 'index.html', 'header').index,
      name: 'header',
    })
    expect(outcomes.map(({ state }) => state)).toEqual(Array(8).fill('marked'))
    for (const file of site.pagePaths)
      expect(
        carried(site, outcomes)
          .text(file)
          .replace(/ *<!-- (?:end of )?shared part: header -->\n/g, ''),
      ).toBe(site.text(file))
  })
  it('gives pages that differ the block with their own addresses, marker and indentation, and says how each differs', () => {
    const old = demoTexts['isles/hallin.html']!.replace('<li><a href="../fares.html">Fares</a></li>\n', '')
      .replace(/^( *)(?=<)/gm, '$1$1')
      .replaceAll('\n', '\r\n')
    const site = demo({
      'isles/hallin.html': old,
      'contact.html': demoTexts['contact.html']!.replace(/<header[\s\S]*<\/header>/, ''),
    })
    const { outcomes } = planShare(site, {
      page: 'index.html',
      index: elementOf(site, 'index.html', 'header').index,
      name: 'header',
    })
    const state = Object.fromEntries(outcomes.map((outcome) => [outcome.page, outcome.state]))
    expect([state['isles/hallin.html'], state['contact.html'], state['boats.html']]).toEqual([
      'changed',
      'lacks',
      'marked',
    ])
    const after = carried(site, outcomes).text('isles/hallin.html')
    expect(after).toContain('<li><a href="../fares.html">Fares</a></li>\r\n')
    expect(after).toContain('<li><a href="hallin.html" aria-current="page">Hallin</a></li>')
    expect(after).not.toMatch(/[^\r]\n/)
    expect(after).toContain('<li><a href="../index.html">Home</a></li>')
    expect(driftOf(carried(site, outcomes))).toEqual([])
  })
  it('leaves out pages on request, and pages whose encoding cannot hold the part', () => {
    const plain = demo({ 'boats.html': demoTexts['boats.html']!.replace('>Fares<', '>Preise<') })
    const site = plain
      .withFiles(
        [...plain.files.values()].map((file) =>
          file.path === 'boats.html' ? { ...file, encoding: 'windows-1251' as const } : file,
        ),
        'css/site.css',
      )
      .withText('index.html', demoTexts['index.html']!.replace('>Fares<', '>Fährpreise<'))
    const { outcomes } = planShare(site, {
      page: 'index.html',
      index: elementOf(site, 'index.html', 'nav').index,
      name: 'nav',
      pages: site.pagePaths.filter((each) => each !== 'fares.html'),
    })
    expect(outcomes.filter(({ state }) => state === 'skipped').map(({ page, why }) => `${page}: ${why}`)).toEqual([
      'boats.html: “ä” cannot be written into boats.html, which is stored as windows-1251. Write &#228; instead.',
      'fares.html: Left out by you.',
    ])
  })
  it('goes into pages that lack it, when it is wanted there, with its marks', () => {
    const site = demo({ 'contact.html': demoTexts['contact.html']!.replace(/ *<header[\s\S]*<\/header>\n/, '') })
    const { outcomes } = planShare(site, {
      page: 'isles/hallin.html',
      index: elementOf(site, 'isles/hallin.html', 'header').index,
      name: 'header',
      into: ['contact.html'],
    })
    expect(outcomes.find(({ page }) => page === 'contact.html')).toMatchObject({ state: 'inserted', why: '' })
    const after = carried(site, outcomes)
    expect(after.text('contact.html').replace(/ *<!-- (?:end of )?shared part: header -->\n/g, '')).toBe(
      demoTexts['contact.html'],
    )
    expect(driftOf(after)).toEqual([])
  })
  it('can be taken back: the marks go, and the pages are what they were', () => {
    const site = demo()
    const marked = shared(site, 'header')
    const back = marked.after({ ...NO_CHANGE, texts: planUnshare(marked, 'header') })
    for (const file of site.pagePaths) expect(back.text(file), file).toBe(site.text(file))
  })
})

describe('a shared part', () => {
  const site = shared(shared(demo(), 'header'), 'footer')
  it('edited once is rewritten everywhere; what agrees already stays as it is', () => {
    const block = partsIn(site.page('isles/hallin.html')).find(({ name }) => name === 'header')!.block!
    const text = site.text('isles/hallin.html').slice(block.from, block.to)
    expect(planPart(site, 'header', { path: 'isles/hallin.html', text }).map(({ state }) => state)).toEqual(
      Array(8).fill('same'),
    )
    const outcomes = planPart(site, 'header', {
      path: 'isles/hallin.html',
      text: text.replace('Contact</a>', 'Find us</a>').replace('../notices.html', '../notices.html?all#top'),
    })
    expect(outcomes.map(({ state }) => state)).toEqual(Array(8).fill('changed'))
    const after = carried(site, outcomes)
    expect(after.text('contact.html')).toContain('<li><a href="contact.html" aria-current="page">Find us</a></li>')
    expect(after.text('index.html')).toContain('<a href="notices.html?all#top">')
    expect(after.text('index.html').match(/aria-current="page"/g)).toHaveLength(1)
    expect(driftOf(after)).toEqual([])
  })
  it('that was changed by hand on one page is found, and put back as the others have it', () => {
    const drifted = site.withText('fares.html', site.text('fares.html').replace('Pier Office,', 'Office,'))
    expect(driftOf(drifted)).toEqual(['fares.html'])
    const back = drifted.after(
      planFix(
        drifted,
        findingsIn(drifted).filter(({ rule }) => rule === 'part-drift'),
      ),
    )
    expect(back.text('fares.html')).toBe(site.text('fares.html'))
  })
  it('without its closing comment is skipped with the reason, and nothing of the page is lost', () => {
    const broken = site.withText(
      'fares.html',
      site.text('fares.html').replace('<!-- end of shared part: header -->', ''),
    )
    const outcome = planPart(broken, 'header', { path: 'index.html', text: '<header>new</header>' }).find(
      ({ page }) => page === 'fares.html',
    )!
    expect([outcome.state, outcome.why, outcome.splices]).toEqual([
      'skipped',
      'The comment that ends the part is missing here: <!-- end of shared part: header -->',
      [],
    ])
  })
  it('means nothing to browsers: the marked pages are as valid as they were', () => {
    const validator = new HtmlValidate({ extends: ['html-validate:standard'], rules: { 'no-inline-style': 'off' } })
    const valid = (text: string) => validator.validateStringSync(text).results.flatMap(({ messages }) => messages)
    for (const file of site.pagePaths) expect(valid(site.text(file)), file).toEqual([])
  })
})

describe('blocks', () => {
  const exists = (file: string) => file in demoTexts || IMAGES.includes(file)
  it('have one form for all pages, and come back unchanged from a journey through other folders', () => {
    const header = (file: string) => ({ path: file, text: /<header[\s\S]*<\/header>/.exec(demoTexts[file]!)![0] })
    const shape = { marks: true, indent: '  ', eol: '\n' }
    const forms = new Set(
      Object.keys(demoTexts)
        .filter((file) => file.endsWith('.html'))
        .map((file) => canonicalBlock(header(file), exists)),
    )
    expect(forms.size).toBe(1)
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(demoTexts).filter((file) => file.endsWith('.html'))),
        fc.constantFrom('index.html', 'isles/hallin.html', 'isles/deep/er/x.html'),
        (from, by) => {
          const there = { path: by, text: adaptBlock(header(from), by, exists, shape) }
          expect(adaptBlock(there, from, exists, shape)).toBe(header(from).text)
        },
      ),
    )
  })
  it('move in and out with their indentation', () => {
    expect(reindent('<p>\n      a\n\n    </p>', '\t', '\r\n')).toBe('<p>\r\n\t  a\r\n\r\n\t</p>')
    expect(reindent('<p>x</p>', '    ', '\n')).toBe('<p>x</p>')
  })
  it('are like each other by what they have in common (Dice’s coefficient)', () => {
    expect([likeness('<a> b c', '<a> b c'), likeness('<a> b', '<a> c'), likeness('a', 'b')]).toEqual([1, 0.5, 0])
  })
  it('have names that cannot end a comment', () => expect(partName(' a -->  b <x> ')).toBe('a - b x'))
})

describe('the links of a navigation', () => {
  const words = (site: SiteSnapshot, file: string) => navigationsOf(site, file)[0]!.links.map((link) => link.words)
  const edited = (site: SiteSnapshot, file: string, edit: NavEdit) =>
    carried(site, planNavEdit(site, file, navigationsOf(site, file)[0]!.index, edit))
  it('tell where they lead, and which lead nowhere', () => {
    const site = demo({
      'index.html': demoTexts['index.html']!.replace('href="fares.html">Fares', 'href="#">Fares').replace(
        'href="boats.html">Boats',
        'href="ships.html">Boats',
      ),
    })
    expect(navigationsOf(site, 'index.html')[0]!.links.map(({ file, state }) => file ?? state)).toEqual([
      'index.html',
      'timetable.html',
      'placeholder',
      'broken',
      'isles/hallin.html',
      'isles/skerrow.html',
      'notices.html',
      'contact.html',
    ])
  })
  it('change order, words and targets, come and go, and nothing around them changes', () => {
    const site = demo()
    const after = edited(site, 'index.html', { kind: 'move', from: 0, to: 2 })
    expect(words(after, 'index.html').slice(0, 3)).toEqual(['Timetable', 'Fares', 'Home'])
    expect(edited(after, 'index.html', { kind: 'move', from: 2, to: 0 }).text('index.html')).toBe(
      site.text('index.html'),
    )
    expect(
      edited(site, 'isles/hallin.html', { kind: 'target', at: 1, file: 'isles/skerrow.html' }).text(
        'isles/hallin.html',
      ),
    ).toBe(site.text('isles/hallin.html').replace('"../timetable.html">Timetable', '"skerrow.html">Timetable'))
    expect(edited(site, 'index.html', { kind: 'words', at: 1, words: 'When & where' }).text('index.html')).toBe(
      site.text('index.html').replace('>Timetable<', '>When &amp; where<'),
    )
    const more = edited(site, 'contact.html', { kind: 'add', words: 'Log', file: 'notices.html' })
    expect(more.text('contact.html')).toContain(
      'aria-current="page">Contact</a></li>\n        <li><a href="notices.html">Log</a></li>\n',
    )
    expect(edited(more, 'contact.html', { kind: 'remove', at: 8 }).text('contact.html')).toBe(site.text('contact.html'))
  })
  it('in a shared part change on every page that shares it', () => {
    const after = edited(shared(demo(), 'nav'), 'isles/skerrow.html', { kind: 'move', from: 7, to: 0 })
    for (const file of after.pagePaths) expect(words(after, file)[0], file).toBe('Contact')
    expect(after.text('contact.html')).toContain('<a href="contact.html" aria-current="page">Contact</a>')
    expect(driftOf(after)).toEqual([])
  })
})

describe('wrapping', () => {
  const wrap = (text: string, tag: string, wrapper: Parameters<typeof wrapElement>[2], caption = '') => {
    const page = parsePage(text)
    return applySplices(
      text,
      wrapElement(
        page,
        page.elements.find((element) => element.tag === tag)!,
        wrapper,
        caption,
      ),
    )
  }
  it('puts an element into another one, in the page’s own layout', () => {
    expect(wrap('<body>\n  <ul>\n    <li>a</li>\n  </ul>\n</body>', 'ul', 'nav')).toBe(
      '<body>\n  <nav>\n    <ul>\n      <li>a</li>\n    </ul>\n  </nav>\n</body>',
    )
    expect(wrap('<div><img src=a> x</div>', 'img', 'figure', 'A & b')).toBe(
      '<div><figure><img src=a><figcaption>A &amp; b</figcaption></figure> x</div>',
    )
    expect(wrap('<body>\r\n\t<pre>\r\n a\r\n</pre>\r\n', 'pre', 'section')).toBe(
      '<body>\r\n\t<section>\r\n\t\t<pre>\r\n a\r\n</pre>\r\n\t</section>\r\n',
    )
  })
  it.each([
    ['<p><em>x</em></p>', 'em', 'section', 'cannot hold'],
    ['<ul><li>x</ul>', 'li', 'nav', 'fixed place'],
    ['<main>a</main><div>b</div>', 'div', 'main', 'a <main> already'],
    ['<nav><ul></ul></nav>', 'ul', 'nav', 'in a <nav> already'],
  ] as const)('%s: <%s> in <%s> is refused', (text, tag, wrapper, words) => {
    const page = parsePage(text)
    expect(
      wrapFault(
        page,
        page.elements.find((element) => element.tag === tag)!,
        wrapper,
      ),
    ).toContain(words)
  })
  it('finds the element in the same place of other pages', () => {
    const element = parsePage('<main><p>a</p><p>b</p></main>').elements.filter(({ tag }) => tag === 'p')[1]!
    expect(counterpart(parsePage('<title>x</title><main><p>1</p><h2>h</h2><p>2</p></main>'), element)?.position).toBe(2)
    expect(counterpart(parsePage('<main><p>1</p></main>'), element)).toBeNull()
  })
})

describe('new pages and sites', () => {
  const fit = (site: SiteSnapshot, file: string) =>
    findingsIn(site)
      .filter((finding) => finding.file === file)
      .map(({ rule, message }) => `${rule}: ${message}`)
  it('a site begun from nothing has no finding at all', () => {
    const pages = [
      { path: 'index.html', title: 'Home' },
      { path: 'boats.html', title: 'Boats & oars' },
      { path: 'isles/index.html', title: 'Isles' },
    ]
    const texts = Object.fromEntries(
      pages.map((page) => [
        page.path,
        newPage(page, { sheetPath: 'look/site.css', siteName: 'Ferry <Line>', lang: 'en', pages }),
      ]),
    )
    const site = siteOf({ ...texts, 'look/site.css': newSheet('Ferry */ Line') }, [], 'look/site.css')
    expect(findingsIn(site)).toEqual([])
    expect(texts['isles/index.html']).toContain('<link rel="stylesheet" href="../look/site.css">')
    expect(texts['isles/index.html']).toContain('<li><a href="index.html" aria-current="page">Isles</a></li>')
  })
  it.each(['empty', 'copy', 'frame'] as const)(
    'a page begun as %s wears the sheet in its folder and leads where it should',
    (kind) => {
      const site = shared(shared(demo(), 'header'), 'footer')
      const text = newPageText(
        site,
        'isles/deep/vik.html',
        'Vik & Holm',
        kind === 'empty' ? { kind } : { kind, of: 'timetable.html' },
        'Vennor Isles Ferry',
      )
      const after = site.after({ ...NO_CHANGE, creates: [{ path: 'isles/deep/vik.html', text }] })
      expect(
        fit(after, 'isles/deep/vik.html').filter((each) => kind !== 'empty' || !each.startsWith('region')),
      ).toEqual([])
      expect(text).toContain('<title>Vik &amp; Holm – Vennor Isles Ferry</title>')
      expect(text).toContain('<h1>Vik &amp; Holm</h1>')
      if (kind === 'empty') return
      expect(text).toContain('<li><a href="../../timetable.html">Timetable</a></li>')
      expect([
        text.match(/shared part: header/g)?.length,
        text.match(/<main>/g)?.length,
        /aria-current/.test(text),
      ]).toEqual([2, 1, false])
    },
  )
  it('a frame without shared parts takes the other page’s own header and footer', () => {
    const text = newPageText(demo(), 'vik.html', 'Vik', { kind: 'frame', of: 'isles/hallin.html' }, 'Ferry')
    expect(text).toContain('<link rel="stylesheet" href="css/site.css">')
    expect(fit(demo().after({ ...NO_CHANGE, creates: [{ path: 'vik.html', text }] }), 'vik.html')).toEqual([])
    expect(text).toMatch(/<header[\s\S]*<main>\n {4}<h1>Vik<\/h1>\n {2}<\/main>[\s\S]*<footer/)
  })
})

it('a page weighs what a browser loads for it, each file once', () => {
  const site = siteOf(
    {
      'index.html':
        '<link rel=stylesheet href=css/site.css><link rel=stylesheet href="css/site.css"><img src="images/ä.png"><img src="images/ä.png"><a href="b.html">é</a><script src=a.js></script>',
      'b.html': '',
      'css/site.css': '@import "x.css"; @font-face { src: url(../f.woff2) }',
      'css/x.css': 'p { background: url(../images/ä.png) }',
    },
    [
      { path: 'images/ä.png', size: 700, pixels: null },
      { path: 'f.woff2', size: 50, pixels: null },
      { path: 'a.js', size: 9, pixels: null },
    ],
  )
  const { bytes } = weightOf(site, 'index.html')
  expect(bytes).toEqual({
    markup: Buffer.byteLength(site.text('index.html')),
    sheets: Buffer.byteLength(site.text('css/site.css') + site.text('css/x.css')),
    images: 700,
    fonts: 50,
    other: 9,
  })
})
