import type { Facet } from '../facets/facet.ts'
import { loadInParts } from '../state/load-in-parts.ts'
import { FIRST_FACET } from '../state/first-facet.ts'

/** What the bench may show first: the first view of its facet, or on some sites the second. */
const firstViews = ({ views }: Facet) => Promise.all(views.slice(0, 2).map(({ body }) => body.load()))

/** What speaks to the server. The library of its schemas, which a small one brings along, comes to life in a task before. */
export const loadServer = () =>
  loadInParts([() => import('../../core/type/facts.ts')], () => import('../state/api.ts').then(({ api }) => api))

/** What comes to life in a task of its own. */
const PARTS = [
  loadServer,
  () => import('../state/document.ts'),
  () => import('../facets/index.ts').then(({ facetOf }) => firstViews(facetOf(FIRST_FACET))),
]

/** Gets the code of the workroom. */
export const loadWorkroom = () => loadInParts(PARTS, () => import('./workroom.tsx').then((module) => module.default))
