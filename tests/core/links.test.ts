import { describe, expect, it } from 'vitest'
import { drawTogether, repeatedInStates } from '../../src/core/edit/draw-together.ts'
import { planStates, runsOf } from '../../src/core/edit/edit-states.ts'
import { linkKinds, type LinkKind } from '../../src/core/links/kinds.ts'
import { smallTargets, targetsOn } from '../../src/core/links/targets.ts'
import { wornOn } from '../../src/core/links/worn.ts'
import { SharedRuns } from '../../src/core/model/shared-run.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { siteOf, VIEWPORT } from './model.ts'

const BODY = '<header><a href="#">Top</a></header><main><p>Words <a href="#">to read</a></p></main>'
const pageWith = (body: string) => `<!doctype html><link rel="stylesheet" href="css/site.css"><body>${body}`
const siteWith = (css: string, body = BODY) => siteOf({ 'index.html': pageWith(body), 'css/site.css': css })

function kindsOf(site: ReturnType<typeof siteOf>, groups: readonly string[] = []): LinkKind[] {
  const run = linkKinds(site, VIEWPORT, groups)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value
  }
}

const state = (css: string, name: string, body = '<p>Words <a href="#">to read</a></p>') =>
  kindsOf(siteWith(css, body))[0]!.states.find((each) => each.state === name)!

describe('kinds of link', () => {
  it('are told by the rules that reach them in any state, and by their ground', () => {
    const css = 'main { background: #eee } a:hover { color: red } header a { color: navy }'
    const body = `${BODY}<aside><a href="#">Aside</a> <a href="#">Beside</a></aside>`
    const found = kindsOf(siteWith(css, body)).map(({ name, selector, count, ground }) => [
      name,
      selector,
      count,
      ground,
    ])
    expect(found).toEqual([
      ['Standing alone', 'a', 2, '#ffffff'],
      ['Header', 'header a', 1, '#ffffff'],
      ['In running text', 'a', 1, '#eeeeee'],
    ])
  })

  it('count their links and pages over the whole site', () => {
    const texts = { 'a.html': pageWith(BODY), 'b.html': pageWith(BODY), 'css/site.css': 'header a { color: navy }' }
    const [first] = kindsOf(siteOf(texts))
    expect(first).toMatchObject({ count: 2, pages: ['a.html', 'b.html'], sample: { words: 'Top' } })
  })

  it('a link that leads to its own page belongs with those beside it, and is the current page', () => {
    const nav = '<nav><ul><li><a href="index.html">Home</a><li><a href="b.html">B</a></ul></nav>'
    const marked = nav.replace('"index.html"', '"index.html" aria-current="page"')
    const css = 'nav a { color: navy } nav [aria-current] { font-weight: bold }'
    const [kind, ...more] = kindsOf(siteWith(css, marked))
    expect(more).toEqual([])
    expect(kind).toMatchObject({ count: 2, sample: { words: 'B' }, current: { selector: 'nav [aria-current]' } })
    expect(kind!.states.find((each) => each.state === 'current')).toMatchObject({
      differs: true,
      values: { 'font-weight': '700' },
    })
    expect(kindsOf(siteWith('nav a { color: navy }', nav))[0]!.current).toMatchObject({ selector: null })
  })

  it('can be put together by any selector, and a selector nobody can read finds none', () => {
    const found = kindsOf(siteWith('', BODY), ['main a', '..bad'])
    expect(found[0]).toMatchObject({ own: true, selector: 'main a', count: 1 })
    expect(found.filter(({ own }) => own)).toHaveLength(1)
  })

  it('a site without links has none, nor has one without pages', () => {
    expect(kindsOf(siteWith('a:hover { color: red }', '<p>None'))).toEqual([])
    expect(kindsOf(siteOf({ 'css/site.css': '' }))).toEqual([])
  })
})

