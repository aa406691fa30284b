import { describe, expect, it } from 'vitest'
import { planChange } from '../../src/core/edit/change-here.ts'
import type { Lost } from '../../src/core/trace/trace.ts'
import { trace } from '../../src/core/trace/trace.ts'
import { lostInWords } from '../../src/core/trace/words.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { selectorAt } from '../../src/core/sheet/selector-at.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { editQuestions } from '../../src/core/edit/questions.ts'
import { reachReport } from '../../src/core/model/reach.ts'
import { traceQuestions } from '../../src/core/trace/questions.ts'
import { fileInfo, siteOf } from './model.ts'

const viewport = { width: 1280, height: 800 }

function site(pages: Record<string, string>, sheet: string): SiteSnapshot {
  const model = siteOf({ ...Object.fromEntries(Object.keys(pages).map((path) => [path, ''])), 'css/site.css': sheet })
  return model.withTexts(
    Object.entries(pages).map(([path, body]) => [
      path,
      `<!doctype html>\n<html><head><link rel="stylesheet" href="css/site.css">${body}`,
    ]),
  )
}

const inspected = (model: SiteSnapshot, page: string, index: number, at = viewport) =>
  traceQuestions.inspect(model, { page, index, pseudo: '', viewport: at })!

const find = (model: SiteSnapshot, page: string, id = 'x') =>
  model.page(page).elements.find((element) => element.id === id)!

describe('trace', () => {
  const ladder = (sheet: string, body = '</head><body><p id=x class=a>x', property = 'color') => {
    const model = site({ 'a.html': body }, sheet)
    return trace(model.stylesOf('a.html'), find(model, 'a.html'), property)
  }
  const reasons = (sheet: string, body?: string) =>
    ladder(sheet, body).rungs.map(({ value, lost }) => [value, lost?.by ?? 'wins'])

  // Each reason by the criterion of CSS Cascade 5, section 6.1 that decides.
  it.each<[string, string | undefined, string[][]]>([
    [
      'p { color: red } .a { color: blue }',
      undefined,
      [
        ['blue', 'wins'],
        ['red', 'specificity'],
      ],
    ],
    [
      'p { color: red } p { color: blue }',
      undefined,
      [
        ['blue', 'wins'],
        ['red', 'later-rule'],
      ],
    ],
    [
      'p { color: red; color: blue }',
      undefined,
      [
        ['blue', 'wins'],
        ['red', 'later-in-rule'],
      ],
    ],
    [
      'p { color: red !important } .a { color: blue }',
      undefined,
      [
        ['red', 'wins'],
        ['blue', 'importance'],
      ],
    ],
    [
      'p { color: red }',
      '</head><body><p id=x style="color: blue">x',
      [
        ['blue', 'wins'],
        ['red', 'inline'],
      ],
    ],
    [
      'p { color: red }',
      '<style>p { color: blue }</style></head><body><p id=x>x',
      [
        ['blue', 'wins'],
        ['red', 'embedded-after-external'],
      ],
    ],
    [
      '@layer base { .a { color: red } } p { color: blue }',
      undefined,
      [
        ['blue', 'wins'],
        ['red', 'layer'],
      ],
    ],
    [
      'p { color: red; color: blau }',
      undefined,
      [
        ['red', 'wins'],
        ['blau', 'invalid-value'],
      ],
    ],
    [
      'a { color: red }',
      '</head><body><a id=x href=#>x',
      [
        ['red', 'wins'],
        ['LinkText', 'origin'],
      ],
    ],
    [
      'font { color: red }',
      '</head><body><font id=x color=blue>x',
      [
        ['red', 'wins'],
        ['blue', 'origin'],
      ],
    ],
  ])('%s', (sheet, body, expected) => expect(reasons(sheet, body)).toEqual(expected))

  it('names file, line by offset, selector and both specificities', () => {
    const { rungs } = ladder('/* one */\np { color: red }\n\n#x.a { color: blue }')
    expect(rungs[0]).toMatchObject({ kind: 'external', file: 'css/site.css', selector: '#x.a', specificity: [1, 1, 0] })
    expect('/* one */\np { color: red }\n\n#x.a { color: blue }'.slice(rungs[0]!.offset, rungs[0]!.end)).toBe(
      'color: blue',
    )
    expect(rungs[1]!.lost).toEqual({ by: 'specificity', own: [0, 0, 1], winning: [1, 1, 0] })
  })

  it('says where an inherited value is set, and when nothing sets it', () => {
    expect(ladder('body { color: red }')).toMatchObject({ source: 'inherited', value: 'rgb(255, 0, 0)' })
    expect(ladder('', undefined, 'letter-spacing')).toMatchObject({ source: 'initial', value: 'normal', rungs: [] })
    expect(ladder('body { color: red } p { color: inherit }')).toMatchObject({ source: 'inherited' })
  })

  it('has words for every reason, each a sentence', () => {
    const all: Lost[] = [
      { by: 'importance' },
      { by: 'origin' },
      { by: 'inline' },
      { by: 'layer', own: 'a', winning: '' },
      { by: 'layer', own: '', winning: 'a' },
      { by: 'layer', own: 'a', winning: 'b' },
      { by: 'specificity', own: [0, 0, 1], winning: [0, 1, 0] },
      { by: 'embedded-after-external' },
      { by: 'later-sheet' },
      { by: 'later-rule' },
      { by: 'later-in-rule' },
      { by: 'invalid-value' },
      { by: 'unknown-property' },
    ]
    expect(new Set(all.map(lostInWords)).size).toBe(all.length)
    for (const lost of all) expect(lostInWords(lost)).toMatch(/^[a-z].*\.$/)
  })
})

