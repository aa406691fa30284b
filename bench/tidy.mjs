// Tidying the sheet of the made-up site of 200 pages and 600 rules: the whole plan, and single proofs, beside a full pass of the cascade
// over all pages, which a proof would be without what is known of the site already.
import { load } from '../scripts/load.mjs'
import { cascadeSite } from './cascade-site.mjs'

const { SiteSnapshot } = await load('src/core/model/snapshot.ts')
const { tidySheet } = await load('src/core/tidy/tidy.ts')
const { Worlds } = await load('src/core/tidy/worlds.ts')
const { compareWorlds } = await load('src/core/tidy/neutral.ts')
const { DESK } = await load('src/core/values/media.ts')

const PATH = 'site.css'
const files = cascadeSite()
const texts = Object.entries(files)
const infos = texts.map(([path, { length }]) => ({
  path,
  kind: path === PATH ? 'stylesheet' : 'page',
  size: length,
  encoding: 'utf-8',
}))
const site = SiteSnapshot.empty(DESK).withFiles(infos, PATH).withTexts(texts)

function timed(work) {
  const began = performance.now()
  return [work(), performance.now() - began]
}

for (const path of site.pagePaths) site.page(path)
const [, pass] = timed(() => site.pagePaths.forEach((path) => site.stylesOf(path).all()))
console.log(`a full pass of the cascade over ${site.pagePaths.length} pages, parsed: ${(pass / 1000).toFixed(2)} s`)

const [worlds, known] = timed(() => {
  const made = Worlds.of(site)
  compareWorlds(made, made)
  return made
})
console.log(`the same in every state of links, once: ${(known / 1000).toFixed(2)} s`)

const lines = files[PATH].split('\n')
const without = (at) => lines.toSpliced(at, 1)
const proofs = {
  'a rule taken away': without(300),
  'a rule moved to the end': [...without(200), lines[200]],
  'two rules made one': [...without(8).toSpliced(4, 1), lines[4].replace(' }', `; ${lines[8].split('{')[1]}`)],
}
for (const [name, text] of Object.entries(proofs)) {
  const [, took] = timed(() => compareWorlds(worlds, worlds.with(PATH, text.join('\n'))))
  console.log(`${name}, proved: ${took.toFixed(0)} ms, ${((took / pass) * 100).toFixed(1)} % of the pass`)
}

let tries = 0
const [plan, whole] = timed(() => {
  const run = tidySheet(site, PATH)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value
    tries++
  }
})
console.log(
  `the whole plan: ${(whole / 1000).toFixed(2)} s for ${tries} proofs (${((tries * pass) / whole).toFixed(1)} times less than as many passes); ${plan.done.length} done, ${plan.left.length} left, ${plan.rules.join(' → ')} rules`,
)