describe('a kind of link in all its states', () => {
  it('hover does not show where :link stands after it, and it is said why (CSS 2.2, 5.11.3)', () => {
    const hover = state('a:hover { color: #ff0000 }\na:link { color: #0000ff }', 'hover')
    expect(hover.values['color']).toBe('rgb(0, 0, 255)')
    expect(hover).toMatchObject({ differs: false })
    expect(hover.unreachable).toEqual([
      {
        selector: 'a:hover',
        property: 'color',
        file: 'css/site.css',
        line: 1,
        reason: 'both weigh the same, and the winner stands further down.',
      },
    ])
    const right = state('a:link { color: #0000ff }\na:hover { color: #ff0000 }', 'hover')
    expect(right).toMatchObject({ unreachable: [], differs: true })
    expect(right.values['color']).toBe('rgb(255, 0, 0)')
  })

  it('a heavier selector beats a state; :active loses to a later :hover, for what is pressed is pointed at too', () => {
    const [lost] = state('p a:link { color: #111111 }\na:hover { color: #ff0000 }', 'hover').unreachable
    expect(lost?.reason).toBe('its selector weighs (0, 1, 1), the winner’s (0, 1, 2).')
    const pressed = state('a:active { color: #00ff00 }\na:hover { color: #ff0000 }', 'active')
    expect(pressed.unreachable).toMatchObject([{ selector: 'a:active', property: 'color' }])
  })

  it('a state that a more particular rule for the same state overrides is none that cannot win', () => {
    expect(state('a:hover { color: red } p a:hover { color: blue }', 'hover').unreachable).toEqual([])
  })

  it('visited links change their colours alone, and what does not show is named (Selectors 4, 8.2)', () => {
    const visited = state('a:visited { color: #551a8b; font-weight: bold; text-decoration: none }', 'visited')
    expect(visited.values).toMatchObject({
      color: 'rgb(85, 26, 139)',
      'font-weight': '400',
      'text-decoration-line': 'underline',
    })
    expect(visited.unreachable.map(({ property }) => property).sort()).toEqual(['font-weight', 'text-decoration'])
  })

  it('contrast is against what it is really seen on, and against the text beside it (WCAG 2.2, 1.4.3; G183)', () => {
    const hover = state('p { background: #000; color: #fff } a:hover { color: #fff; text-decoration: none }', 'hover')
    expect(hover).toMatchObject({ ground: '#000000', contrast: 21, beside: { marks: [], ratio: 1 } })
    expect(state('', 'link').beside?.marks).toEqual(['line'])
  })

  it('what changes in the link counts as a difference, also in what the sheet writes before it', () => {
    const body = '<p>Words <a href="#"><b>to</b> read</a></p>'
    expect(state('a:hover b { color: red }', 'hover', body).differs).toBe(true)
    expect(state('a:hover::before { content: "»" }', 'hover', body).differs).toBe(true)
    expect(state('a:hover::before { color: red }', 'hover', body).differs).toBe(false)
  })
})

describe('several states at once', () => {
  const STATES = `a:link { color: navy }\n\na:visited { color: navy }\n\na:hover { color: red; top: 0 }\n\na:active { color: red }\n`
  const after = (css: string, splices: ReturnType<typeof drawTogether>) => applySplices(css, splices)

  it('share a rule where they follow one another in the order that works', () => {
    expect(runsOf(['active', 'link', 'hover', 'focus-visible'])).toEqual([
      ['link'],
      ['hover', 'focus-visible', 'active'],
    ])
    const css = planStates(parseSheet(STATES), 'a', ['hover', 'focus-visible', 'active'], 'color', 'green')
    const text = after(STATES, css)
    expect(text).toContain('a:hover, a:focus-visible, a:active {\n  color: green;\n}')
    expect(text.match(/green/g)).toHaveLength(1)
    expect(text).not.toContain('red')
    expect(text.indexOf('a:hover, ')).toBeGreaterThan(text.indexOf('a:visited'))
  })

  it('a second edit goes into the rule they share', () => {
    const states = ['hover', 'focus-visible', 'active'] as const
    const once = after(STATES, planStates(parseSheet(STATES), 'a', states, 'color', 'green'))
    const twice = after(once, planStates(parseSheet(once), 'a', states, 'background-color', 'gold'))
    expect(twice).toContain('color: green;\n  background-color: gold;')
    expect(after(twice, planStates(parseSheet(twice), 'a', states, 'color', 'teal')).match(/teal/g)).toHaveLength(1)
  })

  it('a shorthand that says more is changed where it stands', () => {
    const css = 'a:hover { background: url(a.png) red }\n'
    const text = after(css, planStates(parseSheet(css), 'a', ['hover', 'active'], 'background-color', 'gold'))
    expect(text).toContain('url(a.png) red; background-color: gold')
    expect(text).toContain('a:active {')
  })

  it('what they repeat is drawn together, and nothing else is touched', () => {
    expect(repeatedInStates(parseSheet(STATES), 'a').map(({ states }) => states.join())).toEqual([
      'link,visited',
      'hover,active',
    ])
    const text = after(STATES, drawTogether(parseSheet(STATES), 'a'))
    expect(text.replace(/\s+/g, ' ').trim()).toBe(
      'a:link, a:visited { color: navy; } a:hover { top: 0 } a:hover, a:active { color: red; }',
    )
  })

  it('states with another one between them that says something else are left apart', () => {
    const css = 'a:link { color: navy } a:visited { color: grey } a:hover { color: navy }'
    expect(repeatedInStates(parseSheet(css), 'a')).toEqual([])
  })
})

