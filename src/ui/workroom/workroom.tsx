'use client'
import { filesNews, looksNews, troubleWords, wholeSite, wornTexts } from './site-news.ts'
import { askOnce } from './use-answer.ts'
import { useEffect, useMemo, useState } from 'react'
import { isSheet } from '../../core/paths/paths.ts'
import type { SiteState } from '../../protocol/site-state.ts'
import { lookDoc } from '../../core/site/step.ts'
import { SiteWorker } from '../../workers/client.ts'
import type { FitNews } from '../../workers/protocol.ts'
import { Bench } from '../bench/bench.tsx'
import { CloseUp } from '../lineup/close-up.tsx'
import { Frames } from '../lineup/frames.ts'
import { Lineup } from '../lineup/lineup.tsx'
import { SheetPanel } from '../sheet/sheet-panel.tsx'
import { createWorkroom, sheetText, type WorkroomState } from '../state/store.ts'
import { sheetOf } from '../state/texts.ts'
import { ConflictDialog } from './conflict-dialog.tsx'
import { createInsights, useInsights, useRoom, WorkroomProvider, type Insights, type Workroom } from './context.tsx'
import type { Incoming } from './import.ts'
import { Dialogs } from '../dialogs/dialogs.tsx'
import { NewSiteDialog } from './new-site-dialog.tsx'
import { ImportDialog, useWindowDrop } from './import-dialog.tsx'
import { runShortcut } from './shortcuts.ts'
import { TopStrip } from './top-strip.tsx'

/** How long after an edit the worker is told: dragging does not flood it. */
const WORKER_DELAY_MS = 80

/** What is known after news of the fit check, with the count for each file. */
function withNews(before: Insights['fit'], pages: FitNews['pages']): Pick<Insights, 'fit' | 'found'> {
  const fit = new Map(before)
  for (const [page, findings] of pages) {
    if (findings.length === 0) fit.delete(page)
    else fit.set(page, findings)
  }
  const found = new Map<string, number>()
  for (const findings of fit.values()) for (const { file } of findings) found.set(file, (found.get(file) ?? 0) + 1)
  return { fit, found }
}

/** The whole workroom of one site. */
export default function WorkroomScreen({
  site,
  nonce,
  fonts,
}: {
  site: SiteState
  nonce: string
  fonts: Record<string, string>
}) {
  const [workroom] = useState<Omit<Workroom, 'worker'>>(() => ({
    store: createWorkroom(site),
    insights: createInsights(),
    frames: new Frames(site.id, site.sheetPath),
    nonce,
    fonts,
  }))
  const [worker, setWorker] = useState<SiteWorker | null>(null)

  useEffect(() => {
    const { insights } = workroom
    const say = (text: string) => insights.setState({ notice: { text, at: Date.now() } })
    const opened = new SiteWorker({
      onWear: (reports) =>
        insights.setState(({ wear }) => ({
          wear: new Map([...wear, ...reports.map((report) => [report.page, report] as const)]),
        })),
      onFit: ({ pages, done, total }) =>
        insights.setState(({ fit }) => ({
          checked: { done, total },
          ...(pages.length > 0 ? withNews(fit, pages) : {}),
        })),
      onTrouble: (about, page, message) => say(troubleWords(about, page, message)),
      onGone: say,
      wholeSite: () => wholeSite(workroom.store.getState()),
    })
    setWorker(opened)
    return () => opened.close()
  }, [workroom])

  const whole = useMemo(() => (worker ? { ...workroom, worker } : null), [workroom, worker])
  if (!whole) return null
  return (
    <WorkroomProvider value={whole}>
      <Wiring workroom={whole} />
      <Layout />
    </WorkroomProvider>
  )
}

