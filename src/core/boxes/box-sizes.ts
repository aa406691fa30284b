import { describeElement } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { DESK } from '../values/media.ts'
import { computed, lengthOf } from './box-style.ts'
import { isOutOfFlow } from './kinds.ts'
import { firstBox } from './measure.ts'
import { pictureSizes } from './pictures.ts'
import { usedHeights } from './used-heights.ts'
import { WidthsOfPage } from './widths-of-page.ts'

/** What a percentage is taken from. */
export interface Base {
  readonly name: string
  readonly px: number
}

/** What the sizes that are told of a box come to, px, and what percentages among them are taken from. Null where nobody knows. */
export interface BoxSizes {
  readonly across: Base | null
  readonly down: Base | null
  /** By property: widths, heights and their limits; those that say no length are left out. */
  readonly px: Readonly<Record<string, number>>
  /** What sets the box: a flex or grid container, or the flow. */
  readonly setBy: 'flex' | 'grid' | 'flow'
}

const ACROSS = ['width', 'min-width', 'max-width'] as const
const DOWN = ['height', 'min-height', 'max-height'] as const

/** The sizes of the first box that a selector finds; null where no page has it. */
export function boxSizes(
  site: SiteSnapshot,
  selector: string,
  wanted: SitePath | null,
  width: number,
): BoxSizes | null {
  const found = firstBox(site, selector, wanted)
  if (!found) return null
  const { path, element } = found
  const styles = site.stylesOf(path, { width, height: DESK.height })
  const style = styles.at(element.index)
  const { boxes } = new WidthsOfPage(site, path).at(width)
  const heights = usedHeights(styles, boxes, pictureSizes(site, path))
  const around = aroundOf(boxes, element)
  const holder = around && boxes[around.index]
  const high = around && heights[around.index]
  const told = around && computed(styles.at(around.index), 'height') !== 'auto'
  const across: Base | null = isOutOfFlow(style)
    ? null
    : around
      ? holder?.known
        ? { name: describeElement(around), px: holder.content }
        : null
      : { name: 'the window', px: width }
  const down: Base | null = isOutOfFlow(style)
    ? null
    : around
      ? told && high?.known
        ? { name: describeElement(around), px: high.content }
        : null
      : { name: 'the window', px: DESK.height }
  const px: Record<string, number> = {}
  for (const [names, base] of [
    [ACROSS, across],
    [DOWN, down],
  ] as const)
    for (const name of names) {
      const length = lengthOf(style, name, base?.px ?? null)
      if (length !== null) px[name] = length
    }
  const display = around ? computed(styles.at(around.index), 'display') : ''
  return { across, down, px, setBy: display.endsWith('flex') ? 'flex' : display.endsWith('grid') ? 'grid' : 'flow' }
}

/** The nearest element around one that has a box: its containing block in the flow. */
function aroundOf(boxes: readonly unknown[], element: PageElement): PageElement | null {
  for (let at = element.parent; at; at = at.parent) if (boxes[at.index]) return at
  return null
}
