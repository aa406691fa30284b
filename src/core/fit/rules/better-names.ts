import type { SiteChange } from '../../site/change.ts'
import { planMoves } from '../../site/move.ts'
import { betterPath } from '../../site/names.ts'
import { isFont, isImage, isPage, isSheet, type SitePath } from '../../site/paths.ts'
import type { SiteView } from '../../site/view.ts'

/** Files that visitors' browsers ask for by name; a README or a server's own file may be called as it must be. */
export function isNamed(path: SitePath): boolean {
  return isPage(path) || isSheet(path) || isImage(path) || isFont(path) || /\.(?:js|mjs|mp4|webm|mp3|ogg|pdf)$/i.test(path)
}

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
