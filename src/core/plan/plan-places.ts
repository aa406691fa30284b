import { describeElement, elementPath } from '../markup/describe.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import { SECTIONS } from '../boxes/targets.ts'

/** An element that a plan can be put beside or into. */
export interface PlanSite {
  readonly at: string
  readonly name: string
  readonly depth: number
}

/** More would be no list to choose from: the close-up is. */
const MOST = 200

/** The body and the boxes in it, nested as on the page. */
export function planPlaces(page: Page): PlanSite[] {
  const depths = new Map<PageElement, number>()
  const places: PlanSite[] = []
  for (const element of page.elements) {
    const around = element.parent ? (depths.get(element.parent) ?? 0) : 0
    const isPlace = element.html && element.place && (element.tag === 'body' || SECTIONS.has(element.tag))
    depths.set(element, isPlace ? around + 1 : around)
    if (!isPlace) continue
    places.push({ at: elementPath(element), name: describeElement(element), depth: around })
    if (places.length === MOST) break
  }
  return places
}
