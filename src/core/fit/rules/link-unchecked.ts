import type { Found, SiteRule } from '../finding.ts'
import type { FitSite } from '../fit-site.ts'
import { isUnchecked, outsideOf } from './lost.ts'
import { picturesLost } from './pictures-lost.ts'

/** A reference to where nothing was brought in. */
export const linkUnchecked: SiteRule = {
  id: 'link-unchecked',
  severity: 'note',
  prevents: 'loading',
  title: 'Links out of what was brought in',
  explanation:
    'What they lead to is not among these files, so nobody can say here whether they arrive. Bring that folder in as well, or try them where the site is published.',
  scope: 'site',
  check: (site) => [...inPages(site), ...inSheets(site)],
}

function inPages(site: FitSite): Found[] {
  return site.allPages.flatMap((page) =>
    page
      .referencesOf('link', 'script', 'media', 'image')
      .filter((reference) => isUnchecked(page, reference))
      .map((reference) => ({
        ...{ file: page.path, from: reference.from, to: reference.to },
        ...words(reference.url, outsideOf(site, reference), 'Links lead'),
      })),
  )
}

function inSheets(site: FitSite): Found[] {
  return picturesLost(site)
    .filter(({ leadsOut }) => leadsOut)
    .map(({ file, from, to, url, target }) => ({
      ...{ file, from, to },
      ...words(url, outsideOf(site, { url, target }), 'Addresses of pictures lead'),
    }))
}

const words = (url: string, outside: string, many: string) => ({
  cause: `${many} into ${outside}, which was not brought in; they have not been checked.`,
  message: `“${url}” leads into ${outside}, which was not brought in.`,
})
