'use client'
import { Tab, TabGroup, TabList } from '@headlessui/react'
import { FacetHead } from '../controls/parts.tsx'
import { Fragment, useDeferredValue, useRef, useState } from 'react'
import { useRoom, useWorkroom } from '../state/context.tsx'
import type { Facet } from './facet.ts'

/** A facet with several views: tabs under its head, and the view chosen. */
export function Views({ facet: { id, name, views, opensOn } }: { facet: Facet }) {
  const { store } = useWorkroom()
  // Found once: a first swatch is no reason to take somebody elsewhere.
  const [first] = useState(() => opensOn?.(store.getState()))
  const shown = useRoom((state) => state.views[id] ?? first)
  const showFacet = useRoom((state) => state.showFacet)
  const at = Math.max(
    0,
    views.findIndex((view) => view.id === shown),
  )
  // The code of a view may still be on the way: the one before stays as long.
  const { name: shownName, body: Body } = views[useDeferredValue(at)]!
  const panel = useRef<HTMLDivElement>(null)
  // Another view is read from its start on, also when one has gone far down in this one.
  const show = (next: number) => {
    if (panel.current!.getBoundingClientRect().top < 0) panel.current!.scrollIntoView()
    showFacet(id, views[next]!.id)
  }
  return (
    <>
      <FacetHead title={name}>{views[at]!.says}</FacetHead>
      <TabGroup as={Fragment} selectedIndex={at} onChange={show}>
        {/* In view, however far down a long list one is. */}
        <TabList
          aria-label={`Views of ${name}`}
          className="sticky top-0 z-20 flex flex-wrap border-b border-line bg-panel px-2"
        >
          {views.map((view) => (
            <Tab
              key={view.id}
              className="-mb-px border-b-2 border-transparent px-2 py-2 text-quiet hover:text-ink aria-selected:border-accent aria-selected:font-semibold aria-selected:text-ink focus-visible:-outline-offset-2"
            >
              {view.name}
            </Tab>
          ))}
        </TabList>
      </TabGroup>
      {/* Only the view that is shown is there: panels of others would answer to their names. */}
      <div ref={panel} role="tabpanel" aria-label={shownName}>
        <Body />
      </div>
    </>
  )
}
