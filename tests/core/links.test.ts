import { describe, expect, it } from 'vitest'
import { stateProof } from '../../src/core/links/state-proof.ts'
import { siteOf } from './model.ts'

const siteWith = (
  css: string,
  body = '<header><a href="#">Top</a></header><main><p>Words <a href="#">to read</a></p></main>',
) =>
  siteOf({
    'index.html': `<!doctype html><link rel="stylesheet" href="css/site.css"><body>${body}`,
    'css/site.css': css,
  })
const proofOf = (css: string, base = 'a', body?: string) => stateProof(siteWith(css, body), base, null)!
const state = (css: string, name: string, base?: string, body?: string) =>
  proofOf(css, base, body).states.find((each) => each.state === name)!

describe('a link in all its states', () => {
  it('is one where text runs, in its own words', () => {
    expect(proofOf('')).toMatchObject({ page: 'index.html', words: 'to read' })
    expect(stateProof(siteWith(''), 'nav a', null)).toBeNull()
  })

  it('is one that the rules of its kind dress, not one that others made something else of', () => {
    const body = '<main><a class="button" href="#">Press</a> <a href="#">Read</a></main>'
    expect(proofOf('a:link { color: navy } .button:link { color: white }', 'a', body).words).toBe('Read')
  })

  it('hover does not show where :link stands after it, and it is said why (CSS 2.2, 5.11.3)', () => {
    const hover = state('a:hover { color: #ff0000 }\na:link { color: #0000ff }', 'hover')
    expect(hover.values['color']).toBe('rgb(0, 0, 255)')
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

  it('a heavier selector beats a state', () => {
    const [lost] = state('main a:link { color: #111111 }\na:hover { color: #ff0000 }', 'hover').unreachable
    expect(lost?.reason).toBe('its selector weighs (0, 1, 1), the winner’s (0, 1, 2).')
  })

  it('visited links change their colours alone (Selectors 4, 8.2)', () => {
    const visited = state('a:visited { color: #551a8b; font-weight: bold; text-decoration: none }', 'visited')
    expect(visited.values).toMatchObject({
      color: 'rgb(85, 26, 139)',
      'font-weight': '400',
      'text-decoration-line': 'underline',
    })
  })

  it('contrast is against what it is really seen on (WCAG 2.2, 1.4.3)', () => {
    const hover = state('main { background: #000 } a:hover { color: #fff }', 'hover')
    expect(hover).toMatchObject({ ground: '#000000', contrast: 21 })
  })
})
