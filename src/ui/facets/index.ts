import { boxes } from './boxes/index.ts'
import { colour } from './colour/index.ts'
import { classes } from './classes/index.ts'
import type { Facet } from './facet.ts'
import { links } from './links/index.ts'
import { pages } from './pages/index.ts'
import { type } from './type/index.ts'

/** The facets of the bench, in the order of the rail. */
export const FACETS: readonly Facet[] = [pages, colour, type, boxes, links, classes]

/** The facet of an id; the first where there is none by that name. */
export function facetOf(id: string): Facet {
  return FACETS.find((facet) => facet.id === id) ?? FACETS[0]!
}
