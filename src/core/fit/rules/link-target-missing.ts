import { closestName, isSheet } from '../../paths/paths.ts'
import type { PageRule } from '../finding.ts'
import { attach, faultOf } from './link-faults.ts'
/** A link to a stylesheet that is not there. */
export const linkTargetMissing: PageRule = {
  id: 'link-target-missing',
  severity: 'error',
  prevents: 'arriving',
  title: 'The link names a sheet that is not there',
  explanation:
    'The name is misspelt, or the way to it is wrong for the page’s folder. Browsers show the page without it and say nothing.',
  cost: 60,
  // Nobody wants it otherwise.
  plain: () => true,
  scope: 'page',
  readsSheets: true,
  check: (page) => {
    const own = faultOf(page, ['link-target-missing'], 'The link to the sheet leads to a file that is not there.')
    const link = page.wear.fault?.link
    const others = page
      .referencesOf('sheet')
      .filter(
        ({ file, target, element }) =>
          element.tag === 'link' && file === null && target.kind === 'site' && element !== link,
      )
    const sheets = page.site.paths(isSheet)
    return [
      ...own,
      ...others.flatMap(({ url, target, from, to, element }) => {
        if (target.kind !== 'site' || page.wear.fault?.link === element) return []
        const closest = closestName(target.path, sheets)
        return [
          {
            file: page.path,
            from,
            to,
            cause: `Pages link to the stylesheet ${target.path}, which is not there.`,
            message: `“${url}” leads to ${target.path}, which is not there.${closest ? ` The closest name is ${closest}.` : ''}`,
          },
        ]
      }),
    ]
  },
  fix: (site, found) =>
    attach(
      site,
      found.filter(({ fixable }) => fixable),
    ),
}
