import type { Found, SiteRule } from '../finding.ts'
import type { Page } from '../../markup/tree.ts'
import { isPage } from '../../paths/paths.ts'
import { fragmentOf } from '../../paths/url.ts'
import { memo } from '../../text/memo.ts'
import { isUnchecked, leadRight, lostMessage } from './lost.ts'
/** A link to a page, a place or a file that is not there. */
export const pageLinkBroken: SiteRule = {
  id: 'page-link-broken',
  severity: 'error',
  prevents: 'loading',
  title: 'A link leads nowhere',
  explanation: 'Visitors who follow it get an error page, or stay where they are.',
  // Nobody wants it otherwise.
  plain: () => true,
  scope: 'site',
  check: (site) =>
    site.allPages.flatMap((page) =>
      page
        .referencesOf('link', 'script', 'media')
        .filter(({ file, url }) => file === null || url.includes('#'))
        .flatMap((reference): Found[] => {
          const { kind, element, url, file, target } = reference
          if ((kind === 'media' && element.parent?.tag === 'picture') || isUnchecked(page, reference)) return []
          const at = () => ({ file: page.path, from: reference.from, to: reference.to })
          if (target.kind === 'local' || (target.kind === 'site' && file === null))
            return [{ ...at(), ...lostMessage(page, reference, kind === 'link' ? 'the page' : 'the file') }]
          // Places on pages: only links to pages of the site name them.
          const fragment = fragmentOf(url)
          const holder = target.kind === 'self' ? page : file !== null && isPage(file) ? page.site.page(file) : null
          if (
            kind !== 'link' ||
            !holder ||
            !fragment ||
            /^(?:top|:~:)/i.test(fragment) ||
            placesOf(holder.page).has(fragment)
          )
            return []
          return [
            {
              ...at(),
              cause: `Links lead to places on ${holder.path} that are not there.`,
              message: `“${url}” leads to a place called “${fragment}”, and nothing ${holder === page ? 'on this page' : `on ${holder.path}`} has that id.`,
            },
          ]
        }),
    ),
  fix: leadRight,
}

/** Names that fragments can lead to: ids, and the names of old-style anchors. */
const placesOf = memo((page: Page): ReadonlySet<string> => {
  const places = new Set<string>()
  for (const { id, tag, attributes } of page.elements) {
    if (id !== '') places.add(id)
    const name = tag === 'a' ? attributes.get('name') : undefined
    if (name !== undefined) places.add(name)
  }
  return places
})
