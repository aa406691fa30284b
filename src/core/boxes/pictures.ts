import { basePath } from '../markup/base.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'
import type { PageElement } from '../markup/tree.ts'

/** The own size of a picture, in px; null where it is not known. */
export type PictureSize = (element: PageElement) => { readonly width: number; readonly height: number } | null

/** The own sizes of the pictures of a page, from the files of the site. Where a page offers several files for one, none is known. */
export function pictureSizes(site: SiteSnapshot, path: SitePath): PictureSize {
  const base = basePath(path, site.page(path))
  const { files } = site
  return ({ attributes, parent }) => {
    const source = attributes.get('src')
    if (source === undefined || attributes.has('srcset') || parent?.tag === 'picture') return null
    const target = targetOf(base, source)
    return target.kind === 'site' ? (files.get(target.path)?.pixels ?? null) : null
  }
}
