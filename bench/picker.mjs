// Dragging in the picker: how often a second each frame of the eight demo pages shows a new colour, and the longest task of the
// window; beside the plainest page that puts a whole new stylesheet into as many frames.
import { dragInAttire, dragPlain } from './dragging-site.mjs'
import { demoSite, inAttire, launch, USUAL } from './frames-site.mjs'

const browser = await launch()
const files = demoSite(false)
const plain = await dragPlain(browser, files)
const usual = await inAttire(browser, files, dragInAttire, USUAL)
const all = await inAttire(browser, files, dragInAttire)
await browser.close()
console.log(
  '\nDragging in the picker, eight demo pages: new colours a second in the slowest and the middle frame in view; longest task of the window',
)
for (const [name, { moves, rates, longest }] of [
  ['Attire, 1280 × 800', usual],
  ['Attire, all in view', all],
  ['plain, all in view', plain],
])
  console.log(
    `  ${name.padEnd(20)} slowest ${rates[0].rate.toFixed(1)}  middle ${rates[rates.length >> 1].rate.toFixed(1)}  (${rates.length} in view)  of ${moves.toFixed(0)} moves a second  longest task ${longest === 0 ? 'under 50' : longest.toFixed(0)} ms`,
  )
console.log(
  `  Attire / plain with all in view: ${(all.rates[0].rate / plain.rates[0].rate).toFixed(2)} (wanted: at least 30 a second in every frame in view)`,
)
