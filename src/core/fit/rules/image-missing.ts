import { isFont, targetOf } from '../../paths/paths.ts'
import { addressesIn } from '../../sheet/references.ts'
import type { Found, SiteRule } from '../finding.ts'
import type { FitSite } from '../fit-site.ts'
import { isUnchecked, leadRight, lostMessage } from './lost.ts'
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
        const { kind, file, target, from, to, element } = reference
        const picture =
          kind === 'image' || (kind === 'media' && element.tag === 'source' && element.parent?.tag === 'picture')
        const lost =
          file === null
            ? target.kind === 'site' || target.kind === 'local'
            : reference.url !== '' && target.kind === 'site' && target.path.endsWith('/')
        return picture && lost && reference.url !== '' && !isUnchecked(page, reference)
          ? [{ file: page.path, from, to, ...lostMessage(page, reference, 'the picture') }]
          : []
      }),
    ),
    ...inSheets(site),
  ],
  fix: leadRight,
}

/** Pictures that stylesheets name; their addresses are seen from the stylesheet's own folder. Of the looks, the worn one counts. */
function inSheets(site: FitSite): Found[] {
  return site.model.sheetTexts
    .filter(({ doc, path }) => doc === site.model.docOf(path))
    .flatMap(({ path, text }) =>
      addressesIn(text).flatMap(({ url, from, to, kind }) => {
        const target = targetOf(path, url)
        if (
          kind !== 'image' ||
          target.kind === 'elsewhere' ||
          target.kind === 'self' ||
          (target.kind === 'site' && (isFont(target.path) || site.has(target.path)))
        )
          return []
        if (target.kind === 'local')
          return [{ file: path, from, to, message: `“${url}” is a path on one computer’s disk; nobody else has it.` }]
        const closest = site.inOtherCase(target.path) ?? site.closestTo(target.path, 'image')
        return [
          {
            file: path,
            from,
            to,
            cause: `${target.path} is not there.`,
            message: `“${url}” leads to ${target.path}, which is not there. Addresses in a sheet start from the sheet’s own folder.${closest ? ` The closest name is ${closest}.` : ''}`,
          },
        ]
      }),
    )
}
