// The cascade core beside a general selector library, a DOM emulation and a real browser: microseconds an element, on the
// same made-up site of 200 pages, about 1,000 elements each, 600 selectors, in one run.
import { chromium } from '@playwright/test'
import { launchOptions } from '../scripts/chromium.mjs'
import { compile } from 'css-select'
import { build } from 'esbuild'
import { JSDOM } from 'jsdom'
import { parse } from 'parse5'
import { adapter } from 'parse5-htmlparser2-tree-adapter'
import { mkdirSync, writeFileSync } from 'node:fs'
import v8 from 'node:v8'
import vm from 'node:vm'
import { cascadeSite } from './cascade-site.mjs'

v8.setFlagsFromString('--expose-gc')
const collect = vm.runInNewContext('gc')

const VIEWPORT = { width: 1280, height: 800 }
/** Pages that the slower ones are given. */
const FEW = 6
const PROPERTIES = [
  'color',
  'background-color',
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'line-height',
  'letter-spacing',
  'text-align',
  'text-transform',
  'text-decoration-line',
  'white-space-collapse',
  'margin-top',
  'margin-right',
  'padding-top',
  'padding-left',
  'border-top-width',
  'border-top-color',
  'border-top-style',
  'border-top-left-radius',
  'display',
  'float',
  'position',
  'opacity',
  'list-style-type',
]

const { outputFiles } = await build({
  stdin: {
    contents: `export { Cascade } from './src/core/cascade/cascade.ts'; export { resolvedValue } from './src/core/cascade/resolved.ts'; export { parsePage } from './src/core/markup/tree.ts'; export { parseSheet } from './src/core/sheet/parse.ts'`,
    resolveDir: process.cwd(),
    loader: 'ts',
  },
  bundle: true,
  write: false,
  format: 'esm',
  platform: 'node',
  external: ['css-tree', 'culori', 'parse5', 'css-tree/tokenizer'],
})
mkdirSync('.cache', { recursive: true })
writeFileSync('.cache/bench-core.mjs', outputFiles[0].text)
const { Cascade, parsePage, parseSheet } = await import(`${process.cwd()}/.cache/bench-core.mjs`)

const files = cascadeSite()
const paths = Object.keys(files).filter((path) => path.endsWith('.html'))
const sheet = files['site.css']
const perElement = (ms, elements) => (ms * 1000) / elements
const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1]

/** Runs `work` and gives the milliseconds it took. */
function clock(work) {
  const start = performance.now()
  work()
  return performance.now() - start
}

const cascadeOf = (text) =>
  new Cascade([{ kind: 'external', file: 'site.css', offset: 0, sheet: parseSheet(text) }], {
    viewport: VIEWPORT,
    quirks: false,
  })
const pages = paths.map((path) => parsePage(files[path]))
const elements = pages.reduce((sum, page) => sum + page.elements.length, 0)

function core() {
  const cascade = cascadeOf(sheet)
  return clock(() => pages.forEach((page) => cascade.stylesOf(page).all()))
}
core() // Once to warm up, as the others get a page to warm up with.
const full = median([core(), core(), core()])

const selectors = parseSheet(sheet)
  .rules.filter((rule) => rule.kind === 'style')
  .flatMap((rule) => rule.selector.split(/,(?![^(]*\))/).map((each) => each.trim()))

function selectorLibrary() {
  const tests = selectors.map((selector) =>
    compile(selector.replace(/:(?:hover|focus-visible)/g, ':not(*)'), { adapter: undefined }),
  )
  const perPage = []
  for (const path of paths.slice(0, FEW)) {
    const document = parse(files[path], { treeAdapter: adapter })
    const all = []
    const visit = (node) => {
      if (node.type === 'tag' || node.type === 'style' || node.type === 'script') all.push(node)
      node.children?.forEach(visit)
    }
    visit(document)
    perPage.push(
      perElement(
        clock(() => all.forEach((element) => tests.forEach((test) => test(element)))),
        all.length,
      ),
    )
  }
  return median(perPage.slice(1))
}
const library = selectorLibrary()

