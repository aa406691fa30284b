import fc from 'fast-check'

/** Where a run of one sign may stand in a sheet or a page: X is where it comes. */
const IN_SHEETS: readonly string[] = [
  'p { color: xXx }',
  'p { content: "xXx" }',
  '/* xXx */ p { top: 0 }',
  '/* xXx\n yXy */\np { top: 0 }',
  'xXx { color: red }',
  'p xXx, b { color: red }',
  'p:is(xXx) { top: 0 }',
  'p[title="xXx"] { top: 0 }',
  '@media xXx { p { top: 0 } }',
  '@media (min-width: 1px)Xx and (a) { p { top: 0 } }',
  '@import xXx; p { top: 0 }',
  '@supports (a: bXc) { p { top: 0 } }',
  '@layer xXx;',
  '@xXx { }',
  '@charset "xXx";',
  '@font-face { font-family: xXx; src: url(xXx) }',
  'p { Xxcolor: red }',
  'p { font: 12px xXx serif }',
  'p { background: url("xXx.png") }',
  'p { background: linear-gradient(xXx, red) }',
  'p { width: calc(1pxXx + 2px); top: 0.Xx1px }',
  'p { margin: 0 !Ximportantx }',
  'p { transition: xXx 1s; box-shadow: 1px xXx red; grid-template-areas: "xXx" }',
  ':root { --x: xXx } p { color: var(--x) }',
  'p { top: 0 }xX',
]
const IN_PAGES: readonly string[] = [
  '<p>xXx</p><pre>xXx</pre>',
  '<title>xXx</title>',
  '<p title="xXx" id="xXx" class="xXx" data-x="xXx">y<a href="#xXx">z</a>',
  '<p style="color: xXx">y<p style="xXx">z',
  '<a href="xXx">y</a>',
  '<img srcset="xXx 2x" sizes="xXx" alt="xXx"><img src="a.png" srcset="aXx, b 2x">',
  '<!--xXx-->',
  '<meta name=viewport content="xXx"><meta http-equiv=refresh content="0;url=xXx">',
  '<pXx>y<p xXx>z',
  '<style>xXx</style><script>xXx</script>',
  '<link rel="xXx" href=x><link rel=stylesheet href=x.css media="xXx">',
  '<base href="xXx">',
  '<font color="xXx" face="xXx" size="xXx">y</font>',
  '<table width="xXx"><td width="xXx" background="xXx" align="xXx">y',
  '<ul><li><a href=a>xXx</a><li><a href=b>b</a></ul>',
]
const SIGNS = [...' \n\t,=-*/"\'\\09.#();:!&%a_@<>{}[]|+~?$`', '\r\n', '\u00a0', 'é', '\ud83d\ude00']
const WORDS = ['a ', 'a,', 'a;', 'a:b;', 'a b, ', '&amp;', '/*', '*/', '<!--', '-->', '()', '[]', 'var(', 'url(']
const PIECES = [
  '\\ ',
  '..',
  '../',
  'a.',
  '-a',
  '--',
  '1px ',
  '#a',
  '.a',
  '"a"',
  "' '",
  '@a',
  '</',
  '<a',
  '="',
  'data:,',
]

/** So many characters of one sign show what grows with their square. */
const LENGTH = 12_000

const runIn = (places: readonly string[]): fc.Arbitrary<string> =>
  fc
    .tuple(fc.constantFrom(...places), fc.constantFrom(...SIGNS, ...WORDS, ...PIECES))
    .map(([place, sign]) => place.replaceAll('X', () => sign.repeat(LENGTH / sign.length)))

/** Texts in which one sign stands thousands of times in a row. */
export const sheetOfRun = runIn(IN_SHEETS)
export const pageOfRun = runIn(IN_PAGES)
