'use client'
import { useEffect, useState, type CSSProperties } from 'react'
import type { ProvedState } from '../../../core/links/state-proof.ts'
import { writeTransition, type Transition } from '../../../core/motion/transitions.ts'
import { sampleStyle } from './state-sample.tsx'

/** How long a state stays once it is reached, ms. */
const STAYS = 500

/** A link that goes into a state and back, over and over while it plays, with these transitions; `pace` 0.1 is a tenth of the speed. */
export function TransitionSample({
  rest,
  state,
  words,
  transitions,
  playing,
  pace,
}: {
  rest: ProvedState
  state: ProvedState
  words: string
  transitions: readonly Transition[]
  playing: boolean
  pace: number
}) {
  const [on, setOn] = useState(false)
  const slowed = transitions.map((each) => ({ ...each, duration: each.duration / pace, delay: each.delay / pace }))
  const longest = Math.max(0, ...slowed.map(({ duration, delay }) => duration + delay))
  useEffect(() => {
    if (!playing) return setOn(false)
    const timer = setInterval(() => setOn((now) => !now), longest + STAYS)
    return () => clearInterval(timer)
  }, [playing, longest])
  const shown = on ? state : rest
  const style: CSSProperties = { ...sampleStyle(shown.values), transition: writeTransition(slowed) }
  return (
    <span
      aria-hidden
      data-sample
      className={`flex min-h-14 min-w-0 flex-1 items-center overflow-hidden px-3 ${rest.ground === null ? 'weave' : ''}`}
      style={rest.ground === null ? {} : { background: rest.ground }}
    >
      <span className="min-w-0 truncate text-[15px]" style={style}>
        {words || 'a picture'}
      </span>
    </span>
  )
}
