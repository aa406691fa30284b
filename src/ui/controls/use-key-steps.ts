'use client'
import { useRef, type KeyboardEvent } from 'react'

/** Presses closer than this are one movement, and one step: they follow each other faster than pages. */
const TOGETHER_MS = 600
const LARGE = 10

/** How far keys have moved something since they began, and whether this press begins it. */
export interface KeyMove {
  readonly by: number
  readonly begins: boolean
}

/** Gathers presses of arrow keys to one movement; Shift goes ten times as far. Null for other keys, which are left alone. */
export function useKeySteps(
  more: readonly string[],
  less: readonly string[],
): (event: KeyboardEvent) => KeyMove | null {
  const kept = useRef({ by: 0, last: -Infinity })
  return (event) => {
    const way = more.includes(event.key) ? 1 : less.includes(event.key) ? -1 : 0
    if (way === 0) return null
    event.preventDefault()
    const begins = event.timeStamp - kept.current.last >= TOGETHER_MS
    const by = (begins ? 0 : kept.current.by) + way * (event.shiftKey ? LARGE : 1)
    kept.current = { by, last: event.timeStamp }
    return { by, begins }
  }
}
