import { loadInParts } from '../state/load-in-parts.ts'
import { FIRST_FACET } from '../state/first-facet.ts'

/** What the bench shows first comes to life in a task of its own. */
const PARTS = [() => import('../facets/index.ts').then(({ facetOf }) => facetOf(FIRST_FACET).views[0]?.body.load())]

/** Gets the code of the workroom. */
export const loadWorkroom = () => loadInParts(PARTS, () => import('./workroom.tsx'))
