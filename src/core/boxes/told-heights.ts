import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed, lengthOf } from './box-style.ts'
import { stretches } from './item-heights.ts'
import { isOutOfFlow } from './kinds.ts'
import { contentHeightOf, limitedHeight, sumOfUpright, uprightEdges, type UprightEdges } from './upright.ts'
import type { UsedBox } from './used-box.ts'

/** The content heights of a page that are told from outside a box: by a length, by what stands around it, by the viewport. */
export class ToldHeights {
  /** By element index, px; null where the content decides. */
  private readonly told: (number | null)[] = []

  /** `boxes` are the widths of the page's boxes. */
  constructor(
    private readonly styles: PageStyles,
    private readonly boxes: readonly (UsedBox | null)[],
  ) {
    // Parents come before children: what percentages are taken from is known before them.
    for (const element of styles.page.elements) this.told.push(this.look(element))
  }

  /** The content height of an element's box, px; null where its content decides. */
  of({ index }: PageElement): number | null {
    return this.told[index]!
  }

  private look(element: PageElement): number | null {
    const style = this.styles.at(element.index)
    const edges = this.boxes[element.index] ? this.edgesOf(element) : null
    if (!edges) return null
    const base = this.baseOf(element)
    const told = this.toldHeight(element, style, edges, base)
    return told === null ? null : limitedHeight(style, told, base, edges)
  }

  private toldHeight(
    element: PageElement,
    style: ElementStyle,
    edges: UprightEdges,
    base: number | null,
  ): number | null {
    if (computed(style, 'height') !== 'auto') {
      const height = lengthOf(style, 'height', base)
      return height === null ? null : contentHeightOf(style, height, edges)
    }
    if (isOutOfFlow(style)) return this.betweenSides(style, edges, base)
    const { parent } = element
    const room = parent && this.told[parent.index]
    if (!parent || room === null || room === undefined || !this.isStretched(parent, style)) return null
    return Math.max(0, room - sumOfUpright(edges) - edges.margin[0] - edges.margin[1])
  }

  private betweenSides(style: ElementStyle, edges: UprightEdges, base: number | null): number | null {
    const [top, bottom] = [lengthOf(style, 'top', base), lengthOf(style, 'bottom', base)]
    if (base === null || top === null || bottom === null) return null
    return Math.max(0, base - top - bottom - edges.margin[0] - edges.margin[1] - sumOfUpright(edges))
  }

  /** Whether a row of one line makes an item as high as itself (CSS Flexbox 1, section 9.4, step 11). */
  private isStretched(container: PageElement, item: ElementStyle): boolean {
    const style = this.styles.at(container.index)
    return (
      computed(style, 'display').endsWith('flex') &&
      computed(style, 'flex-direction').startsWith('row') &&
      computed(style, 'flex-wrap') === 'nowrap' &&
      stretches(style, item)
    )
  }

  /** The height that percentages are taken from; null where it hangs on the content. */
  baseOf({ parent, index }: PageElement): number | null {
    const style = this.styles.at(index)
    const fixed = computed(style, 'position') === 'fixed'
    const isPlaced = isOutOfFlow(style)
    for (let at = parent; at; at = at.parent) {
      const box = this.boxes[at.index]
      if (!box) continue
      const around = this.styles.at(at.index)
      if (!isPlaced) return /grid|table/.test(computed(around, 'display')) ? null : this.told[at.index]!
      if (fixed || computed(around, 'position') === 'static') continue
      const edges = this.edgesOf(at)
      const told = this.told[at.index]!
      return told === null || !edges ? null : told + edges.padding[0] + edges.padding[1]
    }
    return this.styles.cascade.viewport.height
  }

  /** What surrounds a box above and below; null where a percentage of a width that nobody knows is in it. */
  edgesOf(element: PageElement): UprightEdges | null {
    return uprightEdges(this.styles.at(element.index), this.widthAround(element))
  }

  private widthAround({ parent }: PageElement): number | null {
    for (let at = parent; at; at = at.parent) {
      const box = this.boxes[at.index]
      if (box) return box.known ? box.content : null
    }
    return this.styles.cascade.viewport.width
  }
}
