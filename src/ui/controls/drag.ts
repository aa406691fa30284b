'use client'
import { useEffect, useRef } from 'react'

/** Without a pointer held down (keys, assistive technology), a change counts as finished after this pause. */
const PAUSE_MS = 700

let pointerHeld = false
if (typeof window !== 'undefined') {
  window.addEventListener('pointerdown', () => (pointerHeld = true), true)
  for (const type of ['pointerup', 'pointercancel']) window.addEventListener(type, () => (pointerHeld = false), true)
}

/** Gathers the changes of a drag: each shows at once, at most one a frame, and the last becomes one step at the end. */
export function useDrag(preview: (value: string) => void, commit: (value: string) => void) {
  const latest = useRef<string | null>(null)
  const frame = useRef(0)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const act = useRef({ preview, commit })
  useEffect(() => {
    act.current = { preview, commit }
  })

  const end = useRef(() => {
    cancelAnimationFrame(frame.current)
    clearTimeout(timer.current)
    window.removeEventListener('pointerup', end.current)
    frame.current = 0
    const value = latest.current
    latest.current = null
    if (value !== null) act.current.commit(value)
  })
  useEffect(() => {
    const finish = end.current
    return () => finish()
  }, [])

  const move = useRef((value: string) => {
    if (latest.current === null) window.addEventListener('pointerup', end.current)
    latest.current = value
    clearTimeout(timer.current)
    if (!pointerHeld) timer.current = setTimeout(end.current, PAUSE_MS)
    if (frame.current) return
    act.current.preview(value)
    frame.current = requestAnimationFrame(() => {
      frame.current = 0
      if (latest.current !== null && latest.current !== value) act.current.preview(latest.current)
    })
  })
  return { move: (value: string) => move.current(value), end: () => end.current() }
}
