import { splitUrl } from '../../paths/url.ts'
import type { PageRule } from '../finding.ts'
import type { FitPage, Led } from '../fit-site.ts'
import { isUnchecked } from './lost.ts'
/** A reference to where nothing was brought in. */
export const linkUnchecked: PageRule = {
  id: 'link-unchecked',
  severity: 'note',
  prevents: 'loading',
  title: 'Links out of what was brought in',
  explanation:
    'What they lead to is not among these files, so nobody can say here whether they arrive. Bring that folder in as well, or try them where the site is published.',
  scope: 'page',
  check: (page) =>
    page
      .referencesOf('link', 'script', 'media', 'image')
      .filter((reference) => isUnchecked(page, reference))
      .map((reference) => ({
        file: page.path,
        from: reference.from,
        to: reference.to,
        cause: `Links lead into ${outsideOf(page, reference)}, which was not brought in; they have not been checked.`,
        message: `“${reference.url}” leads into ${outsideOf(page, reference)}, which was not brought in.`,
      })),
}

/** The place where nothing was brought in: a folder of the site that is not there, or one above its top. */
function outsideOf({ site }: FitPage, { target, url }: Led): string {
  const folder = target.kind === 'site' ? site.missingFolder(target.path) : null
  return folder ?? (/^(?:\.\.?\/)*/.exec(splitUrl(url).path)![0] || 'a folder above the top')
}
