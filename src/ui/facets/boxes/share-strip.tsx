'use client'
import { useRef } from 'react'
import { useKeySteps } from '../../controls/use-key-steps.ts'

interface Props {
  readonly label: string
  readonly names: readonly string[]
  /** In per cent; together 100. */
  readonly shares: readonly number[]
  /** The border behind the share `at` moves by so many per cent of how the shares were. */
  readonly onMove: (from: readonly number[], at: number, by: number) => void
  readonly onEnd: () => void
}

/** A strip of shares whose borders are dragged, or moved with the arrow keys. */
export function ShareStrip({ label, names, shares, onMove, onEnd }: Props) {
  const strip = useRef<HTMLDivElement>(null)
  const begun = useRef<{ x: number; shares: readonly number[] } | null>(null)
  const steps = useKeySteps(['ArrowRight', 'ArrowDown'], ['ArrowLeft', 'ArrowUp'])
  const ends = shares.map((_, at) => shares.slice(0, at + 1).reduce((sum, share) => sum + share, 0))
  const keys = (event: React.KeyboardEvent, at: number) => {
    const keyed = steps(event)
    if (!keyed) return
    if (keyed.begins || !begun.current) begun.current = { x: 0, shares }
    onMove(begun.current.shares, at, keyed.by)
  }
  return (
    <div>
      <p className="mb-1 text-[12px] text-quiet">{label}</p>
      <div ref={strip} role="group" aria-label={label} className="relative flex h-9 rounded-[3px] border border-edge">
        {shares.map((share, at) => (
          <span
            key={at}
            title={`${names[at]}: ${share} %`}
            className={`flex min-w-0 flex-col items-center justify-center overflow-hidden text-[11px] leading-tight ${at % 2 === 0 ? 'bg-raised' : 'bg-sunken'}`}
            style={{ width: `${share}%` }}
          >
            <span className="max-w-full truncate px-1 font-mono">{names[at]}</span>
            <span className="tabular-nums text-quiet">{share} %</span>
          </span>
        ))}
        {ends.slice(0, -1).map((end, at) => (
          <span
            key={at}
            role="slider"
            tabIndex={0}
            aria-label={`Border between ${names[at]} and ${names[at + 1]}`}
            aria-valuenow={shares[at]!}
            aria-valuemin={0}
            aria-valuemax={Math.round((shares[at]! + shares[at + 1]!) * 10) / 10}
            aria-valuetext={`${shares[at]} % and ${shares[at + 1]} %`}
            className="absolute inset-y-0 w-3 -translate-x-1/2 cursor-ew-resize touch-none after:absolute after:inset-y-0 after:left-1/2 after:w-[3px] after:-translate-x-1/2 after:bg-accent"
            style={{ left: `${end}%` }}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId)
              begun.current = { x: event.clientX, shares }
            }}
            onPointerMove={(event) => {
              if (!event.currentTarget.hasPointerCapture(event.pointerId) || !begun.current) return
              const px = event.clientX - begun.current.x
              onMove(begun.current.shares, at, (px / strip.current!.clientWidth) * 100)
            }}
            onKeyDown={(event) => keys(event, at)}
            onBlur={onEnd}
          />
        ))}
      </div>
    </div>
  )
}
