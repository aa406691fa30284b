import type { SitePath } from '../paths/paths.ts'
import { commonVersion, partsOf } from './share.ts'
import type { SiteView } from './view.ts'

/** A shared part, as the bench lists it. */
export interface PartView {
  readonly name: string
  readonly pages: readonly SitePath[]
  /** Pages whose version differs, or whose closing comment is missing. */
  readonly drifted: readonly SitePath[]
  /** The page that the common version is taken from, and its text. */
  readonly from: SitePath
  readonly text: string
}

/** Every shared part of a site, with the pages that have drifted. */
export function partViews(site: SiteView): PartView[] {
  return [...partsOf(site)].map(([name, places]) => {
    const common = commonVersion(site, places)
    const drifted = places.filter(({ path, place }) => !place.block || common?.forms.get(path) !== common?.form)
    return {
      name,
      pages: places.map(({ path }) => path),
      from: common?.block.path ?? places[0]!.path,
      text: common?.block.text ?? '',
      drifted: drifted.map(({ path }) => path),
    }
  })
}
