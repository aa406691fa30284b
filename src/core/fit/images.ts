import type { FitSite } from './fit-site.ts'
import { shownImages } from './rules/shown-images.ts'
import { idOf } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import { widthLimit } from '../boxes/width-limit.ts'
import { isImage, type SitePath } from '../paths/paths.ts'

const WIDTH = idOf('width')

/** An image file of the site and where it is shown. */
export interface ImageView {
  readonly path: SitePath
  readonly size: number
  readonly pixels: { readonly width: number; readonly height: number } | null
  /** Pages that show it, and stylesheets that name it. */
  readonly shownOn: readonly SitePath[]
  /** The widest it is shown in the text of any page, in CSS px; 0 when it is not, or cannot be told. */
  readonly widest: number
}

/** Every image of the site, heaviest first. */
export function imagesOf(site: FitSite): ImageView[] {
  const shown = shownImages(site)
  return [...site.model.files.values()]
    .filter(({ path }) => isImage(path))
    .map(({ path, size, pixels }) => {
      const shownOn = shown.get(path) ?? []
      const widths = shownOn
        .filter((page) => site.model.pagePaths.includes(page))
        .flatMap((page) => {
          const { styles } = site.page(page)
          return site
            .page(page)
            .referencesOf('image')
            .filter(({ file, element }) => file === path && element.tag === 'img')
            .map(({ element }) => {
              const limit = widthLimit(styles, element)
              return pixels && resolvedValue(styles.of(element), WIDTH) === 'auto'
                ? Math.min(limit, pixels.width)
                : limit
            })
        })
      // Without a width of its own a picture is shown as wide as it is, where there is room.
      return { path, size, pixels, shownOn, widest: Math.round(Math.max(0, ...widths)) }
    })
    .sort((a, b) => b.size - a.size)
}
