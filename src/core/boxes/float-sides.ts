import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed } from './box-style.ts'
import { isFloat, isolatesFloats, isOutOfFlow } from './kinds.ts'

/** Beside which floats the boxes of a page may stand, while its elements are gone through in document order. */
export class FloatSides {
  /** By element index: the box that keeps the floats in that it may stand beside. */
  private readonly keepers: number[] = []
  /** Sides with floats that have not been cleared, by the box that keeps them in. */
  private readonly open = new Map<number, Set<string>>()

  constructor(private readonly styles: PageStyles) {}

  /** Comes to an element; its parent has been come to. */
  enter({ parent, index }: PageElement): void {
    const isKeeper = !parent || parent.parent === null || isolatesFloats(this.styles.at(parent.index))
    this.keepers[index] = isKeeper ? (parent?.index ?? -1) : this.keepers[parent.index]!
  }

  /** Notes what an element that has a box does to the floats before it. */
  note(element: PageElement, style: ElementStyle): void {
    if (isOutOfFlow(style)) return
    const open = this.openAt(element)
    const clear = computed(style, 'clear')
    if (clear === 'both') open.clear()
    else if (clear !== 'none') open.delete(clear.replace('inline-start', 'left').replace('inline-end', 'right'))
    if (isFloat(style)) open.add(computed(style, 'float'))
  }

  /** Whether floats that it does not clear may stand beside an element. */
  areBeside(element: PageElement, style: ElementStyle): boolean {
    const clear = computed(style, 'clear')
    return clear !== 'both' && [...this.openAt(element)].some((side) => side !== clear)
  }

  /** Whether there are floats before an element that nothing has cleared. */
  areOpen(element: PageElement): boolean {
    return this.openAt(element).size > 0
  }

  private openAt(element: PageElement): Set<string> {
    const key = this.keepers[element.index]!
    const known = this.open.get(key) ?? new Set<string>()
    this.open.set(key, known)
    return known
  }
}
