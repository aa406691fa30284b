'use client'
import { useRef, type PointerEvent } from 'react'
import { progressOf, type Easing } from '../../../core/motion/easing.ts'
import { useKeySteps } from '../../controls/use-key-steps.ts'

/** The drawing, px: the square from 0 to 1, and room for curves that leave it. */
const SIDE = 150
const OVER = 45
const POINTS = 60
/** What an arrow key moves a handle by; with Shift ten times as far. */
const STEP = 0.01

type Bezier = Extract<Easing, { kind: 'cubic-bezier' }>
type Handle = 1 | 2

const NEXT = ['ArrowRight']
const BACK = ['ArrowLeft']
const UP = ['ArrowUp']
const DOWN = ['ArrowDown']

const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value))
const rounded = (value: number) => Math.round(value * 100) / 100

/** An easing drawn over its time; the handles of a Bézier curve are dragged, or moved with the arrow keys. */
export function Curve({
  easing,
  onPreview,
  onCommit,
}: {
  easing: Easing
  onPreview: (easing: Easing) => void
  onCommit: (easing: Easing) => void
}) {
  const svg = useRef<SVGSVGElement>(null)
  const x = (value: number) => OVER + value * SIDE
  const y = (value: number) => OVER + (1 - value) * SIDE
  const whole = SIDE + 2 * OVER
  const line = Array.from({ length: POINTS + 1 }, (_, at) => {
    const time = at / POINTS
    return `${x(time).toFixed(1)},${y(progressOf(easing, time)).toFixed(1)}`
  }).join(' ')
  const at = (event: PointerEvent): { time: number; progress: number } => {
    const box = svg.current!.getBoundingClientRect()
    const scale = whole / box.width
    return {
      time: ((event.clientX - box.left) * scale - OVER) / SIDE,
      progress: 1 - ((event.clientY - box.top) * scale - OVER) / SIDE,
    }
  }
  return (
    <svg ref={svg} viewBox={`0 0 ${whole} ${whole}`} className="w-full max-w-[240px] touch-none select-none">
      <rect x={x(0)} y={y(1)} width={SIDE} height={SIDE} className="fill-sunken stroke-line" />
      <text x={x(0)} y={y(0) + 14} className="fill-quiet text-[10px]">
        time
      </text>
      <text x={x(0) - 4} y={y(1) - 5} className="fill-quiet text-[10px]">
        progress
      </text>
      {easing.kind === 'cubic-bezier' && (
        <>
          <line x1={x(0)} y1={y(0)} x2={x(easing.x1)} y2={y(easing.y1)} className="stroke-edge" />
          <line x1={x(1)} y1={y(1)} x2={x(easing.x2)} y2={y(easing.y2)} className="stroke-edge" />
        </>
      )}
      <polyline points={line} fill="none" strokeWidth={2} className="stroke-accent" />
      {easing.kind === 'cubic-bezier' &&
        ([1, 2] as const).map((handle) => (
          <HandleDot
            key={handle}
            easing={easing}
            handle={handle}
            cx={x(handle === 1 ? easing.x1 : easing.x2)}
            cy={y(handle === 1 ? easing.y1 : easing.y2)}
            at={at}
            onPreview={onPreview}
            onCommit={onCommit}
          />
        ))}
    </svg>
  )
}

function moved(easing: Bezier, handle: Handle, time: number, progress: number): Bezier {
  // Beyond these the curve is no function of time, or leaves the drawing.
  const [px, py] = [rounded(clamp(time, 0, 1)), rounded(clamp(progress, -0.3, 1.3))]
  return handle === 1 ? { ...easing, x1: px, y1: py } : { ...easing, x2: px, y2: py }
}

function HandleDot({
  easing,
  handle,
  cx,
  cy,
  at,
  onPreview,
  onCommit,
}: {
  easing: Bezier
  handle: Handle
  cx: number
  cy: number
  at: (event: PointerEvent) => { time: number; progress: number }
  onPreview: (easing: Easing) => void
  onCommit: (easing: Easing) => void
}) {
  const [time, progress] = handle === 1 ? [easing.x1, easing.y1] : [easing.x2, easing.y2]
  const across = useKeySteps(NEXT, BACK)
  const upright = useKeySteps(UP, DOWN)
  const begun = useRef({ time, progress })
  return (
    <circle
      role="slider"
      tabIndex={0}
      aria-label={`Handle ${handle}`}
      aria-valuemin={0}
      aria-valuemax={1}
      aria-valuenow={time}
      aria-valuetext={`time ${time}, progress ${progress}`}
      cx={cx}
      cy={cy}
      r={7}
      className="cursor-grab fill-panel stroke-accent stroke-2 focus-visible:fill-accent"
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => {
        if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
        const to = at(event)
        onPreview(moved(easing, handle, to.time, to.progress))
      }}
      onPointerUp={(event) => {
        const to = at(event)
        onCommit(moved(easing, handle, to.time, to.progress))
      }}
      onKeyDown={(event) => {
        const [wide, high] = [across(event), upright(event)]
        const move = wide ?? high
        if (!move) return
        if (move.begins) begun.current = { time, progress }
        const from = begun.current
        const to = wide
          ? { time: from.time + move.by * STEP, progress }
          : { time, progress: from.progress + move.by * STEP }
        onCommit(moved(easing, handle, to.time, to.progress))
      }}
    />
  )
}
