import type { PageEdit } from '../../core/markup/page-edits.ts'
import { isPage, isXml } from '../../core/paths/paths.ts'
import { fileDoc, pathOfDoc } from '../../core/site/step.ts'
import type { Workroom } from './context.tsx'
import { askOnce } from './use-answer.ts'

/** Keys pressed one after another are shown together. */
const SHOW_AFTER_MS = 8

/** A step that changes more pages than these is no typing: they are loaded anew, those in view first. */
const MOST_AT_ONCE = 12
/** Two texts of this length are compared at once, in a few ms; longer ones by the worker, behind whatever else it is asked. */
const COMPARED_HERE = 40_000

async function editsBetween(workroom: Workroom, before: string, after: string): Promise<PageEdit[] | null> {
  if (after.length > COMPARED_HERE) return askOnce(workroom, 'pageEdits', { before, after })
  const { pageEdits } = await loadPageEdits()
  return pageEdits(before, after)
}

/** Needs a parser of HTML, which is not loaded before a page's text is opened. */
export const loadPageEdits = () => import('../../core/markup/page-edits.ts')

/**
 * Shows what changes in the texts of pages in the frames at once, where only texts and attributes of elements change: nothing is
 * loaded, and a page stays where it is scrolled to. What cannot be shown so is loaded anew once it is kept. Gives what ends it.
 */
export function showPagesInPlace(workroom: Workroom): () => void {
  const { store, frames } = workroom
  /** The text that the frames of a page show, of pages that have changed since they were loaded; null where nobody knows. */
  const shown = new Map<string, string | null>()
  const waiting = new Map<string, ReturnType<typeof setTimeout>>()
  const giveUp = (page: string) => {
    shown.set(page, null)
    store.getState().shownInPlace(page, undefined)
  }
  const busy = new Set<string>()
  /** One change after another: the next one is told from what the frames show by then. */
  const show = async (page: string) => {
    if (busy.has(page)) return wait(page)
    waiting.delete(page)
    busy.add(page)
    await showOnce(page)
    busy.delete(page)
  }
  const wait = (page: string) => {
    clearTimeout(waiting.get(page))
    const timer = setTimeout(() => void show(page), SHOW_AFTER_MS)
    waiting.set(page, timer)
  }
  const showOnce = async (page: string) => {
    const { texts, scriptsRun } = store.getState()
    const [before, after] = [shown.get(page), texts.get(fileDoc(page))]
    if (typeof before !== 'string' || after === undefined || scriptsRun || isXml(page)) return giveUp(page)
    const edits = await editsBetween(workroom, before, after)
    const done = edits !== null && (await frames.editPage(page, edits))
    if (!done || shown.get(page) !== before) return giveUp(page)
    shown.set(page, after)
    // What was typed meanwhile is shown in its turn, and told then.
    if (!waiting.has(page)) store.getState().shownInPlace(page, after)
  }
  const leave = store.subscribe((state, before) => {
    if (state.texts === before.texts) return
    const changed = [...state.texts].flatMap(([doc, text]) => {
      const [page, was] = [pathOfDoc(doc), before.texts.get(doc)]
      return was === undefined || was === text || page === null || !isPage(page) ? [] : [{ page, was }]
    })
    if (changed.length > MOST_AT_ONCE) for (const { page } of changed) shown.set(page, null)
    else for (const { page, was } of changed) soon(page, was)
  })
  const soon = (page: string, was: string) => {
    if (!shown.has(page)) shown.set(page, was)
    if (!waiting.has(page)) store.getState().shownInPlace(page, null)
    wait(page)
  }
  // A frame that loads gets what is kept by then, which may be older than what the others show.
  frames.onLoaded = (page) => {
    const { keeping, typing } = store.getState()
    if (!shown.has(page)) return
    if (keeping.state === 'kept' && !typing && !waiting.has(page)) shown.delete(page)
    else giveUp(page)
  }
  return () => {
    frames.onLoaded = null
    for (const timer of waiting.values()) clearTimeout(timer)
    leave()
  }
}
