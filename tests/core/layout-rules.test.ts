import { describe, expect, it } from 'vitest'
import { findingsIn, planFix } from '../../src/core/fit/check.ts'
import { siteOf } from './model.ts'

const RULES = ['row-overflow', 'page-overflow', 'float-uncleared']
const siteWith = (css: string, body: string, viewport = true) =>
  siteOf({
    'index.html': `<!doctype html><html lang="en"><head><title>T</title>${viewport ? '<meta name="viewport" content="width=device-width">' : ''}<link rel="stylesheet" href="css/site.css"></head><body>${body}</body></html>`,
    'css/site.css': `body { margin: 0 }\n${css}`,
  })
const found = (...of: Parameters<typeof siteWith>) =>
  findingsIn(siteWith(...of)).filter(({ rule }) => RULES.includes(rule))
const says = (...of: Parameters<typeof siteWith>) => found(...of).map(({ rule, message }) => `${rule}: ${message}`)

const TWO = '<div id="wrap"><div id="a">a</div><div id="b">b</div></div>'

describe('row-overflow', () => {
  const floats = (a: string, b: string) =>
    `#wrap { max-width: 925px; overflow: hidden } #a { float: left; width: ${a}; padding: 0 15px } #b { float: left; width: ${b}; padding: 0 20px }`

  it('says the sum and the room of floats that drop on a desk', () => {
    expect(says(floats('200px', '750px'), TWO, false)).toEqual([
      'row-overflow: In div#wrap, on a window of 1280 px: 200 + 2 × 15 and 750 + 2 × 20 make 1,020 of 925 px: 95 px too many, so div#b drops under div#a.',
    ])
    expect(says(floats('200px', '655px'), TWO, false)).toEqual([])
  })

  it('leaves floats be that stand under one another on a phone, and galleries that go on from line to line', () => {
    expect(says(floats('100px', '200px'), TWO)).toEqual([])
    const many = `<div id="wrap">${'<div class="x">x</div>'.repeat(12)}</div>`
    expect(says('#wrap { overflow: hidden } .x { float: left; width: 200px }', many)).toEqual([])
  })

  it('names a flex row that holds on a desk and sticks out of a phone, unless it wraps', () => {
    const row = (wrap: string) => `#wrap { display: flex; ${wrap} } #wrap > * { flex: none; width: 200px }`
    expect(says(row(''), TWO)).toEqual([
      'row-overflow: In div#wrap, on a window of 360 px: 2 × 200 make 400 of 360 px: 40 px too many, so div#b sticks out.',
    ])
    expect(says(row('flex-wrap: wrap'), TWO)).toEqual([])
    expect(says(row('') + '@media (max-width: 700px) { #wrap { display: block } }', TWO)).toEqual([])
  })
})

describe('page-overflow', () => {
  it('names the box that is too wide for a phone, and where that is said', () => {
    expect(says('#wrap { width: 960px }', TWO)).toEqual([
      'page-overflow: div#wrap is 960 px wide on a window of 360 px (width, css/site.css line 2): the page scrolls sideways.',
    ])
  })

  it.each([
    ['a page that phones make small', '#wrap { width: 960px }', false],
    ['a box that may not be wider than the window', '#wrap { width: 960px; max-width: 100% }', true],
    ['a box that something around it cuts off', 'body { overflow-x: hidden } #wrap { width: 960px }', true],
    ['a media query', '#wrap { width: 960px } @media (max-width: 1000px) { #wrap { width: auto } }', true],
  ])('leaves be %s', (_, css, viewport) => {
    expect(says(css, TWO, viewport)).toEqual([])
  })
})

describe('float-uncleared', () => {
  const css = (more: string) => `#a, #b { float: left; width: 20% } #wrap { background: navy } ${more}`

  it('names a box whose ground is not seen behind its floats, and keeps them in', () => {
    const site = siteWith(css(''), TWO)
    const [finding] = findingsIn(site).filter(({ rule }) => rule === 'float-uncleared')
    expect(finding!.message).toBe(
      'div#wrap holds nothing but floats, so it is 0 px high inside and its background is not seen behind them.',
    )
    const after = site.after(planFix(site, [finding!]))
    expect(after.text('css/site.css')).toContain('#wrap { background: navy; display: flow-root; }')
    expect(findingsIn(after).filter(({ rule }) => rule === 'float-uncleared')).toEqual([])
  })

  it.each([
    ['a box that keeps them in', '#wrap { overflow: hidden }', TWO],
    ['one that clears them behind its content', '#wrap::after { content: ""; display: block; clear: both }', TWO],
    ['one with a height', '#wrap { height: 100px }', TWO],
    ['one with words in it', '', TWO.replace('</div></div>', '</div>words</div>')],
    ['one without a ground', '#wrap { background: none }', TWO],
  ])('leaves be %s', (_, more, body) => {
    expect(says(css(more), body)).toEqual([])
  })
})
