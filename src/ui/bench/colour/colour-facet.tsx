'use client'
import type { ColourView } from '../../state/store.ts'
import { useRoom } from '../../workroom/context.tsx'
import { Views, type View } from '../views.tsx'
import { ContrastView } from './contrast-view.tsx'
import { GatherView } from './gather-view.tsx'
import { GroundView } from './ground-view.tsx'
import { SightView } from './sight-view.tsx'
import { SwatchesView } from './swatches-view.tsx'

const VIEWS: readonly View<ColourView>[] = [
  {
    id: 'swatches',
    name: 'Swatches',
    says: 'A swatch is a named colour. Change it, and everything that uses it follows on every page.',
    body: SwatchesView,
  },
  {
    id: 'gather',
    name: 'Gather',
    says: 'Colours written directly in the sheet, and those that are nearly the same.',
    body: GatherView,
  },
  {
    id: 'contrast',
    name: 'Contrast',
    says: 'Every pairing of text and background that occurs on the pages.',
    body: ContrastView,
  },
  { id: 'sight', name: 'Sight', says: 'The pages as others see them.', body: SightView },
  {
    id: 'ground',
    name: 'Ground',
    says: 'What stands behind everything: colour, pictures and gradients.',
    body: GroundView,
  },
]

/** The site's colours. */
export function ColourFacet() {
  const view = useRoom((state) => state.colourView)
  const set = useRoom((state) => state.set)
  return <Views title="Colour" views={VIEWS} view={view} onView={(colourView) => set({ colourView })} />
}
