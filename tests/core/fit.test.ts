import fc from 'fast-check'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it, vi } from 'vitest'
import { findingsIn, FitCheck, planFix } from '../../src/core/fit/check.ts'
import type { Finding } from '../../src/core/fit/finding.ts'
import { RULES, ruleNamed } from '../../src/core/fit/rules/index.ts'
import type { RememberedPage } from '../../src/core/model/page-memory.ts'
import type { FileInfo } from '../../src/core/site/view.ts'
import { siteOf } from './model.ts'
import { runs } from '../runs.ts'

/** A page without fault, with what a test puts into its head and body; `up` is the way to the top folder. */
const page = (body = '', head = '', up = '') =>
  `<!doctype html>\n<html lang="en">\n<head>\n  <meta charset="utf-8">\n  <meta name="viewport" content="width=device-width, initial-scale=1">\n  <title>T</title>\n  <link rel="stylesheet" href="${up}css/site.css">\n${head}</head>\n<body>\n  <main>\n    <h1>T</h1>\n${body}  </main>\n</body>\n</html>\n`
const SHEET = 'p { margin: 0 }\n'
const files = (body = '', head = '') => ({ 'index.html': page(body, head), 'css/site.css': SHEET })
const found = (texts: Record<string, string>, others: (string | FileInfo)[] = []) => findingsIn(siteOf(texts, others))
const brief = (texts: Record<string, string>, others?: (string | FileInfo)[]) =>
  found(texts, others).map(({ rule, file }) => `${rule} ${file}`)
const image = (name: string, size: number, width: number, height: number): FileInfo => ({
  path: name,
  size,
  pixels: { width, height },
})

