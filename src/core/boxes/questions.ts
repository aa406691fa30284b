import type { SiteSnapshot } from '../model/snapshot.ts'
import { readPages } from '../model/read-pages.ts'
import { comparePages, type SitePath } from '../paths/paths.ts'
import { boxSizes } from './box-sizes.ts'
import { boxTree, type TreeBox } from './box-tree.ts'
import { curesFor } from './cures.ts'
import { fitRangeOf, measureLine, nearestSelector } from './measure.ts'
import { newlyBroken } from './newly-broken.ts'
import { lineAsLaid, rowsOnPages, type LaidBox, type RowOfBox } from './row-on-page.ts'
import { sharesOf } from './shares.ts'
import { measureStack } from './stacks.ts'
import { boxTargets, type BoxTarget } from './targets.ts'

/** A box, looked for on this page first, at a viewport width in px. */
interface BoxAsk {
  readonly selector: string
  readonly page: SitePath | null
  readonly width: number
  /** While something is dragged: a new number for each state, so that it is asked again. */
  readonly dragged?: number
}

interface RowsAsk {
  readonly selector: string
  readonly pages: readonly SitePath[]
  readonly width: number
}

interface LaidAsk {
  readonly row: RowOfBox
  readonly selector: string
  readonly width: number
  readonly laid: readonly (LaidBox | null)[]
}

/** What hangs on how wide words are. */
export const widthQuestions = {
  /** The first box a selector finds, with those it shares a line with. */
  measureLine: (site: SiteSnapshot, { selector, page, width }: BoxAsk) => measureLine(site, selector, page, width),
  /** The rows of the box on each of these pages. */
  rowsOnPages: (site: SiteSnapshot, { selector, pages, width }: RowsAsk) => rowsOnPages(site, selector, pages, width),
  /** The measure line of a row as a frame has laid it out. */
  lineAsLaid: (site: SiteSnapshot, { row, selector, width, laid }: LaidAsk) =>
    lineAsLaid(site, row, selector, width, laid),
  /** What makes its row hold, where it does not. */
  cures: (site: SiteSnapshot, { selector, page, width }: BoxAsk) => curesFor(site, selector, page, width),
  /** The rows that a stylesheet breaks as it is told now, beside what it says when nothing is dragged. */
  newlyBroken: (site: SiteSnapshot, { selector, width, file, settled }: BoxAsk & { file: SitePath; settled: string }) =>
    newlyBroken(site.withText(file, settled), site, selector, width),
  /** What the sizes told of it come to. */
  boxSizes: (site: SiteSnapshot, { selector, page, width }: BoxAsk) => boxSizes(site, selector, page, width),
  /** The boxes that stand above and below it. */
  measureStack: (site: SiteSnapshot, { selector, page, width }: BoxAsk) => measureStack(site, selector, page, width),
  /** What its row and its stack share out. */
  shares: (site: SiteSnapshot, { selector, page, width }: BoxAsk) => sharesOf(site, selector, page, width),
  /** Over which viewport widths its row holds. */
  fitRange: (site: SiteSnapshot, { selector, page, width }: BoxAsk) => fitRangeOf(site, selector, page, width),
}

export const boxesQuestions = {
  /** The boxes the pages are made of. */
  *boxTargets(site: SiteSnapshot): Generator<null, BoxTarget[], void> {
    return boxTargets(yield* readPages(site))
  },
  /** The boxes of a page that have a name, nested as in it; of the site's first page where none is named. */
  boxTree: (site: SiteSnapshot, { page }: { page: SitePath | null }): TreeBox[] => {
    const path = page ?? site.pagePaths.toSorted(comparePages)[0]
    return path === undefined ? [] : boxTree(site.page(path))
  },
  /** A selector for the box that an element is, or the nearest around it that has an id or a class. */
  boxAt: (site: SiteSnapshot, { page, index }: { page: SitePath; index: number }): string | null => {
    const at = site.page(page).elements[index]
    return at ? nearestSelector(at) : null
  },
  ...widthQuestions,
}
