'use client'
import { useRef, useState, type PointerEvent } from 'react'

/** A box drawn with the pointer: in which box, and how large, px of the page. */
export interface Band {
  readonly around: string | null
  readonly width: number
  readonly height: number
}

/** A pointer that moves less only presses, px of the screen. */
const LEAST = 6

interface Held {
  readonly around: string | null
  readonly x: number
  readonly y: number
}

/** Draws a rectangle while the pointer is dragged over the board; at the end it is a box of whole px. What is only pressed is told too. */
export function useBand(scale: number, onBand: (band: Band) => void, onPress: (around: string | null) => void) {
  const held = useRef<Held | null>(null)
  const [shown, setShown] = useState<{ left: number; top: number; width: number; height: number } | null>(null)
  const place = (event: PointerEvent<HTMLElement>) => {
    const sheet = event.currentTarget.closest('[data-plan-sheet]')!.getBoundingClientRect()
    return { x: event.clientX - sheet.left, y: event.clientY - sheet.top }
  }
  const sizeTo = (event: PointerEvent<HTMLElement>) => {
    const { x, y } = place(event)
    const from = held.current!
    return {
      left: Math.min(x, from.x),
      top: Math.min(y, from.y),
      width: Math.abs(x - from.x),
      height: Math.abs(y - from.y),
    }
  }
  /** What an element hears that can be drawn into. */
  const on = (around: string | null) => ({
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      if (event.button !== 0) return
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      held.current = { around, ...place(event) }
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      if (!held.current) return
      const size = sizeTo(event)
      if (Math.max(size.width, size.height) > LEAST || shown) setShown(size)
    },
    onPointerUp: (event: PointerEvent<HTMLElement>) => {
      if (!held.current) return
      const size = sizeTo(event)
      const { around: into } = held.current
      held.current = null
      setShown(null)
      if (Math.max(size.width, size.height) < LEAST) return onPress(into)
      if (Math.min(size.width, size.height) < LEAST) return
      onBand({ around: into, width: Math.round(size.width / scale), height: Math.round(size.height / scale) })
    },
    onPointerCancel: () => {
      held.current = null
      setShown(null)
    },
  })
  return { shown, on }
}
