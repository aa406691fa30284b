// Contrast of every pairing on a made-up site of 200 pages, in five link states: a full pass beside what one changed swatch
// costs afterwards. Pages are parsed before, so the full pass is cascades and contrast alone.
import { build } from 'esbuild'
import { mkdirSync, writeFileSync } from 'node:fs'
import { cascadeSite } from './cascade-site.mjs'

const VIEWPORT = { width: 1280, height: 800 }
const { outputFiles } = await build({
  stdin: {
    contents: `export { SiteSnapshot } from './src/core/model/snapshot.ts'; export { allContrastPairs } from './src/core/contrast/pairs.ts'`,
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
writeFileSync('.cache/bench-contrast.mjs', outputFiles[0].text)
const { SiteSnapshot, allContrastPairs } = await import(`${process.cwd()}/.cache/bench-contrast.mjs`)

const files = cascadeSite()
const paths = Object.keys(files)
const sheet = (ink) =>
  `:root { --ink: ${ink}; --sea: #14596b; }\nbody { color: var(--ink); background: #fffaf0; }\na { color: var(--sea); }\n${files['site.css']}`

function model() {
  const infos = paths.map((path) => ({ path, size: files[path].length, pixels: null }))
  const site = SiteSnapshot.empty(VIEWPORT)
    .withFiles(infos, 'site.css')
    .withTexts(paths.map((path) => [path, path === 'site.css' ? sheet('#1b3a4b') : files[path]]))
  for (const path of site.pagePaths) site.page(path)
  return site
}

function clock(work) {
  const start = performance.now()
  const result = work()
  return [performance.now() - start, result]
}

const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1]
allContrastPairs(model(), VIEWPORT)
let site = model()
const [full, pairs] = clock(() => allContrastPairs(site, VIEWPORT))
const changes = ['#204050', '#1b3a4c', '#333333', '#1b3a4b', '#402a12'].map(
  (ink) =>
    clock(() => {
      site = site.withText('site.css', sheet(ink))
      return allContrastPairs(site, VIEWPORT)
    })[0],
)
// A rule with a selector that no page was ever matched with: for few elements, for a part of each page, for everything.
const coming = ['.button:hover { color: #fff }', 'h2 { margin-top: 3px }', 'body > * { letter-spacing: 0.1px }']
const came = coming.map((rule) => {
  const start = model()
  allContrastPairs(start, VIEWPORT)
  return clock(() => allContrastPairs(start.withText('site.css', `${sheet('#1b3a4b')}\n${rule}\n`), VIEWPORT))[0]
})
const elements = site.pagePaths.reduce((sum, path) => sum + site.page(path).elements.length, 0)
const again = median(changes)
console.log(
  `Contrast of ${site.pagePaths.length} pages, ${elements.toLocaleString('en')} elements, ${pairs.length} pairings:`,
)
console.log(
  `  full pass ${full.toFixed(0)} ms; after one changed swatch ${again.toFixed(0)} ms: ${((again / full) * 100).toFixed(1)} % of it (wanted: under 20 %)`,
)
for (const [at, rule] of coming.entries())
  console.log(`  after “${rule}” has come ${came[at].toFixed(0)} ms: ${((came[at] / full) * 100).toFixed(0)} % of it`)
