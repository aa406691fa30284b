import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { memo } from '../text/memo.ts'
import { computed, lengthOf } from './box-style.ts'
import { isFloat, isolatesFloats } from './kinds.ts'
import { rowGroupsIn, type RowGroup } from './rows.ts'
import type { UsedBox } from './used-box.ts'
import { onlyPictures } from './measures.ts'
import type { PictureSize } from './pictures.ts'
import { layOut } from './used-widths.ts'

/** What of a style matters to rows. Elements that look alike share their style, so it is found once. */
const kindOf = memo((style: ElementStyle) => ({
  floats: isFloat(style),
  isRow: /(?:flex|grid)$/.test(computed(style, 'display')),
  /** The least px it says of its width, whatever stands around it. */
  tells: Math.max(lengthOf(style, 'width', null) ?? 0, lengthOf(style, 'min-width', null) ?? 0),
}))

/** Which of some elements float. */
export function floatsAmong(styles: PageStyles, elements: readonly PageElement[]): PageElement[] {
  return elements.filter(({ index }) => kindOf(styles.at(index)).floats)
}

/** Which of some elements say of themselves that they are wider than so many px; `others` are taken along. */
export function widerThan(
  styles: PageStyles,
  elements: readonly PageElement[],
  px: number,
  others: readonly PageElement[],
): PageElement[] {
  return elements.filter((element) => others.includes(element) || kindOf(styles.at(element.index)).tells > px)
}

/** The rows that floats, flex and grid containers among some elements make: as `rowGroups` gives them, without those of inline-blocks. */
export function rowsAmong(styles: PageStyles, elements: readonly PageElement[]): RowGroup[] {
  const around = new Set<PageElement>()
  for (const element of elements) {
    const { floats, isRow } = kindOf(styles.at(element.index))
    if (isRow) around.add(element)
    if (floats && element.parent) around.add(element.parent)
  }
  return [...around].flatMap((container) =>
    rowGroupsIn(styles, container).filter(({ kind }) => kind !== 'inline-blocks'),
  )
}

/**
 * The widths of some boxes of a page and of those around them, by element index, at the viewport of the styles; all others are null. A
 * box that one of the page's `floats` may stand beside is not known.
 */
export function laidInPart(
  styles: PageStyles,
  pictureSize: PictureSize,
  wanted: readonly PageElement[],
  floats: readonly PageElement[],
): readonly (UsedBox | null)[] {
  const chain = new Set<PageElement>()
  for (const element of wanted)
    for (let at: PageElement | null = element; at && !chain.has(at); at = at.parent) chain.add(at)
  const elements = [...chain].sort((a, b) => a.index - b.index)
  const beside: boolean[] = []
  for (const element of floats.length > 0 ? elements : [])
    if (isolatesFloats(styles.at(element.index)))
      beside[element.index] = floats.some((float) => isBefore(float, element))
  return layOut(styles, onlyPictures(pictureSize), styles.cascade.viewport.width, { elements, beside })
}

/** Whether a float stands before an element, and not around it. */
function isBefore(float: PageElement, element: PageElement): boolean {
  if (float.index >= element.index) return false
  for (let at: PageElement | null = element; at; at = at.parent) if (at === float) return false
  return true
}
