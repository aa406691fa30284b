'use client'
import { useEffect, useMemo, useRef } from 'react'
import { gamutEdge, hslPlane, MOST_CHROMA, oklchPlane } from '../../../core/color/planes.ts'

/** Size of the plane on the screen; it is painted at half of that, which is enough for a gradient. */
const WIDTH = 284
const HEIGHT = 148

interface Props {
  readonly model: 'oklch' | 'hsl'
  /** Degrees. */
  readonly hue: number
  /** Where the colour lies: 0 to 1 to the right and upwards. */
  readonly x: number
  readonly y: number
  readonly label: string
  readonly says: string
  readonly onMove: (x: number, y: number) => void
  readonly onEnd: () => void
}

/** One hue as a plane, moved over with the pointer or the arrow keys; the edge of sRGB is drawn where there is one. */
export function Plane({ model, hue, x, y, label, says, onMove, onEnd }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const area = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const context = canvas.current!.getContext('2d')!
    const paint = model === 'oklch' ? oklchPlane : hslPlane
    context.putImageData(new ImageData(paint(hue, WIDTH / 2, HEIGHT / 2), WIDTH / 2, HEIGHT / 2), 0, 0)
  }, [model, hue])
  const move = (event: React.PointerEvent) => {
    const box = area.current!.getBoundingClientRect()
    onMove(limit((event.clientX - box.left) / box.width), limit(1 - (event.clientY - box.top) / box.height))
  }
  return (
    <div
      ref={area}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(y * 100)}
      aria-valuetext={says}
      className="relative h-[148px] w-full cursor-crosshair touch-none overflow-hidden rounded-[3px] border border-edge bg-sunken focus-visible:outline-offset-1"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        move(event)
      }}
      onPointerMove={(event) => event.currentTarget.hasPointerCapture(event.pointerId) && move(event)}
      onKeyDown={(event) => {
        const far = event.shiftKey ? 0.1 : 0.01
        const step = { ArrowLeft: [-far, 0], ArrowRight: [far, 0], ArrowUp: [0, far], ArrowDown: [0, -far] }[event.key]
        if (!step) return
        event.preventDefault()
        onMove(limit(x + step[0]!), limit(y + step[1]!))
      }}
      onKeyUp={(event) => event.key.startsWith('Arrow') && onEnd()}
    >
      <canvas
        ref={canvas}
        width={WIDTH / 2}
        height={HEIGHT / 2}
        aria-hidden
        className="weave absolute inset-0 size-full"
      />
      {model === 'oklch' && <Edge hue={hue} />}
      <span
        aria-hidden
        className="pointer-events-none absolute size-3.5 -translate-x-1/2 translate-y-1/2 rounded-full border-2 border-white shadow-[0_0_0_1px_#000]"
        style={{ left: `${x * 100}%`, bottom: `${y * 100}%` }}
      />
    </div>
  )
}

const EDGE_POINTS = 60

/** Where sRGB ends: what lies to the right of the line, screens of the usual kind cannot show. */
function Edge({ hue }: { hue: number }) {
  const degrees = Math.round(hue)
  const points = useMemo(
    () =>
      gamutEdge(degrees, EDGE_POINTS)
        .map((chroma, at) => `${Math.min(1, chroma / MOST_CHROMA) * 100},${(at / (EDGE_POINTS - 1)) * 100}`)
        .join(' '),
    [degrees],
  )
  return (
    <svg
      aria-hidden
      viewBox="0 0 100 100"
      preserveAspectRatio="none"
      className="pointer-events-none absolute inset-0 size-full"
    >
      <polyline points={points} fill="none" stroke="#000" strokeWidth="3" vectorEffect="non-scaling-stroke" />
      <polyline points={points} fill="none" stroke="#fff" strokeWidth="1.25" vectorEffect="non-scaling-stroke" />
    </svg>
  )
}

const limit = (value: number) => Math.min(1, Math.max(0, value))