describe('the rules of the fit check', () => {
  it('are all there, by their ids, with words for people', () => {
    expect(RULES.map(({ id }) => id).sort()).toEqual([
      'at-rule-misplaced',
      'contrast-low',
      'css-syntax',
      'declaration-beaten',
      'doctype-missing',
      'embedded-styles',
      'fallback-missing',
      'float-uncleared',
      'focus-missing',
      'font-unavailable',
      'id-repeated',
      'image-alt-missing',
      'image-heavy',
      'image-missing',
      'image-oversized',
      'image-size-unset',
      'important-unneeded',
      'index-missing',
      'inline-style',
      'lang-missing',
      'left-out',
      'link-case-mismatch',
      'link-extra-sheet',
      'link-local-path',
      'link-missing',
      'link-outside-head',
      'link-rel-missing',
      'link-target-missing',
      'link-unchecked',
      'link-undistinguished',
      'loose-text',
      'markup-in-sheet',
      'markup-invalid',
      'markup-obsolete',
      'motion-unreduced',
      'name-capitals',
      'name-spaces',
      'page-link-broken',
      'page-link-placeholder',
      'page-overflow',
      'part-drift',
      'prefix-missing',
      'prefix-unneeded',
      'property-repeated',
      'property-unknown',
      'region-missing',
      'repetition',
      'row-overflow',
      'rule-repeated',
      'selector-invalid',
      'selector-unmatched',
      'sheet-overridden',
      'shorthand-resets',
      'state-order',
      'support-limited',
      'target-small',
      'title-missing',
      'transition-slow',
      'value-invalid',
      'viewport-missing',
    ])
    for (const { title, explanation } of RULES) expect([title, explanation].join()).toMatch(/^[A-Z].*[^.],[A-Z].*\.$/s)
  })

  it('stand in the documentation as they are', () => {
    const rows = [
      ...readFileSync('docs/fit-check.md', 'utf8').matchAll(
        /^\| `([\w-]+)` \| (error|warning|note) \| ([^|]*) \| (\w*) \|$/gm,
      ),
    ].map(([, id, severity, title, fix]) => [id, severity, title, fix === 'yes'])
    expect(rows).toEqual(RULES.map(({ id, severity, title, fix }) => [id, severity, title, fix !== undefined]))
  })

  it('find nothing on a clean site', () => {
    const frame = (up: string, main: string) =>
      `<header><nav><ul><li><a href="${up}index.html">Home</a></li><li><a href="${up}isles/">Isles</a></li></ul></nav></header>\n${main}<footer>Just words</footer>`
    const texts: Record<string, string> = {
      'css/site.css':
        '@media print { p { color: black } }\np { margin: 0; background: url(../images/a.png) }\n@font-face { font-family: x; src: url("../fonts/x.woff2") }\nimg { max-width: 100%; height: auto }',
    }
    for (const [name, up] of [
      ['index.html', ''],
      ['about.html', ''],
      ['isles/index.html', '../'],
      ['isles/north.html', '../'],
    ] as const) {
      texts[name] = page('', '', up)
        .replace('<main>', `${frame(up, '<main>').replace('<footer>Just words</footer>', '')}`)
        .replace(
          '</main>',
          `<p>Words &amp; more words. <a href="#here">down</a> <a href="https://elsewhere.example/">away</a> <a href="mailto:a@b.example">post</a></p><p id="here"><img src="${up}images/a.png" alt="" width="40" height="30"><picture><source srcset="${up}images/a.png 2x"><img src="${up}images/a.png" alt="A" width="4" height="3"></picture></p><form action="#" method="post"><label>Name <input name="n"></label></form><table><caption>c</caption><tbody><tr><td>1</td></tr></tbody></table><svg viewBox="0 0 1 1"><path d="M0 0"/></svg></main><footer>Just words</footer>`,
        )
    }
    expect(
      found(texts, [image('images/a.png', 9000, 900, 675), 'fonts/x.woff2', 'README.md', 'LICENSE', 'robots.txt']).map(
        ({ rule, message }) => `${rule}: ${message}`,
      ),
    ).toEqual([])
  })

  const LINK = '<link rel="stylesheet" href="css/site.css">'
  const linked = (link: string) => ({ 'index.html': page().replace(LINK, link), 'css/site.css': SHEET })
  it.each<[string, Record<string, string>, string]>([
    ['link-missing', linked(''), 'No link to the sheet'],
    ['link-rel-missing', linked('<link href="css/site.css">'), 'lacks rel="stylesheet"'],
    ['link-rel-missing', linked('<link rel="stylesheet" href="css/site.css" disabled>'), 'marked disabled'],
    ['link-target-missing', linked('<link rel="stylesheet" href="css/sit.css">'), 'closest name is css/site.css'],
    [
      'link-target-missing',
      linked(`${LINK}<link rel="stylesheet" href="css/extra.css">`),
      'css/extra.css, which is not there',
    ],
    ['link-case-mismatch', linked('<link rel="stylesheet" href="CSS/site.css">'), 'capitals differ'],
    ['link-local-path', linked('<link rel="stylesheet" href="file:///C:/web/css/site.css">'), 'one computer only'],
    [
      'link-outside-head',
      { 'index.html': page().replace(`  ${LINK}\n`, '').replace('<main>', `${LINK}<main>`), 'css/site.css': SHEET },
      'stands in the body',
    ],
    [
      'link-extra-sheet',
      { ...linked(`${LINK}<link rel="stylesheet" href="css/more.css">`), 'css/more.css': '' },
      'also wears css/more.css',
    ],
    [
      'link-extra-sheet',
      linked(`${LINK}<link rel="stylesheet" href="https://fonts.example/f.css">`),
      'from another host',
    ],
    ['embedded-styles', files('', '<style>q { top: 0 } i { top: 0 }</style>'), '2 rules'],
    ['inline-style', files('<p style="top: 0">x</p>'), 'p carries style="top: 0"'],
    [
      'fallback-missing',
      { ...files(), 'css/site.css': 'p { font-family: Georgia, "Times New Roman" }' },
      'no generic family after it',
    ],
    [
      'fallback-missing',
      { ...files(), 'css/site.css': ':root { --text: Georgia, Times }\np { font: italic 1rem/1.5 var(--text) }' },
      'p asks for Georgia, Times',
    ],
    [
      'font-unavailable',
      { ...files(), 'css/site.css': 'p { font-family: "Brackwater Grotesk", Georgia, serif }' },
      'where it is missing, Georgia shows instead',
    ],
    [
      'font-unavailable',
      { ...files(), 'css/site.css': '@font-face { font-family: X; src: url(x.woff2) }\np { font-family: X, serif }' },
      'there is no such file',
    ],
    ['name-spaces', { ...files(), 'my page.html': page() }, 'my-page.html'],
    ['name-capitals', { ...files(), 'About.html': page() }, 'about.html'],
    ['index-missing', { ...files(), 'isles/a.html': page('', '', '../') }, 'isles/ holds a page but no index.html'],
    ['index-missing', { 'a.html': page(), 'css/site.css': SHEET }, 'top folder has no index.html'],
    ['id-repeated', files('<p id="a">x</p><p id="a">y</p>'), 'again on this <p>'],
    ['image-alt-missing', files('<img src="data:," width="1" height="1">'), 'no alt text'],
    [
      'image-missing',
      files('<img src="images/gone.png" alt="" width="1" height="1">'),
      'images/gone.png, which is not there',
    ],
    [
      'image-missing',
      { ...files(), 'css/site.css': 'p { background: url(images/gone.png) }' },
      'start from the sheet’s own folder',
    ],
    ['page-link-broken', files('<a href="gone.html">x</a>'), 'gone.html, which is not there'],
    ['page-link-broken', files('<a href="#gone">x</a>'), 'nothing on this page has that id'],
    ['page-link-broken', files('<a href="C:\\web\\index.html">x</a>'), 'one computer’s disk'],
    [
      'page-link-placeholder',
      files('<a href="#">Soon</a>'),
      '“Soon” says href="#" and leads to the top of its own page.',
    ],
    [
      'left-out',
      { ...files(''), 'css/site.css': `${'p { '.repeat(70)}color: red${'}'.repeat(70)}` },
      'Blocks stand more than 64 deep in each other, so Attire leaves this out',
    ],
    ['markup-invalid', files('<ul><p>x</p></ul>'), '<p> stands directly in <ul>; only <li> may'],
    ['loose-text', files('Loose <b>words</b> here\n<p>x</p>'), '“Loose words here” stands directly in main'],
    ['doctype-missing', { ...files(), 'index.html': page().replace('<!doctype html>\n', '') }, 'quirks mode'],
    ['lang-missing', { ...files(), 'index.html': page().replace(' lang="en"', '') }, 'no lang attribute'],
    ['title-missing', { ...files(), 'index.html': page().replace('<title>T</title>', '') }, 'no <title>'],
    [
      'title-missing',
      { ...files(), 'index.html': page().replace('<title>T</title>', '<title> </title>') },
      'empty <title>',
    ],
    [
      'viewport-missing',
      { ...files(), 'index.html': page().replace(/ *<meta name="viewport".*\n/, '') },
      'phones shrink',
    ],
  ])('%s is found, and only that', (id, texts, words) => {
    const findings = found(texts)
    expect(findings.map(({ rule }) => rule)).toEqual([id])
    expect(findings[0]!.message).toContain(words)
    expect(findings[0]!.message).toMatch(/^[A-Z“<a-z].*\.$/s)
  })

  it('sheet-overridden names the property and the element', () => {
    expect(found(files('<p style="margin: 4px">x</p>')).map(({ rule, message }) => `${rule}: ${message}`)).toEqual([
      'inline-style: p carries style="margin: 4px"; only !important in the sheet beats that.',
      'sheet-overridden: A style attribute sets margin of p and beats the sheet’s p.',
    ])
  })
  it.each([
    [
      'a control with a name, a part or a script',
      '<a href="#" id="m">a</a> <a href="#" role="button">b</a> <a href="#" onclick="x()">c</a> <a href="#" aria-expanded="false">d</a>',
    ],
    ['a way back to the top', '<a href="#">Back to top</a> <a href="#">↑</a>'],
    [
      'the style of a part of a drawing',
      '<svg width="9" height="9"><rect style="fill: red" width="1" height="1"/><path d="M0 0"/></svg>',
    ],
    ['a slash at an element that is always empty', '<br/><hr /><img src="images/b.jpg" alt="" width="4" height="3"/>'],
    ['a slash that ends an address', '<a href=index.html/>x</a>'],
    // HTML standard, 13.1.2.4.
    [
      'end tags that may be left out',
      '<p>one<p>two<ul><li>a<li>b</ul><dl><dt>c<dd>d</dl><table><caption>e<tbody><tr><td>f<td>g</table>',
    ],
  ])('%s is no fault', (_, markup) => {
    expect(
      found(files(markup), [image('images/b.jpg', 100, 4, 3)]).filter(({ rule }) => rule !== 'page-link-broken'),
    ).toEqual([])
  })
  it('a slash that closes nothing is told once a page for each kind of element, but not where a page is XML', () => {
    const text = files('<p><a id="x"/>one</p><p><a id="y"/>two</p>')
    expect(found(text).map(({ message }) => message)).toEqual([
      'The slash of <a/> closes nothing in HTML, so what follows stands inside it. Write </a> where it ends. It is so 1 more time on this page.',
    ])
    const { 'index.html': page, ...rest } = text
    expect(found({ ...rest, 'index.xhtml': page! }).filter(({ rule }) => rule === 'markup-invalid')).toEqual([])
  })
  it('what is obsolete is told with what does the same (HTML standard, 16.2)', () => {
    expect(
      found(files('<p><acronym>ab</acronym> <big>b</big> <a name="x">c</a></p>')).map(({ message }) => message),
    ).toEqual([
      '<acronym> is obsolete. <abbr> does the same.',
      '<big> is obsolete. What it does belongs into the sheet.',
      'The attribute name on <a> is obsolete. An id does the same.',
    ])
  })
  it('image-heavy and image-oversized speak of weight and of the width it is shown at', () => {
    const img = '<img src="images/b.jpg" alt="" width="300" height="225">'
    const findings = found(files(img), [image('images/b.jpg', 1_400_000, 4000, 3000)])
    expect(findings.map(({ rule, message }) => `${rule}: ${message.split('. ')[0]}`)).toEqual([
      'image-oversized: images/b.jpg is 4000 px wide and shown at most 300 px wide here',
      'image-heavy: images/b.jpg weighs 1.4 MB (4000 × 3000 px)',
    ])
    expect(brief(files(img), [image('images/b.jpg', 900_000, 800, 600)])).toEqual([])
    expect(
      brief(
        {
          ...files('<div class="w"><img src="images/b.jpg" alt="" width="3000" height="3000"></div>'),
          'css/site.css': 'p { top: 0 } .w { width: 50%; padding: 0 70px } img { max-width: 100%; height: auto }',
        },
        [image('images/b.jpg', 1000, 1400, 1050)],
      ),
    ).toEqual(['image-oversized index.html'])
  })
  it('image-size-unset is silent where the sheet holds the place', () => {
    const img = '<img src="images/b.jpg" alt="">'
    expect(brief(files(img), [image('images/b.jpg', 1000, 300, 225)])).toEqual(['image-size-unset index.html'])
    for (const rule of ['img { height: 10px }', 'img { aspect-ratio: 4 / 3 }', 'img { position: absolute }'])
      expect(
        brief({ ...files(img), 'css/site.css': `p { top: 0 } ${rule}` }, [image('images/b.jpg', 1000, 300, 225)]),
        rule,
      ).toEqual([])
  })
  it('loose-text asks whether the sheet has rules for p at all', () => {
    const loose = 'Loose\n'
    expect(brief({ ...files(loose), 'css/site.css': 'h1 { top: 0 }' })).toEqual([])
    expect(brief({ ...files(loose), 'css/site.css': 'main > p:first-child { top: 0 }' })).toEqual([
      'loose-text index.html',
    ])
    expect(brief(files('<div>Only text in a box</div><div>Text <p>and a block</p></div>'))).toEqual([
      'loose-text index.html',
    ])
  })
  it('region-missing and part-drift compare pages', () => {
    const nav = '<nav><a href="index.html">Home</a></nav>\n'
    const framed = (extra: string) => page().replace('<main>', `${extra}<main>`)
    const texts = {
      'index.html': framed(nav),
      'b.html': framed(nav),
      'c.html': framed(nav),
      'd.html': page(),
      'css/site.css': SHEET,
    }
    expect(brief(texts)).toEqual(['region-missing d.html'])
    const part = (inner: string) => framed(`<!-- shared part: menu -->\n${inner}<!-- end of shared part: menu -->\n`)
    const shared = {
      ...texts,
      'index.html': part(nav),
      'b.html': part(nav),
      'c.html': part(nav.replace('Home', 'Start')),
      'd.html': part(nav).replace('<!-- end of shared part: menu -->', ''),
    }
    expect(found(shared).map(({ rule, file, fixable }) => [rule, file, fixable])).toEqual([
      ['part-drift', 'c.html', true],
      ['part-drift', 'd.html', false],
    ])
  })

  it('find the demo’s honest faults, and each place is one to be shown', () => {
    const folder = 'demo/vennor-isles'
    const all = readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => path.relative(folder, path.join(entry.parentPath, entry.name)))
    const texts = Object.fromEntries(
      all
        .filter((file) => /\.(?:html|css)$/.test(file))
        .map((file) => [file, readFileSync(path.join(folder, file), 'utf8')]),
    )
    const findings = found(
      texts,
      all
        .filter((file) => !(file in texts))
        .map((file) => (file.endsWith('.png') ? image(file, 1_014_959, 2400, 1350) : file)),
    )
    const counts: Record<string, number> = {}
    for (const { rule } of findings) counts[rule] = (counts[rule] ?? 0) + 1
    expect(counts).toEqual({
      'link-missing': 1,
      'link-target-missing': 1,
      'embedded-styles': 1,
      'inline-style': 2,
      'sheet-overridden': 7,
      'image-alt-missing': 1,
      'image-oversized': 1,
      'image-heavy': 1,
      'loose-text': 1,
      'index-missing': 1,
    })
    for (const { file, from, to } of findings) expect(from <= to && to <= (texts[file]?.length ?? 0), file).toBe(true)
  })
})