/** One pass of data: text to frames at once, to the worker after a breath, keys to steps. */
function Wiring({ workroom }: { workroom: Workroom }) {
  useEffect(() => {
    const { store, frames, worker, insights } = workroom
    frames.wear(sheetOf(sheetText(store.getState())))

    let told = wornTexts(store.getState())
    const tellWorker = (state: WorkroomState) => {
      const now = wornTexts(state)
      const changed = [...now].filter(([path, text]) => told.get(path) !== text)
      const gone = [...told.keys()].filter((path) => !now.has(path)).map((path): [string, null] => [path, null])
      const pages = changed.some(([path]) => !isSheet(path))
      told = now
      if (changed.length + gone.length > 0) worker.tell({ type: 'texts', texts: [...changed, ...gone] })
      if (pages) tellTargets()
    }
    const tellTargets = () =>
      void askOnce(workroom, 'boxTargets', {}).then((boxTargets) => boxTargets && insights.setState({ boxTargets }))
    for (const news of wholeSite(store.getState())) worker.tell(news)
    tellTargets()

    let timer: ReturnType<typeof setTimeout> | undefined
    worker.beforeAsk = () => {
      if (timer === undefined) return
      clearTimeout(timer)
      timer = undefined
      tellWorker(store.getState())
    }
    const leaveStore = store.subscribe((state, before) => {
      if (sheetText(state) !== sheetText(before)) frames.wear(sheetOf(sheetText(state)))
      if (state.files !== before.files || state.lookId !== before.lookId || state.sheetPath !== before.sheetPath)
        worker.tell(filesNews(state))
      if (state.looks.some(({ id }) => state.texts.get(lookDoc(id)) !== before.texts.get(lookDoc(id))))
        worker.tell(looksNews(state))
      if (state.vision !== before.vision) frames.see(state.vision)
      if (state.sheetPath !== before.sheetPath) frames.sheetPath = state.sheetPath
      if (state.trouble !== before.trouble && state.trouble)
        insights.setState({ notice: { text: state.trouble.text, at: Date.now() } })
      if (state.texts !== before.texts || state.preview !== before.preview || state.lookId !== before.lookId) {
        clearTimeout(timer)
        timer = setTimeout(() => {
          timer = undefined
          tellWorker(store.getState())
        }, WORKER_DELAY_MS)
      }
    })
    const leaveFrames = frames.listen()
    const key = (event: KeyboardEvent) => {
      // In a field with unfinished text the browser's own undo is what is meant; a field that shows a kept value says so.
      const drafting =
        event.target instanceof HTMLElement &&
        event.target.matches('input:not([type="range"], [type="radio"], [data-kept])')
      if (drafting && !event.altKey) return
      if (
        runShortcut(store, {
          key: event.key,
          code: event.code,
          ctrl: event.ctrlKey || event.metaKey,
          shift: event.shiftKey,
          alt: event.altKey,
        })
      )
        event.preventDefault()
    }
    window.addEventListener('keydown', key, true)
    return () => {
      clearTimeout(timer)
      leaveStore()
      leaveFrames()
      window.removeEventListener('keydown', key, true)
    }
  }, [workroom])
  return null
}

function Layout() {
  const closeUp = useRoom((state) => state.closeUp)
  const [importing, setImporting] = useState(false)
  const [beginning, setBeginning] = useState(false)
  const [dropped, setDropped] = useState<Promise<Incoming> | null>(null)
  const over = useWindowDrop((incoming) => {
    setDropped(incoming)
    setImporting(true)
  })
  return (
    <div className="flex h-screen flex-col overflow-hidden">
      <TopStrip onImport={() => setImporting(true)} onNew={() => setBeginning(true)} />
      <div className="flex min-h-0 flex-1">
        <Bench />
        <main className="flex min-w-0 flex-1 flex-col">
          <Lineup hidden={closeUp !== null} />
          {closeUp !== null && <CloseUp page={closeUp} />}
          <SheetPanel />
        </main>
      </div>
      <NoticeStrip />
      {importing && (
        <ImportDialog
          dropped={dropped}
          onClose={() => {
            setImporting(false)
            setDropped(null)
          }}
        />
      )}
      {beginning && <NewSiteDialog onClose={() => setBeginning(false)} />}
      <Dialogs />
      <ConflictDialog />
      {over && (
        <div
          aria-hidden
          className="pointer-events-none fixed inset-3 z-40 grid place-items-center rounded-md border-2 border-dashed border-accent bg-panel/85 text-lg font-semibold"
        >
          Drop a folder or a ZIP to bring in a site
        </div>
      )}
    </div>
  )
}

/** The latest thing to tell; goes by itself. */
function NoticeStrip() {
  const notice = useInsights((insights) => insights.notice)
  const [gone, setGone] = useState(0)
  useEffect(() => {
    if (!notice) return
    const timer = setTimeout(() => setGone(notice.at), 6000)
    return () => clearTimeout(timer)
  }, [notice])
  const shown = notice && notice.at !== gone
  return (
    <div
      role="status"
      aria-live="polite"
      className="pointer-events-none fixed inset-x-0 bottom-12 z-40 flex justify-center"
    >
      {shown && <p className="rounded-[3px] bg-ink px-3 py-1.5 text-panel shadow-lg">{notice.text}</p>}
    </div>
  )
}
