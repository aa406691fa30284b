import { SiteSnapshot } from '../../src/core/model/snapshot.ts'
import type { FileInfo } from '../../src/core/site/view.ts'
import { isPage, isSheet } from '../../src/core/paths/paths.ts'

export const VIEWPORT = { width: 1280, height: 800 }

/** A file of which nothing but its path matters. */
export const fileInfo = (path: string): FileInfo => ({ path, size: 100, pixels: null })

/** A site in memory: texts by path; other files by their path alone, or with weight and dimensions. */
export function siteOf(
  texts: Readonly<Record<string, string>>,
  others: readonly (string | FileInfo)[] = [],
  sheetPath = 'css/site.css',
): SiteSnapshot {
  const files = [...Object.keys(texts), ...others].map((file) => (typeof file === 'string' ? fileInfo(file) : file))
  return SiteSnapshot.empty(VIEWPORT)
    .withFiles(files, sheetPath)
    .withTexts(Object.entries(texts).filter(([path]) => isPage(path) || isSheet(path)))
}
