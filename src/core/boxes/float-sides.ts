import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { memo } from '../text/memo.ts'
import { computed } from './box-style.ts'
import { isClosed, isFloat, isolatesFloats, isOutOfFlow, makesBox } from './kinds.ts'

/** What of a style matters to floats. Elements that look alike share their style, so it is found once. */
const factsOf = memo((style: ElementStyle) => ({
  display: computed(style, 'display'),
  clear: computed(style, 'clear'),
  /** The side it floats to; null for what does not. */
  side: isFloat(style) ? computed(style, 'float') : null,
  isOut: isOutOfFlow(style),
  isolates: isolatesFloats(style),
}))

/** Beside which floats the boxes of a page may stand, while its elements are gone through in document order. */
export class FloatSides {
  /** By element index: the box that keeps the floats in that it may stand beside. */
  private readonly keepers: number[] = []
  /** Sides with floats that have not been cleared, by the box that keeps them in. */
  private readonly open = new Map<number, Set<string>>()

  constructor(private readonly styles: PageStyles) {}

  /** Comes to an element; its parent has been come to. */
  enter({ parent, index }: PageElement): void {
    const isKeeper = !parent || parent.parent === null || factsOf(this.styles.at(parent.index)).isolates
    this.keepers[index] = isKeeper ? (parent?.index ?? -1) : this.keepers[parent.index]!
  }

  /** Notes what an element that has a box does to the floats before it. */
  note(element: PageElement, style: ElementStyle): void {
    const { isOut, clear, side } = factsOf(style)
    if (isOut || (clear === 'none' && side === null)) return
    const open = this.openAt(element)
    if (clear === 'both') open.clear()
    else if (clear !== 'none') open.delete(clear.replace('inline-start', 'left').replace('inline-end', 'right'))
    if (side !== null) open.add(side)
  }

  /** Whether floats that it does not clear may stand beside an element. */
  areBeside(element: PageElement, style: ElementStyle): boolean {
    const { clear } = factsOf(style)
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

/** Which boxes of a page keep floats out and stand beside some, so that they make room for them; by element index. It hangs on no width. */
export function besideFloats(styles: PageStyles): boolean[] {
  const { elements } = styles.page
  const beside: boolean[] = []
  if (!elements.some(({ index }) => factsOf(styles.at(index)).side !== null)) return beside
  const floats = new FloatSides(styles)
  const gone: boolean[] = []
  for (const element of elements) {
    const { parent, index } = element
    const style = styles.at(index)
    const { display, isolates } = factsOf(style)
    floats.enter(element)
    gone[index] = display === 'none' || (parent !== null && (gone[parent.index]! || isClosed(parent)))
    if (gone[index] || !makesBox(element, display)) continue
    if (isolates) beside[index] = floats.areBeside(element, style)
    floats.note(element, style)
  }
  return beside
}
