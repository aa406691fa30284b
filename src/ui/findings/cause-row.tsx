'use client'
import { useState } from 'react'
import type { ToldCause, ToldPlace } from '../../core/fit/standing.ts'
import { keyOf } from '../../core/fit/finding.ts'
import { useRoom } from '../state/context.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { count } from '../words.ts'
import { useShownFindings } from './findings-context.ts'
import { PlaceLine } from './place-line.tsx'
import { useFix } from './use-fix.ts'

/** Rules whose findings are lifted into the sheet. */
const LIFTED: readonly string[] = ['embedded-styles', 'inline-style', 'sheet-overridden']
/** So many more places are shown at a time. */
const MORE = 100

/** One cause: what is wrong, where, and what can be done about it. */
export function CauseRow({ cause, title }: { cause: ToldCause; title: string }) {
  const { page, news } = useShownFindings()
  const set = useRoom((state) => state.set)
  const fix = useFix()
  const [most, setMost] = useState(0)
  const { id, message, places, files, first, fixable, rule } = cause
  const more = useAnswer('places', most > 0 ? { cause: id, page, most, news } : null, { keep: true })
  const shown: readonly ToldPlace[] = most > 0 ? (more ?? first) : first
  const one = places === 1
  return (
    <li className="border-l-2 border-edge pl-2 text-[12px]">
      {one ? (
        <PlaceLine place={first[0]!} message={message} />
      ) : (
        <>
          <p className="break-words">
            {message}{' '}
            <span className="text-quiet">
              {count(places, 'place')}
              {files > 1 ? ` on ${count(files, 'page')}` : ''}.
            </span>
          </p>
          <ul className="mt-0.5">
            {shown.map((place) => (
              <li key={keyOf(place)}>
                <PlaceLine place={place} message={place.message === message ? '' : place.message} brief />
              </li>
            ))}
          </ul>
        </>
      )}
      <div className="mt-1 flex flex-wrap gap-1.5">
        {fixable > 0 && (
          <button
            type="button"
            className="btn h-6 px-2"
            aria-label={one ? `Fix: ${message}` : `Fix all ${fixable}: ${message}`}
            onClick={() =>
              void fix({ causes: [id] }, `${fixable > 1 ? `${fixable} times` : first[0]!.file}: ${title.toLowerCase()}`)
            }
          >
            {one ? 'Fix' : `Fix all ${fixable}`}
          </button>
        )}
        {LIFTED.includes(rule) && (
          <button
            type="button"
            className="btn h-6 px-2"
            onClick={() => set({ asking: { kind: 'lift', pages: [...new Set(shown.map(({ file }) => file))] } })}
          >
            Lift into the sheet …
          </button>
        )}
        {places > shown.length && (
          <button type="button" className="btn btn-bare h-6 px-2" onClick={() => setMost(most + MORE)}>
            {count(places - shown.length, 'more place', 'more places')}
          </button>
        )}
        <button
          type="button"
          className="btn btn-bare h-6 px-2 text-quiet"
          aria-label={`Set aside: ${message}`}
          onClick={() => set({ asking: { kind: 'set-aside', cause: id, message } })}
        >
          Set aside …
        </button>
      </div>
    </li>
  )
}
