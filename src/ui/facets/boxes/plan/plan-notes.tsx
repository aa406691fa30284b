'use client'
import { TriangleAlert, OctagonX } from 'lucide-react'
import type { PlannedPage } from '../../../../core/plan/pages-with-plan.ts'
import type { PlanNote } from '../../../../core/plan/plan-faults.ts'
import { useRoom } from '../../../state/context.tsx'

/** What is to be known before a plan is made: what stops it, then what it would do. */
export function PlanNotes({ notes, pages }: { notes: readonly PlanNote[]; pages: readonly PlannedPage[] }) {
  const setPlan = useRoom((state) => state.setPlan)
  const sorted = notes.toSorted((a, b) => Number(b.stops) - Number(a.stops))
  const left = pages.slice(1).filter(({ why }) => why !== '')
  if (sorted.length + left.length === 0) return <p className="text-quiet">Nothing stands in its way.</p>
  return (
    <ul className="flex flex-col gap-1.5">
      {sorted.map(({ stops, key, says }) => (
        <li key={`${key} ${says}`} className="flex gap-1.5">
          {stops ? (
            <OctagonX aria-label="stops the plan" className="mt-0.5 size-4 shrink-0 text-alarm" />
          ) : (
            <TriangleAlert aria-label="to know" className="mt-0.5 size-4 shrink-0 text-quiet" />
          )}
          {key === null ? (
            <span>{says}</span>
          ) : (
            <button type="button" className="text-left hover:underline" onClick={() => setPlan({ chosen: key })}>
              {says}
            </button>
          )}
        </li>
      ))}
      {left.map(({ page, why }) => (
        <li key={page} className="flex gap-1.5">
          <TriangleAlert aria-label="to know" className="mt-0.5 size-4 shrink-0 text-quiet" />
          <span>
            {page} is left out. {why}
          </span>
        </li>
      ))}
    </ul>
  )
}