describe('fixes', () => {
  /** All fixable findings of a site mended at once. */
  const mended = (texts: Record<string, string>, others: (string | FileInfo)[] = []) => {
    const model = siteOf(texts, others)
    return model.after(planFix(model, findingsIn(model)))
  }
  it.each<[string, Record<string, string>, (string | FileInfo)[], string, string | RegExp]>([
    [
      'link-case-mismatch',
      { ...files(), 'index.html': page().replace('css/site', 'CSS/Site') },
      [],
      'index.html',
      'href="css/site.css"',
    ],
    [
      'link-outside-head',
      {
        'index.html': page()
          .replace('  <link rel="stylesheet" href="css/site.css">\n', '')
          .replace('  <main>', '  <link rel="stylesheet" href="css/site.css">\n  <main>'),
        'css/site.css': SHEET,
      },
      [],
      'index.html',
      page(),
    ],
    [
      'doctype-missing',
      { ...files(), 'index.html': page().replace('<!doctype html>\n', '') },
      [],
      'index.html',
      page(),
    ],
    ['lang-missing', { ...files(), 'b.html': page().replace(' lang="en"', '') }, [], 'b.html', page()],
    [
      'title-missing',
      { ...files(), 'b.html': page().replace('<title>T</title>', '<title></title>') },
      [],
      'b.html',
      page(),
    ],
    [
      'title-missing',
      {
        ...files(),
        'b.html': page().replace('<title>T</title>', '<title></title>').replace('<h1>T', '<h1>Fish &amp; chips'),
      },
      [],
      'b.html',
      page().replace('<title>T</title>', '<title>Fish &amp; chips</title>').replace('<h1>T', '<h1>Fish &amp; chips'),
    ],
    [
      'viewport-missing',
      { ...files(), 'b.html': page().replace(/ *<meta name="viewport".*\n/, '') },
      [],
      'b.html',
      page(),
    ],
    [
      'image-missing',
      { ...files(), 'isles/index.html': page('<img src="images/a.png" alt="" width="1" height="1">', '', '../') },
      ['images/a.png'],
      'isles/index.html',
      'src="../images/a.png"',
    ],
    [
      'page-link-broken',
      { ...files('<a href="isles/Index.html#x">x</a>'), 'isles/index.html': page('<p id="x">x</p>', '', '../') },
      [],
      'index.html',
      'href="isles/index.html#x"',
    ],
    [
      'image-size-unset',
      files('<img src="images/a.png" alt="">'),
      [image('images/a.png', 10, 40, 30)],
      'index.html',
      '<img src="images/a.png" alt="" width="40" height="30">',
    ],
    ['loose-text', files('Loose <b>words</b>\n'), [], 'index.html', '<p>Loose <b>words</b></p>\n'],
    [
      'name-spaces',
      { ...files('<a href="my%20page.html">x</a>'), 'my page.html': page() },
      [],
      'index.html',
      'href="my-page.html"',
    ],
  ])('%s is mended, and nothing is left of it', (id, texts, others, file, expected) => {
    expect(found(texts, others).filter(({ rule, fixable }) => rule === id && fixable)).not.toEqual([])
    const after = mended(texts, others)
    if (typeof expected === 'string' && expected.startsWith('<!doctype')) expect(after.text(file)).toBe(expected)
    else expect(after.text(file)).toContain(expected)
    expect(findingsIn(after).filter(({ rule }) => rule === id)).toEqual([])
  })
  it('does not distort an image whose height nothing holds', () => {
    expect(
      found({ ...files('<img src="images/a.png" alt="">'), 'css/site.css': 'p { top: 0 } img { max-width: 100% }' }, [
        image('images/a.png', 10, 40, 30),
      ])[0],
    ).toMatchObject({ rule: 'image-size-unset', fixable: false })
  })
  it('puts a missing region where the other pages have it, with addresses for this page', () => {
    const nav = (up: string) =>
      `  <nav>\n    <a href="${up}index.html">Home</a>\n    <a href="${up}isles/a.html">A</a>\n  </nav>\n`
    const framed = (up: string) => page('', '', up).replace('  <main>', `${nav(up)}  <main>`)
    const after = mended({
      'index.html': framed(''),
      'b.html': framed(''),
      'c.html': framed(''),
      'isles/index.html': framed('../'),
      'isles/a.html': page('', '', '../'),
      'css/site.css': SHEET,
    })
    expect(after.text('isles/a.html')).toBe(framed('../').replace('../isles/a.html', 'a.html'))
  })
  it('a fix mends what is still wrong, not what was', () => {
    const model = siteOf(linkedTo('CSS/site.css'))
    const findings = findingsIn(model)
    expect(planFix(model, findings).texts).not.toEqual([])
    expect(planFix(model.withText('index.html', page()), findings).texts).toEqual([])
  })
  const linkedTo = (href: string) => ({ 'index.html': page().replace('css/site.css', href), 'css/site.css': SHEET })
  it('only rules with a safe fix say so', () => {
    for (const { id, fixable } of found({ ...files('<a href="#">x</a><p id="a">x</p><p id="a">y</p>') }).map(
      (finding) => ({ ...finding, id: finding.rule }),
    ))
      if (fixable) expect(ruleNamed(id)!.fix).toBeDefined()
  })
})

