'use client'
import { troubleWords, wholeSite } from '../state/site-news.ts'
import { Suspense, useEffect, useMemo, useState, type ReactNode } from 'react'
import type { SiteState } from '../../protocol/site-state.ts'
import { SiteWorker, takeSiteWorker, type WorkerEvents } from '../../workers/client.ts'
import type { FitNews } from '../../workers/protocol.ts'
import { Frames } from '../state/frames.ts'
import { createWorkroom, type WorkroomStore } from '../state/store.ts'
import { recalledView } from '../state/view-memory.ts'
import { DataGoneDialog } from './data-gone-dialog.tsx'
import { SettleDialog } from './settle-dialog.tsx'
import {
  createInsights,
  useInsights,
  WorkroomProvider,
  type Insights,
  type Workroom,
  useRoom,
} from '../state/context.tsx'
import type { Incoming } from './import.ts'
import { Dialogs } from './late-parts.ts'
import { NewSiteDialog } from './new-site-dialog.tsx'
import { ImportDialog, useWindowDrop } from './import-dialog.tsx'
import { Afterwards } from '../controls/afterwards.tsx'
import { Boundary } from '../controls/boundary.tsx'
import { Layout } from './layout.tsx'
import { WornStates } from '../lineup/worn-states.tsx'
import { TopStrip } from './top-strip.tsx'
import { Wiring } from './wiring.tsx'

/** What is known after news of the fit check. */
function withNews({ found, news }: Insights, { counts, files, done, total }: FitNews): Partial<Insights> {
  const now = new Map(found)
  for (const [file, count] of files) {
    if (count === 0) now.delete(file)
    else now.set(file, count)
  }
  return { checked: { done, total }, counts, news: news + 1, ...(files.length > 0 ? { found: now } : {}) }
}

/** The store of a site, showing what this window showed before it was loaded anew. */
function openedAsBefore(site: SiteState): WorkroomStore {
  const store = createWorkroom(site)
  store.setState(recalledView(site))
  return store
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
    store: openedAsBefore(site),
    insights: createInsights(),
    frames: new Frames(site.id, site.sheetPath),
    nonce,
    fonts,
  }))
  const [worker, setWorker] = useState<SiteWorker | null>(null)

  useEffect(() => {
    const { insights } = workroom
    const say = (text: string) => insights.setState({ notice: { text, at: Date.now() } })
    const events: WorkerEvents = {
      onWear: (reports) =>
        insights.setState(({ wear }) => ({
          wear: new Map([...wear, ...reports.map((report) => [report.page, report] as const)]),
        })),
      onFit: (news) => insights.setState((before) => withNews(before, news)),
      onTrouble: (about, page, message) => say(troubleWords(about, page, message)),
      onWaiting: (asked) => insights.setState({ asked }),
      onGone: (gone) => insights.setState({ gone }),
      wholeSite: (hasTexts) => wholeSite(workroom.store.getState(), hasTexts ? site.texts : {}),
    }
    const opened = new SiteWorker(events, () => takeSiteWorker(site.id))
    setWorker(opened)
    return () => opened.close()
  }, [workroom, site])

  const whole = useMemo(() => (worker ? { ...workroom, worker } : null), [workroom, worker])
  if (!whole) return null
  return (
    <WorkroomProvider value={whole}>
      <Wiring workroom={whole} />
      <Screen />
    </WorkroomProvider>
  )
}

/** The screen, and what lies over it when it is asked for. */
function Screen() {
  const [importing, setImporting] = useState(false)
  const [beginning, setBeginning] = useState(false)
  const [dropped, setDropped] = useState<Promise<Incoming> | null>(null)
  const over = useWindowDrop((incoming) => {
    setDropped(incoming)
    setImporting(true)
  })
  return (
    <Room>
      <Afterwards before={<div className="h-12 shrink-0 border-b border-line bg-panel" />}>
        <TopStrip onImport={() => setImporting(true)} onNew={() => setBeginning(true)} />
      </Afterwards>
      <Layout />
      <WornStates />
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
      <Asked />
      <SettleDialog />
      <DataGoneDialog />
      {over && (
        <div
          aria-hidden
          className="pointer-events-none fixed inset-3 z-40 grid place-items-center rounded-md border-2 border-dashed border-accent bg-panel/85 text-lg font-semibold"
        >
          Drop a folder or a ZIP to bring in a site
        </div>
      )}
    </Room>
  )
}

/** What is asked in a window of its own. */
function Asked() {
  const kind = useRoom(({ asking }) => asking?.kind)
  return kind === undefined ? null : (
    <Boundary name="What you asked for" of={kind}>
      <Suspense fallback={null}>
        <Dialogs />
      </Suspense>
    </Boundary>
  )
}

/** What the screen stands in. It says by itself whether anything is under way: nothing in it is drawn anew for that. */
function Room({ children }: { readonly children: ReactNode }) {
  return (
    <div data-workroom aria-busy={useBusy()} className="relative flex h-screen flex-col overflow-hidden">
      {children}
    </div>
  )
}

/** Whether anything is under way: a question, a drag, typing, keeping. */
function useBusy(): boolean {
  const asked = useInsights((insights) => insights.asked > 0)
  const working = useRoom(({ typing, preview, keeping }) => typing || preview !== null || keeping.state === 'keeping')
  return asked || working
}

/** Long enough to read two sentences. */
const NOTICE_MS = 6000

/** The latest thing to tell; goes by itself. */
function NoticeStrip() {
  const notice = useInsights((insights) => insights.notice)
  // What stops for good stays to be read.
  const stopped = useInsights((insights) => insights.gone)
  const [gone, setGone] = useState(0)
  useEffect(() => {
    if (!notice) return
    const timer = setTimeout(() => setGone(notice.at), NOTICE_MS)
    return () => clearTimeout(timer)
  }, [notice])
  const shown = notice && notice.at !== gone ? notice.text : stopped
  return (
    <div
      role="status"
      aria-live="polite"
      className="pointer-events-none fixed inset-x-0 bottom-12 z-40 flex justify-center"
    >
      {shown && <p className="rounded-[3px] bg-ink px-3 py-1.5 text-panel shadow-lg">{shown}</p>}
    </div>
  )
}
