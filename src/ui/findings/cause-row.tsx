'use client'
import { EyeOff } from 'lucide-react'
import { useState } from 'react'
import { keyOf } from '../../core/fit/finding.ts'
import type { ToldCause, ToldPlace } from '../../core/fit/told.ts'
import { useRoom } from '../state/context.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { count } from '../words.ts'
import { useShownFindings } from './findings-context.ts'
import { PlaceLine } from './place-line.tsx'
import { useFix } from './use-fix.ts'

/** So many more places are shown at a time. */
const MORE = 100

/** One cause: what is wrong, where, and what can be done about it. */
export function CauseRow({ cause, title }: { cause: ToldCause; title: string }) {
  const { page, news } = useShownFindings()
  const [most, setMost] = useState(0)
  const { id, message, places, files, first } = cause
  const more = useAnswer('places', most > 0 ? { cause: id, page, most, news } : null, { keep: true })
  const shown: readonly ToldPlace[] = most > 0 ? (more ?? first) : first.slice(0, 1)
  const one = places === 1
  const left = places - shown.length
  const rest = most > 0 ? shown : []
  return (
    <li className="border-l-2 border-edge pl-2 text-[12px]">
      <div className="flex items-start gap-1.5">
        <div className="min-w-0 flex-1">
          {one ? <PlaceLine place={first[0]!} message={message} /> : <p className="break-words">{message}</p>}
        </div>
        <Actions cause={cause} title={title} />
      </div>
      {rest.map((place) => (
        <PlaceLine key={keyOf(place)} place={place} message={place.message === message ? '' : place.message} brief />
      ))}
      {!one && (
        <div className="flex items-baseline gap-1.5">
          {rest.length === 0 && <PlaceLine place={first[0]!} message="" brief />}
          {left > 0 && (
            <button
              type="button"
              className="shrink-0 text-quiet underline decoration-edge underline-offset-2 hover:text-ink"
              onClick={() => setMost(most + MORE)}
            >
              {left} more{files > 1 && ` on ${count(files, 'page')}`}
            </button>
          )}
        </div>
      )}
    </li>
  )
}

function Actions({ cause, title }: { cause: ToldCause; title: string }) {
  const set = useRoom((state) => state.set)
  const fix = useFix()
  const { id, message, fixable, first, places } = cause
  const what = `${fixable > 1 ? `${fixable} times` : first[0]!.file}: ${title.toLowerCase()}`
  return (
    <span className="flex shrink-0 items-center gap-1">
      {fixable > 0 && (
        <button
          type="button"
          className="btn h-5 px-1.5"
          aria-label={places === 1 ? `Fix: ${message}` : `Fix all ${fixable}: ${message}`}
          onClick={() => void fix({ causes: [id] }, what)}
        >
          {places === 1 ? 'Fix' : `Fix all ${fixable}`}
        </button>
      )}
      <button
        type="button"
        className="btn btn-bare size-5 p-0 text-quiet"
        aria-label={`Set aside: ${message}`}
        title="Set this aside, with a reason"
        onClick={() => set({ asking: { kind: 'set-aside', cause: id, message } })}
      >
        <EyeOff aria-hidden className="size-3.5" />
      </button>
    </span>
  )
}
