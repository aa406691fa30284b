'use client'
import { Pause, Play } from 'lucide-react'
import { useRoom } from '../state/context.tsx'
import { isStilled } from '../state/motion.ts'

const WORDS = { slow: 'stilled: it moved too much to keep up', asked: 'stilled', moves: 'moves', let: 'moves' }

/** For a page that moves by itself: whether it is stilled and why, and the button that stills it or lets it move. */
export function MotionWord({ page }: { page: string }) {
  const motion = useRoom((state) => state.motion.get(page))
  const setStill = useRoom((state) => state.setStill)
  if (!motion) return null
  const still = isStilled(motion)
  const words = still ? `Let ${page} move` : `Still ${page}: hold what moves on it`
  const Icon = still ? Play : Pause
  return (
    <span className="inline-flex items-center gap-1 whitespace-nowrap text-[12px] text-quiet">
      {WORDS[motion]}
      <button
        type="button"
        aria-label={words}
        title={words}
        className="btn btn-bare size-6 shrink-0 p-0"
        onClick={() => setStill(page, !still)}
      >
        <Icon aria-hidden className="size-3.5" />
      </button>
    </span>
  )
}
