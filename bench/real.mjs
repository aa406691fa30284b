// The fit check, contrast and agreement with the browser on documentation that nobody here wrote: three Debian packages made
// by different tools, downloaded and unpacked, never installed. Beside parsing the same pages with parse5, in one run.
// `--agreement` compares computed styles of 30 pages with Chromium as well.
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { parse } from 'parse5'
import { chromium } from 'playwright-core'
import { launchOptions } from '../scripts/chromium.mjs'
import { load } from '../scripts/load.mjs'
import { packages } from './packages-site.mjs'

setFlagsFromString('--expose-gc')
const collect = runInNewContext('gc')

/** Pages compared with the browser. */
const COMPARED = 30

const { readSite } = await load('src/cli/read-site.ts')
const { FitCheck } = await load('src/core/fit/check.ts')
const { causesOf } = await load('src/core/fit/causes.ts')
const { allContrastPairs } = await load('src/core/contrast/pairs.ts')
const { prove } = await load('src/core/proof/proof.ts')
const desk = { width: 1280, height: 800 }
/** What is added to the sheet, to be proved: what hardly anything follows, and what everything does. */
const ADDED = ['a:hover { color: red }', 'body { color: #123456 }']

/** Milliseconds, and what came out. */
function clock(work) {
  collect()
  const start = performance.now()
  const out = work()
  return [performance.now() - start, out]
}

function measured(name, folder) {
  const [reading, site] = clock(() => readSite(folder, desk))
  const texts = site.pages.map((page) => site.model.text(page))
  const [plain] = clock(() => texts.forEach((text) => parse(text)))
  let first = 0
  const [whole, findings] = clock(() => {
    const start = performance.now()
    const found = []
    for (const pass of new FitCheck().run(site.model)) {
      if (first === 0 && pass.findings?.length) first = performance.now() - start
      found.push(...(pass.findings ?? []))
    }
    return found
  })
  const memory = process.memoryUsage().rss
  const [contrast] = clock(() => allContrastPairs(site.model, desk))
  const proofs = ADDED.map((rule) => clock(() => proveAdded(site.model, rule)))
  // A check that compares pages must keep them, and keeping a tree costs parse5 nearly as much as making it.
  const [kept] = clock(() => texts.map((text) => parse(text)))
  console.log(
    [
      name.padEnd(18),
      `${site.pages.length} pages`.padStart(11),
      `${(texts.reduce((sum, text) => sum + text.length, 0) / 1e6).toFixed(1)} MB`.padStart(8),
      `read ${(reading / 1000).toFixed(1)} s`,
      `parse5 ${(plain / 1000).toFixed(1)} s`,
      `check ${(whole / 1000).toFixed(1)} s, ${(whole / plain).toFixed(1)} × parse5`,
      `${(whole / kept).toFixed(1)} × parse5 that keeps its trees (${(kept / 1000).toFixed(1)} s)`,
      `first findings ${first.toFixed(0)} ms`,
      `${findings.length} places, ${causesOf(findings).length} causes`,
      `contrast ${(contrast / 1000).toFixed(1)} s`,
      `proofs ${proofs.map(([took, altered]) => `${(took / 1000).toFixed(1)} s (${altered} values)`).join(' and ')}`,
      `${Math.round(memory / 1e6)} MB resident`,
    ].join(' | '),
  )
}

/** Compares all pages with what they would be under one rule more; gives how many values would be others. */
function proveAdded(model, rule) {
  const after = model.withText(model.sheetPath, `${model.text(model.sheetPath)}\n${rule}`)
  let altered = 0
  for (const each of prove(
    model,
    after,
    model.pagePaths.map((path) => ({ before: path, after: path })),
  ))
    altered += each.altered.length + each.following
  return altered
}

async function agreed(name, folder, page) {
  const { compare, serve } = await load('e2e/cascade/compare.ts')
  const site = readSite(folder, desk)
  const files = Object.fromEntries(
    site.files.map((file) => [file, /\.(?:html?|css)$/i.test(file) ? site.model.text(file) : '']),
  )
  const every = Math.max(1, Math.floor(site.pages.length / (COMPARED / folders.length)))
  let pairs = 0
  const differences = []
  for (let at = 0; at < site.pages.length; at += every) {
    // Scripts would change what is compared.
    const text = files[site.pages[at]].replace(/<script\b[\s\S]*?<\/script\s*>/gi, '')
    const shown = { ...files, [site.pages[at]]: text }
    await serve(page, shown)
    const result = await compare(page, shown, site.pages[at]).catch((error) => {
      console.log(`${site.pages[at]}: ${error.message.split('\n')[0]}`)
      return { pairs: 0, differences: [] }
    })
    pairs += result.pairs
    differences.push(...result.differences)
  }
  console.log(
    `${name.padEnd(18)} | ${pairs} values compared, ${differences.length} differ, agreement ${(100 - (100 * differences.length) / pairs).toFixed(4)} %`,
  )
  const kinds = new Map()
  for (const { property, ours, theirs, where } of differences) {
    const key = `${property}: ${ours} / ${theirs}`
    kinds.set(key, [...(kinds.get(key) ?? []), where])
  }
  for (const [key, places] of [...kinds].sort((a, b) => b[1].length - a[1].length).slice(0, 8))
    console.log(`  ${places.length} × ${key.slice(0, 160)}  e.g. ${places[0]}`)
}

const folders = packages()
if (process.argv.includes('--agreement')) {
  const browser = await chromium.launch(launchOptions)
  const page = await browser.newPage({ viewport: desk })
  for (const [name, folder] of folders) await agreed(name, folder, page)
  await browser.close()
} else for (const [name, folder] of folders) measured(name, folder)
