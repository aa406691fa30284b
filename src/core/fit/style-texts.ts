import { diagnoseDeclarations, diagnoseSheet } from '../diagnostics/diagnose.ts'
import { featureDiagnoses } from '../diagnostics/features.ts'
import { madeFor } from '../model/made-for.ts'
import { moved, type Diagnosis, type DiagnosisId } from '../diagnostics/diagnosis.ts'
import { elementsNamed, type Page, type PageElement } from '../markup/tree.ts'
import { isXml, type SitePath } from '../paths/paths.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { joinChanges, NO_CHANGE, type SiteChange } from '../site/change.ts'
import { apart } from '../text/apart.ts'
import { grouped } from '../text/grouped.ts'
import { memo, memoText } from '../text/memo.ts'
import type { Found } from './finding.ts'
import type { FitSite } from './fit-site.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'

/** What is wrong with one text of styles, as found in the file it stands in. */
interface InFile extends Diagnosis {
  readonly file: SitePath
}

/** What is wrong with the styles of a site as texts: its stylesheets, embedded blocks and style attributes. Found once a site. */
const diagnosesOf = memo((site: FitSite): ReadonlyMap<DiagnosisId, readonly InFile[]> =>
  grouped(all(site), ({ rule }) => rule),
)

function* all(site: FitSite): Generator<InFile> {
  const { model } = site
  for (const { path, sheet } of model.wornSheets)
    for (const each of inSheet(model, sheet)) yield { ...each, file: path }
  for (const { page, path } of site.allPages)
    for (const each of inPage(model, page, path)) yield { ...each, file: path }
}

/** What is wrong with a stylesheet; in quirks mode browsers take some of it, where every page that could wear it is in that. */
export function inSheet(model: SiteSnapshot, sheet: Sheet): readonly Diagnosis[] {
  const all = [...diagnoseSheet(sheet), ...featureDiagnoses(sheet, madeFor(model))].sort((a, b) => a.from - b.from)
  if (!all.some(({ quirk }) => quirk)) return all
  const pages = model.pagePaths
  return pages.length > 0 && pages.every((path) => model.page(path).quirks) ? all.filter(({ quirk }) => !quirk) : all
}

/** What is wrong with the styles that stand in a page. XML has marks of its own around styles. */
export function inPage(model: SiteSnapshot, page: Page, path: SitePath): readonly Diagnosis[] {
  if (isXml(path)) return []
  const all = [
    ...diagnosesIn(page),
    ...blocksOf(page).flatMap(({ sheet, from }) =>
      featureDiagnoses(sheet, madeFor(model)).map((each) => moved(each, from)),
    ),
  ]
  return page.quirks ? all.filter(({ quirk }) => !quirk) : all
}

const diagnosesIn = memo((page: Page): readonly Diagnosis[] => [
  ...blocksOf(page).flatMap(({ sheet, from }) => diagnoseSheet(sheet).map((each) => moved(each, from))),
  ...page.elements.flatMap((element) => inAttribute(page, element)),
])

const sheetOf = memoText((text: string): Sheet => parseSheet(text))

/** The embedded blocks of a page, read, with the place where each begins. */
const blocksOf = memo((page: Page): readonly { readonly sheet: Sheet; readonly from: number }[] =>
  elementsNamed(page, 'style').flatMap(({ place, html, attributes }) => {
    const type = attributes.get('type')?.trim().toLowerCase() ?? ''
    if (!html || !place || (type !== '' && type !== 'text/css')) return []
    const { contentFrom, contentTo } = place
    return [{ sheet: sheetOf(page.text.slice(contentFrom, contentTo)), from: contentFrom }]
  }),
)

function inAttribute({ text }: Page, { place, attributes }: PageElement): Diagnosis[] {
  const value = attributes.get('style')
  const at = value ? place?.attributes['style'] : undefined
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
  const texts = [...grouped(mends, ({ file }) => file)].map(([file, some]) => ({
    doc: site.model.docOf(file),
    splices: apart(some.map(({ mend }) => mend!)).flatMap(({ splices }) => splices),
  }))
  return joinChanges([{ ...NO_CHANGE, texts }])
}
