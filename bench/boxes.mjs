// Rows and fit ranges of a made-up site of 200 pages beside its cascade pass, pages parsed before; and after one edited width.
import { load } from '../scripts/load.mjs'
import { cascadeSite } from './cascade-site.mjs'

const VIEWPORT = { width: 1280, height: 800 }
const { SiteSnapshot } = await load('src/core/model/snapshot.ts')
const { WidthsOfPage } = await load('src/core/boxes/widths-of-page.ts')
const { fitRange, rowKey } = await load('src/core/boxes/fit-range.ts')

/** The generated site with a frame of floats and a row of flex on each page, and two media queries. */
const FRAME = (width) => `
.bench-wrap { max-width: 1100px; margin: 0 auto; overflow: hidden }
.bench-side { float: left; width: ${width}px; padding: 0 15px } .bench-main { float: left; width: 70% }
.bench-row { display: flex; gap: 20px } .bench-row > div { flex: 1 0 200px; overflow: hidden }
@media (max-width: 700px) { .bench-side, .bench-main { float: none; width: auto } }
@media (min-width: 1200px) { .bench-row > div { flex-basis: 25% } }
`
const files = cascadeSite()
const paths = Object.keys(files)
const frame = `<div class="bench-wrap"><div class="bench-side">side</div><div class="bench-main">main</div></div><div class="bench-row"><div>one</div><div>two</div><div>three</div></div>`
const textOf = (path, width) =>
  path === 'site.css' ? FRAME(width) + files[path] : files[path].replace(/<body[^>]*>/, (tag) => tag + frame)

function model() {
  const infos = paths.map((path) => ({ path, size: files[path].length, pixels: null }))
  const site = SiteSnapshot.empty(VIEWPORT)
    .withFiles(infos, 'site.css')
    .withTexts(paths.map((path) => [path, textOf(path, 200)]))
  for (const path of site.pagePaths) site.page(path)
  return site
}

function clock(work) {
  const start = performance.now()
  const result = work()
  return [performance.now() - start, result]
}

function ranges(site) {
  let found = 0
  for (const path of site.pagePaths) {
    const widths = new WidthsOfPage(site, path)
    const keys = widths.at(VIEWPORT.width).rows.map(rowKey)
    widths.lookAt(keys)
    for (const key of keys) found += fitRange(widths, key).length
  }
  return found
}

const cascade = (site) => site.pagePaths.forEach((path) => site.stylesOf(path, VIEWPORT).all())
cascade(model())
ranges(model())
const [pass] = clock(() => cascade(model()))
let site = model()
const [full, stretches] = clock(() => ranges(site))
const again = [210, 220, 230].map((width) => {
  site = site.withText('site.css', textOf('site.css', width))
  return clock(() => ranges(site))[0]
})
const after = again.sort((a, b) => a - b)[1]
console.log(`Rows and fit ranges of ${site.pagePaths.length} pages, ${stretches} stretches:`)
console.log(`  a cascade pass at one width, parsing included ${pass.toFixed(0)} ms`)
console.log(
  `  rows and fit ranges, their cascades included ${full.toFixed(0)} ms, ${(full / pass).toFixed(2)} × the pass`,
)
console.log(`  after one edited width ${after.toFixed(0)} ms, ${(after / pass).toFixed(2)} × the pass`)
