// Dragging where one page is far longer than the others: how often a second it and they show a new colour, in Attire, which lets heavy
// pages take turns, and on the plainest page, where a browser shows none before the longest is laid out.
import { dragInAttire, dragPlain } from './dragging-site.mjs'
import { demoSite, inAttire, launch } from './frames-site.mjs'

/** One of eight, all in view. */
const LONG = 'boats.html'
const TIMES = 2000

const browser = await launch()
const files = demoSite(false)
files[LONG] = Buffer.from(
  files[LONG].toString().replace(/<main>([\s\S]*)<\/main>/, (_all, inner) => `<main>${inner.repeat(TIMES)}</main>`),
)
const sides = [
  ['Attire', await inAttire(browser, files, dragInAttire)],
  ['plain page', await dragPlain(browser, files)],
]
await browser.close()
console.log('\nDragging in the picker, one page longer than the others: new colours a second')
for (const [name, { rates }] of sides) {
  const others = rates.filter(({ page }) => page !== LONG)
  const long = rates.find(({ page }) => page === LONG)
  console.log(
    `  ${name.padEnd(12)} the long page ${long.rate.toFixed(1)}, the others ${others[0].rate.toFixed(1)} to ${others.at(-1).rate.toFixed(1)}  (${rates.length} in view)`,
  )
}
