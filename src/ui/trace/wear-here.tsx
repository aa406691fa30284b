'use client'
import { WEARABLE } from '../../core/links/wearable.ts'
import type { Inspection } from '../../core/trace/inspection.ts'
import { useRoom } from '../state/context.tsx'

/** Puts a state on the picked element alone. */
export function WearHere({ found: { page, index, ancestors, href } }: { found: Inspection }) {
  const worn = useRoom((state) => state.worn)
  const setLinks = useRoom((state) => state.setLinks)
  const name = ancestors.find((each) => each.index === index)?.name ?? 'it'
  const states = WEARABLE.filter((state) => state !== 'visited' || href !== null)
  return (
    <p
      role="group"
      aria-label="Wear a state"
      className="flex flex-wrap items-center gap-1.5 border-b border-line px-4 py-2"
    >
      <span className="text-quiet">Wear</span>
      {states.map((state) => {
        const says = `:${state} on ${name}`
        const on =
          worn?.state === state &&
          worn.subject.on === 'element' &&
          worn.subject.page === page &&
          worn.subject.index === index
        return (
          <button
            key={state}
            type="button"
            aria-pressed={on}
            className="btn h-7 font-mono text-[12px] aria-pressed:border-accent aria-pressed:bg-accent-wash"
            onClick={() => setLinks({ worn: on ? null : { state, subject: { on: 'element', page, index }, says } })}
          >
            :{state}
          </button>
        )
      })}
    </p>
  )
}
