import { advanceOf } from '../advances/advance.ts'
import type { Cascade } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { Page } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { memo } from '../text/memo.ts'
import { pictureSizes, type PictureSize } from './pictures.ts'

/** What can be measured of the content of a page. */
export interface Measures {
  readonly pictureSize: PictureSize
  /** Whether any font is at hand: where none is, text need not be looked at. */
  readonly knowsWords: boolean
  /** How wide a text without line breaks is, px; null where its font is not at hand. */
  readonly advance: (cascade: Cascade, style: ElementStyle, text: string) => number | null
}

/** Nothing is known of what stands in boxes. */
export const NOT_MEASURED: Measures = { pictureSize: () => null, knowsWords: false, advance: () => null }

/** Pictures alone. */
export const onlyPictures = (pictureSize: PictureSize): Measures => ({ ...NOT_MEASURED, pictureSize })

// What is found out by measures is remembered beside them, so that they stay while the files and the page do.
const known = memo(
  (_files: SiteSnapshot['files']) => new Map<SitePath, { readonly page: Page; readonly measures: Measures }>(),
)

/** The measures of a page's content, from the files of the site. */
export function measuresOf(site: SiteSnapshot, path: SitePath): Measures {
  const page = site.page(path)
  const found = known(site.files).get(path)
  if (found?.page === page) return found.measures
  const { files } = site
  const measures: Measures = {
    pictureSize: pictureSizes(site, path),
    knowsWords: [...files.values()].some(({ font }) => font),
    advance: (cascade, style, text) => advanceOf(cascade, files, style, text),
  }
  known(files).set(path, { page, measures })
  return measures
}
