// Tidying the sheet of the made-up site of 200 pages and 600 rules: the whole plan, and single proofs, beside a full pass of the cascade
// over all pages, which a proof would be without what is known of the site already.
import { loadTogether } from '../scripts/load.mjs'
import { cascadeSite } from './cascade-site.mjs'

const { SiteSnapshot, tidySheet, Worlds, compareWorlds, DESK } = await loadTogether('tidy-bench', [
  'src/core/model/snapshot.ts',
  'src/core/tidy/tidy.ts',
  'src/core/tidy/worlds.ts',
  'src/core/tidy/neutral.ts',
  'src/core/values/media.ts',
])

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

function compared(before, after) {
  const run = compareWorlds(before, after)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value
  }
}

const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1]

for (const path of site.pagePaths) site.page(path)
const [, pass] = timed(() => site.pagePaths.forEach((path) => site.stylesOf(path).all()))
console.log(`a full pass of the cascade over ${site.pagePaths.length} pages, parsed: ${(pass / 1000).toFixed(2)} s`)

const [worlds, known] = timed(() => {
  const made = Worlds.of(site, PATH)
  compared(made, made)
  return made
})
console.log(`the same in every condition, once: ${(known / 1000).toFixed(2)} s`)

const lines = files[PATH].split('\n')
const proofs = {
  'a rule taken away': (at) => lines.toSpliced(at, 1),
  'a rule moved to the end': (at) => [...lines.toSpliced(at, 1), lines[at]],
  'two rules made one': (at) => lines.toSpliced(at, 2, lines[at].replace(' }', `; ${lines[at + 1].split('{')[1]}`)),
}
for (const [name, text] of Object.entries(proofs)) {
  const times = Array.from({ length: 15 }, (_, at) => {
    const [, took] = timed(() => compared(worlds, worlds.with(PATH, text(10 + at * 38).join('\n'))))
    return took
  })
  console.log(
    `${name}, proved: ${median(times).toFixed(0)} ms, ${((median(times) / pass) * 100).toFixed(1)} % of the pass`,
  )
}

const [plan, whole] = timed(() => {
  const run = tidySheet(site, PATH)
  for (;;) {
    const next = run.next()
    if (next.done) return next.value
  }
})
console.log(
  `the whole plan: ${(whole / 1000).toFixed(2)} s, as long as ${(whole / pass).toFixed(0)} passes; ${plan.done.length} done, ${plan.left.length} left, ${plan.rules.join(' → ')} rules`,
)
