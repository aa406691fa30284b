import { describeElement } from '../markup/describe.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { reachOf } from '../selectors/reach.ts'
import { DESK } from '../values/media.ts'
import { rowKey } from './fit-range.ts'
import { pxWords, whatBreaks } from './row-words.ts'
import { sticksOutAt } from './sideways.ts'
import { WidthsOfPage, type LaidOut } from './widths-of-page.ts'

/** A row that held and would no longer, or a page that would begin to scroll sideways. */
export interface NewlyBroken {
  readonly what: 'row' | 'page'
  readonly page: SitePath
  /** The row's first member, or the box that sticks out, to be looked at. */
  readonly index: number
  /** `div#main drops under div#side`. */
  readonly says: string
}

/**
 * What a changed sheet breaks at a viewport width: rows, and pages that scroll sideways then; on all pages that have boxes of a
 * selector, page by page, so that it can be called off.
 */
export function* newlyBroken(
  before: SiteSnapshot,
  after: SiteSnapshot,
  selector: string,
  width: number,
): Generator<null, NewlyBroken[], void> {
  const found: NewlyBroken[] = []
  for (const path of after.pagePaths) {
    if (reachOf(after.page(path), selector).length > 0)
      for (const broken of onPage(before, after, path, width)) found.push(broken)
    yield null
  }
  return found
}

/** A page of a site as it is laid out. */
interface Laid {
  readonly site: SiteSnapshot
  readonly path: SitePath
  readonly width: number
  readonly laid: LaidOut
}

function onPage(before: SiteSnapshot, after: SiteSnapshot, path: SitePath, width: number): NewlyBroken[] {
  const laidOut = (site: SiteSnapshot): Laid => ({ site, path, width, laid: new WidthsOfPage(site, path).at(width) })
  const now = laidOut(after)
  const broken = now.laid.rows.filter((row) => !row.holds)
  const wide = sticksOut(now)
  if (broken.length === 0 && !wide) return []
  const was = laidOut(before)
  const held = new Set(was.laid.rows.flatMap((row) => (row.holds ? [rowKey(row)] : [])))
  const rows = broken.filter((row) => held.has(rowKey(row)))
  return [
    ...rows.map((row): NewlyBroken => ({
      what: 'row',
      page: path,
      index: row.members[0]!.index,
      says: whatBreaks(after.page(path), row),
    })),
    ...(wide && !sticksOut(was) ? [wide] : []),
  ]
}

function sticksOut({ site, path, width, laid }: Laid): NewlyBroken | null {
  const found = sticksOutAt(site.stylesOf(path, { width, height: DESK.height }), laid.boxes, width)
  if (!found) return null
  const says = `scrolls sideways, for ${describeElement(found.element)} sticks out by ${pxWords(found.by)} px`
  return { what: 'page', page: path, index: found.element.index, says }
}
