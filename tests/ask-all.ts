import { swatchesOf } from '../src/core/color/swatches.ts'
import { findingsIn } from '../src/core/fit/check.ts'
import { wornCopy } from '../src/core/markup/worn.ts'
import type { SiteSnapshot } from '../src/core/model/snapshot.ts'
import { selectorAt } from '../src/core/sheet/selector-at.ts'
import { newBox } from '../src/core/plan/edit-plan.ts'
import { applySplices } from '../src/core/text/splice.ts'
import { QUESTIONS } from '../src/workers/questions.ts'
import { VIEWPORT } from './core/model.ts'

const PATH = 'index.html'
/** A box put into the body, whatever stands in it. */
const PLAN = {
  items: [
    {
      ...newBox([], 'a'),
      setting: 'row',
      items: [newBox([], 'b')],
    },
  ],
  place: { kind: 'put', page: PATH, at: 'html > body', where: 'last', also: [] },
  siteName: 's',
  width: 1280,
}
export const ASKS: Readonly<Record<string, object>> = {
  boxTargets: {},
  boxTree: { page: null },
  boxAt: { page: PATH, index: 3 },
  measureLine: { selector: 'div', page: null, width: 1280 },
  fitRange: { selector: 'div', page: null, width: 1280 },
  cures: { selector: 'div', page: null, width: 360 },
  newlyBroken: {
    selector: 'div',
    page: null,
    width: 360,
    file: 'css/site.css',
    settled: 'div { float: left; width: 60% }',
  },
  boxSizes: { selector: 'div', page: null, width: 1280 },
  measureStack: { selector: 'div', page: null, width: 1280 },
  shares: { selector: 'div', page: null, width: 1280 },
  rowsOnPages: { selector: 'div', pages: [PATH], width: 1280 },
  planPlaces: { page: PATH },
  planAt: { page: PATH, index: 3 },
  planOf: { page: PATH, at: 'html > body' },
  planSaid: { selector: 'div' },
  planView: PLAN,
  planRanges: PLAN,
  linkKinds: { viewport: VIEWPORT, groups: ['a', '..bad'] },
  stateProof: { sample: { page: PATH, index: 3 }, current: null, viewport: VIEWPORT },
  names: {},
  turn: { kind: 'id', name: 'a' },
  placeAt: { page: PATH, index: 3 },
  elementAt: { page: PATH, offset: 40 },
  applyClass: { page: PATH, indices: [3, 4], add: ['x'], remove: ['y'], reach: 'site' },
  takeAway: { name: 'a' },
  rename: { rename: { kind: 'id', from: 'a', to: 'b' } },
  targets: { page: PATH },
  worn: { state: 'active', subject: { on: 'links' }, pages: [{ page: PATH, viewport: VIEWPORT }] },
  tagAt: { page: PATH, index: 3 },
  swatchReach: { name: '--v0' },
  gathered: { threshold: 0.03 },
  contrast: { viewport: VIEWPORT },
  offers: { page: PATH, index: 3, property: 'color', value: 'red', viewport: VIEWPORT, pseudo: '' },
  rivals: { selector: 'p', properties: ['color'] },
  images: {},
  lift: { pages: [PATH], embedded: true, inline: true },
  attach: { paths: [PATH] },
  reach: { selector: 'p' },
  textFaults: { file: 'css/site.css' },
  sheets: {},
  rulesOf: { file: 'css/site.css', page: PATH, index: 3 },
  moves: { moves: [{ from: PATH, to: 'x/y.html' }] },
  referrers: { paths: ['css/site.css'] },
  newPage: { path: 'n.html', title: 't', how: { kind: 'copy', of: PATH }, siteName: 's' },
  blocks: { page: PATH },
  parts: {},
  navigations: { page: PATH },
  weights: {},
  inspect: { page: PATH, index: 3, pseudo: '', viewport: VIEWPORT },
  specimens: { viewport: VIEWPORT },
  missed: { selector: 'p', joined: [], viewport: VIEWPORT },
  sizes: { selector: 'p', viewport: VIEWPORT },
  unusedFaces: {},
  prose: {},
}
const answers = QUESTIONS as unknown as Record<string, (site: unknown, ask: object) => unknown>

/** Asks everything that can be asked of a site with the page index.html and the sheet css/site.css; long answers to their end. */
export function askAll(site: SiteSnapshot): void {
  const html = site.text(PATH)
  site.stylesOf(PATH, VIEWPORT).all()
  applySplices(html, wornCopy(html, { bridge: '<b>', root: '/w/', self: 'x' }))
  swatchesOf(site.sheet('css/site.css')!)
  findingsIn(site)
  for (const [question, ask] of [...Object.entries(ASKS), ...asksAtEnd(site)]) {
    const answer = answers[question]!(site, ask)
    if (answer && typeof (answer as { next?: unknown }).next === 'function')
      for (const _ of answer as Iterable<unknown>) void _
  }
}

/** What is asked of the place where somebody types: at the end of the sheet, in whatever is open there. */
function asksAtEnd(site: SiteSnapshot): [string, object][] {
  const file = 'css/site.css'
  const sheet = site.sheet(file)!
  const at = { file, offset: sheet.text.length }
  return [
    ['offersToWrite', at],
    ['wordAt', at],
    ['reach', { selector: selectorAt(sheet, at.offset) }],
  ]
}
