// Everything that can be asked of a site whose sheet or page says one thing very often: how much longer that takes when it says it
// eight times as often. What grows with the text takes up to eight times as long; what grows with its square, sixty-four times.
import { loadTogether } from '../scripts/load.mjs'

const { askAll, siteOf } = await loadTogether('long-bench', ['tests/ask-all.ts', 'tests/core/model.ts'])

const FEW = 1000
const TIMES = 8
const PAGE =
  '<!doctype html><html lang=en><head><title>t</title><link rel=stylesheet href=css/site.css></head><body><main><p>x</p><p class=a>y</p></main></body></html>'
const list = (count, write) => Array.from({ length: count }, (_, at) => write(at)).join('')

const SHEETS = {
  'declarations in a rule': (count) => `p { ${'color: red; '.repeat(count)} }`,
  'rules alike': (count) => 'p { color: red } '.repeat(count),
  'rules for classes': (count) => list(count, (at) => `.c${at} { margin: ${at}px }\n`),
  swatches: (count) => `:root { ${list(count, (at) => `--v${at}: ${at}px; --w${at}: var(--v${at});`)} }`,
  'media queries': (count) => list(count, (at) => `@media (min-width: ${at}px) { p { margin: ${at}px } }\n`),
  'fonts of a sheet': (count) => list(count, (at) => `@font-face { font-family: f${at}; src: url(f${at}.woff2) }\n`),
  'rules in a block left open': (count) => `main { ${'a:hover { color: red } '.repeat(count)}`,
  'selectors in a list': (count) => `${'p, '.repeat(count)}p { color: red }`,
}
const PAGES = {
  paragraphs: (count) => '<p>x'.repeat(count),
  'boxes in boxes': (count) => '<div>'.repeat(count) + '</div>'.repeat(count),
  'elements of one id': (count) => '<p id=a>x'.repeat(count),
  'styles in attributes': (count) => '<p style="color:red">x'.repeat(count),
  links: (count) => list(count, (at) => `<a href="p${at}.html#x">l</a> `),
  floats: (count) => list(count, (at) => `<div style="float:left;width:${at % 50}px">x</div>`),
}

function took(html, css) {
  const site = siteOf({ 'index.html': html, 'css/site.css': css })
  const began = performance.now()
  askAll(site)
  return performance.now() - began
}

const ask = {
  ...Object.fromEntries(Object.entries(SHEETS).map(([name, write]) => [name, (count) => took(PAGE, write(count))])),
  ...Object.fromEntries(
    Object.entries(PAGES).map(([name, write]) => [
      name,
      (count) => took(PAGE.replace('</main>', `${write(count)}</main>`), 'p { color: red } div b { top: 0 }'),
    ]),
  ),
}
// What every first question pays: grammars and tables are read once.
for (const run of Object.values(ask)) run(10)
for (const [name, run] of Object.entries(ask)) {
  const [few, many] = [run(FEW), run(FEW * TIMES)]
  console.log(
    `${name}: ${FEW} ${few.toFixed(0)} ms, ${FEW * TIMES} ${many.toFixed(0)} ms, ${(many / few).toFixed(1)} times as long`,
  )
}
