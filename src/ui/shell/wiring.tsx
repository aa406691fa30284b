'use client'
import { useEffect } from 'react'
import { isSheet } from '../../core/paths/paths.ts'
import { lookDoc } from '../../core/site/step.ts'
import type { Workroom } from '../state/context.tsx'
import { Follower } from '../state/follower.ts'
import { isStilled } from '../state/motion.ts'
import { followSite } from '../state/revision-watch.ts'
import { rememberView } from '../state/view-memory.ts'
import { showPagesInPlace } from '../state/pages-in-place.ts'
import { runShortcut } from '../state/shortcuts.ts'
import { looksNews, revisionNews, wornTexts } from '../state/site-news.ts'
import { filesNews } from '../../workers/files-news.ts'
import type { WorkroomState } from '../state/store.ts'
import { changedBesides, wornSheet } from '../state/sheets.ts'
import { askOnce } from '../state/use-answer.ts'

/** How long after an edit the worker is told: dragging does not flood it. */
const WORKER_DELAY_MS = 80

/** One pass of data: text to frames at once, to the worker after a breath, keys to steps. */
export function Wiring({ workroom }: { workroom: Workroom }) {
  useEffect(() => {
    const { store, frames, worker, insights } = workroom
    let worn = wornSheet(store.getState())
    frames.wear(frames.sheetPath, worn)

    let told = wornTexts(store.getState())
    let toldLooks = store.getState()
    const tellWorker = (state: WorkroomState) => {
      const now = wornTexts(state)
      const changed = [...now].filter(([path, text]) => told.get(path) !== text)
      const gone = [...told.keys()].filter((path) => !now.has(path)).map((path): [string, null] => [path, null])
      const pages = changed.some(([path]) => !isSheet(path))
      told = now
      if (state.looks.some(({ id }) => state.texts.get(lookDoc(id)) !== toldLooks.texts.get(lookDoc(id))))
        worker.tell(looksNews((toldLooks = state)))
      if (changed.length + gone.length > 0) worker.tell({ type: 'texts', texts: [...changed, ...gone] })
      tellRevision(state)
      if (pages) tellTargets()
    }
    let toldRevision = revisionNews(store.getState()).revision
    const tellRevision = (state: WorkroomState) => {
      const news = revisionNews(state)
      if (news.revision !== toldRevision) worker.tell(news)
      toldRevision = news.revision
    }
    const tellTargets = () =>
      void askOnce(workroom, 'boxTargets', {}).then((boxTargets) => boxTargets && insights.setState({ boxTargets }))
    worker.begin()
    tellTargets()
    let toldShown = ''
    const leaveShown = frames.watch(() => {
      const pages = frames.pagesShown
      if (pages.join('\n') === toldShown) return
      toldShown = pages.join('\n')
      worker.tell({ type: 'shown', pages })
    })

    let timer: ReturnType<typeof setTimeout> | undefined
    worker.beforeAsk = () => {
      if (timer === undefined) return
      clearTimeout(timer)
      timer = undefined
      tellWorker(store.getState())
    }
    let dressed = store.getState()
    const dressing = new Follower(() => {
      const state = store.getState()
      const now = wornSheet(state)
      if (now !== worn) frames.wear(state.sheetPath, (worn = now))
      for (const { path, sheet } of changedBesides(state, dressed)) frames.wear(path, sheet)
      dressed = state
    })
    const leaveStore = store.subscribe((state, before) => {
      if (state.sheetPath !== before.sheetPath) frames.rename(state.sheetPath)
      const isSame = (['texts', 'preview', 'lookId', 'sheetPath'] as const).every((key) => state[key] === before[key])
      if (!isSame) dressing.come(state.preview === null)
      if (state.files !== before.files || state.lookId !== before.lookId || state.sheetPath !== before.sheetPath)
        worker.tell(filesNews(state))
      if (state.facet !== before.facet) frames.showEmpties(state.facet === 'boxes')
      if (state.vision !== before.vision) frames.see(state.vision)
      if (state.motion !== before.motion) frames.still((page) => isStilled(state.motion.get(page)))
      if (state.trouble !== before.trouble && state.trouble)
        insights.setState({ notice: { text: state.trouble.text, at: Date.now() } })
      if (state.texts !== before.texts || state.preview !== before.preview || state.lookId !== before.lookId) {
        clearTimeout(timer)
        timer = setTimeout(() => {
          timer = undefined
          tellWorker(store.getState())
        }, WORKER_DELAY_MS)
      }
      // A revision holds for texts that the worker has heard of.
      if (timer === undefined) tellRevision(state)
    })
    const { seeMotion, stillSlow } = store.getState()
    frames.onMotion = { seen: seeMotion, tooSlow: stillSlow }
    const leaveFrames = frames.listen()
    const leavePages = showPagesInPlace(workroom)
    const { siteId, hear } = store.getState()
    const together = followSite(siteId, hear)
    const forgetView = rememberView(store)
    const leaveKeeping = store.subscribe(({ keeping }, before) => {
      if (keeping !== before.keeping && keeping.state === 'kept') together.tell(keeping.revision)
    })
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
    // Whoever closes the window with something not kept yet is asked first.
    const leaving = (event: BeforeUnloadEvent) => {
      store.getState().closeTyping()
      if (store.getState().isBusy()) event.preventDefault()
    }
    window.addEventListener('beforeunload', leaving)
    return () => {
      window.removeEventListener('beforeunload', leaving)
      clearTimeout(timer)
      leaveStore()
      dressing.end()
      leaveFrames()
      leavePages()
      leaveKeeping()
      forgetView()
      together.end()
      leaveShown()
      window.removeEventListener('keydown', key, true)
    }
  }, [workroom])
  return null
}
