import type { SitePath } from '../paths/paths.ts'
import type { Splice } from '../text/splice.ts'
import { attachSheet } from './attach.ts'
import type { SiteSnapshot } from './snapshot.ts'
import { wearReport, type WearReport } from './wear.ts'

/** A wear report without the page's tree, fit to be sent between threads. */
export type WearSummary = Omit<WearReport, 'fault'> & {
  readonly fault: Omit<NonNullable<WearReport['fault']>, 'link'> | null
}

/** How one page wears the sheet, and what of its own beats it. */
export function wearOf(site: SiteSnapshot, path: SitePath): WearReport {
  return wearReport(path, site.page(path), site.wearContext(), () => site.stylesOf(path))
}

/** The same, fit to be sent. */
export function wearSummary(site: SiteSnapshot, path: SitePath): WearSummary {
  const { fault, ...report } = wearOf(site, path)
  return { ...report, fault: fault && { id: fault.id, message: fault.message } }
}

/** The splices that attach the sheet, for each page that needs any. */
export function planAttach(site: SiteSnapshot, paths: readonly SitePath[]): { path: SitePath; splices: Splice[] }[] {
  return paths
    .map((path) => ({ path, splices: attachSheet(site.page(path), wearOf(site, path)) }))
    .filter(({ splices }) => splices.length > 0)
}
