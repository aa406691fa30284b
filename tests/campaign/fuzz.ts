import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { planFix, findingsIn } from '../../src/core/fit/check.ts'
import { planLift } from '../../src/core/lift/plan.ts'
import type { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import { naturalPlace } from '../../src/core/edit/natural-place.ts'
import { addRule } from '../../src/core/sheet/edit.ts'
import { editFault } from '../../src/core/sheet/edit-fault.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { planMoves } from '../../src/core/site/move.ts'
import { applySplices, invertSplices } from '../../src/core/text/splice.ts'
import { askAll } from '../ask-all.ts'
import { markup, sheet } from '../broken-texts.ts'
import { siteOf } from '../core/model.ts'
import { pageOfRun, sheetOfRun } from '../long-runs.ts'
import type { Outcome } from './outcome.ts'

const PAGE =
  '<!doctype html><html lang=en><head><title>t</title><link rel=stylesheet href=css/site.css></head><body><main><p>x</p><p class=a>y</p><a href="b.html">z</a></main></body></html>'
/** A text that takes longer, in ms, hangs; one of thousands of selectors has everything to be asked of each. */
const ANSWERED_WITHIN = { broken: 10_000, long: 30_000 }

/** A real text with stretches taken out, put elsewhere or replaced by what means something. */
function damaged(text: string, signs: readonly string[]): fc.Arbitrary<string> {
  const hurt = fc.record({ at: fc.nat(text.length), gone: fc.nat(40), put: fc.constantFrom('', ...signs) })
  return fc
    .tuple(fc.nat(text.length), fc.nat(1500), fc.array(hurt, { maxLength: 6 }))
    .map(([from, length, hurts]) =>
      hurts.reduce(
        (now, { at, gone, put }) =>
          now.slice(0, at % (now.length + 1)) + put + now.slice((at % (now.length + 1)) + gone),
        text.slice(from, from + length),
      ),
    )
}

const realSheet = readFileSync('demo/vennor-isles/css/site.css', 'utf8')
const realPage = readFileSync('demo/vennor-isles/boats.html', 'utf8')
const SHEETS = fc.oneof(
  sheet,
  damaged(realSheet, ['{', '}', ';', ':', '"', "'", '/*', '*/', '(', ')', '\\', '@', '!', ',', '&', '\0', '\ud800']),
)
const PAGES = fc.oneof(
  markup,
  damaged(realPage, ['<', '>', '"', "'", '</', '<!--', '-->', '<p>', '</div>', '<style>', '<svg>', '&', '=', '\0']),
)

/** An edit planned on a sheet is made whole and can be taken back to the byte, or is refused with a reason. */
function editAndBack(text: string): void {
  const before = parseSheet(text)
  const splices = addRule(before, 'h1', [['color', 'red']], naturalPlace(before, 'h1'))
  const after = applySplices(text, splices)
  editFault(before, parseSheet(after), splices)
  if (applySplices(after, invertSplices(text, splices)) !== text) throw new Error('An edit cannot be taken back.')
}

/** Everything that plans is carried out, and must fit the texts. */
function planAll(site: SiteSnapshot): void {
  askAll(site)
  site.after(planFix(site, findingsIn(site)))
  site.after(planLift(site, { pages: site.pagePaths, embedded: true, inline: true }).change)
  site.after(planMoves(site, [{ from: 'css/site.css', to: 'x/y.css' }]))
}

const told = (text: unknown) => JSON.stringify(text).slice(0, 600)

function fuzz<T>(
  part: string,
  texts: fc.Arbitrary<T>,
  work: (text: T) => void,
  [count, seed]: readonly [number, number],
  heard: (done: number) => void,
  within = ANSWERED_WITHIN.broken,
): Outcome {
  const faults: string[] = []
  let slowest = 0
  let done = 0
  const CHUNK = 500
  for (let from = 0; from < count; from += CHUNK) {
    for (const text of fc.sample(texts, { seed: seed + from, numRuns: Math.min(CHUNK, count - from) })) {
      const began = performance.now()
      try {
        work(text)
      } catch (error) {
        faults.push(`${error instanceof Error ? error.message : String(error)} over ${told(text)}`)
      }
      const took = performance.now() - began
      slowest = Math.max(slowest, took)
      if (took > within) faults.push(`${Math.round(took)} ms for ${told(text)}`)
      heard(++done)
    }
  }
  return { part, tried: count, faults, note: `slowest ${Math.round(slowest)} ms` }
}

/** Broken sheets through everything that reads or plans. */
export function fuzzSheets(count: number, seed: number, heard: (done: number) => void): Outcome {
  const work = (text: string) => {
    editAndBack(text)
    planAll(siteOf({ 'index.html': PAGE, 'css/site.css': text }))
  }
  return fuzz('fuzzed sheets', SHEETS, work, [count, seed], heard)
}

/** Broken pages through everything that reads or plans. */
export function fuzzPages(count: number, seed: number, heard: (done: number) => void): Outcome {
  const work = (text: string) =>
    planAll(siteOf({ 'index.html': text, 'b.html': PAGE, 'css/site.css': realSheet }, ['images/a.png']))
  return fuzz('fuzzed pages', PAGES, work, [count, seed], heard)
}

/** Texts of one sign thousands of times over, which a pattern may try from every place anew. */
export function fuzzRuns(count: number, seed: number, heard: (done: number) => void): Outcome {
  const texts = fc.oneof(
    sheetOfRun.map((css) => ({ html: PAGE, css })),
    pageOfRun.map((html) => ({ html: `<link rel=stylesheet href=css/site.css>${html}`, css: 'p { color: red }' })),
  )
  const work = ({ html, css }: { html: string; css: string }) =>
    void askAll(siteOf({ 'index.html': html, 'css/site.css': css }))
  return fuzz('runs of one sign', texts, work, [count, seed], heard, ANSWERED_WITHIN.long)
}
