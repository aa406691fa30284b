import { basePath } from '../markup/base.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'
import type { PictureSize } from './used-widths.ts'

/** The own sizes of the pictures of a page, from the files of the site. Where a page offers several files for one, none is known. */
export function pictureSizes(site: SiteSnapshot, path: SitePath): PictureSize {
  const base = basePath(path, site.page(path))
  return ({ attributes, parent }) => {
    const source = attributes.get('src')
    if (source === undefined || attributes.has('srcset') || parent?.tag === 'picture') return null
    const target = targetOf(base, source)
    return target.kind === 'site' ? (site.files.get(target.path)?.pixels ?? null) : null
  }
}
