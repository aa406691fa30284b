import type { Found, SiteRule } from '../finding.ts'
import type { FitSite } from '../fit-site.ts'
import { isUnchecked, leadRight, lostMessage } from './lost.ts'
import { picturesLost } from './pictures-lost.ts'

/** An image that is not there. */
export const imageMissing: SiteRule = {
  id: 'image-missing',
  severity: 'error',
  prevents: 'loading',
  title: 'An image is not there',
  explanation: 'Browsers show a broken picture, or nothing at all.',
  cost: 15,
  // Nobody wants it otherwise.
  plain: () => true,
  scope: 'site',
  check: (site) => [
    ...site.allPages.flatMap((page) =>
      page.referencesOf('image', 'media').flatMap((reference) => {
        const { kind, file, target, element } = reference
        const picture =
          kind === 'image' || (kind === 'media' && element.tag === 'source' && element.parent?.tag === 'picture')
        const lost =
          file === null
            ? target.kind === 'site' || target.kind === 'local'
            : reference.url !== '' && target.kind === 'site' && target.path.endsWith('/')
        return picture && lost && reference.url !== '' && !isUnchecked(page, reference)
          ? [
              {
                file: page.path,
                from: reference.from,
                to: reference.to,
                ...lostMessage(page, reference, 'the picture'),
              },
            ]
          : []
      }),
    ),
    ...inSheets(site),
  ],
  fix: leadRight,
}

function inSheets(site: FitSite): Found[] {
  return picturesLost(site)
    .filter((picture) => !picture.leadsOut)
    .map(({ file, from, to, url, target }) => {
      if (target.kind !== 'site')
        return { file, from, to, message: `“${url}” is a path on one computer’s disk; nobody else has it.` }
      const closest = site.inOtherCase(target.path) ?? site.closestTo(target.path, 'image')
      return {
        ...{ file, from, to },
        cause: `${target.path} is not there.`,
        message: `“${url}” leads to ${target.path}, which is not there. Addresses in a sheet start from the sheet’s own folder.${closest ? ` The closest name is ${closest}.` : ''}`,
      }
    })
}
