import { describe, expect, it } from 'vitest'
import { findingsIn, planFix } from '../../src/core/fit/check.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { neverWins } from '../../src/core/states/never-wins.ts'
import { unreducedIn } from '../../src/core/motion/unreduced.ts'
import { siteOf } from './model.ts'

const siteWith = (css: string, body = '<p>Words <a href="#m">to read</a> here</p>') =>
  siteOf({
    'index.html': `<!doctype html><html lang="en"><head><title>x</title><link rel="stylesheet" href="css/site.css"></head><body><main id="m">${body}</main></body></html>`,
    'css/site.css': css,
  })
const found = (rule: string, css: string, body?: string) =>
  findingsIn(siteWith(css, body)).filter((each) => each.rule === rule)
const messages = (rule: string, css: string, body?: string) => found(rule, css, body).map(({ message }) => message)

describe('state-order (CSS 2.2, 5.11.3: a:link, a:visited, a:hover, a:active)', () => {
  it('finds what can never win and puts it in order', () => {
    const css = 'a:hover { color: red }\na:link { color: blue }\na:visited { color: purple }\n'
    const [finding, ...more] = found('state-order', css)
    expect(more).toEqual([])
    expect(finding).toMatchObject({ file: 'css/site.css', fixable: true })
    expect(finding!.message).toContain('a:link in line 2 stands after line 1')
    const site = siteWith(css)
    const mended = site.after(planFix(site, [finding!]))
    expect(findingsIn(mended).filter(({ rule }) => rule === 'state-order')).toEqual([])
    expect(mended.text('css/site.css').indexOf('a:link')).toBe(0)
  })

  it.each([
    [
      'the order that works',
      'a:link { color: #00f } a:visited { color: #808 } a:hover { color: red } a:active { color: #f80 }',
    ],
    ['states that exclude one another', 'a:visited { color: #808 } a:link { color: #00f }'],
    ['other properties', 'a:hover { text-decoration: underline } a:link { color: #00f }'],
    ['the same value', 'a:hover { color: #00f } a:link { color: #00f }'],
    ['said again further down', 'a:hover { color: red } a:link { color: #00f } a:hover { color: red }'],
    ['more weight', 'nav a:hover { color: red } a:link { color: #00f }'],
    ['importance', 'a:hover { color: red !important } a:link { color: #00f }'],
    ['hover behind focus: one may be without the other', 'a:focus { color: red } a:hover { color: #00f }'],
  ])('leaves alone: %s', (_, css) => {
    expect(neverWins(parseSheet(css))).toEqual([])
  })

  it('pressed is pointed at and focused, so :active before either never wins', () => {
    for (const later of ['hover', 'focus'])
      expect(neverWins(parseSheet(`a:active { color: red } a:${later} { color: #00f }`))).toHaveLength(1)
  })

  it('a shorthand beats a longhand before it', () => {
    expect(neverWins(parseSheet('a:hover { background-color: red } a:link { background: none }'))).toHaveLength(1)
  })
})

describe('focus-missing (WCAG 2.2, 2.4.7)', () => {
  it('finds links that answer the pointer and not the keyboard, and names the rule', () => {
    const [message] = messages('focus-missing', 'a:hover { color: red }\na:focus { outline: none }')
    expect(message).toContain('a:focus (css/site.css, line 2) takes the outline away')
  })

  it.each([
    ['the browser’s own outline', 'a:hover { color: red }'],
    ['another sign', 'a:hover, a:focus-visible { color: red } a:focus { outline: 0 }'],
    ['a sign in the link', 'a:hover { color: red } a { outline: 0 } a:focus::before { content: "»" }'],
    ['no answer to the pointer either', 'a { outline: none }'],
  ])('leaves alone: %s', (_, css) => {
    expect(messages('focus-missing', css)).toEqual([])
  })
})

