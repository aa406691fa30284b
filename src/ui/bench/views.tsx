'use client'
import type { ComponentType } from 'react'
import { FacetHead } from './parts.tsx'

/** One view of a facet. */
export interface View<Id extends string> {
  readonly id: Id
  readonly name: string
  /** What it shows, in a sentence. */
  readonly says: string
  readonly body: ComponentType
}

/** A facet with several views: tabs under its head, and the view chosen. */
export function Views<Id extends string>({
  title,
  views,
  view,
  onView,
}: {
  title: string
  views: readonly View<Id>[]
  view: Id
  onView: (view: Id) => void
}) {
  const { says, name, body: Body } = views.find(({ id }) => id === view)!
  return (
    <>
      <FacetHead title={title}>{says}</FacetHead>
      <div
        role="tablist"
        aria-label={`Views of ${title}`}
        className="flex border-b border-line px-2"
        onKeyDown={(event) => {
          const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
          if (step === 0) return
          const next = views[(views.findIndex(({ id }) => id === view) + step + views.length) % views.length]!
          onView(next.id)
          event.currentTarget.querySelector<HTMLElement>(`[data-view="${next.id}"]`)?.focus()
        }}
      >
        {views.map((each) => (
          <button
            key={each.id}
            type="button"
            role="tab"
            data-view={each.id}
            aria-selected={view === each.id}
            tabIndex={view === each.id ? 0 : -1}
            onClick={() => onView(each.id)}
            className="-mb-px border-b-2 border-transparent px-2 py-2 text-quiet hover:text-ink aria-selected:border-accent aria-selected:font-semibold aria-selected:text-ink focus-visible:-outline-offset-2"
          >
            {each.name}
          </button>
        ))}
      </div>
      <div role="tabpanel" aria-label={name}>
        <Body />
      </div>
    </>
  )
}
