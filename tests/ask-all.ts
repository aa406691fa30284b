import { findingsIn } from '../src/core/fit/check.ts'
import { Standing } from '../src/core/fit/standing.ts'
import { wornCopy } from '../src/core/markup/worn.ts'
import type { SiteSnapshot } from '../src/core/model/snapshot.ts'
import { newBox } from '../src/core/plan/edit-plan.ts'
import { TIDY_KINDS } from '../src/core/tidy/words.ts'
import { USUAL_FORMAT } from '../src/core/tidy/formatted.ts'
import { applySplices } from '../src/core/text/splice.ts'
import { QUESTIONS, type Answer, type Ask, type Question } from '../src/workers/questions.ts'
import { askFurther } from './ask-further.ts'
import { askWindow } from './ask-window.ts'
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
  rules: {},
  madeFor: {},
  planMadeFor: { target: 'widely' },
  draftClass: { source: { from: 'look', page: PATH, index: 3 } },
  split: { split: { name: 'a', to: 'b', pages: [PATH] } },
  renameProperty: { from: '--v0', to: '--w' },
  wordsAt: { page: PATH, place: { index: 3, at: 0, pre: false } },
  reword: { page: PATH, place: { index: 3, at: 0, pre: false }, words: 'other <words> & such' },
  share: { page: PATH, index: 3, name: 'part' },
  part: { name: 'part', page: PATH, text: '<p>x</p>' },
  unshare: { name: 'part' },
  navEdit: { page: PATH, index: 0, edit: { kind: 'add', words: 'w', href: 'w.html' } },
  wrap: { page: PATH, index: 3, wrapper: 'section', caption: 'c', all: true },
  tidy: { kinds: TIDY_KINDS, without: [], format: USUAL_FORMAT },
}

/** Asks one thing, a long answer to its end. */
export type Asker = <Q extends Question>(question: Q, ask: Ask<Q>) => Answer<Q>

/**
 * Asks everything that can be asked of a site with the page index.html and the sheet css/site.css; how many ms each
 * question took.
 */
export function askAll(site: SiteSnapshot): Map<Question, number> {
  const html = site.text(PATH)
  site.stylesOf(PATH, VIEWPORT).all()
  applySplices(html, wornCopy(html, { bridge: '<b>', root: '/w/', self: 'x' }))
  askWindow(site.sheet('css/site.css')!)
  const standing = new Standing()
  standing.take(PATH, findingsIn(site))
  const took = new Map<Question, number>()
  const asker: Asker = (question, ask) => {
    const began = performance.now()
    const answer = wholeAnswer((QUESTIONS[question] as AnyQuestion)(site, ask as object, standing))
    took.set(question, (took.get(question) ?? 0) + performance.now() - began)
    return answer as never
  }
  for (const [question, ask] of Object.entries(ASKS)) asker(question as Question, ask as never)
  askFurther(site, asker)
  return took
}

type AnyQuestion = (site: SiteSnapshot, ask: object, standing: Standing) => unknown

function wholeAnswer(answer: unknown): unknown {
  if (!answer || typeof (answer as { next?: unknown }).next !== 'function') return answer
  const run = answer as Iterator<unknown>
  for (;;) {
    const { done, value } = run.next()
    if (done) return value
  }
}
