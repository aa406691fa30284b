'use client'
import type { ComponentType } from 'react'
import type { PagesView } from '../../state/store.ts'
import { useRoom } from '../../workroom/context.tsx'
import { FacetHead } from '../parts.tsx'
import { FilesView } from './files-view.tsx'
import { LiftView } from './lift-view.tsx'
import { NavigationView } from './navigation-view.tsx'
import { PartsView } from './parts-view.tsx'
import { WearView } from './wear-view.tsx'

const VIEWS: readonly { readonly id: PagesView; readonly name: string; readonly says: string; readonly body: ComponentType }[] = [
  { id: 'wear', name: 'Pages', says: 'Who wears the sheet, and what each page carries of its own.', body: WearView },
  { id: 'files', name: 'Files', says: 'Images, the sheet and other files. References follow every new name.', body: FilesView },
  { id: 'links', name: 'Navigation', says: 'The links of a navigation: their words, order and targets.', body: NavigationView },
  { id: 'parts', name: 'Parts', says: 'Blocks kept the same on many pages.', body: PartsView },
  { id: 'lift', name: 'Lift', says: 'Styles that stand in pages and belong into the sheet.', body: LiftView },
]

/** The site's pages and files, and what they share. */
export function PagesFacet() {
  const view = useRoom((state) => state.pagesView)
  const set = useRoom((state) => state.set)
  const { says, body: Body } = VIEWS.find(({ id }) => id === view)!
  return (
    <>
      <FacetHead title="Pages">{says}</FacetHead>
      <div role="tablist" aria-label="Views of Pages" className="flex border-b border-line px-2"
        onKeyDown={(event) => {
          const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
          if (step === 0) return
          const next = VIEWS[(VIEWS.findIndex(({ id }) => id === view) + step + VIEWS.length) % VIEWS.length]!
          set({ pagesView: next.id })
          event.currentTarget.querySelector<HTMLElement>(`[data-view="${next.id}"]`)?.focus()
        }}>
        {VIEWS.map(({ id, name }) => (
          <button key={id} type="button" role="tab" data-view={id} aria-selected={view === id} tabIndex={view === id ? 0 : -1} onClick={() => set({ pagesView: id })}
            className="-mb-px border-b-2 border-transparent px-2 py-2 text-quiet hover:text-ink aria-selected:border-accent aria-selected:font-semibold aria-selected:text-ink focus-visible:-outline-offset-2">{name}</button>
        ))}
      </div>
      <div role="tabpanel" aria-label={VIEWS.find(({ id }) => id === view)!.name}><Body /></div>
    </>
  )
}
