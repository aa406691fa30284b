import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { stretchesOf } from '../boxes/widths-of-page.ts'
import { describeElement } from '../markup/describe.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { isThere } from '../proof/proof.ts'
import { LONGHANDS } from '../properties/longhands.ts'
import type { Item, Sheet } from '../sheet/parse.ts'
import { LINK_CONDITIONS, type LinkCondition } from '../states/links.ts'
import { DESK, mediaMatches, type Viewport } from '../values/media.ts'
import { applySplices } from '../text/splice.ts'

/** A value that a change would alter: where, and from what to what. */
export interface Difference {
  readonly page: SitePath
  readonly element: string
  readonly pseudo: string
  readonly property: string
  readonly before: string
  readonly after: string
  readonly viewport: Viewport
  readonly state: LinkCondition
}

/** What a comparison of all values of two sites came to. */
export interface Comparison {
  /** Values that were compared; of two styles that had been compared before, none. */
  readonly values: number
  readonly pages: number
  /** The first that differs; null where none does. */
  readonly difference: Difference | null
}

/** What a site is looked at in: a viewport, and conditions of at-rules that are taken to hold because no viewport makes them so. */
interface World {
  readonly viewport: Viewport
  readonly holds: string | null
}

/**
 * Compares every longhand of every element and pseudo-element of all pages, at a width of each stretch between those at which media
 * queries turn, in every link state; what no screen makes hold (paper, a preference, a container) is taken to hold once. Stops at
 * the first that differs.
 */
export function compareSites(before: SiteSnapshot, after: SiteSnapshot): Comparison {
  let values = 0
  for (const world of worldsOf(before)) {
    const [old, now] = [inWorld(before, world), inWorld(after, world)]
    const equal = new WeakMap<ElementStyle, WeakSet<ElementStyle>>()
    for (const page of old.pagePaths)
      for (const state of LINK_CONDITIONS) {
        const styles = [old.stylesOf(page, world.viewport, state), now.stylesOf(page, world.viewport, state)] as const
        const found = comparePage(...styles, equal)
        values += found.values
        if (found.different)
          return {
            values,
            pages: old.pagePaths.length,
            difference: { page, state, viewport: world.viewport, ...found.different },
          }
      }
  }
  return { values, pages: before.pagePaths.length, difference: null }
}

/** Every stretch of widths, and each condition that holds in none of them. */
function worldsOf(site: SiteSnapshot): World[] {
  const queries = site.wornSheets.flatMap(({ sheet }) => conditionsIn(sheet.rules))
  const media = queries.filter(({ name }) => name === 'media').map(({ prelude }) => prelude)
  const viewports = stretchesOf(media, DESK.height).map(({ from, to }) => ({
    width: from <= DESK.width && DESK.width <= to ? DESK.width : from,
    height: DESK.height,
  }))
  const never = queries.filter(
    ({ name, prelude }) => name !== 'media' || !viewports.some((viewport) => mediaMatches(prelude, viewport)),
  )
  const worlds: World[] = viewports.map((viewport) => ({ viewport, holds: null }))
  for (const key of new Set(never.map(({ name, prelude }) => `@${name} ${prelude}`)))
    worlds.push({ viewport: DESK, holds: key })
  return worlds
}

function conditionsIn(items: readonly Item[]): { readonly name: string; readonly prelude: string }[] {
  return items.flatMap((item) => {
    if (item.kind === 'declaration') return []
    const own = item.kind === 'at' && CONDITIONAL.has(item.name) ? [{ name: item.name, prelude: item.prelude }] : []
    return [...own, ...conditionsIn(item.items)]
  })
}

const CONDITIONAL = new Set(['media', 'supports', 'container'])

/** The site as if a condition held: the at-rules that ask for it are written as such that always do. */
function inWorld(site: SiteSnapshot, { holds }: World): SiteSnapshot {
  if (holds === null) return site
  return site.withTexts(site.wornSheets.map(({ path, sheet }) => [path, withHolding(sheet, holds)] as const))
}

function withHolding(sheet: Sheet, key: string): string {
  const splices: { from: number; to: number; insert: string }[] = []
  const visit = (items: readonly Item[]) => {
    for (const item of items) {
      if (item.kind === 'declaration') continue
      if (item.kind === 'at' && `@${item.name} ${item.prelude}` === key && item.block)
        splices.push({ from: item.from, to: item.preludeRange.to, insert: '@media all' })
      visit(item.items)
    }
  }
  visit(sheet.rules)
  return applySplices(sheet.text, splices)
}

type Different = Pick<Difference, 'element' | 'pseudo' | 'property' | 'before' | 'after'>

function comparePage(
  old: PageStyles,
  now: PageStyles,
  equal: WeakMap<ElementStyle, WeakSet<ElementStyle>>,
): { values: number; different: Different | null } {
  let values = 0
  for (const element of old.page.elements) {
    const [a, b] = [old.at(element.index), now.at(element.index)]
    const known = equal.get(a) ?? new WeakSet<ElementStyle>()
    equal.set(a, known)
    if (known.has(b)) continue
    const pseudos = new Set(
      [...a.matched.rules, ...b.matched.rules].flatMap(({ pseudo }) => (pseudo === '' ? [] : [pseudo])),
    )
    for (const pseudo of ['', ...pseudos]) {
      const [x, y] = pseudo === '' ? [a, b] : [old.of(element, pseudo), now.of(element, pseudo)]
      if (pseudo !== '' && !isThere(x, a) && !isThere(y, b)) continue
      values += LONGHANDS.length
      const id = LONGHANDS.findIndex((_, at) => x.value(at) !== y.value(at))
      if (id < 0) continue
      const { name } = LONGHANDS[id]!
      return {
        values,
        different: {
          element: describeElement(element),
          pseudo,
          property: name,
          before: x.value(id),
          after: y.value(id),
        },
      }
    }
    known.add(b)
  }
  return { values, different: null }
}
