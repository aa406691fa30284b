import { importsOf } from '../cascade/import.ts'
import { isSheet, type SitePath } from '../paths/paths.ts'
import { rulesWithImports } from '../site/choose-sheet.ts'
import { DESK } from '../values/media.ts'
import { styleRules } from '../sheet/walk.ts'
import type { SiteSnapshot } from './snapshot.ts'
import { sheetsWorn } from './sheets-worn.ts'

/** A stylesheet of a site, by how many pages wear it on a screen, linked or imported. */
export interface SheetShare {
  readonly path: SitePath
  readonly pages: number
  readonly rules: number
  /** The same with those of what it imports for screens. */
  readonly withImports: number
  /** The stylesheets that import it. */
  readonly importedBy: readonly SitePath[]
}

/** Every stylesheet of a site, the most worn first. Hands back after each page. */
export function* sheetShares(site: SiteSnapshot): Generator<null, SheetShare[], void> {
  const counts = new Map<SitePath, number>()
  const importers = new Map<SitePath, Set<SitePath>>()
  const context = site.wearContext()
  for (const path of site.pagePaths) {
    const worn = sheetsWorn(path, site.page(path), context).flatMap(({ kind, file }) =>
      kind === 'external' ? [file] : [],
    )
    for (const file of new Set(worn)) counts.set(file, (counts.get(file) ?? 0) + 1)
    yield null
  }
  for (const { path, sheet } of site.wornSheets)
    for (const imported of importsOf(sheet, path))
      importers.set(imported, (importers.get(imported) ?? new Set()).add(path))
  const own = (path: SitePath) => {
    const sheet = site.sheet(path) ?? { rules: [] }
    return { imports: importsOf(sheet, path, DESK), rules: styleRules(sheet).length }
  }
  return [...site.files.keys()]
    .filter(isSheet)
    .map((path) => ({
      path,
      pages: counts.get(path) ?? 0,
      rules: own(path).rules,
      withImports: rulesWithImports(path, own),
      importedBy: [...(importers.get(path) ?? [])],
    }))
    .sort((a, b) => b.pages - a.pages || b.withImports - a.withImports || (a.path < b.path ? -1 : 1))
}