function domEmulation() {
  const html = files[paths[0]].replace('<link rel="stylesheet" href="site.css">', `<style>${sheet}</style>`)
  const { window } = new JSDOM(html)
  const all = [...window.document.querySelectorAll('body *')].slice(0, 120)
  void window.getComputedStyle(all[0]).color // Warming up.
  return perElement(
    clock(() => all.forEach((element) => window.getComputedStyle(element).color)),
    all.length,
  )
}
const emulation = domEmulation()

async function realBrowser() {
  const browser = await chromium.launch(launchOptions)
  try {
    const page = await browser.newPage({ viewport: VIEWPORT })
    const times = []
    for (const path of paths.slice(0, FEW * 3)) {
      await page.setContent(files[path].replace('<link rel="stylesheet" href="site.css">', `<style>${sheet}</style>`))
      times.push(
        await page.evaluate((properties) => {
          const all = [...document.querySelectorAll('*')]
          // Everything is styled anew, as it is for the core.
          document.documentElement.style.display = 'none'
          void document.documentElement.offsetWidth
          document.documentElement.style.display = ''
          const start = performance.now()
          let length = 0
          for (const element of all) {
            const style = getComputedStyle(element)
            for (const property of properties) length += style.getPropertyValue(property).length
          }
          return ((performance.now() - start) * 1000) / all.length + (length < 0 ? 1 : 0)
        }, PROPERTIES),
      )
    }
    return median(times.slice(1))
  } finally {
    await browser.close()
  }
}
const chromiumTime = await realBrowser()

// Memory: the whole site's pages, styles and provenance held at once.
collect()
const before = process.memoryUsage().heapUsed
const kept = cascadeOf(sheet)
const styles = pages.map((page) => {
  const styles = kept.stylesOf(page)
  styles.all()
  return styles
})
collect()
const heap = process.memoryUsage().heapUsed

// One declaration edited, in a rule that reaches few elements.
const edits = ['olive', 'navy', 'plum', 'teal', 'gold', 'tan', 'red', 'lime', 'aqua', 'gray', 'pink', 'peru'].map(
  (color) => parseSheet(sheet.replace('.edited { color: teal }', `.edited { color: ${color} }`)),
)
let present = kept
const again = median(
  edits.map((edited) =>
    clock(() => {
      present = present.after(0, edited)
      pages.forEach((page) => present.stylesOf(page).all())
    }),
  ),
)
const reached = styles.reduce(
  (sum, page) =>
    sum + page.all().filter((style) => style.matched.rules.some((rule) => rule.selectorText === '.edited')).length,
  0,
)

// Linear in elements: the time an element takes does not grow with their number.
const growing = [50, 100, 200].map((count) => {
  const some = pages.slice(0, count)
  const once = () => {
    const cascade = cascadeOf(sheet)
    return clock(() => some.forEach((page) => cascade.stylesOf(page).all()))
  }
  return perElement(
    median([once(), once(), once()]),
    some.reduce((sum, page) => sum + page.elements.length, 0),
  )
})

const row = (name, value) => console.log(`${name.padEnd(64)} ${value}`)
const ours = perElement(full, elements)
console.log(`\n${pages.length} pages, ${elements} elements, ${selectors.length} selectors`)
row('core: every longhand, with provenance', `${ours.toFixed(2)} µs an element`)
row(
  'selector library: every selector on every element',
  `${library.toFixed(1)} µs an element, ${(library / ours).toFixed(1)} × the core`,
)
row('DOM emulation: one property', `${emulation.toFixed(0)} µs an element, ${(emulation / ours).toFixed(0)} × the core`)
row(
  `Chromium: ${PROPERTIES.length} properties`,
  `${chromiumTime.toFixed(1)} µs an element, ${(chromiumTime / ours).toFixed(1)} × the core`,
)
row('core on 50, 100 and 200 pages', `${growing.map((each) => each.toFixed(2)).join(', ')} µs an element`)
row(
  `a declaration edited whose rule reaches ${reached} elements`,
  `${again.toFixed(1)} ms for the site, ${((again / full) * 100).toFixed(2)} % of a full pass`,
)
row(
  'memory for the whole site: trees, styles, provenance, texts',
  `${Math.round(heap / 1e6)} MB of heap (${Math.round((heap - before) / 1e6)} MB of it styles)`,
)
