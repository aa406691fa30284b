import { loadInParts } from '../state/load-in-parts.ts'

/** Parts of the workroom's code that take longest to come to life, and what the bench shows first. */
const PARTS = [
  () => import('../../core/edit/decide-among.ts'),
  () => import('../controls/choice.tsx'),
  () => import('../facets/index.ts').then(({ facetOf }) => facetOf('').views[0]?.body.load()),
]

/** Gets the code of the workroom. */
export const loadWorkroom = () => loadInParts(PARTS, () => import('./workroom.tsx'))
