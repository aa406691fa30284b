'use client'
import { useRef } from 'react'
import { pxWords } from '../../../../core/boxes/row-words.ts'
import { useDrag } from '../../../controls/drag.ts'
import { useKeySteps } from '../../../controls/use-key-steps.ts'
import { inItsUnit } from '../tick.tsx'

interface Props {
  readonly label: string
  /** As the plan says it; '' where it says nothing. */
  readonly value: string
  /** What it comes to now, px of the page. */
  readonly px: number
  readonly scale: number
  /** Whether it is the lower edge, which moves up and down; else the right one. */
  readonly upright: boolean
  readonly preview: (value: string) => void
  readonly commit: (value: string) => void
}

/** An edge of a planned box that is dragged, or moved with the arrow keys, in the unit that the plan uses. */
export function Edge({ label, value, px, scale, upright, preview, commit }: Props) {
  const drag = useDrag(preview, commit)
  const begun = useRef({ at: 0, px, value })
  const keys = useKeySteps([upright ? 'ArrowDown' : 'ArrowRight'], [upright ? 'ArrowUp' : 'ArrowLeft'])
  const hold = (at: number) => {
    begun.current = { at, px, value }
  }
  const move = (by: number) => {
    const { px: from, value: said } = begun.current
    drag.move(inItsUnit(said, from, from + by))
  }
  const at = (event: { readonly clientX: number; readonly clientY: number }) =>
    upright ? event.clientY : event.clientX
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label={`${label} of the box`}
      aria-valuenow={Math.round(px)}
      aria-valuetext={`${pxWords(px)} px`}
      aria-orientation={upright ? 'vertical' : 'horizontal'}
      className={`absolute z-20 touch-none rounded-[2px] bg-accent ${upright ? '-bottom-1 left-1/2 h-2 w-7 -translate-x-1/2 cursor-ns-resize' : '-right-1 top-1/2 h-7 w-2 -translate-y-1/2 cursor-ew-resize'}`}
      onPointerDown={(event) => {
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        hold(at(event))
      }}
      onPointerMove={(event) => {
        event.stopPropagation()
        if (event.currentTarget.hasPointerCapture(event.pointerId)) move((at(event) - begun.current.at) / scale)
      }}
      onPointerUp={(event) => event.stopPropagation()}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        const keyed = keys(event)
        if (!keyed) return
        if (keyed.begins) hold(0)
        move(keyed.by)
      }}
      onBlur={drag.end}
    />
  )
}
