import type { SiteSnapshot } from '../model/snapshot.ts'
import { isSheet, type SitePath } from '../paths/paths.ts'
import type { SiteChange } from '../site/change.ts'
import { pathOfDoc, type Doc } from '../site/step.ts'
import { keyOf, prove, type Alteration, type ProofProgress } from './proof.ts'

/** What would be another value in the same way on some pages. `page` and `index` are those of the first, `count` is of all. */
export interface CommonAlteration extends Alteration {
  readonly pages: readonly SitePath[]
}

/** What a change would alter on all pages. */
export interface Proof extends Omit<ProofProgress, 'done' | 'altered'> {
  /** What most pages have in common comes first. */
  readonly altered: readonly CommonAlteration[]
}

/** Compares a site with what a change would make of it, page by page. Whoever runs it may stop wherever it yields. */
export function* proveChange(site: SiteSnapshot, change: SiteChange): Generator<ProofProgress, Proof, void> {
  const names = new Map(change.moves.map(({ from, to }) => [from, to]))
  const sheets = change.texts.some(({ doc }) => isWornSheet(site, doc))
  const written = new Map(change.texts.map(({ doc, splices }) => [doc, splices]))
  const pages = site.pagePaths
    .filter((path) => sheets || written.has(site.docOf(path)))
    .map((path) => ({ before: path, after: names.get(path) ?? path, splices: written.get(site.docOf(path)) ?? [] }))
  const common = new Map<string, Gathered>()
  const sum = { elements: 0, following: 0, unlisted: 0 }
  for (const progress of prove(site, site.after(change), pages)) {
    sum.elements += progress.elements
    sum.following += progress.following
    sum.unlisted += progress.unlisted
    for (const each of progress.altered) addTo(common, each)
    yield { ...progress, altered: [] }
  }
  const altered = [...common.values()].sort((a, b) => b.pages.length - a.pages.length)
  return { total: pages.length, ...sum, altered }
}

/** One while pages are gathered. */
type Gathered = Omit<CommonAlteration, 'count' | 'pages'> & { count: number; readonly pages: SitePath[] }

function addTo(common: Map<string, Gathered>, each: Alteration): void {
  const key = `${keyOf(each)}\0${each.state}\0${each.viewport.width}`
  const known = common.get(key)
  if (!known) common.set(key, { ...each, pages: [each.page] })
  else {
    known.count += each.count
    known.pages.push(each.page)
  }
}

/** Whether a text is a stylesheet that pages may wear: the sheet in the look that is worn, or any other. */
function isWornSheet(site: SiteSnapshot, doc: Doc): boolean {
  const path = pathOfDoc(doc)
  return doc === site.docOf(site.sheetPath) || (path !== null && isSheet(path))
}
