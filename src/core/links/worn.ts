import { Surfaces } from '../contrast/surface.ts'
import { isLink } from '../markup/hyperlink.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { reachOf } from '../selectors/reach.ts'
import { statesOf } from '../selectors/states.ts'
import { linkAround } from '../states/links.ts'
import type { Viewport } from '../values/media.ts'
import { SignsOfPage } from './kind-sign.ts'
import { stylesInStates } from './link-states.ts'
import type { Wearable, WornOn, WornRule } from './wearable.ts'
import { wornChanges, type WornChange } from './worn-changes.ts'

/** What wearing a state changes on a page. */
export function wornOn(
  site: SiteSnapshot,
  path: SitePath,
  viewport: Viewport,
  state: Wearable,
  subject: WornOn,
): WornRule[] {
  const found = targetsOf(site, path, viewport, subject)
  // What stands in a link is pointed at itself; what is visited or focused is the link.
  const targets =
    state === 'visited' || state === 'focus-visible' ? found.map((each) => linkAround(each) ?? each) : found
  if (targets.length === 0 || (state === 'visited' && !targets.some(isLink))) return []
  const rest = site.stylesOf(path, viewport)
  const worn = site.stylesInState(path, statesOf(targets, state), viewport)
  return alike(wornChanges(rest, worn, rest.page.elements, state === 'visited'))
}

function targetsOf(site: SiteSnapshot, path: SitePath, viewport: Viewport, subject: WornOn): readonly PageElement[] {
  const page = site.page(path)
  const links = () => page.elements.filter(isLink)
  switch (subject.on) {
    case 'links':
      return links()
    case 'kind': {
      const like = site.pagePaths.includes(subject.page) ? site.page(subject.page).elements[subject.index] : undefined
      if (!like || !isLink(like)) return []
      const { key } = signsOf(site, subject.page, viewport).of(like)
      const signs = signsOf(site, path, viewport)
      return links().filter((link) => signs.of(link).key === key)
    }
    case 'selector':
      return reachOf(page, subject.selector)
    case 'element':
      return subject.page === path ? page.elements.slice(subject.index, subject.index + 1) : []
  }
}

const signsOf = (site: SiteSnapshot, path: SitePath, viewport: Viewport) =>
  new SignsOfPage(path, stylesInStates(site, path, viewport), new Surfaces())

/** Changes that are the same put together. */
function alike(changes: readonly WornChange[]): WornRule[] {
  const rules = new Map<string, WornRule & { indices: number[] }>()
  for (const { element, pseudo, values } of changes) {
    const key = `${pseudo} ${JSON.stringify(values)}`
    const rule = rules.get(key) ?? { indices: [], pseudo, values }
    rules.set(key, rule)
    rule.indices.push(element.index)
  }
  return [...rules.values()]
}
