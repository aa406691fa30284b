import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { reachOf } from '../selectors/reach.ts'
import { rowKey } from './fit-range.ts'
import { whatBreaks } from './row-words.ts'
import { WidthsOfPage } from './widths-of-page.ts'

/** A row that held, and would no longer. */
export interface NewlyBroken {
  readonly page: SitePath
  /** The row's first member, to be looked at. */
  readonly index: number
  /** `div#main drops under div#side`. */
  readonly says: string
}

/**
 * The rows that a changed sheet breaks at a viewport width, on all pages that have boxes of a selector; page by page, so that it
 * can be called off.
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

function onPage(before: SiteSnapshot, after: SiteSnapshot, path: SitePath, width: number): NewlyBroken[] {
  const rows = (site: SiteSnapshot) => new WidthsOfPage(site, path).at(width).rows
  const now = rows(after).filter((row) => !row.holds)
  if (now.length === 0) return []
  const held = new Set(rows(before).flatMap((row) => (row.holds ? [rowKey(row)] : [])))
  const page = after.page(path)
  return now
    .filter((row) => held.has(rowKey(row)))
    .map((row) => ({ page: path, index: row.members[0]!.index, says: whatBreaks(page, row) }))
}
