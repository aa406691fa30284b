/** Made-up pages with made-up sheets that mix every feature of the cascade. One seed, one site: a difference stays found. */

const PAGES = 48

/** Mulberry32: a small generator of numbers that look random, the same for the same seed. */
function numbers(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

/** Values to set, by property: every kind of longhand a theme sets, and the shorthands over them. */
export const VALUES: Readonly<Record<string, readonly string[]>> = {
  color: [
    'red',
    '#123',
    '#12345680',
    'rgb(10 20 30 / 40%)',
    'rgba(1, 2, 3, .5)',
    'hsl(120deg 50% 40%)',
    'hsla(210, 40%, 30%, .7)',
    'hwb(40 20% 10%)',
    'currentcolor',
    'transparent',
    'var(--ink)',
    'var(--none, teal)',
    'oklch(0.6 0.1 200)',
    'lab(50% 20 30)',
    'rebeccapurple',
    'CanvasText',
  ],
  'background-color': [
    '#eee',
    'var(--ground)',
    'transparent',
    'rgb(200, 100, 50)',
    'hsl(60 100% 90% / .5)',
    'currentcolor',
  ],
  background: [
    'none',
    'teal',
    'url(a.png) no-repeat center / cover',
    'linear-gradient(to right, red, blue 40%)',
    'url("a.png") repeat-x left 10px top 2em, var(--ground)',
    '#fff url(b.png) fixed',
    'var(--ground)',
    'url(a.png) 50% 0 / 20px auto padding-box content-box',
  ],
  'background-image': [
    'none',
    'url(a.png)',
    'linear-gradient(45deg, red 10px, rgb(0 0 0 / .5))',
    'radial-gradient(circle at 10px 20px, red, blue)',
    'url(a.png), url(b.png)',
  ],
  'background-position': ['center', 'left top', '10px 20%', 'right 10px bottom 5px', 'top', '25% center'],
  'background-size': ['cover', '10px', '50% auto', 'auto', '2em 3em'],
  'background-repeat': ['repeat-x', 'no-repeat', 'repeat no-repeat', 'round space'],
  'background-attachment': ['fixed', 'scroll', 'local'],
  'background-clip': ['padding-box', 'border-box'],
  'background-origin': ['content-box'],
  font: [
    '12px serif',
    'italic bold 1.2em/1.5 Georgia, serif',
    'small-caps 700 14pt "Two Words", sans-serif',
    '100%/2 monospace',
    'inherit',
    'condensed 1rem/20px system-ui',
  ],
  'font-size': [
    '12px',
    '1.5em',
    '120%',
    'larger',
    'smaller',
    'x-large',
    '2rem',
    '10pt',
    'calc(1em + 2px)',
    'clamp(10px, 2vw, 30px)',
    'medium',
    '2ex',
    'max(1rem, 3vh)',
  ],
  'font-family': [
    'serif',
    'monospace',
    '"Public Sans", Arial, sans-serif',
    'Georgia',
    "'Courier New', monospace",
    'monospace, monospace',
  ],
  'font-weight': ['bold', 'bolder', 'lighter', '300', 'normal', '650'],
  'font-style': ['italic', 'oblique', 'normal', 'oblique 10deg'],
  'font-variant': ['small-caps', 'normal', 'tabular-nums small-caps'],
  'font-variant-numeric': ['tabular-nums'],
  'font-stretch': ['condensed', '120%'],
  'font-feature-settings': ['"kern" 1', 'normal'],
  'font-kerning': ['none'],
  'line-height': ['1.5', '24px', '150%', 'normal', '2em', 'calc(1em * 1.2)'],
  'letter-spacing': ['1px', '.1em', 'normal', '-0.02em'],
  'word-spacing': ['2px', '.25em', 'normal'],
  'text-align': ['center', 'right', 'justify', 'start', 'end'],
  'text-transform': ['uppercase', 'none', 'capitalize'],
  'text-indent': ['2em', '10px'],
  'text-decoration': [
    'underline',
    'none',
    'underline dotted red 2px',
    'line-through',
    'overline underline wavy',
    'inherit',
  ],
  'text-underline-offset': ['3px', '.2em'],
  'text-shadow': ['none', '1px 2px 3px red', '0 0 4px var(--ink), 1px 1px #fff'],
  'white-space': ['nowrap', 'pre', 'pre-wrap', 'normal', 'pre-line'],
  'overflow-wrap': ['anywhere', 'break-word'],
  'word-break': ['break-all', 'keep-all'],
  hyphens: ['auto', 'none'],
  'tab-size': ['4', '2em'],
  'text-overflow': ['ellipsis'],
  'text-wrap': ['balance', 'nowrap'],
  direction: ['rtl', 'ltr'],
  'vertical-align': ['middle', 'top', '2px', '50%', 'super', '-.1em'],
  margin: ['0', '1em', '10px auto', '1px 2px 3px', '1px 2px 3px 4px', 'auto', '-5px 2%'],
  'margin-top': ['1em', '-3px', 'auto'],
  'margin-inline': ['1em 2em', 'auto'],
  'margin-block-start': ['7px'],
  padding: ['0', '1em 2em', '1px 2px 3px 4px', '5%', 'calc(1em - 2px)', 'var(--gap)'],
  'padding-left': ['3ch', '2vw', '1in', '1cm', '10mm', '4Q', '6pc', '9pt'],
  'padding-inline-start': ['11px'],
  border: [
    '1px solid',
    '2px dashed red',
    'none',
    '0',
    'thin dotted currentcolor',
    'medium double var(--ink)',
    'thick groove #abc',
    '0.4px solid',
    '3.7px solid',
  ],
  'border-width': ['1px 2px', 'thin', '0.2em'],
  'border-style': ['solid', 'dashed none', 'hidden'],
  'border-color': ['red', 'red green blue', 'currentcolor', 'inherit'],
  'border-left': ['4px solid teal', '0'],
  'border-bottom': ['var(--line)', '1px solid rgb(0 0 0 / 20%)'],
  'border-inline-start': ['3px solid red'],
  'border-radius': ['4px', '50%', '1em / 2em', '1px 2px 3px 4px / 5px', '10px 20%'],
  'border-top-left-radius': ['3px', '2px 4px'],
  'border-collapse': ['collapse'],
  'border-spacing': ['3px', '1px 4px'],
  outline: ['1px solid red', 'none', '2px auto', 'thick dashed'],
  'outline-offset': ['2px', '-1px'],
  'outline-color': ['green'],
  'box-shadow': [
    'none',
    '1px 2px red',
    'inset 0 -3px 0 var(--ink)',
    '0 1px 2px rgb(0 0 0 / .3), 0 2px 4px 1px #333',
    '2px 3px 4px 5px',
  ],
  width: ['100px', '50%', 'auto', 'max-content', 'calc(100% - 20px)'],
  height: ['auto', '3em'],
  'min-width': ['0', '10em', 'auto', '20%'],
  'max-width': ['none', '40em', '100%', 'min(100%, 50em)', 'calc(100% - 2em)'],
  'min-height': ['10vh', 'auto'],
  'max-height': ['20em', 'none'],
  'box-sizing': ['border-box', 'content-box'],
  'aspect-ratio': ['16 / 9', 'auto', '1', 'auto 3/2'],
  display: [
    'block',
    'inline',
    'inline-block',
    'flex',
    'grid',
    'none',
    'inline-flex',
    'table',
    'contents',
    'flow-root',
    'list-item',
    'table-cell',
    'inline-grid',
    'block flow',
  ],
  float: ['left', 'right', 'none'],
  clear: ['both', 'left'],
  position: ['relative', 'absolute', 'static', 'fixed', 'sticky'],
  top: ['0', '1em', '10%', 'auto'],
  inset: ['0', '1px 2px', 'auto'],
  'z-index': ['1', 'auto', '-1'],
  overflow: ['hidden', 'auto', 'visible', 'scroll hidden', 'clip'],
  'overflow-x': ['auto', 'hidden', 'visible'],
  visibility: ['hidden', 'visible', 'collapse'],
  opacity: ['0.5', '40%', '2', '.123456'],
  'object-fit': ['cover'],
  'object-position': ['top left', '10% 20px'],
  'flex-direction': ['column', 'row-reverse'],
  'flex-wrap': ['wrap'],
  flex: ['1', 'none', 'auto', '2 1 10em', '1 0', '0 0 20%', '1 30px'],
  'flex-flow': ['column wrap', 'wrap'],
  'flex-grow': ['2', '0.5'],
  'flex-basis': ['10em', 'auto', 'content', '30%'],
  order: ['2', '-1'],
  gap: ['1em', '1px 2px', 'normal'],
  'align-items': ['center', 'baseline', 'flex-start', 'first baseline', 'stretch'],
  'align-self': ['end', 'auto'],
  'justify-content': ['space-between', 'center', 'safe center'],
  'justify-items': ['center'],
  'place-items': ['center', 'start end'],
  'place-content': ['center', 'start space-between'],
  'grid-template-columns': [
    '1fr 2fr',
    'repeat(3, minmax(0, 1fr))',
    'none',
    '[a] 10em [b] auto',
    'repeat(auto-fit, minmax(10em, 1fr))',
  ],
  'grid-template-areas': ['"a b" "c d"', 'none', '"a  a"'],
  'grid-area': ['a', '1 / 2 / 3 / 4', 'auto'],
  'grid-column': ['1 / 3', 'span 2', '1 / -1'],
  'grid-row': ['2'],
  'grid-auto-flow': ['column', 'dense'],
  'grid-auto-rows': ['minmax(3em, auto)'],
  grid: ['none', 'auto-flow / 1fr 1fr', '"a" 1em "b" 2em / 1fr'],
  'list-style': ['none', 'square', 'inside', 'decimal inside', 'url(a.png) disc'],
  'list-style-type': ['circle', 'lower-alpha', '"- "', 'none', 'upper-roman'],
  'list-style-position': ['inside'],
  'table-layout': ['fixed'],
  'caption-side': ['bottom'],
  'empty-cells': ['hide'],
  cursor: ['pointer', 'default', 'url(a.png) 2 3, auto'],
  'pointer-events': ['none'],
  'user-select': ['none'],
  resize: ['both'],
  appearance: ['none'],
  'accent-color': ['teal', 'auto'],
  'caret-color': ['red', 'auto'],
  transform: [
    'none',
    'rotate(45deg)',
    'translate(10px, 2em) scale(1.5)',
    'matrix(1, 0, 0, 1, 5, 6)',
    'skewX(10deg)',
    'translateX(3px) rotate(.25turn)',
    'perspective(100px) rotateY(30deg)',
  ],
  'transform-origin': ['top left', '10px 20px'],
  translate: ['1px 2px', 'none'],
  scale: ['1.2', '1 2'],
  rotate: ['10deg', '.5turn'],
  transition: ['none', 'color 0.2s', 'all 200ms ease-in 50ms', 'color .1s, background-color 1s linear'],
  'transition-duration': ['1s', '100ms, 2s'],
  'transition-timing-function': ['ease', 'cubic-bezier(.1, .2, .3, 1)', 'steps(3, end)'],
  animation: ['none', 'glide 2s infinite', 'x 1s ease-out 3 alternate both paused'],
  'animation-duration': ['2s'],
  filter: ['none', 'blur(2px)', 'brightness(.5) saturate(120%)', 'drop-shadow(1px 2px 3px red)'],
  'mix-blend-mode': ['multiply'],
  isolation: ['isolate'],
  'will-change': ['transform', 'auto', 'opacity, transform'],
  columns: ['2', '10em', '3 8em'],
  'column-rule': ['1px solid red', 'thick dotted'],
  'column-gap': ['2em'],
  orphans: ['3'],
  'break-inside': ['avoid'],
  quotes: ['"«" "»"', 'none', 'auto'],
  content: ['none', 'normal'],
  'counter-reset': ['a', 'a 3 b', 'none'],
  'counter-increment': ['a', 'b 2'],
  'scroll-behavior': ['smooth'],
  'scroll-margin-top': ['1em'],
  all: ['unset', 'revert', 'initial'],
  '--ink': ['navy', '#345', 'var(--deep)', 'initial'],
  '--ground': ['#fafafa', 'var(--ink)', 'var(--missing, ivory)'],
  '--gap': ['1em', 'var(--loop)', '3px 4px'],
  '--loop': ['var(--gap)'],
  '--deep': ['rgb(9 8 7)', 'inherit'],
  '--line': ['2px solid var(--ink)', 'var(--none)', '1px dotted'],
  '--Case': ['1'],
}
const PROPERTIES = Object.keys(VALUES)
const WIDE = ['inherit', 'initial', 'unset', 'revert', 'revert-layer']
export const BROKEN = [
  'color: redd',
  'colr: red',
  'padding: -1px',
  'margin: 1px 2px 3px 4px 5px',
  'font: bold',
  'border: 1px solid solid',
  'width: 10',
  'color red',
  ': red',
  'display: blok',
  'color: #12',
  'line-height: -1',
  'flex: 1 2 3 4',
  '@bad x;',
  'background: red blue',
  'opacity: half',
  'width: calc(1px +2px)',
  '12: 3',
  'margin: 1em !importent',
  'color: rgb(1 2)',
  'transition: 1s 2s 3s',
  'z-index: 1.5',
]
const COMPOUNDS = [
  'p',
  'div',
  'a',
  'li',
  'ul',
  'h1',
  'h2',
  'td',
  'th',
  'table',
  'span',
  'em',
  'section',
  '.a',
  '.b',
  '.c',
  '#x',
  '#y',
  'p.a',
  'div.b',
  '[title]',
  'a[href]',
  '[class~="c"]',
  'p:first-child',
  'li:nth-child(2n + 1)',
  ':not(.a)',
  ':is(p, li).b',
  ':where(.c, #x)',
  'p:has(em)',
  'li:last-child',
  ':empty',
  'body',
  'html',
  '*',
  'code',
  'pre',
  'button',
  'input',
  'img',
  ':root',
  'a:link',
  'a:hover',
  'td:nth-of-type(2)',
  ':only-child',
  'strong',
  'blockquote',
  'hr',
  '.A',
  'P',
  ':lang(fr)',
  'input:disabled',
  'small',
  'label',
]
const PSEUDO = [
  '::before',
  '::after',
  '::first-line',
  '::first-letter',
  '::marker',
  ':before',
  '::selection',
  '::placeholder',
]
export const CONDITIONS = [
  '@media (min-width: 800px)',
  '@media (max-width: 600px)',
  '@media screen and (orientation: landscape)',
  '@media print',
  '@media not all',
  '@media (width >= 1000px) and (hover)',
  '@supports (display: grid)',
  '@supports not (display: grid)',
  '@supports (color: oklch(0 0 0)) or (foo: bar)',
  '@supports selector(:has(a))',
  '@layer base',
  '@layer theme',
  '@layer base.inner',
  '@layer',
  '@layer util',
]

export function generatedSite(seed = 20261124): Record<string, string> {
  const next = numbers(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!
  const chance = (share: number) => next() < share
  const times = (low: number, high: number) => low + Math.floor(next() * (high - low + 1))
  const many = <T>(count: number, make: (at: number) => T): T[] => Array.from({ length: count }, (_, at) => make(at))

  const declaration = (): string => {
    if (chance(0.06)) return pick(BROKEN)
    const property = pick(PROPERTIES)
    const value = property.startsWith('--') || !chance(0.1) ? pick(VALUES[property]!) : pick(WIDE)
    if (property === 'all' && !chance(0.15)) return 'color: red'
    return `${chance(0.05) ? property.toUpperCase() : property}${chance(0.2) ? ' :' : ':'} ${value}${chance(0.06) ? (chance(0.5) ? ' !important' : '!IMPORTANT') : ''}`.replace(
      /^--\w+/i,
      property,
    )
  }
  const block = (low = 1, high = 5) => many(times(low, high), declaration).join('; ')
  const selector = (): string => {
    const parts = many(times(1, chance(0.3) ? 3 : 2), () => pick(COMPOUNDS))
    const joined = parts.reduce((left, right) => left + pick([' ', ' ', ' ', ' > ', ' + ', ' ~ ']) + right)
    return joined + (chance(0.12) ? pick(PSEUDO) : '')
  }
  const list = () => many(times(1, 3), selector).join(', ')
  const rule = (depth = 0): string => {
    const nested =
      chance(0.15) && depth < 2
        ? `; ${chance(0.5) ? `&${pick(['.a', ':first-child', ' > p', ' + li'])}` : chance(0.3) ? pick(CONDITIONS.slice(0, 9)) : selector().replace(/::?(?:before|after|first.*|marker|selection|placeholder)$/, '')} { ${block(1, 2)} } ${block(0, 1)}`
        : ''
    const own = `${chance(0.03) ? '..bad' : list()} { ${block()}${nested} }`
    return chance(0.2) && depth < 2 ? `${pick(CONDITIONS)} { ${own} ${chance(0.5) ? rule(depth + 1) : ''} }` : own
  }
  const broken = () =>
    pick([
      '}',
      '<!-- -->',
      '@charset "x";',
      'p { color: red',
      '/* open */',
      '@import url(late.css);',
      'p { } }',
      '& { color: red }',
      '@unknown { p { color: red } }',
      '@font-face { font-family: x }',
    ])
  const sheet = (rules: number) => {
    const parts = many(rules, () => rule())
    if (chance(0.3)) parts.splice(times(0, parts.length - 2), 0, broken().replace('p { color: red', 'p { color: red }'))
    return parts.join('\n')
  }

  const files: Record<string, string> = {}
  const shared = many(6, (at) => `css/shared-${at}.css`)
  for (const path of shared) {
    const imports = chance(0.5)
      ? `${chance(0.5) ? '@layer util, base, theme;\n' : ''}@import url("parts/${pick(['one', 'two'])}.css")${pick(['', ' layer(base)', ' layer', ' screen', ' print', ' supports(display: grid)', ' layer(theme) supports(not (display: foo)) (min-width: 500px)'])};\n`
      : ''
    files[path] = imports + sheet(times(20, 36))
  }
  for (const name of ['one', 'two']) files[`css/parts/${name}.css`] = sheet(12)

  const attributes = (old: boolean): string => {
    let out = ''
    if (chance(0.35)) out += ` class="${many(times(1, 2), () => pick(['a', 'b', 'c', 'A', 'd'])).join(' ')}"`
    if (chance(0.06)) out += ` id="${pick(['x', 'y'])}"`
    if (chance(0.1)) out += ' title="t"'
    if (chance(0.05)) out += ' lang="fr"'
    if (chance(0.04)) out += ` dir="${pick(['rtl', 'ltr'])}"`
    if (chance(0.12)) out += ` style="${block(1, 3).replace(/"/g, "'")}"`
    if (old && chance(0.3)) out += ` align="${pick(['left', 'center', 'right', 'justify'])}"`
    if (old && chance(0.2)) out += ` bgcolor="${pick(['#eeddcc', 'yellow', 'chucknorris', 'fff'])}"`
    return out
  }
  const inline = (old: boolean): string =>
    pick([
      () => 'some text',
      () => `<a href="p.html"${attributes(false)}>link</a>`,
      () => `<em${attributes(false)}>em</em>`,
      () => `<strong>strong <em>em</em></strong>`,
      () => `<span${attributes(false)}>span <code>code</code></span>`,
      () => '<small>small</small>',
      () => '<br>',
      () =>
        `<img src="a.png" alt="" width="${times(10, 90)}" height="20"${old ? ' border="2" hspace="3" align="left"' : ''}>`,
      () =>
        old
          ? `<font color="${pick(['red', '#00f', 'navy'])}" size="${pick(['1', '5', '+2', '-1', '7'])}" face="Arial, serif">font</font>`
          : '<mark>mark</mark>',
      () => (old ? '<center>c</center><tt>tt</tt><big>big</big><u>u</u>' : '<kbd>k</kbd><sub>2</sub>'),
      () => `<button${attributes(false)}>b</button>`,
      () => `<input${chance(0.5) ? ' placeholder="p"' : ''}${chance(0.3) ? ' disabled' : ''}${attributes(false)}>`,
      () => '<q>quote</q>',
      () => '<label>label</label>',
    ])()
  const text = (old: boolean) => many(times(1, 4), () => inline(old)).join(' ')
  const flow = (old: boolean, depth: number): string =>
    pick([
      () => `<p${attributes(old)}>${text(old)}</p>`,
      () => `<p${attributes(old)}>${text(old)}</p>`,
      () => `<h${times(1, 4)}${attributes(old)}>heading</h1>`,
      () =>
        `<ul${attributes(false)}${old ? ' type="square"' : ''}>${many(times(1, 4), () => `<li${attributes(false)}>${text(old)}${chance(0.2) ? '<ul><li>inner</li></ul>' : ''}</li>`).join('')}</ul>`,
      () => `<ol${old ? ` type="${pick(['a', 'I', '1'])}" start="3"` : ''}><li>one</li><li>two</li></ol>`,
      () =>
        `<table${attributes(old)}${old ? ` border="${pick(['0', '1', '3'])}" cellpadding="${times(0, 6)}" cellspacing="${times(0, 4)}" width="${pick(['100%', '300', '80%'])}"` : ''}><caption>c</caption><tr${attributes(old)}><th>h</th><td${attributes(old)}${old ? ' valign="top" width="50" nowrap' : ''}>${text(old)}</td></tr><tr><td>1</td><td>2</td></tr></table>`,
      () => `<blockquote${attributes(false)}><p>quoted</p></blockquote>`,
      () => `<pre${attributes(false)}>pre <code>code</code></pre>`,
      () => `<hr${old ? ` size="${times(1, 5)}" width="50%" noshade color="red" align="left"` : ''}>`,
      () => '<dl><dt>t</dt><dd>d</dd></dl>',
      () =>
        `<fieldset${attributes(false)}><legend>l</legend><input><select><option>o</option></select><textarea></textarea></fieldset>`,
      () =>
        depth < 3
          ? `<div${attributes(old)}>${many(times(1, 4), () => flow(old, depth + 1)).join('')}</div>`
          : 'loose text',
      () =>
        depth < 3
          ? `<section${attributes(false)}>${many(times(1, 3), () => flow(old, depth + 1)).join('')}</section>`
          : '<p>deep</p>',
    ])()

  for (let page = 0; page < PAGES; page++) {
    const old = page % 4 === 3
    const doctype =
      old && chance(0.6)
        ? pick(['', '<!DOCTYPE html PUBLIC "-//W3C//DTD HTML 4.01 Transitional//EN">'])
        : '<!doctype html>'
    const links = many(
      times(1, 2),
      () =>
        `<link rel="stylesheet" href="${pick(shared)}"${chance(0.15) ? ` media="${pick(['screen', 'print', '(min-width: 400px)'])}"` : ''}>`,
    ).join('')
    const embedded = chance(0.6) ? `<style>${sheet(times(3, 10))}</style>` : ''
    const head = chance(0.5) ? links + embedded : embedded + links
    files[`page-${page}.html`] =
      `${doctype}<html${chance(0.5) ? ' lang="en"' : ''}><head><title>${page}</title>${head}</head><body${old ? ' bgcolor="#ffffee" text="#222222" topmargin="4"' : ''}>${many(times(8, 16), () => flow(old, 0)).join('\n')}</body></html>`
  }
  return files
}
