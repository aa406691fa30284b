import { isImage, targetOf, type SitePath } from '../../paths/paths.ts'
import { addressesIn } from '../../sheet/references.ts'
import type { FitSite } from '../fit-site.ts'

/** The image files that pages or the sheet show, with the pages (or the stylesheet) that show them. */
export function shownImages(site: FitSite): Map<SitePath, SitePath[]> {
  const shown = new Map<SitePath, SitePath[]>()
  const add = (image: SitePath, by: SitePath) => {
    const there = shown.get(image) ?? []
    if (!there.includes(by)) shown.set(image, [...there, by])
  }
  for (const page of site.allPages)
    for (const { file } of page.referencesOf('image', 'media', 'other', 'font'))
      if (file !== null && isImage(file)) add(file, page.path)
  for (const { path, text } of site.model.sheetTexts) {
    for (const { url } of addressesIn(text)) {
      const target = targetOf(path, url)
      if (target.kind === 'site' && isImage(target.path) && site.has(target.path)) add(target.path, path)
    }
  }
  return shown
}
