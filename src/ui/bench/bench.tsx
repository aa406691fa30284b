'use client'
import { Files, Link2, Palette, SquareDashed, Type } from 'lucide-react'
import type { ComponentType } from 'react'
import type { Facet } from '../state/store.ts'
import { useRoom } from '../workroom/context.tsx'
import { FindingsPanel } from '../findings/findings-panel.tsx'
import { TracePanel } from '../trace/trace-panel.tsx'
import { BoxesFacet } from './boxes/boxes-facet.tsx'
import { ColourFacet } from './colour/colour-facet.tsx'
import { LinksFacet } from './links/links-facet.tsx'
import { PagesFacet } from './pages/pages-facet.tsx'
import { TypeFacet } from './type/type-facet.tsx'

const FACETS: readonly { id: Facet; name: string; icon: ComponentType<{ className?: string }>; body: ComponentType }[] =
  [
    { id: 'pages', name: 'Pages', icon: Files, body: PagesFacet },
    { id: 'colour', name: 'Colour', icon: Palette, body: ColourFacet },
    { id: 'type', name: 'Type', icon: Type, body: TypeFacet },
    { id: 'boxes', name: 'Boxes', icon: SquareDashed, body: BoxesFacet },
    { id: 'links', name: 'Links', icon: Link2, body: LinksFacet },
  ]

/** The rail of facets and the bench beside it. */
export function Bench() {
  const facet = useRoom((state) => state.facet)
  const lookId = useRoom((state) => state.lookId)
  const picked = useRoom((state) => state.picked)
  const findings = useRoom((state) => state.findings)
  const set = useRoom((state) => state.set)
  const Body = FACETS.find(({ id }) => id === facet)!.body
  return (
    <>
      <nav aria-label="Facets" className="flex w-[72px] shrink-0 flex-col border-r border-line bg-panel">
        {FACETS.map(({ id, name, icon: Icon }) => (
          <button
            key={id}
            type="button"
            aria-current={facet === id && !picked && !findings ? 'true' : undefined}
            onClick={() => set({ facet: id, picked: null, findings: false })}
            className="flex flex-col items-center gap-1 border-l-[3px] border-transparent py-3 pr-[3px] text-[12px] text-quiet hover:text-ink aria-[current]:border-accent aria-[current]:bg-accent-wash aria-[current]:font-semibold aria-[current]:text-ink focus-visible:-outline-offset-2"
          >
            <Icon className="size-5" />
            {name}
          </button>
        ))}
      </nav>
      <aside
        aria-label="Bench"
        tabIndex={-1}
        className="w-[340px] shrink-0 overflow-y-auto border-r border-line bg-panel"
      >
        {picked ? (
          <TracePanel picked={picked} back={FACETS.find(({ id }) => id === facet)!.name} />
        ) : findings ? (
          <FindingsPanel />
        ) : (
          <Body key={lookId} />
        )}
      </aside>
    </>
  )
}
