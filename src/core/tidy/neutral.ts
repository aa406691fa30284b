import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { describeElement } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { isThere } from '../proof/proof.ts'
import { LONGHANDS } from '../properties/longhands.ts'
import type { Viewport } from '../values/media.ts'
import { everyPlace, placesIn, stylesIn, type Place } from './places.ts'
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
 * Compares every longhand of every element and pseudo-element of all pages, in every world and every condition; `after` are the worlds
 * of `before` with other texts. Stops at the first that
 * differs; whoever runs it may stop after each world.
 */
export function* compareWorlds(before: Worlds, after: Worlds): Generator<void, Comparison, void> {
  let values = 0
  const pages = before.all[0]?.site.pagePaths.length ?? 0
  for (const [at, { world, site: old }] of before.all.entries()) {
    const compared = new Compared(world, old, after.all[at]!.site)
    const difference = compared.run()
    values += compared.values
    if (difference) return { values, pages, difference }
    yield
  }
  return { values, pages, difference: null }
}

type Different = Pick<Difference, 'element' | 'pseudo' | 'property' | 'before' | 'after'>

/** A comparison in one world: no two styles are compared twice. */
class Compared {
  values = 0
  private readonly equal = new WeakMap<ElementStyle, WeakSet<ElementStyle>>()

  constructor(
    private readonly world: World,
    private readonly before: SiteSnapshot,
    private readonly after: SiteSnapshot,
  ) {}

  run(): Difference | null {
    const places = placesIn(this.world, this.before)
    // One element stands for others only while both have the same trees of styles.
    const shared = places.every((place) => this.stylesAt(place).every(({ nodes }) => nodes === place.nodes))
    for (const place of shared ? places : everyPlace(this.before, this.world.viewport)) {
      const different = this.at(place)
      if (different) return different
    }
    return null
  }

  private stylesAt({ page, condition }: Place): readonly [PageStyles, PageStyles] {
    const { viewport } = this.world
    return [stylesIn(this.before, page, condition, viewport), stylesIn(this.after, page, condition, viewport)]
  }

  private at(place: Place): Difference | null {
    const [old, now] = this.stylesAt(place)
    const { page, condition } = place
    for (const index of place.elements) {
      const different = this.element(old, now, old.page.elements[index]!)
      if (different) return { page, while: condition.says, viewport: this.world.viewport, ...different }
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
