import { FitCheck, type FitProgress } from '../core/fit/check.ts'
import { countByFile, countsOf, Standing } from '../core/fit/standing.ts'
import { PageMemory, pageKey, sameKey } from '../core/model/page-memory.ts'
import { SiteSnapshot } from '../core/model/snapshot.ts'
import { wearSummary, type WearSummary } from '../core/model/wear-summary.ts'
import { comparePages, type SitePath } from '../core/paths/paths.ts'
import { DESK } from '../core/values/media.ts'
import { textsIn } from '../protocol/packed-texts.ts'
import type { FromWorker, Loaded, SiteNews, ToWorker } from './protocol.ts'
import { openKept, type Kept, type Told } from './kept.ts'
import { fetchFont, SiteFonts } from './site-fonts.ts'
import { ABOUT_FINDINGS, MEASURING, QUESTIONS, type LongQuestion, type Progress, type Question } from './questions.ts'

/** Pages looked at before the worker listens again, so that a newer text is never kept waiting. */
const SLICE_MS = 20
/** The same before there is anybody to listen to. */
const AHEAD_MS = 40
/** News of a long pass are told so many ms apart: each makes the screen draw. */
const NEWS_MS = 250
/** So many times as long as they take to put together is worked between two news. */
const NEWS_SHARE = 8
/** How long after an edit wear reports begin, and the fit check: it waits for them. */
const WEAR_AFTER_MS = 30
const CHECK_AFTER_MS = 120
/** How long it must have been quiet before what was found is kept for the next session. */
const KEEP_AFTER_MS = 3000

/** The site as it was last told of. */
let site = SiteSnapshot.empty(DESK)
let siteId = ''
/** Which revision the server keeps it as; null while that is not known, or something of it is not kept. */
let revision: number | null = null
/** Whether texts of it are still on their way, from the workroom or the loader: a site known by half has other findings. */
let moreTexts = false
let isLoading = false
/** Its files, as they were last told of. */
let tracked: Extract<SiteNews, { type: 'files' }> | null = null
const fonts = new SiteFonts((hash) => fetchFont(siteId, hash))
const check = new FitCheck()
const scope = self as unknown as DedicatedWorkerGlobalScope
const say = (message: FromWorker) => scope.postMessage(message)
const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error))

/** How each page wears the sheet, as far as that is known. */
const worn = new PageMemory<WearSummary>()
/** What earlier sessions found: looked up once, and added to when all has come to rest. */
let kept: Promise<Kept | null> = Promise.resolve(null)

let pending: SitePath[] = []
let running = false
let pass: Generator<FitProgress, void, void> | null = null
let waiting: ReturnType<typeof setTimeout> | undefined

let reports: WearSummary[] = []
let toldWear = 0

function reportWear(): void {
  if (isPartial()) {
    running = false
    return
  }
  const until = performance.now() + SLICE_MS
  while (pending.length > 0 && performance.now() < until) reportOne(pending.shift()!)
  running = pending.length > 0
  if (!running) keepLater()
  if (!running || performance.now() - toldWear > NEWS_MS) {
    say({ type: 'wear', reports, done: !running })
    reports = []
    toldWear = performance.now()
  }
  if (running) setTimeout(reportWear)
}

const isPartial = () => moreTexts || isLoading

function reportOne(page: SitePath): void {
  try {
    const key = pageKey(site, page)
    const known = worn.find(page)
    reports.push(known && sameKey(known.key, key) ? known.value : worn.remember(page, key, wearSummary(site, page)))
  } catch (error) {
    say({ type: 'trouble', about: 'wear', page, message: wordsOf(error) })
  }
}

const standing = new Standing()
/** Whether a pass has begun: nothing is waited for before the first. */
let hasChecked = false
/** Pages that the present pass has looked at: it may begin anew in another order. */
let lookedAt = new Set<SitePath>()

/** How many causes each file was told to have. */
let counted: ReadonlyMap<SitePath, number> = new Map()
let toldFit = 0
/** How long the last news took to put together: on a large site they come less often. */
let newsTook = 0

function reportFit(): void {
  try {
    reportSlice()
  } catch (error) {
    pass = null
    say({ type: 'trouble', about: 'fit', page: null, message: wordsOf(error) })
    overtake()
  }
}

function reportSlice(): void {
  if (!pass) return
  const until = performance.now() + SLICE_MS
  do {
    const next = pass.next()
    if (next.done) {
      pass = null
      break
    }
    const { page, findings, fault } = next.value
    if (page !== null) lookedAt.add(page)
    if (findings) standing.take(page, findings)
    if (fault !== null) say({ type: 'trouble', about: 'fit', page, message: fault })
  } while (performance.now() < until)
  if (!pass) {
    standing.keepOnly(site.pagePaths)
    keepLater()
  }
  if (!pass || (!isToldAhead && performance.now() - toldFit > Math.max(NEWS_MS, newsTook * NEWS_SHARE))) tellFit()
  if (pass) setTimeout(reportFit)
  else overtake()
}

