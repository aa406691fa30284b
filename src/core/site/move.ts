import { referencesIn } from '../markup/references.ts'
import { basePath } from '../markup/base.ts'
import { addressesIn } from '../sheet/references.ts'
import { NO_CHANGE, type SiteChange } from './change.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'
import { fileAt, retargetSheet } from './retarget.ts'
import { retargetPage } from './retarget-page.ts'
import { fileDoc, type Move } from './step.ts'
import type { SiteView } from './view.ts'

/**
 * Renames and moves files; every reference to them, and every reference in them, follows, in all pages, embedded styles,
 * style attributes and stylesheets. Nothing else of any text changes.
 */
export function planMoves(site: SiteView, moves: readonly Move[]): SiteChange {
  const names = new Map(moves.filter(({ from, to }) => from !== to).map(({ from, to }) => [from, to]))
  if (names.size === 0) return NO_CHANGE
  const moved = (path: SitePath) => names.get(path) ?? path
  const exists = (path: SitePath) => site.files.has(path)
  const texts = [
    ...site.pagePaths.map((path) => ({
      doc: fileDoc(path),
      splices: retargetPage(site.page(path), { from: path, to: moved(path), moved, exists }),
    })),
    ...site.sheetTexts.map(({ doc, path, text }) => ({
      doc,
      splices: retargetSheet(text, { from: path, to: moved(path), moved, exists }),
    })),
  ]
  return {
    texts: texts.filter(({ splices }) => splices.length > 0),
    moves: [...names].map(([from, to]) => ({ from, to })),
    creates: [],
  }
}

/** What refers to a file. */
export interface Referrer {
  readonly file: SitePath
  /** Offset of the reference in the file's text. */
  readonly offset: number
  readonly kind: string
}

/** Every reference that leads to one of these files, those from within them left aside: what deleting them would break. */
export function referrersTo(site: SiteView, paths: ReadonlySet<SitePath>): Referrer[] {
  const exists = (path: SitePath) => site.files.has(path)
  const leadsThere = (base: SitePath, url: string) => {
    const target = targetOf(base, url)
    const file = target.kind === 'site' ? fileAt(target.path, exists) : null
    return file !== null && paths.has(file)
  }
  const found: Referrer[] = []
  for (const file of site.pagePaths) {
    if (paths.has(file)) continue
    const page = site.page(file)
    const base = basePath(file, page)
    for (const { url, from, kind } of referencesIn(page))
      if (leadsThere(base, url)) found.push({ file, offset: from, kind })
  }
  const seen = new Set<SitePath>()
  for (const { path, text } of site.sheetTexts) {
    if (paths.has(path) || seen.has(path)) continue
    seen.add(path)
    for (const { url, from, kind } of addressesIn(text))
      if (leadsThere(path, url)) found.push({ file: path, offset: from, kind })
  }
  return found
}
