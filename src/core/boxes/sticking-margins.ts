import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed } from './box-style.ts'
import { together, touching, type Touching } from './collapsing.ts'
import { isFloat, isolatesFloats, isOutOfFlow } from './kinds.ts'
import type { UprightEdges } from './upright.ts'
import type { UsedBox } from './used-box.ts'

/** The margins of a block with those of what stands in it that touch them (CSS 2.2, section 8.3.1). */
export interface Margins {
  readonly above: Touching
  readonly below: Touching
  /** Whether the two touch each other through the block. */
  readonly through: boolean
}

/** Which margins of a page's blocks touch each other. Blocks are noted from the last element to the first. */
export class StickingMargins {
  private readonly known: (Margins | null)[] = []

  constructor(
    private readonly styles: PageStyles,
    private readonly boxes: readonly (UsedBox | null)[],
  ) {}

  /** Of a block that has been noted; null where a margin in it is not known. */
  of({ index }: PageElement): Margins | null {
    return this.known[index] ?? null
  }

  /** Whether the margins in a block stick out of it above (0) or below (1). */
  isOpen(element: PageElement, { padding, border }: UprightEdges, at: 0 | 1): boolean {
    const style = this.styles.at(element.index)
    const isOwn = element.parent === null || style.isItem || (isolatesFloats(style) && element.tag !== 'body')
    return !isOwn && padding[at] === 0 && border[at] === 0
  }

  /** Notes a block; `content` is its content height, null where nobody knows it. */
  note(element: PageElement, edges: UprightEdges, content: number | null): void {
    this.known[element.index] = this.look(element, edges, content)
  }

  private look(element: PageElement, edges: UprightEdges, content: number | null): Margins | null {
    const style = this.styles.at(element.index)
    const own = { above: touching(edges.margin[0]), below: touching(edges.margin[1]) }
    const isAuto = computed(style, 'height') === 'auto' || computed(style, 'height').endsWith('%')
    const open = { above: this.isOpen(element, edges, 0), below: isAuto && this.isOpen(element, edges, 1) }
    const inside = this.inside(element)
    const first = open.above ? reach(inside, 'above') : { margin: touching(0), all: inside.length === 0 }
    const last = open.below ? reach(inside, 'below') : { margin: touching(0), all: inside.length === 0 }
    if (!first || !last) return null
    if (open.above && open.below && first.all && content === 0 && !this.isHeld(style)) {
      const whole = [own.above, own.below, first.margin].reduce(together)
      return { above: whole, below: whole, through: true }
    }
    // What takes no room, but is told to, may be anything to its neighbours.
    if (content === 0 && first.all && !isAuto && open.above) return null
    return {
      above: together(own.above, first.margin),
      below: together(own.below, last.margin),
      through: false,
    }
  }

  private isHeld(style: ElementStyle): boolean {
    return !/^(?:auto|0px)$/.test(computed(style, 'min-height'))
  }

  /** What stands in a block, in order: margins of blocks, null where they are not known, `solid` for what margins do not reach through. */
  private inside(element: PageElement): (Margins | 'solid' | null)[] {
    const found: (Margins | 'solid' | null)[] = []
    const words = element.texts.map(({ from }) => from)
    for (const child of element.children) {
      const from = child.place?.from ?? 0
      if (words.some((at) => at < from)) found.push('solid')
      const style = this.styles.at(child.index)
      const display = computed(style, 'display')
      if (display === 'none' || isOutOfFlow(style) || isFloat(style)) continue
      found.push(this.boxes[child.index] && !display.startsWith('inline') ? this.of(child) : 'solid')
    }
    const last = element.children.at(-1)?.place?.to ?? 0
    if (words.some((at) => at >= last)) found.push('solid')
    return found
  }
}

/** The margins that touch one end, and whether nothing holds the two ends apart; null where one is not known. */
function reach(
  inside: readonly (Margins | 'solid' | null)[],
  end: 'above' | 'below',
): { readonly margin: Touching; readonly all: boolean } | null {
  let margin = touching(0)
  for (const block of end === 'above' ? inside : inside.toReversed()) {
    if (block === 'solid') return { margin, all: false }
    if (block === null) return null
    margin = together(margin, block[end])
    if (!block.through) return { margin, all: false }
  }
  return { margin, all: true }
}
