import type { SiteSnapshot } from '../model/snapshot.ts'
import { reachOf } from '../selectors/reach.ts'
import { parseSheet } from '../sheet/parse.ts'
import { gather, type Gathered } from './gather-colors.ts'
import { swatchReach } from './uses.ts'

export const colorQuestions = {
  /** Colours written directly in the sheet, those nearer than `threshold` (OKLab) to each other together. */
  gathered: (site: SiteSnapshot, { threshold }: { threshold: number }): Gathered[] =>
    gather(site.sheet(site.sheetPath) ?? parseSheet(''), threshold),
  /** Where a swatch is used: in the sheet, and on which elements. */
  swatchReach: (site: SiteSnapshot, { name }: { name: string }) =>
    swatchReach(site.sheet(site.sheetPath) ?? parseSheet(''), name, site.pagePaths, (page, selector) =>
      reachOf(site.page(page), selector).map(({ index }) => index),
    ),
}
