// The whole fit check beside merely parsing the same pages with parse5, with the places of everything, as whoever wants to
// say where something stands must: every rule, html-validate included, on 500 pages. In turns, in one process.
import { mkdirSync, writeFileSync } from 'node:fs'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { build } from 'esbuild'
import { HtmlValidate, StaticConfigLoader } from 'html-validate'
import { parse } from 'parse5'
import { bigSite } from './big-site.mjs'

setFlagsFromString('--expose-gc')
const collect = runInNewContext('gc')
const ROUNDS = 3
/** Pages that html-validate alone is given. */
const FEW = 20

const { outputFiles } = await build({
  stdin: {
    contents: `export { SiteSnapshot } from './src/core/model/snapshot.ts'; export { FitCheck } from './src/core/fit/check.ts'`,
    resolveDir: process.cwd(),
    loader: 'ts',
  },
  bundle: true,
  write: false,
  format: 'esm',
  platform: 'node',
  packages: 'external',
})
mkdirSync('.cache', { recursive: true })
writeFileSync('.cache/bench-fit.mjs', outputFiles[0].text)
const { SiteSnapshot, FitCheck } = await import(`${process.cwd()}/.cache/bench-fit.mjs`)

const files = bigSite(500, 1000)
const texts = Object.entries(files)
  .filter(([name]) => /\.(?:html|css)$/.test(name))
  .map(([name, bytes]) => [name, bytes.toString()])
const pages = texts.filter(([name]) => name.endsWith('.html'))
const bytes = pages.reduce((sum, [, text]) => sum + text.length, 0)

function clock(work) {
  collect()
  const start = performance.now()
  work()
  return performance.now() - start
}
const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1]

function site() {
  const infos = Object.entries(files).map(([path, content]) => ({
    path,
    size: content.length,
    pixels: path.endsWith('.png') ? { width: 40, height: 30 } : null,
  }))
  return SiteSnapshot.empty({ width: 1280, height: 800 }).withFiles(infos, 'css/site.css').withTexts(texts)
}

const plain = []
const located = []
const whole = []
let findings = 0
/** Held, so that memory is measured with all of it. */
let held = null
for (let round = 0; round <= ROUNDS; round++) {
  held = null
  const times = [
    clock(() => pages.forEach(([, text]) => parse(text))),
    clock(() => pages.forEach(([, text]) => parse(text, { sourceCodeLocationInfo: true }))),
    clock(() => {
      const model = site()
      const check = new FitCheck()
      findings = check.findings(model).length
      held = { model, check }
    }),
  ]
  if (round === 0) continue // Warming up.
  plain.push(times[0])
  located.push(times[1])
  whole.push(times[2])
}
collect()
const heap = held && process.memoryUsage()
const validator = new HtmlValidate(new StaticConfigLoader({ extends: ['html-validate:standard'] }))
const alone =
  clock(() => pages.slice(0, FEW).forEach(([, text]) => validator.validateStringSync(text))) * (pages.length / FEW)

const row = (name, value) => console.log(`${name.padEnd(64)} ${value}`)
console.log(`\n${pages.length} pages, ${(bytes / 1e6).toFixed(1)} MB of markup, ${findings} findings`)
row('parse5', `${median(plain).toFixed(0)} ms`)
row('parse5 with source locations', `${median(located).toFixed(0)} ms`)
row(
  'the whole fit check, parsing included',
  `${median(whole).toFixed(0)} ms, ${(median(whole) / median(located)).toFixed(2)} × parse5 with locations, ${(median(whole) / median(plain)).toFixed(2)} × without`,
)
row(
  'html-validate alone on the same pages',
  `${alone.toFixed(0)} ms, ${(alone / median(whole)).toFixed(1)} × the whole check`,
)
row(
  'memory with all trees and findings held',
  `${Math.round(heap.heapUsed / 1e6)} MB of heap, ${Math.round(heap.rss / 1e6)} MB resident`,
)