function tellFit(): void {
  const began = performance.now()
  const total = site.pagePaths.length
  const { causes } = standing.sortedOut(site)
  const counts = countByFile(causes)
  const files = [...counts].filter(([file, count]) => counted.get(file) !== count)
  const none = [...counted.keys()].filter((file) => !counts.has(file)).map((file) => [file, 0] as const)
  counted = counts
  say({
    type: 'fit',
    news: { counts: countsOf(causes), files: [...files, ...none], done: pass ? lookedAt.size : total, total },
  })
  toldFit = performance.now()
  newsTook = toldFit - began
}

/** What was told when this site was at rest the last time. */
let told: Told | null = null
/** Whether that has been told, and the findings themselves are still to come. */
let isToldAhead = false

/**
 * What an earlier session told of this very revision is told again, before its findings are there to be asked about. The pass that
 * follows goes by what the texts say, and has the last word.
 */
function tellAhead(): void {
  if (hasChecked || isToldAhead || !told || told.revision !== revision) return
  isToldAhead = true
  counted = new Map(told.files)
  const { counts, files, total } = told
  say({ type: 'fit', news: { counts, files, done: total, total } })
}

/** What is to be told ahead the next time: only what all pages and files stand behind. */
function toTellAhead(): Told | null {
  if (revision === null || !check.isKnown(site)) return null
  const counts = countsOf(standing.sortedOut(site).causes)
  return { revision, counts, files: [...counted], total: site.pagePaths.length }
}

/** Answers what had to wait; some of it may have to wait on. */
function answerHeld(): void {
  for (const question of held.splice(0)) hear(question)
}

/** What was told ahead is overtaken by what has been found. */
function overtake(): void {
  isToldAhead = false
  answerHeld()
}

function changed(): void {
  pending = inOrder()
  if (!running) {
    running = true
    setTimeout(() => void kept.then(reportWear), hasChecked ? WEAR_AFTER_MS : 0)
  }
  // A pass that has not come to its end begins anew: what it found before is remembered page by page.
  pass = null
  clearTimeout(waiting)
  waiting = setTimeout(() => void kept.then(beginPass), hasChecked ? CHECK_AFTER_MS : 0)
}

function beginPass(): void {
  if (pass || isPartial()) return
  const pages = inOrder()
  pass = check.run(site, pages)
  lookedAt = new Set()
  hasChecked = true
  // What is all known from an earlier session is soon told, and at once.
  if (check.due(site, pages).length === 0) toldFit = performance.now()
  else if (isToldAhead) overtake()
  reportFit()
}

/** The pages on the screen. */
let shown: ReadonlySet<SitePath> = new Set()

/** All pages: those on the screen, then the others in the order of the lineup. */
function inOrder(): SitePath[] {
  return site.pagePaths.toSorted((a, b) => Number(shown.has(b)) - Number(shown.has(a)) || comparePages(a, b))
}

/** Other pages are on the screen: they come next. */
function takeShown(pages: readonly SitePath[]): void {
  shown = new Set(pages)
  const still = new Set(pending)
  pending = inOrder().filter((page) => still.has(page))
  // What was found so far is remembered page by page.
  const next = site.pagePaths.filter((page) => shown.has(page))
  if (pass && check.due(site, next).length > 0) pass = check.run(site, inOrder())
}

function remember(id: string): void {
  if (siteId === id) return
  siteId = id
  kept = openKept(id).then(async (found) => {
    if (!found) return null
    told = found.told
    tellAhead()
    // The pages are much to take in: what was told comes first.
    const { wear, fit } = await found.pages()
    worn.recall(wear)
    check.memory.recall(fit)
    return found
  })
}

let keeping: ReturnType<typeof setTimeout> | undefined

function keepLater(): void {
  clearTimeout(keeping)
  keeping = setTimeout(() => {
    if (!pass && !running) void kept.then(keepNow)
  }, KEEP_AFTER_MS)
}

function keepNow(open: Kept | null): void {
  void open?.keep({ wear: worn.takeUnkept(), fit: check.memory.takeUnkept() }, toTellAhead())
}

const cancelled = new Set<number>()

type Slices = Generator<Progress<LongQuestion>, unknown, void>

/** Runs what takes long in slices, so that the worker hears when it is called off. */
function runLong(id: number, slices: Slices): void {
  let toldAt = 0
  const step = () => {
    if (cancelled.delete(id)) return say({ type: 'answer', id, answer: null })
    const until = performance.now() + SLICE_MS
    for (let next = slices.next(); ; next = slices.next()) {
      if (next.done) return say({ type: 'answer', id, answer: next.value })
      if (performance.now() - toldAt > NEWS_MS) {
        toldAt = performance.now()
        say({ type: 'progress', id, progress: next.value })
      }
      if (performance.now() > until) break
    }
    setTimeout(guarded(id, step))
  }
  guarded(id, step)()
}

