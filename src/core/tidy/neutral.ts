import { PageStyles } from '../cascade/cascade.ts'
import { isThere, pseudosThatMayDiffer } from '../cascade/pseudos.ts'
import type { StyleNode } from '../cascade/style-tree.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { describeElement } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { whyOf } from '../proof/proof.ts'
import { LONGHANDS } from '../properties/longhands.ts'
import type { Viewport } from '../values/media.ts'
import type { Condition } from './conditions.ts'
import { conditionsOf, placesIn, shareMatches, stylesIn, type Place } from './places.ts'
import type { World, Worlds } from './worlds.ts'

/** A value that a change would alter: where, and from what to what. */
export interface Difference {
  readonly page: SitePath
  readonly element: string
  readonly pseudo: string
  readonly property: string
  readonly before: string
  readonly after: string
  readonly viewport: Viewport
  /** What the element is in then, such as `hovered`; '' at rest. */
  readonly while: string
  /** What decides now and what would decide then. */
  readonly why: string
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
 * Compares every longhand of every element and pseudo-element of their pages, in every world and every condition; `after` are the worlds
 * of `before` with other texts. Stops at the first that
 * differs; whoever runs it may stop after each world.
 */
export function* compareWorlds(before: Worlds, after: Worlds): Generator<void, Comparison, void> {
  let values = 0
  const pages = before.all[0]!.world.pages.length
  for (const [at, { world, site: old }] of before.all.entries()) {
    const compared = new Compared(world, old, after.all[at]!.site)
    const difference = yield* compared.run()
    values += compared.values
    if (difference) return { values, pages, difference }
    yield
  }
  return { values, pages, difference: null }
}

type Different = Pick<Difference, 'element' | 'pseudo' | 'property' | 'before' | 'after' | 'why'>

/** A comparison in one world: no two styles are compared twice. */
class Compared {
  values = 0
  private readonly equal = new WeakMap<ElementStyle, WeakSet<ElementStyle>>()

  constructor(
    private readonly world: World,
    private readonly before: SiteSnapshot,
    private readonly after: SiteSnapshot,
  ) {}

  *run(): Generator<void, Difference | null, void> {
    const places = yield* placesIn(this.world, this.before)
    // One element stands for others as long as both have the same places.
    return shareMatches(this.world, this.before, this.after) ? this.shared(places) : yield* this.anew()
  }

  private shared(places: readonly Place[]): Difference | null {
    const { viewport } = this.world
    for (const { page, condition, elements } of places) {
      const [old, now] = [this.before.stylesOf(page, viewport), this.after.stylesOf(page, viewport)]
      for (const { index, node } of elements) {
        if (old.cascade.styleAt(node) === now.cascade.styleAt(node)) this.values += LONGHANDS.length
        else {
          const element = old.page.elements[index]!
          const different = this.element(standing(old, element, node), standing(now, element, node), element)
          if (different) return this.told(page, condition, different)
        }
      }
    }
    return null
  }

  /** Every element of every page in every condition, matched anew. */
  private *anew(): Generator<void, Difference | null, void> {
    for (const page of this.world.pages) {
      for (const condition of conditionsOf(this.world)) {
        const [old, now] = [this.before, this.after].map((site) => stylesIn(site, page, condition, this.world))
        for (const element of old!.page.elements) {
          const different = this.element(old!, now!, element)
          if (different) return this.told(page, condition, different)
        }
      }
      yield
    }
    return null
  }

  private told(page: SitePath, condition: Condition, different: Different): Difference {
    return { page, while: condition.says, viewport: this.world.viewport, ...different }
  }

  private element(old: PageStyles, now: PageStyles, element: PageElement): Different | null {
    const [a, b] = [old.at(element.index), now.at(element.index)]
    const known = this.equal.get(a) ?? new WeakSet<ElementStyle>()
    this.equal.set(a, known)
    if (known.has(b)) return null
    known.add(b)
    for (const pseudo of ['', ...pseudosThatMayDiffer(a, b)]) {
      const [x, y] = pseudo === '' ? [a, b] : [old.of(element, pseudo), now.of(element, pseudo)]
      if (pseudo !== '' && !isThere(x, a) && !isThere(y, b)) continue
      this.values += LONGHANDS.length
      const found = firstDifferent(x, y)
      if (!found) continue
      const why = whyOf(old, now, element, element, found.property, pseudo)
      return { element: describeElement(element), pseudo, ...found, why }
    }
    return null
  }
}

/** The styles of a page of which an element stands at a place of the tree, and what is around it above that. */
function standing({ page, cascade }: PageStyles, element: PageElement, node: StyleNode): PageStyles {
  return new PageStyles(page, cascade, [], (index) => {
    let [at, place] = [element, node]
    while (at.index !== index && at.parent && place.parent) [at, place] = [at.parent, place.parent]
    return place
  })
}

function firstDifferent(x: ElementStyle, y: ElementStyle): Pick<Different, 'property' | 'before' | 'after'> | null {
  if (x.inherited === y.inherited && x.own === y.own) return null
  const id = LONGHANDS.findIndex((_, at) => x.value(at) !== y.value(at))
  return id < 0 ? null : { property: LONGHANDS[id]!.name, before: x.value(id), after: y.value(id) }
}
