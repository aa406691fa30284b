'use client'
import { useEffect, useRef, useState } from 'react'
import { useRoom, useWorkroom } from '../state/context.tsx'
import type { FrameListener } from '../state/frame-channel.ts'

/**
 * Which loading of a page a frame should show: a new one when its text changed, or when web fonts are to arrive or scripts to run, or no longer. Some
 * pages wear the sheet in a way that no single rule of it can be changed from outside (an `@import` in another sheet); they
 * are loaded anew once an edit is kept. The listener must hear the frame.
 */
export function useGeneration(page: string): { generation: string; listener: FrameListener } {
  const { store, insights } = useWorkroom()
  const reloads = useRoom((state) => state.reloads.get(page) ?? 0)
  const fontsArrive = useRoom((state) => state.fontsArrive)
  const scriptsRun = useRoom((state) => state.scriptsRun)
  const [fetched, setFetched] = useState(0)
  /** Null before the frame has said so; what was kept meanwhile it may have missed. */
  const unreachable = useRef<boolean | null>(null)
  const missed = useRef(false)
  const fetchAgain = () => {
    missed.current = false
    if (insights.getState().wear.get(page)?.wears) setFetched((times) => times + 1)
  }
  useEffect(
    () =>
      store.subscribe((state, before) => {
        if (state.keeping.state !== 'kept' || before.keeping.state === 'kept') return
        if (unreachable.current) fetchAgain()
        else missed.current = unreachable.current === null
      }),
    // What fetches again reads nothing that changes but these.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [store, insights, page],
  )
  return {
    generation: `${reloads} ${fetched} ${fontsArrive} ${scriptsRun}`,
    listener: {
      onApplied: (sheets) => {
        unreachable.current = sheets === 0
        if (unreachable.current && missed.current) fetchAgain()
      },
    },
  }
}
