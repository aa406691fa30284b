import { diagnoseDeclarations, diagnoseSheet } from '../diagnostics/diagnose.ts'
import { moved, type Diagnosis, type DiagnosisId } from '../diagnostics/diagnosis.ts'
import { elementsNamed, type Page, type PageElement } from '../markup/tree.ts'
import { isXml, type SitePath } from '../paths/paths.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { joinChanges, NO_CHANGE, type SiteChange } from '../site/change.ts'
import { memo, memoText } from '../text/memo.ts'
import type { Splice } from '../text/splice.ts'
import type { Found } from './finding.ts'
import type { FitSite } from './fit-site.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'

/** What is wrong with one text of styles, as found in the file it stands in. */
interface InFile extends Diagnosis {
  readonly file: SitePath
}

/** What is wrong with the styles of a site as texts: its stylesheets, embedded blocks and style attributes. Found once a site. */
const diagnosesOf = memo((site: FitSite): ReadonlyMap<DiagnosisId, readonly InFile[]> => {
  const found = new Map<DiagnosisId, InFile[]>()
  for (const each of all(site)) {
    const known = found.get(each.rule)
    if (known) known.push(each)
    else found.set(each.rule, [each])
  }
  return found
})

function* all(site: FitSite): Generator<InFile> {
  for (const { path, sheet } of site.model.wornSheets)
    for (const each of inSheet(site.model, diagnoseSheet(sheet))) yield { ...each, file: path }
  for (const { page, path } of site.allPages) for (const each of inPage(page, path)) yield { ...each, file: path }
}

/** What is left of a stylesheet's diagnoses where every page that could wear it is in quirks mode. */
export function inSheet(model: SiteSnapshot, all: readonly Diagnosis[]): readonly Diagnosis[] {
  if (!all.some(({ quirk }) => quirk)) return all
  const pages = model.pagePaths
  return pages.length > 0 && pages.every((path) => model.page(path).quirks) ? all.filter(({ quirk }) => !quirk) : all
}

/** What is wrong with the styles that stand in a page. XML has marks of its own around styles. */
export function inPage(page: Page, path: SitePath): readonly Diagnosis[] {
  if (isXml(path)) return []
  return page.quirks ? diagnosesIn(page).filter(({ quirk }) => !quirk) : diagnosesIn(page)
}

const diagnosesIn = memo((page: Page): readonly Diagnosis[] => [
  ...elementsNamed(page, 'style').flatMap((element) => inBlock(page, element)),
  ...page.elements.flatMap((element) => inAttribute(page, element)),
])

const sheetOf = memoText((text: string): Sheet => parseSheet(text))

function inBlock({ text }: Page, { place, html, attributes }: PageElement): Diagnosis[] {
  const type = attributes.get('type')?.trim().toLowerCase() ?? ''
  if (!html || !place || (type !== '' && type !== 'text/css')) return []
  const { contentFrom, contentTo } = place
  return diagnoseSheet(sheetOf(text.slice(contentFrom, contentTo))).map((each) => moved(each, contentFrom))
}

function inAttribute({ text }: Page, { place, attributes }: PageElement): Diagnosis[] {
  const at = place?.attributes['style']
  const value = attributes.get('style')
  if (!at || !value) return []
  const written = /^[^=]*=\s*(["']?)([\s\S]*)\1$/.exec(text.slice(at.from, at.to))
  // Where it is written with character references its parts stand elsewhere than in what they mean.
  const exact = written?.[2] === value
  const from = at.from + (written ? written[0].indexOf(value, written[0].indexOf('=')) : 0)
  return diagnoseDeclarations(value).map((each) =>
    exact ? moved(each, from) : { ...each, from: at.from, to: at.to, mend: null },
  )
}

/** What one rule finds in the styles of a site. */
export const foundInStyles = (site: FitSite, rule: DiagnosisId): Found[] =>
  (diagnosesOf(site).get(rule) ?? []).map(({ file, from, to, message, severity, cause, mend }) => ({
    ...{ file, from, to, message, severity },
    ...(cause === undefined ? {} : { cause }),
    fixable: mend !== null,
  }))

/** Mends what a rule found; of two that would change the same place the first. */
export function mendStyles(site: FitSite, rule: DiagnosisId, found: readonly Found[]): SiteChange {
  const wanted = new Set(found.map(({ file, from, message }) => `${file} ${from} ${message}`))
  const mends = (diagnosesOf(site).get(rule) ?? []).filter(
    ({ file, from, message, mend }) => mend && wanted.has(`${file} ${from} ${message}`),
  )
  const taken = new Map<SitePath, Splice[]>()
  for (const { file, mend } of mends) {
    const there = taken.get(file) ?? []
    if (mend!.splices.some((splice) => there.some((other) => touch(other, splice)))) continue
    taken.set(file, [...there, ...mend!.splices])
  }
  return joinChanges(
    [...taken].map(([file, splices]) => ({ ...NO_CHANGE, texts: [{ doc: site.model.docOf(file), splices }] })),
  )
}

const touch = (a: Splice, b: Splice) => a.from <= b.to && b.from <= a.to
