import type { SiteChange } from '../../site/change.ts'
import { planMoves } from '../../site/move.ts'
import { betterPath } from '../../paths/file-names.ts'
import type { SitePath } from '../../paths/paths.ts'
import type { SiteView } from '../../site/view.ts'

/** Gives files better names; all references follow. */
export function renameAll(site: SiteView, paths: readonly SitePath[]): SiteChange {
  const taken = new Set(site.files.keys())
  const moves = paths.map((from) => {
    const to = betterPath(from, (path) => taken.has(path))
    taken.add(to)
    return { from, to }
  })
  return planMoves(site, moves)
}
