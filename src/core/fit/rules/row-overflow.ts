import type { PageStyles } from '../../cascade/cascade.ts'
import { computed } from '../../boxes/box-style.ts'
import { rowKey } from '../../boxes/fit-range.ts'
import { rowSentence } from '../../boxes/row-words.ts'
import { laidInPart, rowsAmong } from '../../boxes/laid-in-part.ts'
import { pictureSizes } from '../../boxes/pictures.ts'
import { groupsIn, rowsOf, type Row, type RowGroup } from '../../boxes/rows.ts'
import { describeElement } from '../../markup/describe.ts'
import type { Found, PageRule } from '../finding.ts'
import type { FitPage } from '../fit-site.ts'
import { DESK } from '../../values/media.ts'
import { floatsOf, maybeRows } from './may-share-line.ts'
import { isLaidOut, usualWidths } from './usual-widths.ts'

/** Boxes that are meant to share a line and have not the room for it. */
export const rowOverflow: PageRule = {
  id: 'row-overflow',
  severity: 'warning',
  prevents: 'reading',
  title: 'A row has not the room it needs',
  explanation:
    'Its boxes with their paddings, borders and margins come to more than there is: the last drops below the others, or sticks out. Boxes shows the sum, and what helps.',
  scope: 'page',
  readsSheets: true,
  check: (page) => {
    if (!isLaidOut(page)) return []
    const maybe = maybeRows(page)
    if (maybe.length === 0) return []
    const groups = rowsAmong(page.someStyles, maybe).filter((group) => isMeant(page.someStyles, group))
    // On a narrow window floats come to stand under one another, which most people want: they are looked at on a desk.
    const floats = groups.filter(({ kind }) => kind === 'floats')
    return [
      ...inGroups(page, floats, [DESK.width]),
      ...inGroups(
        page,
        groups.filter(({ kind }) => kind !== 'floats'),
        usualWidths(page.page),
      ),
    ]
  },
}

function inGroups(page: FitPage, groups: readonly RowGroup[], widths: readonly number[]): Found[] {
  if (groups.length === 0) return []
  const seen = widths.map((width) => ({ width, rows: rowsAt(page, groups, width) }))
  return groups.flatMap((group) => inGroup(page, group, seen))
}

/** The rows of a page at a usual width. */
interface SeenRows {
  readonly width: number
  readonly rows: readonly Row[]
}

function rowsAt(page: FitPage, groups: readonly RowGroup[], width: number): Row[] {
  const styles = page.site.model.someStylesOf(page.path, { width, height: DESK.height })
  // A media query may set the boxes otherwise there.
  const here = groups.flatMap(({ container }) => groupsIn(styles, container).map((group) => ({ container, ...group })))
  const wanted = here.flatMap(({ container, members }) => [container, ...members])
  return rowsOf(
    styles,
    laidInPart(styles, pictureSizes(page.site.model, page.path), wanted, floatsOf(page, styles)),
    here,
  )
}

const keyOf = ({ container, members }: RowGroup) => `${container.index} ${members[0]!.index}`

/** More boxes than a layout has columns are a pattern that goes on from line to line (common practice). */
const MOST_COLUMNS = 4

/** Whether the boxes are meant to stand on one line: not where the container wraps, nor in a line of text or a long list. */
function isMeant(styles: PageStyles, { container, kind, members }: RowGroup): boolean {
  if (kind === 'floats') return members.length <= MOST_COLUMNS
  return kind === 'flex' && computed(styles.at(container.index), 'flex-wrap') === 'nowrap'
}

function inGroup(page: FitPage, group: RowGroup, all: readonly SeenRows[]): Found[] {
  const key = keyOf(group)
  const seen = all.flatMap(({ width, rows }) => {
    const row = rows.find((each) => rowKey(each) === key)
    return row ? [{ width, row }] : []
  })
  const broken = seen.filter(({ row }) => !row.holds)
  const holds = seen.some(({ row }) => row.holds)
  // Floats that hold nowhere are meant to stand beside each other all the same, where they are not one box again and again.
  const isColumns = group.kind === 'floats' && !areAlike(seen[0]?.row)
  const [first] = broken
  if (!first || !(holds || isColumns)) return []
  const { place } = group.container
  if (!place) return []
  const name = describeElement(group.container)
  return [
    {
      file: page.path,
      from: place.startTag.from,
      to: place.startTag.to,
      message: `In ${name}, on a window of ${first.width} px: ${rowSentence(page.page, first.row)}`,
      cause: `The row in ${name} has not the room it needs on a window of ${first.width} px.`,
    },
  ]
}

function areAlike(row: Row | undefined): boolean {
  return row?.members.every(({ outer }) => Math.abs(outer - row.members[0]!.outer) < 0.5) ?? true
}
