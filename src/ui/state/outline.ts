'use client'
import { useCallback } from 'react'
import { useWorkroom } from './context.tsx'
import { askOnce } from './use-answer.ts'

/** Handlers for a thing that stands for a selector: while pointed at or focused, its reach is outlined in all frames. */
export function useOutline() {
  const show = useShowReach()
  return useCallback(
    (selector: string) => ({
      onMouseEnter: () => show(selector),
      onMouseLeave: () => show(''),
    }),
    [show],
  )
}

/** Outlines a selector's reach in all frames and counts it in the captions; '' takes both away. States are left aside. */
export function useShowReach(): (selector: string) => void {
  const { frames, worker, store, insights } = useWorkroom()
  return useCallback(
    (selector: string) => {
      store.getState().set({ outlined: selector })
      if (selector === '') {
        frames.outline('')
        return insights.setState({ reach: null })
      }
      void askOnce({ worker, insights }, 'reach', { selector }).then((report) => {
        if (!report || store.getState().outlined !== selector) return
        frames.outline(report.bare)
        insights.setState({ reach: report })
      })
    },
    [frames, worker, store, insights],
  )
}
