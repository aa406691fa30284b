// How often the check is wrong, held against Chromium: for every rule of which a browser can tell whether it is true, findings from all
// over documentation that nobody here wrote are looked at in the browser itself.
import { cpSync, existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { chromium } from 'playwright-core'
import { launchOptions } from '../scripts/chromium.mjs'
import { loadTogether } from '../scripts/load.mjs'
import { computedOf, serveFolder } from './browser-site.mjs'
import { differencesOf } from './computed-site.mjs'
import { OF_DECLARATIONS, OF_ELEMENTS, OF_SELECTORS, WITHOUT } from './judges-site.mjs'
import { packages, spread } from './packages-site.mjs'

const desk = { width: 1280, height: 800 }
const phone = { width: 360, height: 740 }
/** Findings of a rule that are looked at, of each package. */
const LOOKED_AT = 30
/** Pages in which selectors are looked for, and pages whose computed values are compared. */
const PAGES = { searched: 60, compared: 12 }
/** Longer ones are left out of what is compared: a browser takes a minute over every value of theirs. In characters. */
const LONGEST = 60_000

const attire = await loadTogether('judged', [
  ...['src/cli/read-site.ts', 'src/cli/measured-files.ts', 'src/core/fit/check.ts', 'src/core/sheet/parse.ts'],
  ...['src/core/sheet/walk.ts', 'src/platform/encoding.ts'],
])
const browser = await chromium.launch(launchOptions)
const context = await browser.newContext({ viewport: desk, javaScriptEnabled: false })
const page = await context.newPage()
const session = await context.newCDPSession(page)
await session.send('DOM.enable')
await session.send('CSS.enable')
// One package alone where its name is given: `npm run bench judged gnuplot-doc`.
const wanted = process.argv[3] ?? ''
for (const [name, folder] of packages({ more: true })) if (name.includes(wanted)) await judge(name, folder)
await browser.close()

async function judge(name, folder) {
  const { model } = await attire.measureImages(attire.readSite(folder, desk), folder)
  const { findings } = attire.lookThrough(model)
  const served = await serveFolder(folder)
  const urlOf = (file) => `${served.address}/${encodeURI(file)}`
  const of = (rule) => findings.filter((finding) => finding.rule === rule)
  const say = (rule, verdicts) => verdicts.length > 0 && console.log(line(name, rule, of(rule).length, verdicts))
  for (const [rule, judgeOne] of Object.entries(OF_ELEMENTS))
    say(rule, await judgeElements(model, sample(of(rule)), judgeOne, urlOf))
  await page.goto(urlOf(model.pagePaths[0]))
  for (const [rule, holds] of Object.entries(OF_DECLARATIONS))
    say(rule, await judgeDeclarations(model, sample(of(rule)), holds))
  for (const [rule, holds] of Object.entries(OF_SELECTORS))
    say(rule, await judgeSelectors(model, sample(of(rule)), holds, urlOf))
  served.close()
  for (const [rule, without] of Object.entries(WITHOUT)) say(rule, await judgeWithout(model, of(rule), without, folder))
}

function groupedBy(list, keyOf) {
  const groups = new Map()
  for (const each of list) groups.set(keyOf(each), [...(groups.get(keyOf(each)) ?? []), each])
  return groups
}

/** Some of each cause in turns, from all over the site. */
function sample(findings) {
  const causes = [...groupedBy(findings, ({ cause, message }) => cause || message).values()]
  const places = causes.map((each) => spread(each, LOOKED_AT))
  const inTurns = Array.from({ length: LOOKED_AT }, (_, turn) => places.flatMap((each) => each.slice(turn, turn + 1)))
  return inTurns.flat().slice(0, LOOKED_AT)
}

function line(name, rule, all, verdicts) {
  const count = (verdict) => verdicts.filter((each) => each.verdict === verdict).length
  const wrong = verdicts.filter(({ verdict }) => verdict === false).map(({ message, saw }) => `${message} Saw ${saw}.`)
  const said = `${count(true)} true, ${count(false)} false, ${count(null)} that it cannot tell`
  return [name.padEnd(18), rule.padEnd(20), `${all}`.padStart(6), said, ...wrong.slice(0, 4)].join(' | ')
}

async function judgeElements(model, findings, judgeOne, urlOf) {
  const verdicts = []
  for (const [file, places] of groupedBy(findings, (finding) => finding.file)) {
    await page.setViewportSize(judgeOne.onPhone ? phone : desk)
    await page.goto(urlOf(file))
    for (const finding of places) {
      const element = model.page(file).elements.find(({ place }) => place?.startTag.from === finding.from)
      verdicts.push({ message: finding.message, ...(await judgeOne.judge({ page, session }, element.index, finding)) })
    }
  }
  return verdicts
}

/** Of declarations the browser is asked whether it takes them. */
async function judgeDeclarations(model, findings, holds) {
  const asked = findings.map(({ file, from, to, message }) => {
    const declaration = declarationAround(model, file, from, to)
    return { message, property: declaration?.property ?? '', value: declaration?.value ?? '' }
  })
  const takes = await page.evaluate(
    (all) => all.map(({ property, value }) => property !== '' && CSS.supports(property, value)),
    asked,
  )
  return asked.map(({ message, property, value }, at) => ({
    message,
    verdict: property === '' ? null : holds(takes[at]),
    saw: `${property}: ${value}`,
  }))
}

function declarationAround(model, file, from, to) {
  const text = model.text(file)
  if (!file.endsWith('.css')) return null
  const all = attire.styleRules(attire.parseSheet(text)).flatMap(({ rule }) => attire.declarationsOf(rule))
  return all.find((each) => each.from <= from && to <= each.to) ?? null
}

async function judgeSelectors(model, findings, holds, urlOf) {
  const selectors = findings.map(({ file, from, to }) => model.text(file).slice(from, to))
  const found = selectors.map(() => 0)
  for (const file of selectors.length > 0 ? spread(model.pagePaths, PAGES.searched) : []) {
    await page.goto(urlOf(file))
    const here = await page.evaluate(countsOf, selectors)
    here.forEach((count, at) => (found[at] = count === null || found[at] === null ? null : found[at] + count))
  }
  return findings.map(({ message }, at) => ({ message, verdict: holds(found[at]), saw: `${found[at]} elements` }))
}

/** Runs in the browser: how many elements each selector finds without its states; null where the browser does not understand it. */
function countsOf(selectors) {
  const STATES =
    /:(?:hover|focus|focus-visible|focus-within|active|visited|link|any-link)\b|::?(?:before|after|first-line|first-letter|marker|selection|placeholder)\b/g
  return selectors.map((selector) => {
    try {
      return document.querySelectorAll(selector.replace(STATES, '') || '*').length
    } catch {
      return null
    }
  })
}

/** What is said to do nothing is cut at once, wherever it stands: then nothing may be computed otherwise on any page. */
async function judgeWithout(model, findings, without, folder) {
  if (findings.length === 0) return []
  const other = mkdtempSync(path.join(os.tmpdir(), 'attire-judged-'))
  // Links of the package may lead nowhere.
  cpSync(folder, other, { recursive: true, dereference: true, filter: existsSync })
  for (const [file, places] of groupedBy(findings, (finding) => finding.file)) {
    const cut = places
      .toSorted((a, b) => b.from - a.from)
      .reduce(
        (text, { from, to }) => text.slice(0, from) + without(text.slice(from, to)) + text.slice(to),
        model.text(file),
      )
    writeFileSync(path.join(other, file), attire.encodeText(cut, model.encodingOf(file)))
  }
  const [old, now] = [await serveFolder(folder), await serveFolder(other)]
  const handy = model.pagePaths.filter((file) => model.text(file).length <= LONGEST)
  const differing = []
  for (const viewport of [desk, phone]) {
    await page.setViewportSize(viewport)
    for (const file of spread(handy, PAGES.compared)) {
      const [before, after] = [
        await computedOf(page, `${old.address}/${encodeURI(file)}`),
        await computedOf(page, `${now.address}/${encodeURI(file)}`),
      ]
      differing.push(
        ...differencesOf(before, after).map((each) => ({
          message: `${file}:`,
          verdict: false,
          saw: JSON.stringify(each),
        })),
      )
    }
  }
  old.close()
  now.close()
  rmSync(other, { recursive: true })
  return differing.length > 0 ? differing : findings.map(({ message }) => ({ message, verdict: true, saw: '' }))
}
