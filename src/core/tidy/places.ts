import type { StyleNode } from '../cascade/style-tree.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { CONDITIONS, FEW_CONDITIONS, type Condition } from './conditions.ts'
import type { World } from './worlds.ts'

/** A page in one condition, and elements there that stand for all that must look alike, each with its place in the tree of styles. */
export interface Place {
  readonly page: SitePath
  readonly condition: Condition
  readonly elements: readonly { readonly index: number; readonly node: StyleNode }[]
}

const known = new WeakMap<World, { readonly site: SiteSnapshot; readonly places: readonly Place[] }>()

/** Of each place in the trees of styles one element, over its pages and conditions; found once for a world. Pauses after each page. */
export function* placesIn(world: World, site: SiteSnapshot): Generator<void, readonly Place[], void> {
  const found = known.get(world)
  if (found && shareMatches(world, found.site, site)) return found.places
  const seen = new Set<StyleNode>()
  const places: Place[] = []
  for (const page of world.pages) {
    for (const condition of conditionsOf(world)) {
      const { nodes } = stylesIn(site, page, condition, world)
      const elements = nodes.flatMap((node, index) => {
        if (seen.has(node)) return []
        seen.add(node)
        return [{ index, node }]
      })
      if (elements.length > 0) places.push({ page, condition, elements })
    }
    yield
  }
  known.set(world, { site, places })
  return places
}

/** Whether what matches in one version of a site is known from the other, on every page. */
export function shareMatches({ pages, viewport }: World, one: SiteSnapshot, other: SiteSnapshot): boolean {
  return pages.every((page) =>
    one.stylesOf(page, viewport).cascade.sharesMatches(other.stylesOf(page, viewport).cascade),
  )
}

/** What is taken to hold is tried in few conditions. */
export const conditionsOf = ({ holds }: World): readonly Condition[] => (holds.size === 0 ? CONDITIONS : FEW_CONDITIONS)

/** The styles of a page in a condition; nobody remembers what matched, for pages and conditions are many. */
export function stylesIn(site: SiteSnapshot, page: SitePath, { states }: Condition, { viewport }: World): PageStyles {
  return states ? site.stylesInState(page, (element) => states(element), viewport) : site.stylesOf(page, viewport)
}
