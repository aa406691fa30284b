'use client'
import type { PagesView } from '../../state/store.ts'
import { useRoom } from '../../workroom/context.tsx'
import { Views, type View } from '../views.tsx'
import { FilesView } from './files-view.tsx'
import { LiftView } from './lift-view.tsx'
import { NavigationView } from './navigation-view.tsx'
import { PartsView } from './parts-view.tsx'
import { WearView } from './wear-view.tsx'

const VIEWS: readonly View<PagesView>[] = [
  { id: 'wear', name: 'Pages', says: 'Who wears the sheet, and what each page carries of its own.', body: WearView },
  {
    id: 'files',
    name: 'Files',
    says: 'Images, the sheet and other files. References follow every new name.',
    body: FilesView,
  },
  {
    id: 'links',
    name: 'Navigation',
    says: 'The links of a navigation: their words, order and targets.',
    body: NavigationView,
  },
  { id: 'parts', name: 'Parts', says: 'Blocks kept the same on many pages.', body: PartsView },
  { id: 'lift', name: 'Lift', says: 'Styles that stand in pages and belong into the sheet.', body: LiftView },
]

/** The site's pages and files, and what they share. */
export function PagesFacet() {
  const view = useRoom((state) => state.pagesView)
  const set = useRoom((state) => state.set)
  return <Views title="Pages" views={VIEWS} view={view} onView={(pagesView) => set({ pagesView })} />
}
