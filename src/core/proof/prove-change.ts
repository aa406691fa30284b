import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SiteChange } from '../site/change.ts'
import { prove, type ProofProgress } from './proof.ts'

/** Compares a site with what a change would make of it, page by page. Whoever runs it may stop between two pages. */
export function* proveChange(site: SiteSnapshot, change: SiteChange): Generator<ProofProgress, ProofProgress, void> {
  const names = new Map(change.moves.map(({ from, to }) => [from, to]))
  const sheets = change.texts.some(({ doc }) => doc === site.docOf(site.sheetPath))
  const written = new Map(change.texts.map(({ doc, splices }) => [doc, splices]))
  const pages = site.pagePaths
    .filter((path) => sheets || written.has(site.docOf(path)))
    .map((path) => ({ before: path, after: names.get(path) ?? path, splices: written.get(site.docOf(path)) ?? [] }))
  const all: ProofProgress[] = []
  for (const progress of prove(site, site.after(change), pages)) {
    all.push(progress)
    yield { ...progress, altered: [] }
  }
  return {
    done: pages.length,
    total: pages.length,
    elements: all.reduce((sum, each) => sum + each.elements, 0),
    altered: all.flatMap((each) => each.altered),
    following: all.reduce((sum, each) => sum + each.following, 0),
  }
}