describe('targets (WCAG 2.2, 2.5.8)', () => {
  const box = (left: number, width: number, height = 20) => ({ left, top: 0, width, height })
  it('are too small under 24 px where a circle of 24 px touches another', () => {
    expect(smallTargets([box(0, 20), box(22, 20)])).toEqual([0, 1])
    expect(smallTargets([box(0, 20), box(24, 20)])).toEqual([])
    expect(smallTargets([box(0, 20), box(21, 60, 40)])).toEqual([0])
    expect(smallTargets([box(0, 24, 24), box(24, 24, 24)])).toEqual([])
    expect(smallTargets([box(0, 20), null, { ...box(0, 0), top: 4 }])).toEqual([])
  })

  it('are links and controls, but not links in a sentence', () => {
    const body =
      '<p>Words <a href="#">to read</a></p><a href="#">On</a><button disabled>No</button><input type="submit">'
    expect(targetsOn(siteWith('', body), 'index.html').map(({ name }) => name)).toEqual(['a', 'input'])
  })
})

describe('a state worn', () => {
  const worn = (css: string, subject: Parameters<typeof wornOn>[4], which: Parameters<typeof wornOn>[3] = 'hover') =>
    wornOn(siteWith(css), 'index.html', VIEWPORT, which, subject)
  const CSS = 'a:hover { color: red } header a:hover { color: blue }'

  it('changes what the state changes, on all links, one kind, a selector’s finds or one element', () => {
    expect(worn(CSS, { on: 'links' }).map(({ values }) => values)).toEqual([
      { color: 'rgb(0, 0, 255)' },
      { color: 'rgb(255, 0, 0)' },
    ])
    const { indices } = worn(CSS, { on: 'selector', selector: 'main a' })[0]!
    expect(indices).toHaveLength(1)
    const like = { on: 'kind', page: 'index.html', index: indices[0]! } as const
    expect(worn(CSS, like)).toEqual(worn(CSS, { on: 'selector', selector: 'main a' }))
    expect(worn(CSS, { on: 'element', page: 'index.html', index: indices[0]! })).toEqual(worn(CSS, like))
    expect(worn(CSS, { on: 'element', page: 'other.html', index: 1 })).toEqual([])
  })

  it('reaches what is around and beside it', () => {
    const found = worn('header:hover { background: red } p:has(a:hover) { color: blue }', { on: 'links' })
    expect(found).toHaveLength(2)
  })

  it('nothing but links can have been visited', () => {
    expect(worn('p:visited { color: red }', { on: 'selector', selector: 'p' }, 'visited')).toEqual([])
  })
})

describe('what several ask for', () => {
  it('is run once: together while it runs, and known after it; who stops stops nobody else', () => {
    const runs = new SharedRuns<number, string>()
    const site = siteWith('', BODY)
    let begun = 0
    function* count() {
      begun++
      yield 1
      yield 2
      return 'three'
    }
    const [one, two] = [runs.of(site, 'a', count), runs.of(site, 'a', count)]
    expect([one.next(), two.next()].map(({ value }) => value)).toEqual([1, 2])
    one.return('gone')
    expect(two.next()).toEqual({ done: true, value: 'three' })
    expect(runs.of(site, 'a', count).next()).toEqual({ done: true, value: 'three' })
    expect(begun).toBe(1)
    expect(runs.of(siteWith('', BODY), 'a', count).next().value).toBe(1)
  })
})
