'use client'
import { createContext, useContext } from 'react'
import { create, createStore, useStore, type StoreApi } from 'zustand'
import type { BoxTarget } from '../../core/boxes/targets.ts'
import type { Severity } from '../../core/fit/finding.ts'
import type { ReachReport } from '../../core/model/reach.ts'
import type { WearSummary } from '../../core/model/wear-summary.ts'
import type { SiteWorker } from '../../workers/client.ts'
import { Follower } from './follower.ts'
import type { Frames } from './frames.ts'
import type { WorkroomState, WorkroomStore } from './store.ts'

/** How far the check has come: pages looked at, of all. */
export interface Checked {
  readonly done: number
  readonly total: number
}

/** What the worker found out; follows each edit by itself. */
export interface Insights {
  readonly wear: ReadonlyMap<string, WearSummary>
  /** How many findings wait for somebody, by how bad they are. What they are is asked for. */
  readonly counts: Readonly<Record<Severity, number>>
  /** How many of them show in each file. */
  readonly found: ReadonlyMap<string, number>
  /** Goes up whenever the check has told something new. */
  readonly news: number
  /** Null before it has begun. */
  readonly checked: Checked | null
  readonly boxTargets: readonly BoxTarget[]
  /** What the outlined selector touches; null while nothing is outlined. */
  readonly reach: ReachReport | null
  /** Questions the worker has not answered yet. */
  readonly asked: number
  /** Why nothing will be found out any more; null while the worker works. */
  readonly gone: string | null
  /** The latest thing to tell, read out politely. */
  readonly notice: { readonly text: string; readonly at: number } | null
}

export type InsightStore = StoreApi<Insights>

export function createInsights(): InsightStore {
  return create<Insights>()(() => ({
    wear: new Map(),
    counts: { error: 0, warning: 0, note: 0 },
    found: new Map(),
    news: 0,
    checked: null,
    boxTargets: [],
    reach: null,
    asked: 0,
    gone: null,
    notice: null,
  }))
}

export interface Workroom {
  readonly store: WorkroomStore
  readonly insights: InsightStore
  readonly worker: SiteWorker
  readonly frames: Frames
  /** For style elements that libraries write: the page's Content-Security-Policy asks for it. */
  readonly nonce: string
  /** Hashes of the shipped font files by name. */
  readonly fonts: Readonly<Record<string, string>>
}

const Context = createContext<Workroom | null>(null)
export const WorkroomProvider = Context.Provider

export function useWorkroom(): Workroom {
  const workroom = useContext(Context)
  if (!workroom) throw new Error('This part of the screen stands outside the workroom.')
  return workroom
}

const shown = new WeakMap<WorkroomStore, StoreApi<WorkroomState>>()

/** What the screen shows of a workroom: all that it holds, or after a key in a text, what it held a task before. */
function shownOf(store: WorkroomStore): StoreApi<WorkroomState> {
  const known = shown.get(store)
  if (known) return known
  const made = createStore<WorkroomState>(() => store.getState())
  const follower = new Follower(() => made.setState(store.getState(), true))
  store.subscribe((state) => follower.come(state.typing))
  shown.set(store, made)
  return made
}

/** A part of the workroom's state; rerenders when it changes. */
export function useRoom<T>(select: (state: WorkroomState) => T): T {
  return useStore(shownOf(useWorkroom().store), select)
}

export function useInsights<T>(select: (insights: Insights) => T): T {
  return useStore(useWorkroom().insights, select)
}

/** Says something in the strip at the bottom, politely read out. */
export function useNotice(): (text: string) => void {
  const { insights } = useWorkroom()
  return (text) => insights.setState({ notice: { text, at: Date.now() } })
}