describe('contrast-low (WCAG 2.2, 1.4.3) and link-undistinguished (G183)', () => {
  it('text below 4.5 : 1 is found once for a page, with the rule that colours it', () => {
    const body = '<p class="n">One</p><p class="n">Two</p>'
    // #777 on white is 4.48 : 1, #767676 is 4.54 : 1 (WebAIM and others give both; from memory).
    expect(messages('contrast-low', '.n { color: #777 }', body)).toEqual([
      'p.n and 1 more are #777777 on #ffffff, set by .n (css/site.css, line 1): 4.47 : 1; 4.5 is the least.',
    ])
    expect(messages('contrast-low', '.n { color: #767676 }', body)).toEqual([])
    expect(messages('contrast-low', '.n { color: #777; font-size: 24px }', body)).toEqual([])
  })

  it('links are seen in every state; what the browser alone decides is left', () => {
    const css = 'a:link { color: #00f } a:hover { color: #ff0 }'
    expect(messages('contrast-low', css).join()).toContain('under the pointer')
    expect(messages('contrast-low', '')).toEqual([])
  })

  it('nothing is claimed of text that may lie over something else, or on a picture', () => {
    const body = '<p class="n">One</p>'
    expect(messages('contrast-low', '.n { color: #fff; position: absolute }', body)).toEqual([])
    expect(messages('contrast-low', '.n { color: #fff; background: url(a.png) }', body)).toEqual([])
  })

  it('a link told by colour alone needs 3 : 1 to the text', () => {
    const css = 'p { color: #333 } a { color: #248; text-decoration: none }'
    expect(messages('link-undistinguished', css)).toHaveLength(1)
    expect(messages('link-undistinguished', `${css} a { border-bottom: 1px solid }`)).toEqual([])
    expect(messages('link-undistinguished', 'p { color: #000 } a { color: #06e; text-decoration: none }')).toEqual([])
  })
})

describe('target-small (WCAG 2.2, 2.5.8)', () => {
  const dots = '<ul><li><a class="dot" href="#m"></a></li></ul>'
  it('knows what the sheet tells, edges included, and says nothing of the rest', () => {
    const css = '.dot { display: block; width: 12px; height: 12px; padding: 2px; border: 1px solid }'
    expect(messages('target-small', css, dots)).toEqual(['a.dot is 18 × 18 px, smaller than 24 × 24 px.'])
    expect(messages('target-small', '.dot { display: block; width: 24px; height: 24px }', dots)).toEqual([])
    expect(messages('target-small', '.dot { width: 12px; height: 12px }', dots)).toEqual([])
    expect(messages('target-small', '.dot { display: block; width: 50%; min-height: 12px }', dots)).toEqual([])
  })
})

describe('transition-slow and motion-unreduced', () => {
  it('a state that takes more than half a second is named with its time (100 to 400 ms are common practice)', () => {
    const css = 'a:hover { color: red } a { transition: color .3s 400ms, background 0.2s }'
    expect(messages('transition-slow', css)).toEqual(['a changes over 700 ms; 100 to 400 ms are felt as an answer.'])
    expect(messages('transition-slow', 'a:hover { color: red } a { transition: color 500ms }')).toEqual([])
    expect(messages('transition-slow', '.banner { transition: color 5s }')).toEqual([])
  })

  const MOVING = 'a { transition: transform .2s } a:hover { transform: scale(1.1) }'
  it('movement is held still by one rule for those who asked for less (Media Queries 5, 12.1)', () => {
    const [finding] = found('motion-unreduced', MOVING)
    expect(finding?.message).toContain('moves (transform)')
    const site = siteWith(MOVING)
    const text = site.after(planFix(site, [finding!])).text('css/site.css')
    expect(text).toContain('@media (prefers-reduced-motion: reduce) {\n  a { transition: none; }\n}')
    expect(unreducedIn(parseSheet(text))).toEqual([])
  })

  it.each([
    ['colours', 'a { transition: color .2s } a:hover { color: red }'],
    ['all, where no state moves anything', 'a { transition: all .2s } a:hover { color: red }'],
    ['what stands in a query for it', `@media (prefers-reduced-motion: no-preference) { ${MOVING} }`],
    [
      'what everything is held still by',
      `${MOVING} @media (prefers-reduced-motion: reduce) { * { transition: none !important } }`,
    ],
    ['animations that only fade', '@keyframes in { from { opacity: 0 } } p { animation: in 1s }'],
  ])('leaves alone: %s', (_, css) => {
    expect(unreducedIn(parseSheet(css))).toEqual([])
  })

  it('finds all where a state moves something, and animations by their frames', () => {
    expect(unreducedIn(parseSheet('a { transition: all .2s } a:hover { margin-left: 4px }'))[0]?.what).toEqual([
      'margin-left',
    ])
    expect(unreducedIn(parseSheet('@keyframes in { from { top: 0 } } p { animation: 1s in }'))[0]?.what).toEqual(['in'])
  })
})
