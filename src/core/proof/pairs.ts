import { grouped } from '../text/grouped.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import type { Splice } from '../text/splice.ts'

/**
 * The elements of a page and what they are after a change of its text: found by where their start tags come to stand, so that
 * elements that came or went do not put the others out of step. What the parser added itself is told by its tag and its turn.
 */
export function pairsOf(before: Page, after: Page, splices: readonly Splice[]): [PageElement, PageElement][] {
  // Most changes leave a page's text alone.
  if (before === after) return before.elements.map((element) => [element, element])
  const sorted = [...splices].sort((a, b) => a.from - b.from)
  const placed = new Map(after.elements.flatMap((element) => (element.place ? [[element.place.from, element]] : [])))
  const turns = grouped(
    after.elements.filter(({ place }) => !place),
    ({ tag }) => tag,
  )
  const pairs: [PageElement, PageElement][] = []
  let at = 0
  let shift = 0
  for (const element of before.elements) {
    const { place, tag } = element
    let other: PageElement | undefined
    if (place) {
      // In the order of the document places only grow, so each splice is passed once.
      for (; at < sorted.length && sorted[at]!.to <= place.from && sorted[at]!.from <= place.from; at++)
        shift += sorted[at]!.insert.length - (sorted[at]!.to - sorted[at]!.from)
      const next = sorted[at]
      const goes = next !== undefined && next.from <= place.from && next.to > place.from
      other = goes ? undefined : placed.get(place.from + shift)
    } else other = turns.get(tag)?.shift()
    if (other?.tag === tag) pairs.push([element, other])
  }
  return pairs
}
