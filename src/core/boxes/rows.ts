import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { computed, lengthOf } from './box-style.ts'
import { isFloat, isOutOfFlow } from './kinds.ts'
import { NOT_MEASURED, type Measures } from './measures.ts'
import { outerWidth, type KnownBox, type UsedBox } from './used-box.ts'

/** What puts boxes into one line. */
export type RowKind = 'floats' | 'flex' | 'grid' | 'inline-blocks'

/** A box of a row. */
export interface RowMember {
  readonly index: number
  readonly box: KnownBox
  /** With its margins, px. */
  readonly outer: number
  /** On which line it comes to stand, from 0. */
  readonly line: number
}

/** Boxes that are meant to share a line, and whether they do. Px. */
export interface Row {
  /** The element that holds them. */
  readonly container: number
  readonly kind: RowKind
  readonly members: readonly RowMember[]
  /** The container's inner width. */
  readonly room: number
  /** All outer widths and gaps together; of a grid, those of its first line. */
  readonly sum: number
  /** Between two members. */
  readonly gap: number
  /** Whether all stand on one line within the room. */
  readonly holds: boolean
  /** Whether the container lets them go to further lines. */
  readonly wraps: boolean
}

/** Browsers count in 64ths of a px: sums that differ by less are equal. */
const EXACT = 1 / 64 + 1e-6

/** The rows of a page whose widths are all known; `boxes` as {@link usedWidths} gives them. */
export function rowsOf(
  styles: PageStyles,
  boxes: readonly (UsedBox | null)[],
  groups: readonly RowGroup[] = rowGroups(styles),
  measures: Measures = NOT_MEASURED,
): Row[] {
  return groups.flatMap((group) => {
    const box = boxes[group.container.index]
    return box?.known ? rowOf(styles, box, group, boxes, measures) : []
  })
}

/** Boxes that share a line, whatever their widths. */
export interface RowGroup {
  readonly container: PageElement
  readonly kind: RowKind
  readonly members: readonly PageElement[]
}

/** All that share a line on a page. */
export function rowGroups(styles: PageStyles): RowGroup[] {
  return styles.page.elements.flatMap((container) => rowGroupsIn(styles, container))
}

/** The same of one container. */
export function rowGroupsIn(styles: PageStyles, container: PageElement): RowGroup[] {
  return groupsIn(styles, container).map((group) => ({ container, ...group }))
}

export type Group = Omit<RowGroup, 'container'>

/** The runs of boxes beside each other among an element's children. */
export function groupsIn(styles: PageStyles, container: PageElement): Group[] {
  const display = computed(styles.at(container.index), 'display')
  const children = container.children.filter((child) => {
    const style = styles.at(child.index)
    return computed(style, 'display') !== 'none' && !isOutOfFlow(style)
  })
  if (display.endsWith('flex'))
    return computed(styles.at(container.index), 'flex-direction').startsWith('row') && children.length > 1
      ? [{ kind: 'flex', members: children }]
      : []
  if (display.endsWith('grid')) return children.length > 1 ? [{ kind: 'grid', members: children }] : []
  if (display.includes('table')) return []
  return runs(styles, container, children).filter(({ members }) => members.length > 1)
}

function runs(styles: PageStyles, container: PageElement, children: readonly PageElement[]): Group[] {
  const groups: { kind: RowKind; members: PageElement[] }[] = []
  let open = null as (typeof groups)[number] | null
  let before: PageElement | null = null
  for (const child of children) {
    const style = styles.at(child.index)
    const kind = isFloat(style) ? 'floats' : computed(style, 'display').startsWith('inline-') ? 'inline-blocks' : null
    if (kind === null) open = null
    else if (open?.kind === kind && computed(style, 'clear') === 'none' && !textBetween(container, before, child))
      open.members.push(child)
    else groups.push((open = { kind, members: [child] }))
    before = child
  }
  return groups
}

function textBetween(container: PageElement, a: PageElement | null, b: PageElement): boolean {
  const [from, to] = [a?.place?.to ?? -1, b.place?.from ?? -1]
  return container.texts.some((text) => text.from >= from && text.to <= to)
}

function rowOf(
  styles: PageStyles,
  { content: room }: KnownBox,
  { container, kind, members }: RowGroup,
  boxes: readonly (UsedBox | null)[],
  measures: Measures,
): Row[] {
  const style = styles.at(container.index)
  const known = members.flatMap(({ index }) => {
    const box = boxes[index]
    return box?.known ? [{ index, box, outer: outerWidth(box) }] : []
  })
  const gap = gapIn(styles, { container, kind, members }, room, measures)
  if (known.length < members.length || gap === null) return []
  const wraps = mayWrap(style, kind)
  const lines = linesOf(
    known.map(({ outer }) => outer),
    room,
    gap,
    wraps,
  )
  const counted = kind === 'grid' ? known.filter((_, at) => lines[at] === 0) : known
  const sum = counted.reduce((all, { outer }) => all + outer, gap * (counted.length - 1))
  return [
    {
      container: container.index,
      kind,
      members: known.map((member, at) => ({ ...member, line: lines[at]! })),
      room,
      sum,
      gap,
      wraps,
      holds: sum <= room + EXACT,
    },
  ]
}

/** What stands between two members, px; null where only a browser can tell. */
function gapIn(
  styles: PageStyles,
  { container, kind, members }: RowGroup,
  room: number,
  measures: Measures,
): number | null {
  const style = styles.at(container.index)
  if (kind === 'flex' || kind === 'grid') return lengthOf(style, 'column-gap', room) ?? 0
  if (kind === 'floats' || lengthOf(style, 'font-size', null) === 0) return 0
  const { text } = styles.page
  const spaces = members.slice(1).map(({ place }, at) => {
    const before = members[at]!.place
    return before && place ? /\s/.test(text.slice(before.to, place.from).replace(/<!--[\s\S]*?-->/g, '')) : null
  })
  if (spaces.includes(null) || new Set(spaces).size > 1 || computed(style, 'white-space-collapse') !== 'collapse')
    return null
  return spaces[0] ? measures.advance(styles.cascade, style, ' ') : 0
}

function mayWrap(style: ElementStyle, kind: RowKind): boolean {
  if (kind === 'inline-blocks') return computed(style, 'text-wrap-mode') !== 'nowrap'
  return kind !== 'flex' || computed(style, 'flex-wrap') !== 'nowrap'
}

/** On which line each of some outer widths comes to stand, one after another. */
export function linesOf(outers: readonly number[], room: number, gap: number, wraps: boolean): number[] {
  let line = 0
  let used = 0
  return outers.map((outer, at) => {
    const more = used === 0 ? outer : used + gap + outer
    if (at > 0 && wraps && more > room + EXACT) {
      line++
      used = outer
    } else used = more
    return line
  })
}
