'use client'
import type { FrameListener } from '../state/frame-channel.ts'
import { Frame } from './frame.tsx'
import { useGeneration } from './generation.ts'
import { useAfterThoseInView } from './turns.ts'
import { heightFor } from '../state/viewport.ts'

/** A page in a frame that nobody sees, to be measured at a width of the viewport, px. */
export function AsideFrame({
  page,
  width,
  title,
  listener: more,
}: {
  page: string
  width: number
  title: string
  listener: FrameListener
}) {
  const { generation, listener } = useGeneration(page)
  if (!useAfterThoseInView(false)) return null
  return (
    <div aria-hidden className="pointer-events-none invisible fixed -left-[9999px] top-0 size-px overflow-hidden">
      <Frame
        page={page}
        width={width}
        height={heightFor(width)}
        scale={1}
        aside
        inView={false}
        generation={generation}
        title={title}
        listener={{ ...listener, ...more }}
      />
    </div>
  )
}
