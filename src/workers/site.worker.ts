import { SiteSnapshot } from '../core/model/snapshot.ts'
import { comparePages, type SitePath } from '../core/paths/paths.ts'
import { DESK } from '../core/values/media.ts'
import { textsIn } from '../protocol/packed-texts.ts'
import { Answers } from './answers.ts'
import { FitPasses } from './fit-passes.ts'
import type { FromWorker, Loaded, SiteNews, ToWorker } from './protocol.ts'
import { openKept, type Kept, type Told } from './kept.ts'
import { fetchFont, SiteFonts } from './site-fonts.ts'
import { ABOUT_FINDINGS, MEASURING, type Question } from './questions.ts'
import { WearReports } from './wear-reports.ts'

/** How long what is read ahead is gone on with before the worker listens again, ms: there is hardly anybody to listen to. */
const AHEAD_MS = 40
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
const scope = self as unknown as DedicatedWorkerGlobalScope
const say = (message: FromWorker) => scope.postMessage(message)

// Held until the worker ends, in whichever way.
const lock = `attire-worker-${crypto.randomUUID()}`
void navigator.locks?.request(lock, () => {
  say({ type: 'alive', lock })
  return new Promise(() => undefined)
})

/** What earlier sessions found: looked up once, and added to when all has come to rest. */
let kept: Promise<Kept | null> = Promise.resolve(null)

let waiting: ReturnType<typeof setTimeout> | undefined

const isPartial = () => moreTexts || isLoading

/** What was told last when this site was at rest. */
let told: Told | null = null
const toldSite = { now: () => site, isPartial, say, rested: keepLater }
const wear = new WearReports(toldSite)
const passes = new FitPasses(toldSite, answerHeld)
const answers = new Answers(say, passes.standing)

/** Answers what had to wait; some of it may have to wait on. */
function answerHeld(): void {
  for (const question of held.splice(0)) hear(question)
}

function changed(): void {
  wear.renew(inOrder(), (report) => {
    setTimeout(() => void kept.then(report), passes.isUnderWay ? WEAR_AFTER_MS : 0)
  })
  // A pass that has not come to its end begins anew: what it found before is remembered page by page.
  passes.stop()
  clearTimeout(waiting)
  waiting = setTimeout(() => void kept.then(beginPass), passes.isUnderWay ? CHECK_AFTER_MS : 0)
}

const beginPass = () => passes.begin(inOrder())

/** The pages on the screen. */
let shown: ReadonlySet<SitePath> = new Set()

/** All pages: those on the screen, then the others in the order of the lineup. */
function inOrder(): SitePath[] {
  return site.pagePaths.toSorted((a, b) => Number(shown.has(b)) - Number(shown.has(a)) || comparePages(a, b))
}

/** Other pages are on the screen: they come next. */
function takeShown(pages: readonly SitePath[]): void {
  shown = new Set(pages)
  const next = inOrder()
  wear.reorder(next)
  passes.reorder(
    next,
    site.pagePaths.filter((page) => shown.has(page)),
  )
}

function remember(id: string): void {
  if (siteId === id) return
  siteId = id
  kept = openKept(id).then(async (found) => {
    if (!found) return null
    told = found.told
    passes.tellAhead(told, revision)
    // The pages are much to take in: what was told comes first.
    const pages = await found.pages()
    wear.memory.recall(pages.wear)
    passes.check.memory.recall(pages.fit)
    return found
  })
}

let keeping: ReturnType<typeof setTimeout> | undefined

function keepLater(): void {
  clearTimeout(keeping)
  keeping = setTimeout(() => {
    if (!passes.isRunning && !wear.isRunning) void kept.then(keepNow)
  }, KEEP_AFTER_MS)
}

function keepNow(open: Kept | null): void {
  void open?.keep(
    { wear: wear.memory.takeUnkept(), fit: passes.check.memory.takeUnkept() },
    passes.toTellAhead(revision),
  )
}

function takeFiles(): void {
  if (tracked) site = site.withFiles(fonts.given(tracked.files), tracked.sheetPath, tracked.sheetDoc)
}

/** Answers once the fonts of the site are open, where the answer hangs on the widths of words. */
async function answerWithFonts(id: number, question: Question, ask: unknown): Promise<void> {
  if (await fonts.openAll(tracked?.files ?? [])) takeFiles()
  if (!answers.isCalledOff(id)) answers.answer(id, site, question, ask)
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
      passes.tellAhead(told, revision)
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
  passes.tellAhead(told, revision)
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
  if (!tracked && passes.check.isKnown(site)) beginPass()
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
  data.type === 'ask' && (isLoading || (passes.isToldAhead && ABOUT_FINDINGS.has(data.question)))

function hear(data: ToWorker): void {
  if (isTooEarly(data)) held.push(data)
  else if (data.type === 'loading') load(data.id, data.port)
  else if (data.type === 'cancel') answers.cancel(data.id)
  else if (data.type === 'ask' && MEASURING.has(data.question)) void answerWithFonts(data.id, data.question, data.ask)
  else if (data.type === 'ask') answers.answer(data.id, site, data.question, data.ask)
  else take(data)
}
