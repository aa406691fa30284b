// What `attire fix` makes of documentation that nobody here wrote, held against Chromium: nothing is asked for that is not
// there and was not missing before, files that nothing was found in keep every byte, and what a browser computes stays the same
// where that is promised; elsewhere it changes only what the proof tells.
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { chromium } from 'playwright-core'
import { launchOptions } from '../scripts/chromium.mjs'
import { loadTogether } from '../scripts/load.mjs'
import { computedOf, missingFrom, serveFolder } from './browser-site.mjs'
import { differencesOf } from './computed-site.mjs'
import { packages, spread } from './packages-site.mjs'

const desk = { width: 1280, height: 800 }
const phone = { width: 360, height: 740 }
/** Pages of a site whose computed values are compared. */
const COMPARED = 16
/** Longer ones are left out: a browser takes a minute over every value of theirs. In characters. */
const LONGEST = 60_000

const attire = await loadTogether('fixed', [
  ...['src/cli/read-site.ts', 'src/cli/measured-files.ts', 'src/cli/commands/fix.ts', 'src/core/fit/check.ts'],
  ...['src/core/proof/prove-change.ts', 'src/core/site/step.ts', 'src/platform/folder.ts'],
])
const browser = await chromium.launch(launchOptions)
/** What a browser said of the pages as they came, by folder, page and width: asked once for all kinds. */
const asTheyCame = new Map()
// One of them alone where its name is given: `npm run bench fixed gnuplot-doc`.
const wanted = process.argv[3] ?? ''
for (const [name, folder] of packages({ more: true })) if (name.includes(wanted)) await proveFixes(name, folder)
await browser.close()

async function proveFixes(name, folder) {
  const site = await attire.measureImages(attire.readSite(folder, desk), folder)
  const { findings } = attire.lookThrough(site.model)
  const mendable = findings.filter(({ fixable }) => fixable)
  for (const rule of new Set(mendable.map(({ rule: id }) => id))) {
    const found = mendable.filter((finding) => finding.rule === rule)
    const out = mkdtempSync(path.join(os.tmpdir(), 'attire-fixed-'))
    await attire.fix(folder, out, rule, desk)
    const fixed = { model: site.model, plain: attire.isPlain(site.model, found), found, folder, out }
    const told = await verdict({ ...fixed, change: attire.planFix(site.model, found) })
    console.log([name.padEnd(18), rule.padEnd(20), `${found.length} mended`.padStart(12), ...told].join(' | '))
    rmSync(out, { recursive: true })
  }
}

async function verdict(fixed) {
  const { model, change, folder } = fixed
  const names = new Map(change.moves.map(({ from, to }) => [from, to]))
  const files = attire.allFilesIn(folder)
  const changed = files.filter((file) => !sameBytes(folder, fixed.out, file, names.get(file) ?? file))
  const strangers = changed.filter((file) => !change.texts.some(({ doc }) => doc === model.docOf(file)))
  const reached = change.moves.length > 0 ? model.pagePaths : model.pagePaths.filter((page) => changed.includes(page))
  const sheets = changed.some((file) => file.endsWith('.css'))
  const handy = (sheets ? model.pagePaths : reached).filter((page) => model.text(page).length <= LONGEST)
  const compared = spread(handy, COMPARED)
  const lost = await newlyMissing(fixed, reached, names)
  const differing = await differences(fixed, compared, names)
  const told = fixed.plain ? [] : toldBy(model, change, compared)
  const untold = differing.filter(
    ({ page, property }) => !told.some((each) => each.pages.includes(page) && each.property === property),
  )
  return [
    `${changed.length} files changed, ${strangers.length} that nothing was found in`,
    `${lost.length} new addresses that lead nowhere${example(lost)}`,
    `${compared.length} pages computed, ${differing.length} values differ, ${untold.length} of them untold${example(untold.map((each) => JSON.stringify(each)))}`,
  ]
}

function example(list) {
  return list.length > 0 ? ` (${list.slice(0, 3).join('; ').slice(0, 400)})` : ''
}

function sameBytes(folder, out, before, after) {
  const file = path.join(out, after)
  return existsSync(file) && readFileSync(path.join(folder, before)).equals(readFileSync(file))
}

/** Addresses that led somewhere before and lead nowhere now. */
async function newlyMissing({ folder, out }, pages, names) {
  const page = await browser.newPage()
  const look = async (where, list) => {
    const { address, close } = await serveFolder(where)
    const missing = await missingFrom(page, where, address, list)
    close()
    return missing
  }
  const before = await look(folder, pages)
  const after = await look(
    out,
    pages.map((each) => names.get(each) ?? each),
  )
  await page.close()
  const known = new Set(
    [...before].map((each) =>
      each
        .split(' → ')
        .map((one) => names.get(one) ?? one)
        .join(' → '),
    ),
  )
  return [...after].filter((each) => !known.has(each))
}

/** What Chromium computes otherwise, at two widths, where it is not only handed down. */
async function differences({ folder, out }, pages, names) {
  const found = []
  const [old, now] = [await serveFolder(folder), await serveFolder(out)]
  const at = async (viewport) => {
    const context = await browser.newContext({ viewport, javaScriptEnabled: false })
    const page = await context.newPage()
    for (const file of pages) {
      const key = `${folder} ${file} ${viewport.width}`
      if (!asTheyCame.has(key)) asTheyCame.set(key, await computedOf(page, `${old.address}/${encodeURI(file)}`))
      const after = await computedOf(page, `${now.address}/${encodeURI(names.get(file) ?? file)}`)
      found.push(...differencesOf(renamed(asTheyCame.get(key), names), after).map((each) => ({ page: file, ...each })))
    }
    await context.close()
  }
  await Promise.all([at(desk), at(phone)])
  old.close()
  now.close()
  return found
}

function renamed(elements, names) {
  if (names.size === 0) return elements
  let text = JSON.stringify(elements)
  for (const [from, to] of names) text = text.replaceAll(`/${encodeURI(from)}`, `/${encodeURI(to)}`)
  return JSON.parse(text)
}

/** What the proof tells of these pages. */
function toldBy(model, change, pages) {
  const docs = new Set(pages.map((page) => model.docOf(page)))
  const isPage = ({ doc }) => model.pagePaths.some((page) => model.docOf(page) === doc)
  const texts = change.texts.filter((text) => docs.has(text.doc) || !isPage(text))
  const steps = attire.proveChange(model, { ...change, texts })
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value.altered
}
