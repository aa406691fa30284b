'use client'
import { PanelLeftClose, PanelLeftOpen } from 'lucide-react'
import { memo, Suspense, useDeferredValue, useEffect } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { Boundary } from '../controls/boundary.tsx'
import { FACETS, facetOf } from '../facets/index.ts'
import { Views } from '../facets/views.tsx'
import { useRoom } from '../state/context.tsx'
import { useRoomPlan } from '../state/room.ts'
import type { WorkroomState } from '../state/store.ts'
import { FindingsPanel, TracePanel } from './late-parts.ts'
import { loadTheRest } from './load-the-rest.ts'

/** The rail of facets. */
export function Rail() {
  const facet = useRoom((state) => state.facet)
  const covered = useRoom((state) => state.picked !== null || state.findings)
  const showFacet = useRoom((state) => state.showFacet)
  const { benchFolded, set } = useRoomPlan()
  const says = benchFolded ? 'Fold the bench out' : 'Fold the bench away'
  const FoldIcon = benchFolded ? PanelLeftOpen : PanelLeftClose
  return (
    <nav aria-label="Facets" className="flex w-[72px] shrink-0 flex-col border-r border-line bg-panel">
      {FACETS.map(({ id, name, icon: Icon }) => (
        <button
          key={id}
          type="button"
          aria-current={facet === id && !covered ? 'true' : undefined}
          onClick={() => {
            showFacet(id)
            set({ benchFolded: false })
          }}
          className="flex flex-col items-center gap-1 border-l-[3px] border-transparent py-3 pr-[3px] text-[12px] text-quiet hover:text-ink aria-[current]:border-accent aria-[current]:bg-accent-wash aria-[current]:font-semibold aria-[current]:text-ink focus-visible:-outline-offset-2"
        >
          <Icon className="size-5" />
          {name}
        </button>
      ))}
      <button
        type="button"
        aria-label={says}
        title={`${says} (Alt+B)`}
        aria-keyshortcuts="Alt+B"
        aria-expanded={!benchFolded}
        className="btn btn-bare mx-auto mb-2 mt-auto size-8 p-0 text-quiet"
        onClick={() => set({ benchFolded: !benchFolded })}
      >
        <FoldIcon aria-hidden className="size-4" />
      </button>
    </nav>
  )
}

/** What the bench shows: a facet, or what covers it. */
type Shown = Pick<WorkroomState, 'facet' | 'lookId' | 'picked' | 'findings'>

/** The column of controls. It comes after all else of the screen, so that nothing waits for a bench that holds much. */
export function Bench() {
  const now = useRoom(useShallow(({ facet, lookId, picked, findings }): Shown => ({ facet, lookId, picked, findings })))
  const shown = useDeferredValue(now, null)
  const stands = shown !== null
  useEffect(() => {
    if (stands) void loadTheRest()
  }, [stands])
  return (
    <aside
      aria-label="Bench"
      aria-busy={shown !== now}
      tabIndex={-1}
      className="relative h-full scroll-pt-9 overflow-y-auto bg-panel"
    >
      {shown && (
        // Its own, so that nothing else waits for the code of what it shows first; later what it showed stays as long.
        <Suspense fallback={null}>
          <OnBench shown={shown} />
        </Suspense>
      )}
    </aside>
  )
}

const OnBench = memo(function OnBench({ shown: { facet: id, lookId, picked, findings } }: { shown: Shown }) {
  const facet = facetOf(id)
  const Body = facet.body
  return (
    <Boundary name="The bench" of={`${id} ${lookId} ${picked?.page} ${picked?.index} ${findings}`}>
      {picked ? (
        <TracePanel picked={picked} back={facet.name} />
      ) : findings ? (
        <FindingsPanel />
      ) : Body ? (
        <Body key={lookId} />
      ) : (
        <Views key={`${facet.id} ${lookId}`} facet={facet} />
      )}
    </Boundary>
  )
})