describe('aspects', () => {
  it('says each in a sentence, with the line that makes it so', () => {
    const model = site(
      { 'a.html': '</head><body><main><p id=x>x <a id=y href="b.html">to b</a>' },
      ':root { --ink: #1b3a4b }\nbody { background: #fff }\nmain p { color: var(--ink) }\np { color: red; margin: 0 0 4px; colour: blue }\na:hover { color: #123456 }',
    )
    const said = Object.fromEntries(
      inspected(model, 'a.html', find(model, 'a.html').index).aspects.map(({ id, sentence }) => [id, sentence]),
    )
    expect(said['colour']).toBe(
      'This text is #1b3a4b because css/site.css line 3, `main p`, sets it through the swatch `--ink`; it beat 1 other.',
    )
    expect(said['background']).toBe('No background of its own: what shows through is #ffffff of `body`.')
    expect(said['spacing']).toBe('Margin 0 0 4px because css/site.css line 4, `p`, sets it.')
    expect(said['font']).toContain('Nothing sets this')
    const link = inspected(model, 'a.html', find(model, 'a.html', 'y').index)
    expect(link.href).toBe('b.html')
    expect(link.ancestors.map(({ name }) => name)).toEqual(['html', 'body', 'main', 'p#x', 'a#y'])
    expect(link.aspects.at(-1)!.sentence).toContain('Hovered, it turns #123456 (css/site.css line 5, `a:hover`).')
  })

  it('names for each part the line that sets that part', () => {
    const sheet = [
      'body { font: 16px/1.5 Verdana, sans-serif }',
      '#side { font-weight: 700; padding: 0 4px }',
      '#side p { font-style: italic; margin: 0 0 4px; border: 1px solid red }',
      'p { padding: 2px; border-top-color: blue; letter-spacing: 1px }',
      '.x { margin-top: 3px; padding-top: 1px; border-radius: 2px }',
    ].join('\n')
    const model = site({ 'a.html': '</head><body><div id=side><p id=x class=x>x' }, sheet)
    const { aspects } = inspected(model, 'a.html', find(model, 'a.html').index)
    const said = Object.fromEntries(aspects.map(({ id, sentence }) => [id, sentence]))
    expect(said['font']).toBe(
      'Set in Verdana because css/site.css line 1, `body`, sets it, and it is inherited from `body`. ' +
        'Weight 700 because css/site.css line 2, `#side`, sets it, and it is inherited from `div#side`. ' +
        'Italic because css/site.css line 3, `#side p`, sets it.',
    )
    expect(said['size']).toBe(
      'The text is 16px high, lines 24px apart, because css/site.css line 1, `body`, sets them, and it is inherited from `body`. ' +
        'Letters 1px further apart because css/site.css line 4, `p`, sets it.',
    )
    expect(said['spacing']).toBe(
      'Margin 0 0 4px because css/site.css line 3, `#side p`, sets it; it beat 1 other. ' +
        'Padding 1px 2px 2px: `padding-top` because css/site.css line 5, `.x`, sets it; ' +
        '`padding-right`, `padding-bottom` and `padding-left` because css/site.css line 4, `p`, sets it.',
    )
    expect(said['border']).toBe(
      'A border 1px solid #ff0000 on all sides because css/site.css line 3, `#side p`, sets it; it beat 1 other. ' +
        'Corners rounded by 2px because css/site.css line 5, `.x`, sets it.',
    )
  })

  it('follows an edit of the sheet, and media at the viewport asked about', () => {
    let model = site({ 'a.html': '</head><body><p id=x>x' }, 'p { color: red }')
    const colour = (width: number) =>
      inspected(model, 'a.html', find(model, 'a.html').index, { width, height: 800 }).aspects[0]!.sentence
    expect(colour(1280)).toContain('#ff0000')
    model = model.withText('css/site.css', 'p { color: lime }')
    expect(colour(1280)).toContain('#00ff00')
    model = model.withText('css/site.css', 'p { color: lime } @media (max-width: 400px) { p { color: navy } }')
    expect([colour(1280), colour(360)].map((sentence) => /#\w+/.exec(sentence)![0])).toEqual(['#00ff00', '#000080'])
  })
})

describe('edits reach every page that wears the sheet', () => {
  const colours = (model: SiteSnapshot) =>
    model.pagePaths.map(
      (path) => inspected(model, path, find(model, path).index).aspects[0]!.sentence.match(/#\w+/)![0],
    )
  it('also through imports and beside embedded blocks, when selectors change, and back', () => {
    let model = site(
      {
        'a.html': '</head><body><p id=x>x',
        'b.html': '<style>p { margin: 0 }</style></head><body><p id=x>x',
        'sub/c.html': '<link rel=stylesheet href="../css/outer.css"></head><body><p id=x>x',
      },
      'p { color: red }',
    )
    model = model.withText('css/outer.css', '@import "site.css"; q { color: lime }')
    model = model.withFiles(
      ['a.html', 'b.html', 'sub/c.html', 'css/site.css', 'css/outer.css'].map(fileInfo),
      'css/site.css',
    )
    expect(colours(model)).toEqual(['#ff0000', '#ff0000', '#ff0000'])
    model = model.withText('css/site.css', 'p { color: navy }')
    expect(colours(model)).toEqual(['#000080', '#000080', '#000080'])
    model = model.withText('css/site.css', 'q { color: navy } p { color: teal }')
    expect(colours(model)).toEqual(['#008080', '#008080', '#008080'])
    model = model.withText('css/outer.css', 'q { color: lime }')
    expect(colours(model)).toEqual(['#008080', '#008080', '#000000'])
    model = model.withText('css/site.css', 'p { color: red }')
    expect(colours(model)).toEqual(['#ff0000', '#ff0000', '#000000'])
    model = model.withText('a.html', null)
    expect(model.pagePaths).toEqual(['b.html', 'sub/c.html'])
  })
})

describe('offers for a rule of its own', () => {
  it('come with their reach, and those that would not win say why', () => {
    const pages = {
      'a.html': '</head><body><main><p id=y class="note b">x<p>y',
      'b.html': '<style>.note { color: red }</style></head><body><main><p id=y class="note">x',
    }
    const model = site(pages, 'main p { color: teal }')
    const offers = editQuestions.offers(model, {
      page: 'b.html',
      index: find(model, 'b.html', 'y').index,
      pseudo: '',
      property: 'color',
      value: 'blue',
      viewport,
    })
    const byName = Object.fromEntries(offers.map((offer) => [offer.selector, offer]))
    expect(byName['.note']!.reach).toEqual([
      { page: 'a.html', count: 1 },
      { page: 'b.html', count: 1 },
    ])
    expect(byName['.note']!.lost).toEqual({ by: 'embedded-after-external' })
    expect(byName['p']!.lost).toMatchObject({ by: 'specificity', own: [0, 0, 1], winning: [0, 1, 0] })
    expect(byName['p.note']!.lost).toBeNull()
    expect(byName['#y']!.lost).toBeNull()
  })
})

describe('changing a winner where it stands', () => {
  it.each([
    ['external', 'p { color: red; margin: 1px }', 'color: red', 'color', 'p { color: blue; margin: 1px }'],
    [
      'external',
      '@media screen { p { margin: 1px 2px } }',
      'margin: 1px 2px',
      'margin-left',
      '@media screen { p { margin: 1px 2px 1px blue } }',
    ],
    [
      'embedded',
      '<style>\n p { color: red }</style><p>',
      'color: red',
      'color',
      '<style>\n p { color: blue }</style><p>',
    ],
    [
      'inline',
      '<p style="top: 0; color: red">',
      'style="top: 0; color: red"',
      'color',
      '<p style="top: 0; color: blue">',
    ],
    ['inline', "<p style='margin: 0'>", "style='margin: 0'", 'margin-top', "<p style='margin: 0; margin-top: blue;'>"],
  ] as const)('%s %s', (kind, text, stands, property, expected) => {
    const offset = text.indexOf(stands)
    expect(applySplices(text, planChange(text, { kind, offset, end: offset + stands.length }, property, 'blue'))).toBe(
      expected,
    )
  })
  it('leaves attributes with character references alone', () => {
    const text = '<p style="content: &quot;x&quot;">'
    expect(planChange(text, { kind: 'inline', offset: 3, end: text.length - 1 }, 'color', 'blue')).toEqual([])
  })
})

describe('why a selector touches nothing', () => {
  const model = site(
    {
      'a.html': '</head><body><header id="top"><nav></nav></header><main><section class="card"><p class="fare-note">x',
    },
    '',
  )
  it.each([
    ['.Card', /Letter case differs.*\.card/],
    ['card', /dot is missing.*\.card/],
    ['#card', /class.*not an id.*\.card/],
    ['.top', /id.*not a class.*#top/],
    ['top', /id on the pages.*#top/],
    ['.fare-nots', /nearest is \.fare-note/],
    ['#Top', /Letter case differs.*#top/],
    ['nav p', /no “p” is inside “nav”/],
    ['main > p', /child of “main”; it lies deeper/],
    ['header + p', /right after “header”/],
    ['p..x', /not a selector/],
    ['table', /no <table> element/],
    ['secton', /nearest is section/],
    ['.main', /without the dot/],
    ['p:nth-child(7)', /No element is “p:nth-child\(7\)”/],
  ])('%s', (selector, expected) => {
    const report = reachReport(model, selector)
    expect([report.total, report.why]).toEqual([0, expect.stringMatching(expected)])
    expect(report.why).toMatch(/\.$/)
  })
  it('leaves states and pseudo-elements aside', () => {
    expect(reachReport(model, 'p:hover::before')).toMatchObject({ total: 1, bare: 'p' })
    expect(reachReport(model, 'a:link')).toMatchObject({ total: 0, bare: 'a:any-link' })
  })
})

it('finds the selector under the cursor', () => {
  const text = 'h1, h2 { color: red }\n@media print { main p { top: 0 } }\n.a { & b { top: 0 } }'
  const at = (piece: string) => selectorAt(parseSheet(text), text.indexOf(piece))
  expect([at('h2'), at('red'), at('main'), at('@media'), at('& b'), at('}\n@')]).toEqual([
    'h2',
    'h1, h2',
    'main p',
    '',
    ':is(.a) b',
    'h1, h2',
  ])
})
