import type { SiteSnapshot } from '../model/snapshot.ts'
import { isSheet } from '../paths/paths.ts'
import type { SiteChange } from '../site/change.ts'
import { pathOfDoc, type Doc } from '../site/step.ts'
import { prove, type ProofProgress } from './proof.ts'

/** Compares a site with what a change would make of it, page by page. Whoever runs it may stop between two pages. */
export function* proveChange(site: SiteSnapshot, change: SiteChange): Generator<ProofProgress, ProofProgress, void> {
  const names = new Map(change.moves.map(({ from, to }) => [from, to]))
  const sheets = change.texts.some(({ doc }) => isWornSheet(site, doc))
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

/** Whether a text is a stylesheet that pages may wear: the sheet in the look that is worn, or any other. */
function isWornSheet(site: SiteSnapshot, doc: Doc): boolean {
  const path = pathOfDoc(doc)
  return doc === site.docOf(site.sheetPath) || (path !== null && isSheet(path))
}
