import type { PageStyles } from '../cascade/cascade.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed, lengthOf, limitsOf, edgesOf, sumOfEdges } from './box-style.ts'
import { isOutOfFlow, isReplaced } from './kinds.ts'

/** No letter of the fonts that ship, and of usual ones, is wider than so many em (tests/core/boxes.test.ts asks the fonts). */
export const WIDEST_LETTER = 1.5
/** Deeper nesting than this is not followed. */
const DEEPEST = 40

/**
 * A width that an element's content surely fits into at its narrowest (its min-content width, CSS Sizing 3, section 4.1), in px;
 * Infinity where that cannot be told. Never too small: letters are taken as wider than they are.
 */
export function minContentBound(styles: PageStyles, element: PageElement): number {
  return remembered(styles, element).content
}

interface Bound {
  readonly content: number
  readonly contribution: number
}

// It hangs on no width around it, and is asked for at every width of the viewport.
const known = new WeakMap<PageStyles, Map<number, Bound>>()

function remembered(styles: PageStyles, element: PageElement): Bound {
  const byIndex = known.get(styles) ?? new Map<number, Bound>()
  known.set(styles, byIndex)
  let bound = byIndex.get(element.index)
  if (!bound) {
    const bounds = new Bounds(styles, element)
    bound = { content: bounds.contentOf(element, DEEPEST), contribution: bounds.outerOf(element, DEEPEST) }
    byIndex.set(element.index, bound)
  }
  return bound
}

/** The same with all around the element, its minimum and its own width: what it asks for at least of a track it stands in. */
export function minContributionBound(styles: PageStyles, element: PageElement): number {
  return remembered(styles, element).contribution
}

class Bounds {
  private readonly letter: number
  private readonly longest: number

  constructor(
    private readonly styles: PageStyles,
    top: PageElement,
  ) {
    const sizes = inside(top).map((each) => {
      const style = styles.of(each)
      return (
        (lengthOf(style, 'font-size', null) ?? 0) * WIDEST_LETTER +
        Math.max(0, lengthOf(style, 'letter-spacing', null) ?? 0)
      )
    })
    this.letter = Math.max(0, ...sizes)
    this.longest = Math.max(
      0,
      ...this.text(top)
        .split(/\s+/)
        .map((word) => word.length),
    )
  }

  /** What is written in an element, tags left out: where words meet across tags, they count as one. */
  private text({ place }: PageElement): string {
    if (!place) return ''
    return this.styles.page.text.slice(place.contentFrom, place.contentTo).replace(/<[^>]*>/g, '')
  }

  contentOf(element: PageElement, depth: number): number {
    const style = this.styles.of(element)
    const display = computed(style, 'display')
    if (depth === 0 || /table|-webkit-|ruby|grid/.test(display)) return Infinity
    if (computed(style, 'writing-mode') !== 'horizontal-tb') return Infinity
    if (isReplaced(element) || style.matched.rules.some(({ pseudo }) => pseudo === 'before' || pseudo === 'after'))
      return Infinity
    const keeps = computed(style, 'text-wrap-mode') === 'nowrap'
    const letters = keeps ? this.text(element).replace(/\s+/g, ' ').length : this.longest
    const boxes = element.children.map((child) => this.outerOf(child, depth - 1))
    const together =
      keeps || (display.endsWith('flex') && computed(style, 'flex-wrap') === 'nowrap')
        ? boxes.reduce((sum, each) => sum + each, 0)
        : largest(boxes)
    return Math.max(letters * this.letter, together)
  }

  outerOf(element: PageElement, depth: number): number {
    const style = this.styles.of(element)
    if (computed(style, 'display') === 'none' || isOutOfFlow(style)) return 0
    const edges = edgesOf(style, 0)
    const limits = edges && limitsOf(style, 0, edges)
    if (!edges || !limits) return Infinity
    const margins = (['margin-left', 'margin-right'] as const)
      .map((name) => lengthOf(style, name, 0) ?? 0)
      .reduce((sum, margin) => sum + Math.max(0, margin), 0)
    const width = lengthOf(style, 'width', null)
    const content = width === null ? this.contentOf(element, depth) : width
    return Math.max(limits.min, content) + sumOfEdges(edges) + margins
  }
}

function inside(top: PageElement): PageElement[] {
  const found = [top]
  for (const each of found) for (const child of each.children) found.push(child)
  return found
}

// A page may have more elements than a call may have arguments.
const largest = (numbers: readonly number[]) => numbers.reduce((most, each) => Math.max(most, each), 0)
