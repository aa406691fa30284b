import { sheetsOf } from '../edit/sheets.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { reachOf } from '../selectors/reach.ts'
import { gatherAmong, type Gathered } from './gather-colors.ts'
import { swatchReach } from './uses.ts'

export const colorQuestions = {
  /** Colours written directly in the sheet and what it imports, those nearer than `threshold` (OKLab) to each other together. */
  gathered: (site: SiteSnapshot, { threshold }: { threshold: number }): Gathered[] =>
    gatherAmong(sheetsOf(site), threshold),
  /** Where a swatch is used: in the sheet and what it imports, and on which elements. */
  swatchReach: (site: SiteSnapshot, { name }: { name: string }) =>
    swatchReach(sheetsOf(site), name, site.pagePaths, (page, selector) =>
      reachOf(site.page(page), selector).map(({ index }) => index),
    ),
}
