import type { SiteSnapshot } from '../model/snapshot.ts'
import type { Viewport } from '../values/media.ts'
import { wordsOf } from '../markup/words.ts'
import { missedBy, roleSpecimens, sizesOf, type RoleSpecimen } from './roles.ts'
import { readPages } from '../model/read-pages.ts'
import { unusedFaces } from './used-faces.ts'

/** How many letters of how many pages tell how often each occurs. */
const PROSE_PAGES = 20
const PROSE_LETTERS = 4000

interface SelectorAsk {
  readonly selector: string
  readonly viewport: Viewport
}

export const typeQuestions = {
  /** Words of the site for each role of text. */
  *specimens(site: SiteSnapshot, { viewport }: { viewport: Viewport }): Generator<null, RoleSpecimen[], void> {
    yield* readPages(site)
    return roleSpecimens(site, viewport)
  },
  /** Text that looks like a role's and is not reached by its rule. */
  missed: (site: SiteSnapshot, { selector, joined, viewport }: SelectorAsk & { joined: readonly string[] }) =>
    missedBy(site, selector, joined, viewport),
  /** What font sizes a selector comes to. */
  sizes: (site: SiteSnapshot, { selector, viewport }: SelectorAsk) => sizesOf(site, selector, viewport),
  /** Places of the faces of the sheet that nothing uses. */
  unusedFaces: (site: SiteSnapshot): number[] => {
    const sheet = site.sheet(site.sheetPath)
    if (!sheet) return []
    const others = site.wornSheets.filter(({ path }) => path !== site.sheetPath).map(({ sheet: { text } }) => text)
    const { sheetPath, pagePaths } = site
    const found = unusedFaces(sheet, { sheetPath, pagePaths, page: (path) => site.page(path), others })
    return found.map(({ rule }) => rule.from)
  },
  /** Words of the pages, for how often letters occur. */
  prose: (site: SiteSnapshot): string =>
    site.pagePaths
      .slice(0, PROSE_PAGES)
      .map((path) => wordsOf(site.page(path), site.page(path).root, PROSE_LETTERS))
      .join(' '),
}
