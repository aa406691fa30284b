import { isCurrent } from '../links/current.ts'
import { selectorOfCurrent } from '../links/kind-selector.ts'
import { stylesInStates } from '../links/link-states.ts'
import { WidthsOfPage, type Stretch } from '../boxes/widths-of-page.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { entriesFor } from '../cascade/entries.ts'
import { idOf } from '../properties/longhands.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { splitState } from '../states/order.ts'
import { placeOf } from '../text/place.ts'
import type { Viewport } from '../values/media.ts'
import { isInLine, value, type MenuLook, type MenuOnPage } from './menu-look.ts'
import { isSpaced } from './link-lists.ts'
import { PARTS, type MenuPart } from './menu-wants.ts'
import { PartSelectors } from './part-selectors.ts'
import { menuAt, type MenuPlace } from './menu-place.ts'
import { stackingRule, turningRule, widthOf } from './stacking.ts'
import { wholeLook, type DeclaredBy } from './whole-look.ts'

/** A menu as it is read back, with what its controls edit. */
export interface ReadMenu {
  readonly look: MenuLook
  /** The selectors that edits of its parts are written for. */
  readonly selectors: Readonly<Record<MenuPart | 'hover' | 'current', string>>
  /** Whether its items are of the kind that shows bullets: blocks and boxes in a line do not. */
  readonly showsBullets: boolean
  /** Whether its items are boxes in a line with white space between them: one space is part of what stands between. */
  readonly spaced: boolean
  /** What stacks it where that says more than this: its condition and its line in the sheet, 0 for what stands elsewhere. */
  readonly stackedBy: { readonly condition: string; readonly line: number } | null
  /** The one declaration that makes the room between two items, where there is one: it can be dragged. */
  readonly gapField: DeclaredBy | null
  /** Viewport widths between which all media queries of its page say the same, px. */
  readonly stretches: readonly Stretch[]
  /** The places of the list and of its items, in document order. */
  readonly boxes: readonly number[]
}

/** Reads a list of links back as a menu; null when it is not there any more. */
export function readMenu(site: SiteSnapshot, place: MenuPlace, viewport: Viewport): ReadMenu | null {
  const menu = menuAt(site, place, viewport)
  if (!menu) return null
  const parts = new PartSelectors(site, place.selector, menu)
  const { look, gapField } = wholeLook(site, menu, parts, place)
  return {
    ...{ look, gapField },
    stretches: new WidthsOfPage(site, place.page).stretches,
    selectors: selectorsOf(site, menu, parts, place, viewport),
    showsBullets: value(menu.styles.of(menu.items[1]!), 'display').includes('list-item'),
    spaced: isInLine(look.means) && isSpaced(menu.styles.page, menu),
    stackedBy: look.stackBelow === null ? null : strangeStacking(site, parts, look.stackBelow),
    boxes: [menu.list, ...menu.items].map(({ index }) => index),
  }
}

function selectorsOf(
  site: SiteSnapshot,
  menu: MenuOnPage,
  parts: PartSelectors,
  { page: path }: MenuPlace,
  viewport: Viewport,
): ReadMenu['selectors'] {
  const [list, item, next, link] = PARTS.map((part) => parts.deciding(part, MAIN[part]) ?? parts.first(part)) as [
    string,
    string,
    string,
    string,
  ]
  const element = parts.elementOf('link')
  const styles = stylesInStates(site, path, viewport)
  const current = menu.links.find((each) => each && isCurrent(path, menu.styles.page, each))
  const own =
    current &&
    element &&
    current !== element &&
    selectorOfCurrent({ path, styles, link: current }, { path, styles, link: element })
  return {
    ...{ list, item, next, link },
    hover: (element && decidingHover(parts, styles.hover.of(element))) ?? `${link}:hover`,
    current: own || `${link}[aria-current="page"]`,
  }
}

/** The property by which the rule of a part is found that edits go to. */
const MAIN: Readonly<Record<MenuPart, string>> = {
  list: 'background-color',
  item: 'display',
  next: 'margin-left',
  link: 'padding-left',
}

/** The selector that decides the ground of a link that is pointed at. */
function decidingHover(parts: PartSelectors, style: Parameters<typeof entriesFor>[0]): string | null {
  const owner = entriesFor(style, idOf('background-color'))[0]?.owner
  if (typeof owner !== 'object' || owner.source.kind === 'user-agent') return null
  const { state } = splitState(owner.selectorText)
  return state === 'hover' && parts.isFor('link', owner.selectorText) ? normalSelector(owner.selectorText) : null
}

function strangeStacking(site: SiteSnapshot, parts: PartSelectors, below: number): ReadMenu['stackedBy'] {
  const sheet = site.sheet(site.sheetPath)
  if (!sheet) return { condition: '', line: 0 }
  const own = stackingRule(sheet, (selector) => PARTS.some((part) => parts.isFor(part, selector)))
  if (own && widthOf(own) === below) return null
  const rule = turningRule(sheet, below)
  return rule
    ? { condition: rule.prelude.trim(), line: placeOf(sheet.text, rule.from).line }
    : { condition: '', line: 0 }
}
