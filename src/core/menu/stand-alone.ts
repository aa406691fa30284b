import { freeName } from '../classes/class-names.ts'
import { changeClasses } from '../markup/attributes.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { plainName } from '../paths/file-names.ts'
import { nameOf } from '../paths/paths.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import type { MenuOnPage } from './menu-look.ts'
import type { MenuPlace } from './menu-place.ts'

/** Gives the list of one page a class of its own. */
export function standAlone(
  site: SiteSnapshot,
  { list }: MenuOnPage,
  { page, selector }: MenuPlace,
): { readonly selector: string; readonly change: SiteChange } {
  const tree = site.page(page)
  const taken = (name: string) =>
    site.pagePaths.some((path) => site.page(path).elements.some(({ classes }) => classes.includes(name)))
  const stem = `menu-${plainName(nameOf(page)).replace(/\.[^.]*$/, '')}`
  const name = freeName(stem, taken)
  const texts = [{ doc: site.docOf(page), splices: changeClasses(tree, list, [name]) }]
  const own = /[\w-]$/.test(selector) && !/[>+~\s,]\s*$/.test(selector) ? `${selector}.${name}` : `.${name}`
  return { selector: own, change: { ...NO_CHANGE, texts } }
}
