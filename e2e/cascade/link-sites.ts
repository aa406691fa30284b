import type { Files } from './compare.ts'

/** Numbers from 0 to 1 that are the same for the same seed (a linear congruential generator; common practice). */
function numbers(seed: number): () => number {
  let state = seed * 2654435761 + 1
  return () => (state = (state * 1664525 + 1013904223) % 4294967296) / 4294967296
}

const STATES = ['', ':link', ':visited', ':hover', ':focus', ':focus-visible', ':active', ':any-link', ':not(:hover)']
const BASES = [
  'a',
  'nav a',
  'main a',
  'li a',
  '.button',
  'a[href^="#"]',
  'p > a',
  'footer *',
  '#top a',
  'a:where(.button)',
]
const DECLARATIONS = [
  ...['color: #a0{n}', 'background: #{n}0f', 'text-decoration: underline dotted', 'font-weight: 700', 'outline: none'],
  ...['border-bottom: 2px solid', 'padding: .{n}em', 'letter-spacing: {n}px', 'color: inherit', 'opacity: .{n}'],
  ...[
    'outline: 2px dashed currentcolor',
    'text-transform: uppercase',
    'transition: color {n}00ms',
    'font-size: 1{n}px',
  ],
  ...['box-shadow: 0 0 {n}px red', 'transform: translateX({n}px)', 'color: var(--c, #0{n}0)', 'display: inline-block'],
]
const BEHIND = ['', '', '', ' span', '::before', '::after', ' + *', ' ~ a']

/** A page with links of many sorts under rules for their states in no order at all. */
export function linkSite(seed: number): Files {
  const next = numbers(seed + 1)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!
  const digit = () => String(1 + Math.floor(next() * 8))
  const block = () =>
    Array.from({ length: 1 + Math.floor(next() * 3) }, () => pick(DECLARATIONS).replaceAll('{n}', digit())).join('; ')
  const selector = () => {
    const behind = pick(BEHIND)
    return `${pick(BASES)}${pick(STATES)}${behind}`
  }
  const rules = Array.from({ length: 28 }, () => {
    const list = next() < 0.3 ? `${selector()}, ${selector()}` : selector()
    const content = list.includes('::') ? 'content: "»"; ' : ''
    return `${list} { ${content}${block()}${next() < 0.08 ? ' !important' : ''} }`
  })
  const parents = ['li:hover { --c: #0aa }', 'nav:focus-within { background: #eee }', 'li:has(a:hover) { color: #909 }']
  const layered = `@layer base { ${rules.slice(0, 6).join('\n')} }\n${rules.slice(6).join('\n')}\n${parents.join('\n')}`
  return {
    'index.html': `<!doctype html><html lang="en"><head><title>Links</title><link rel="stylesheet" href="css/site.css"></head><body id="top">
<nav><ul><li><a href="#one">One</a></li><li><a href="#two">Two <span>more</span></a></li></ul></nav>
<main><p>Words <a href="#three">to read</a> and <a class="button" href="#four" style="margin-left: 1px">press</a>.</p>
<p><a href="there.html"><img src="p.png" alt="A picture" width="40" height="20"></a></p></main>
<footer><p>End <a href="#five">of <em>it</em></a></p></footer></body></html>`,
    'css/site.css': layered,
  }
}
