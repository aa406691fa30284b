import { isFont, targetOf, type SitePath, type Target } from '../../paths/paths.ts'
import { addressesIn } from '../../sheet/references.ts'
import type { FitSite } from '../fit-site.ts'
import { leadsOut } from './lost.ts'

/** A picture that a stylesheet names and that is not there. */
export interface LostPicture {
  readonly file: SitePath
  readonly from: number
  readonly to: number
  readonly url: string
  readonly target: Target
  /** Whether it would stand where nothing was brought in. */
  readonly leadsOut: boolean
}

/** Pictures that stylesheets name, seen from the stylesheet's own folder, that lead to no file. Of the looks, the worn one counts. */
export function picturesLost(site: FitSite): LostPicture[] {
  return site.model.sheetTexts
    .filter(({ doc, path }) => doc === site.model.docOf(path))
    .flatMap(({ path: file, text }) =>
      addressesIn(text).flatMap(({ url, from, to, kind }) => {
        const target = targetOf(file, url)
        const isLost =
          target.kind === 'local' || (target.kind === 'site' && !isFont(target.path) && !site.has(target.path))
        if (kind !== 'image' || !isLost) return []
        return [{ file, from, to, url, target, leadsOut: leadsOut(site, file, file, { url, target }) }]
      }),
    )
}
