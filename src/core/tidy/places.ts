import type { PageStyles } from '../cascade/cascade.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { CONDITIONS, type Condition } from './conditions.ts'
import type { World } from './worlds.ts'

/** A page in one condition, and elements there that stand for all that must look alike. */
export interface Place {
  readonly page: SitePath
  readonly condition: Condition
  readonly nodes: PageStyles['nodes']
  /** Indexes of elements; all of the page when it is not known who stands for whom. */
  readonly elements: readonly number[]
}

const known = new WeakMap<World, readonly Place[]>()

/** Of each place in the trees of styles one element, over all pages and conditions; found once for a world. */
export function placesIn(world: World, site: SiteSnapshot): readonly Place[] {
  let places = known.get(world)
  if (!places) known.set(world, (places = findPlaces(world, site)))
  return places
}

function findPlaces({ viewport }: World, site: SiteSnapshot): Place[] {
  const seen = new Set<object>()
  return everyPlace(site, viewport).flatMap((place) => {
    const elements = place.elements.filter((index) => !seen.has(place.nodes[index]!) && seen.add(place.nodes[index]!))
    return elements.length > 0 ? [{ ...place, elements }] : []
  })
}

/** Every element of every page in every condition. */
export function everyPlace(site: SiteSnapshot, viewport: World['viewport']): Place[] {
  return site.pagePaths.flatMap((page) =>
    CONDITIONS.map((condition) => {
      const { nodes } = stylesIn(site, page, condition, viewport)
      return { page, condition, nodes, elements: site.page(page).elements.map(({ index }) => index) }
    }),
  )
}

/** The styles of a page in a condition. */
export function stylesIn(
  site: SiteSnapshot,
  page: SitePath,
  { states }: Condition,
  viewport: World['viewport'],
): PageStyles {
  return states ? site.stylesInState(page, states, viewport) : site.stylesOf(page, viewport)
}
