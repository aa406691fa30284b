import { contrastPairs } from '../core/contrast/pairs.ts'
import { FitCheck, type FitProgress } from '../core/fit/check.ts'
import { SiteModel, type WearSummary } from '../core/fit/site-model.ts'
import { prove, type ProofProgress } from '../core/lift/proof.ts'
import { isSheet, type SitePath } from '../core/site/paths.ts'
import { answersOf } from './answers.ts'
import type { FromWorker, LongProgress, LongQuestion, Question, Questions, ToWorker } from './protocol.ts'

/** Pages looked at before the worker listens again, so that a newer text is never kept waiting. */
const SLICE_MS = 20
/** News of a long pass are told so many ms apart: each makes the screen draw. */
const NEWS_MS = 250
/** How long after an edit the fit check begins: wear reports come first. */
const CHECK_AFTER_MS = 120

const model = new SiteModel({ width: 1280, height: 800 })
const check = new FitCheck(model)
const answers = answersOf(model, check)
const scope = self as unknown as DedicatedWorkerGlobalScope
const say = (message: FromWorker) => scope.postMessage(message)

let pending: SitePath[] = []
let running = false
let pass: Generator<FitProgress, void, void> | null = null
let waiting: ReturnType<typeof setTimeout> | undefined

let reports: WearSummary[] = []
let toldWear = 0

function reportWear(): void {
  const until = performance.now() + SLICE_MS
  while (pending.length > 0 && performance.now() < until) reports.push(model.wear(pending.shift()!))
  running = pending.length > 0
  if (!running || performance.now() - toldWear > NEWS_MS) {
    say({ type: 'wear', reports, done: !running })
    reports = []
    toldWear = performance.now()
  }
  if (running) setTimeout(reportWear)
}

/** Findings already told, by page: a page that still has the same ones is not told again. */
const told = new Map<SitePath | null, FitProgress['findings']>()

let news: [SitePath | null, FitProgress['findings']][] = []
let toldFit = 0

function reportFit(): void {
  if (!pass) return
  const until = performance.now() + SLICE_MS
  let last: FitProgress | null = null
  do {
    const next = pass.next()
    if (next.done) {
      pass = null
      break
    }
    last = next.value
    if (told.get(last.page) !== last.findings) news.push([last.page, last.findings])
    told.set(last.page, last.findings)
  } while (performance.now() < until)
  const gone = pass ? [] : [...told.keys()].filter((path) => path !== null && !model.pagePaths.includes(path))
  for (const path of gone) {
    told.delete(path)
    news.push([path, []])
  }
  if (!pass || performance.now() - toldFit > NEWS_MS) {
    say({
      type: 'fit',
      news: { pages: news, done: pass ? (last?.done ?? 0) : model.pagePaths.length, total: model.pagePaths.length },
    })
    news = []
    toldFit = performance.now()
  }
  if (pass) setTimeout(reportFit)
}

function changed(): void {
  pending = model.pagePaths
  if (!running) {
    running = true
    setTimeout(reportWear, 30)
  }
  // A pass that has not come to its end begins anew: what it found before is remembered page by page.
  pass = null
  clearTimeout(waiting)
  waiting = setTimeout(() => {
    pass = check.run()
    reportFit()
  }, CHECK_AFTER_MS)
}

const cancelled = new Set<number>()

/** What a long question comes to, slice by slice. */
type Slices<P, A> = Generator<P, A, void>

/** Runs what takes long in slices, so that the worker hears when it is called off. */
function runLong<P, A>(id: number, slices: Slices<P, A>): void {
  let told = 0
  const step = () => {
    if (cancelled.delete(id)) return say({ type: 'answer', id, answer: null })
    const until = performance.now() + SLICE_MS
    for (let next = slices.next(); ; next = slices.next()) {
      if (next.done) return say({ type: 'answer', id, answer: next.value })
      if (performance.now() - told > NEWS_MS) {
        told = performance.now()
        say({ type: 'progress', id, progress: next.value as LongProgress[LongQuestion] })
      }
      if (performance.now() > until) break
    }
    setTimeout(step)
  }
  step()
}

function* proofOf({ change }: Questions['prove']['ask']): Slices<ProofProgress, ProofProgress> {
  const after = model.after(change)
  const names = new Map(change.moves.map(({ from, to }) => [from, to]))
  const sheets = change.texts.some(({ doc }) => doc === model.docOf(model.sheetPath))
  const touched = new Set(change.texts.map(({ doc }) => doc))
  const pages = model.pagePaths
    .filter((path) => sheets || touched.has(model.docOf(path)))
    .map((path) => ({ before: path, after: names.get(path) ?? path }))
  const all: ProofProgress[] = []
  for (const progress of prove(model, after, pages)) {
    all.push(progress)
    yield { ...progress, altered: [] }
  }
  return {
    done: pages.length,
    total: pages.length,
    elements: all.reduce((sum, each) => sum + each.elements, 0),
    altered: all.flatMap((each) => each.altered),
  }
}

function ask<Q extends Exclude<Question, LongQuestion>>(question: Q, asked: Questions[Q]['ask']): unknown {
  return answers[question](asked)
}

scope.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  switch (data.type) {
    case 'files':
      model.setFiles(data.files, data.sheetPath, data.sheetDoc)
      check.filesChanged()
      return changed()
    case 'texts':
      for (const [path, text] of data.texts) model.setText(path, text)
      if (data.texts.some(([path]) => isSheet(path))) check.sheetsChanged()
      return changed()
    case 'looks':
      for (const [doc, text] of data.looks) model.setLook(doc, text)
      return
    case 'cancel':
      cancelled.add(data.id)
      return
    case 'ask':
      if (data.question === 'prove') return runLong(data.id, proofOf(data.ask))
      if (data.question === 'contrast') return runLong(data.id, contrastPairs(model, data.ask.viewport))
      return say({ type: 'answer', id: data.id, answer: ask(data.question, data.ask) })
  }
}
