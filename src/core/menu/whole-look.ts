import { decide } from '../edit/decide.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { readLook, type MenuLook, type MenuOnPage } from './menu-look.ts'
import type { MenuPlace } from './menu-place.ts'
import type { PartSelectors } from './part-selectors.ts'
import { stackBelowOf } from './stacking.ts'

/** A declaration: whose it is, and what it sets. */
export interface DeclaredBy {
  readonly selector: string
  readonly property: string
}

/** What a menu looks like in all viewports, and the one declaration that makes the room between two items, where there is one. */
export function wholeLook(
  site: SiteSnapshot,
  menu: MenuOnPage,
  parts: PartSelectors,
  { page, index }: MenuPlace,
): { readonly look: MenuLook; readonly gapField: DeclaredBy | null } {
  const look = readLook(menu)
  const gapField = gapFieldOf(parts, look.direction)
  const gap = (gapField && writtenIn(site, gapField)) ?? look.gap
  return { look: { ...look, gap, stackBelow: stackBelowOf(site, page, index) }, gapField }
}

function gapFieldOf(parts: PartSelectors, direction: MenuLook['direction']): DeclaredBy | null {
  const [one, more] = parts.carriers(direction)
  const selector = one && !more ? parts.deciding(one.of, one.property) : null
  return selector === null ? null : { selector, property: one!.of === 'list' ? 'gap' : one!.property }
}

function writtenIn(site: SiteSnapshot, { selector, property }: DeclaredBy): string | null {
  const sheet = site.sheet(site.sheetPath)
  return (sheet && decide(sheet, selector, property)?.value) || null
}
