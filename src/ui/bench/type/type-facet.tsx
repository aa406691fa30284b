'use client'
import type { TypeView } from '../../state/store.ts'
import { useRoom } from '../../workroom/context.tsx'
import { Views, type View } from '../views.tsx'
import { FontsView } from './fonts-view.tsx'
import { RolesView } from './roles-view.tsx'
import { ScaleView } from './scale-view.tsx'

const VIEWS: readonly View<TypeView>[] = [
  {
    id: 'roles',
    name: 'Roles',
    says: 'What text is, and how it is set. Hover a role to see what it touches.',
    body: RolesView,
  },
  {
    id: 'fonts',
    name: 'Fonts',
    says: 'The families the sheet uses, their files, and what shows until they arrive.',
    body: FontsView,
  },
  { id: 'scale', name: 'Scale', says: 'Sizes of all headings at once, from a base and a ratio.', body: ScaleView },
]

/** The site's type. */
export function TypeFacet() {
  const view = useRoom((state) => state.typeView)
  const set = useRoom((state) => state.set)
  return <Views title="Type" views={VIEWS} view={view} onView={(typeView) => set({ typeView })} />
}
