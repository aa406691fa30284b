'use client'
import { useRef } from 'react'
import { pxWords } from '../../../core/boxes/row-words.ts'
import { useDrag } from '../../controls/drag.ts'
import { useKeySteps } from '../../controls/use-key-steps.ts'
import type { Field } from '../../controls/use-field.ts'

interface Props {
  readonly label: string
  readonly field: Field
  /** What the value comes to on the page now, px. */
  readonly px: number
  /** Where the tick stands, as a share of the line's width. */
  readonly at: number
  /** Whether it hangs from above: beside another it could not be told from it below. */
  readonly above?: boolean
  /** Px of the page per px of the screen. */
  readonly perPx: () => number
}

/** A number with its unit; null for anything else. */
function measureIn(value: string): { readonly number: number; readonly unit: string } | null {
  const found = /^(-?[\d.]+)([a-z%]+)$/i.exec(value.trim())
  return found ? { number: Number(found[1]), unit: found[2]! } : null
}

/** The same size in the unit that the sheet uses, as far as that can be told from what it comes to now. */
export function inItsUnit(value: string, px: number, next: number): string {
  const said = measureIn(value)
  if (!said || said.number === 0 || px === 0 || said.unit === 'px') return `${Math.max(0, Math.round(next))}px`
  return `${Number(Math.max(0, (said.number * next) / px).toFixed(2))}${said.unit}`
}

/** A tick of a measure line that can be dragged, or moved with the arrow keys: all pages follow, the end is one step. */
export function Tick({ label, field, px, at, above = false, perPx }: Props) {
  const drag = useDrag(field.preview, field.commit)
  const begin = useRef({ x: 0, px, value: field.value })
  const keys = useKeySteps(['ArrowRight'], ['ArrowLeft'])
  const move = (by: number) => {
    const { px: from, value } = begin.current
    drag.move(inItsUnit(value, from, from + by))
  }
  const hold = (x: number) => {
    begin.current = { x, px, value: field.value }
  }
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={Math.round(px)}
      aria-valuetext={`${pxWords(px)} px`}
      title={`${label}: ${pxWords(px)} px. Drag, or use the arrow keys.`}
      className={`absolute w-2.5 -translate-x-1/2 cursor-ew-resize touch-none after:absolute after:left-1/2 after:h-2.5 after:w-1.5 after:-translate-x-1/2 after:rounded-[1px] after:bg-accent ${above ? 'top-0 h-1/2 after:top-0' : 'bottom-0 h-1/2 after:bottom-0'}`}
      style={{ left: `${at * 100}%` }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        hold(event.clientX)
      }}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) move((event.clientX - begin.current.x) * perPx())
      }}
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
