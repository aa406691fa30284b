import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import type { Viewport } from '../values/media.ts'
import { linkListOf } from './link-lists.ts'
import type { MenuOnPage } from './menu-look.ts'

/** A list of links: what finds it and its like, and one of them. */
export interface MenuPlace {
  readonly selector: string
  readonly page: SitePath
  readonly index: number
}

/** A list of links with its styles; null when it is not there any more. */
export function menuAt(site: SiteSnapshot, { page, index }: MenuPlace, viewport: Viewport): MenuOnPage | null {
  if (!site.pagePaths.includes(page)) return null
  const styles = site.stylesOf(page, viewport)
  const element = styles.page.elements[index]
  const list = element && linkListOf(styles.page, element)
  return list ? { ...list, styles } : null
}
