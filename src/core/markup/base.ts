import { targetOf, type SitePath } from '../paths/paths.ts'
import { elementsNamed, type Page } from './tree.ts'

/** Where a page's relative references start from: the page itself, unless a `base` element of it leads elsewhere in the site. */
export function basePath(path: SitePath, page: Page): SitePath {
  const base = elementsNamed(page, 'base').find((element) => element.attributes.has('href'))
  const target = base ? targetOf(path, base.attributes.get('href')!) : null
  return target?.kind === 'site' ? target.path : path
}
