'use client'
import type { PlannedPage } from '../../../../core/plan/pages-with-plan.ts'
import type { PlanPlace } from '../../../../core/plan/plan-ask.ts'
import { pagePaths } from '../../../state/document.ts'
import { useRoom } from '../../../state/context.tsx'

/** The further pages that get the plan at the same place. */
export function AlsoOn({
  place,
  pages,
}: {
  place: PlanPlace & { kind: 'put' | 'again' }
  pages: readonly PlannedPage[]
}) {
  const files = useRoom((state) => state.files)
  const setPlan = useRoom((state) => state.setPlan)
  const others = pagePaths(files).filter((page) => page !== place.page)
  if (others.length === 0) return null
  const set = (also: readonly string[]) => setPlan({ place: { ...place, also: [...also] } })
  const whyOf = (page: string) => pages.find((each) => each.page === page)?.why ?? ''
  return (
    <details>
      <summary className="cursor-pointer text-quiet">
        {place.also.length === 0 ? 'On this page alone' : `And on ${place.also.length} of ${others.length} other pages`}
      </summary>
      <div className="mt-1.5 flex gap-2">
        <button type="button" className="btn h-6 text-[12px]" onClick={() => set(others)}>
          All
        </button>
        <button type="button" className="btn h-6 text-[12px]" onClick={() => set([])}>
          None
        </button>
      </div>
      <ul className="mt-1.5 max-h-48 overflow-y-auto" aria-label="Further pages">
        {others.map((page) => (
          <li key={page}>
            <label className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                className="accent-(--accent)"
                checked={place.also.includes(page)}
                onChange={(event) =>
                  set(event.target.checked ? [...place.also, page] : place.also.filter((each) => each !== page))
                }
              />
              <span className="truncate font-mono text-[12px]" title={whyOf(page)}>
                {page}
              </span>
              {whyOf(page) !== '' && <span className="text-[12px] text-quiet">left out</span>}
            </label>
          </li>
        ))}
      </ul>
    </details>
  )
}
