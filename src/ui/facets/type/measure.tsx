'use client'
import { useRef, useState } from 'react'
import type { FrameChannel } from '../../state/frame-channel.ts'
import { AsideFrame } from '../../lineup/aside-frame.tsx'
import { WIDTHS } from '../../state/viewport.ts'
import { DESK } from '../../../core/values/media.ts'
import { useAnswer } from '../../state/use-answer.ts'
import { Group } from '../../controls/parts.tsx'

/** Characters per line that are comfortable to read (common practice). */
const USUAL = { from: 45, to: 75 } as const
/** Right end of the drawing. */
const MOST = 120

/** Characters per line at each viewport, from the widths of the very letters that stand there. */
export function Measure({ selector }: { selector: string }) {
  const specimens = useAnswer('specimens', { viewport: DESK })
  const page = specimens?.find((each) => each.selector === selector)?.sample?.page
  if (!page) return null
  return (
    <Group title="Characters per line">
      <p className="-mt-2 text-[12px] text-quiet">
        On {page}, from real letter widths. {USUAL.from} to {USUAL.to} is usual (common practice).
      </p>
      <div className="flex flex-col gap-1.5">
        {WIDTHS.map((width) => (
          <MeasuredAt key={`${page} ${width}`} page={page} selector={selector} width={width} />
        ))}
      </div>
    </Group>
  )
}

function MeasuredAt({ page, selector, width }: { page: string; selector: string; width: number }) {
  const channel = useRef<FrameChannel | null>(null)
  const [lines, setLines] = useState<readonly number[] | null>(null)
  const measure = () => {
    if (channel.current?.isReady) channel.current.post({ type: 'measure', id: 0, selector })
  }
  const sorted = [...(lines ?? [])].sort((a, b) => a - b)
  const middle = sorted[Math.floor(sorted.length / 2)]
  const least = sorted[0]
  const most = sorted.at(-1)
  const at = (count: number) => `${(Math.min(MOST, count) / MOST) * 100}%`
  const outside = middle !== undefined && (middle < USUAL.from || middle > USUAL.to)
  return (
    <div className="flex items-center gap-2 text-[12px]">
      <span className="w-14 shrink-0 text-right text-quiet">{width} px</span>
      <span aria-hidden className="relative h-5 flex-1 border-b border-edge">
        <span
          className="absolute inset-y-0.5 bg-[repeating-linear-gradient(135deg,var(--line)_0_2px,transparent_2px_5px)]"
          style={{ left: at(USUAL.from), width: `${((USUAL.to - USUAL.from) / MOST) * 100}%` }}
        />
        {least !== undefined && most !== undefined && (
          <span
            className="absolute bottom-[9px] h-px bg-ink"
            style={{ left: at(least), width: `calc(${at(most)} - ${at(least)})` }}
          />
        )}
        {middle !== undefined && <span className="absolute inset-y-0 w-[3px] bg-accent" style={{ left: at(middle) }} />}
      </span>
      <span className={`w-16 shrink-0 ${outside ? 'font-semibold' : ''}`}>
        {middle === undefined
          ? lines === null
            ? '…'
            : 'too little text'
          : `${Math.round(middle)}${outside ? (middle < USUAL.from ? ', short' : ', long') : ''}`}
      </span>
      <AsideFrame
        page={page}
        width={width}
        title={`${page} measured at ${width} px`}
        listener={{
          onChannel: (opened) => {
            channel.current = opened
          },
          onMeasured: setLines,
          onChanged: measure,
        }}
      />
    </div>
  )
}