describe('following edits', () => {
  it('reads no page of a site that an earlier session has looked at, and says the same', () => {
    const texts = { ...files('<p style="margin: 1px">x</p>'), 'b.html': page('Loose\n') }
    const before = new FitCheck()
    const found = before.findings(siteOf(texts))
    const model = siteOf(texts)
    const read = vi.spyOn(model, 'page')
    const later = new FitCheck()
    later.memory.recall(structuredClone(before.memory.takeUnkept()))
    expect(later.findings(model)).toEqual(found)
    expect(read).not.toHaveBeenCalled()
  })

  it('begins anew in another order, and looks at no page twice', () => {
    const model = siteOf({ ...files('<p style="margin: 1px">x</p>'), 'b.html': page('Loose\n'), 'c.html': page('') })
    const paths = [...model.pagePaths]
    const check = new FitCheck()
    const first = check.run(model, paths).next().value!
    expect(check.due(model, paths)).toEqual(paths.slice(1))
    const again = [...check.run(model, [...paths].reverse())]
    expect(again.slice(0, 3).map((each) => each.page)).toEqual([...paths].reverse())
    expect(again[2]!.findings).toBe(first.findings)
    expect(check.due(model, paths)).toEqual([])
    expect(check.due(model.withText('b.html', page('Other\n')), paths)).toEqual(['b.html'])
  })

  it('looks again at what changed, and says the same as a check begun anew', () => {
    const texts: Record<string, string> = {
      ...files('<p style="margin: 1px">x</p>'),
      'b.html': page('Loose\n'),
      'isles/c.html': page('', '', '../'),
    }
    let model = siteOf(texts)
    const check = new FitCheck()
    check.findings(model)
    // What another session finds when it comes upon all that this one has found so far.
    const memory: RememberedPage<readonly Finding[]>[] = []
    const inAnotherSession = () => {
      const later = new FitCheck()
      later.memory.recall(structuredClone(memory))
      return later.findings(model)
    }
    const pieces = [
      '<p style="margin: 2px">x</p>',
      'Loose words\n',
      '<a href="b.html#x">x</a>',
      '<p id="x">x</p>',
      '<img src="no.png">',
      '',
    ]
    fc.assert(
      fc.property(
        fc.constantFrom('index.html', 'b.html', 'isles/c.html'),
        fc.array(fc.constantFrom(...pieces), { maxLength: 3 }),
        fc.constantFrom('p { margin: 0 }', 'h1 { top: 0 }', 'p { margin: 0 } h1 { color: red }'),
        (file, body, sheet) => {
          model = model
            .withText(file, page(body.join(''), '', file.startsWith('isles/') ? '../' : ''))
            .withText('css/site.css', sheet)
          const anew = findingsIn(model)
          expect(inAnotherSession()).toEqual(anew)
          expect(check.findings(model)).toEqual(anew)
          memory.unshift(...check.memory.takeUnkept())
        },
      ),
      { numRuns: runs(60) },
    )
  })
})
