import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { describeElement } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SitePath } from '../paths/paths.ts'
import { isThere } from '../proof/proof.ts'
import { LONGHANDS } from '../properties/longhands.ts'
import { LINK_CONDITIONS, type LinkCondition } from '../states/links.ts'
import type { Viewport } from '../values/media.ts'
import type { Worlds } from './worlds.ts'

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
  /** Values that were compared: every longhand of each style, whatever number of elements wears it. */
  readonly values: number
  readonly pages: number
  /** The first that differs; null where none does. */
  readonly difference: Difference | null
}

/**
 * Compares every longhand of every element and pseudo-element of all pages, in every world and every link state; `after` are the worlds
 * of `before` with other texts. Stops at the first that differs.
 */
export function compareWorlds(before: Worlds, after: Worlds): Comparison {
  let values = 0
  const pages = before.all[0]?.site.pagePaths ?? []
  for (const [at, { world, site: old }] of before.all.entries()) {
    const now = after.all[at]!.site
    const compared = new Compared()
    for (const page of pages)
      for (const state of LINK_CONDITIONS) {
        const { viewport } = world
        const styles = [old.stylesOf(page, viewport, state), now.stylesOf(page, viewport, state)] as const
        const different = compared.page(...styles)
        if (!different) continue
        values += compared.values
        return { values, pages: pages.length, difference: { page, state, viewport, ...different } }
      }
    values += compared.values
  }
  return { values, pages: pages.length, difference: null }
}

type Different = Pick<Difference, 'element' | 'pseudo' | 'property' | 'before' | 'after'>

/** What has been compared in one world: no two styles are twice. */
class Compared {
  values = 0
  /** Places in a tree of styles that both versions share. */
  private readonly nodes = new Set<object>()
  private readonly equal = new WeakMap<ElementStyle, WeakSet<ElementStyle>>()

  page(old: PageStyles, now: PageStyles): Different | null {
    const shared = old.nodes === now.nodes ? old.nodes : null
    for (const element of old.page.elements) {
      const node = shared?.[element.index]
      if (node && this.nodes.has(node)) continue
      const different = this.element(old, now, element)
      if (different) return different
      if (node) this.nodes.add(node)
    }
    return null
  }

  private element(old: PageStyles, now: PageStyles, element: PageElement): Different | null {
    const [a, b] = [old.at(element.index), now.at(element.index)]
    const known = this.equal.get(a) ?? new WeakSet<ElementStyle>()
    this.equal.set(a, known)
    if (known.has(b)) return null
    known.add(b)
    // One style is of one cascade: its pseudo-elements are the same as well.
    const rules = a === b ? [] : [...a.matched.rules, ...b.matched.rules]
    for (const pseudo of new Set(['', ...rules.map((rule) => rule.pseudo)])) {
      const [x, y] = pseudo === '' ? [a, b] : [old.of(element, pseudo), now.of(element, pseudo)]
      if (pseudo !== '' && !isThere(x, a) && !isThere(y, b)) continue
      this.values += LONGHANDS.length
      const found = firstDifferent(x, y)
      if (found) return { element: describeElement(element), pseudo, ...found }
    }
    return null
  }
}

function firstDifferent(x: ElementStyle, y: ElementStyle): Pick<Different, 'property' | 'before' | 'after'> | null {
  if (x.inherited === y.inherited && x.own === y.own) return null
  const id = LONGHANDS.findIndex((_, at) => x.value(at) !== y.value(at))
  return id < 0 ? null : { property: LONGHANDS[id]!.name, before: x.value(id), after: y.value(id) }
}