/** What throws reaches whoever asked, and the worker goes on. */
function guarded(id: number, work: () => void): () => void {
  return () => {
    try {
      work()
    } catch (error) {
      say({ type: 'failed', id, message: wordsOf(error) })
    }
  }
}

function answer(id: number, question: Question, ask: unknown): void {
  const result = (QUESTIONS[question] as (site: SiteSnapshot, ask: unknown, standing: Standing) => unknown)(
    site,
    ask,
    standing,
  )
  if (isSlices(result)) runLong(id, result)
  else say({ type: 'answer', id, answer: result })
}

function isSlices(result: unknown): result is Slices {
  return typeof result === 'object' && result !== null && Symbol.iterator in result && 'next' in result
}

function takeFiles(): void {
  if (tracked) site = site.withFiles(fonts.given(tracked.files), tracked.sheetPath, tracked.sheetDoc)
}

/** Answers once the fonts of the site are open, where the answer hangs on the widths of words. */
async function answerWithFonts(id: number, question: Question, ask: unknown): Promise<void> {
  if (await fonts.openAll(tracked?.files ?? [])) takeFiles()
  if (!cancelled.delete(id)) return guarded(id, () => answer(id, question, ask))()
  say({ type: 'answer', id, answer: null })
}

function take(heard: SiteNews): void {
  switch (heard.type) {
    case 'site':
      return remember(heard.id)
    case 'files':
      tracked = heard
      takeFiles()
      return changed()
    case 'texts':
      site = site.withTexts(heard.texts)
      if (isLoading) for (const [path] of heard.texts) newer.add(path)
      moreTexts = heard.more ?? false
      return isPartial() ? undefined : changed()
    case 'revision':
      revision = heard.revision
      tellAhead()
      return keepLater()
    case 'shown':
      return takeShown(heard.pages)
    case 'looks':
      site = site.withLooks(heard.looks)
  }
}

/** What the workroom has told while the loader was at it. */
const newer = new Set<SitePath>()
/** What it has asked too early: half a site has other answers. */
const held: ToWorker[] = []

/** Takes all texts from the loader. */
async function takeLoaded({ revision: loaded, texts, files, sheet }: Loaded): Promise<void> {
  if (!tracked) revision = loaded
  tellAhead()
  const read = await inSlices(textsIn(texts))
  site = site.withTexts(read.filter(([path]) => !newer.has(path)))
  isLoading = false
  if (tracked) changed()
  else {
    site = site.withFiles(fonts.given(files.files), files.sheetPath, files.sheetDoc)
    if (!newer.has(files.sheetPath)) site = site.withText(files.sheetPath, sheet)
    nameAhead([...site.pagePaths])
  }
  newer.clear()
  answerHeld()
}

/** All that comes, with pauses in which the worker listens. */
async function inSlices<T>(items: Iterable<T>): Promise<T[]> {
  const all: T[] = []
  let until = performance.now() + AHEAD_MS
  for (const item of items) {
    all.push(item)
    if (performance.now() < until) continue
    await new Promise((resolve) => setTimeout(resolve))
    until = performance.now() + AHEAD_MS
  }
  return all
}

/** What was found earlier is found again by the short names of texts: they are read while the workroom gets ready. */
function nameAhead(pages: SitePath[]): void {
  if (tracked) return
  const until = performance.now() + AHEAD_MS
  while (pages.length > 0 && performance.now() < until) site.fingerprint(pages.pop()!)
  if (pages.length > 0) setTimeout(() => nameAhead(pages))
  else void kept.then(tellKnown)
}

/** What an earlier session found is told before the workroom has spoken, where all of it still holds. */
function tellKnown(): void {
  if (!tracked && check.isKnown(site)) beginPass()
}

function load(id: string, port: MessagePort): void {
  isLoading = true
  remember(id)
  port.onmessage = ({ data }: MessageEvent<Loaded>) =>
    // What fails ends this worker, as it would had nothing been waited for: the window starts another.
    void takeLoaded(data).catch(reportError)
}

scope.onmessage = ({ data }: MessageEvent<ToWorker>) => hear(data)

const isTooEarly = (data: ToWorker) =>
  data.type === 'ask' && (isLoading || (isToldAhead && ABOUT_FINDINGS.has(data.question)))

function hear(data: ToWorker): void {
  if (isTooEarly(data)) held.push(data)
  else if (data.type === 'loading') load(data.id, data.port)
  else if (data.type === 'cancel') cancelled.add(data.id)
  else if (data.type === 'ask' && MEASURING.has(data.question)) void answerWithFonts(data.id, data.question, data.ask)
  else if (data.type === 'ask') guarded(data.id, () => answer(data.id, data.question, data.ask))()
  else take(data)
}
