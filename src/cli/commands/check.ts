import { causeIdOf, kindsOf, type Cause, type Kind } from '../../core/fit/causes.ts'
import { lookThrough, type PassResult } from '../../core/fit/check.ts'
import { SEVERITIES, type Finding, type Severity } from '../../core/fit/finding.ts'
import { newSince, type Baseline } from '../../core/fit/baseline.ts'
import { ruleNamed, RULES } from '../../core/fit/rules/index.ts'
import { sortOut, type Aside } from '../../core/fit/set-aside.ts'
import { sheetShares, type SheetShare } from '../../core/model/sheet-shares.ts'
import { encodePath } from '../../core/paths/paths.ts'
import type { FolderSite } from '../read-site.ts'

/** A finding as the command line tells it: lines and columns count from 1. */
export interface ToldFinding {
  readonly rule: string
  readonly severity: Severity
  readonly file: string
  readonly line: number
  readonly column: number
  readonly message: string
  readonly fixable: boolean
  /** The id of its cause, the same from run to run, and how many places have it. */
  readonly cause: string
  readonly places: number
}

/** What the check of a folder found. */
export interface CheckResult {
  /** In the order of files and places, without what is set aside. */
  readonly findings: readonly ToldFinding[]
  /** The same by their causes, those first that cost visitors most. */
  readonly causes: readonly Cause[]
  readonly aside: readonly Aside[]
  /** Everything found before a baseline took its part, for a new one. */
  readonly all: readonly Finding[]
  /** What could not be checked, in sentences. */
  readonly faults: readonly string[]
  /** Every stylesheet by how many pages wear it; the sheet among them. */
  readonly sheets: readonly SheetShare[]
}

/** Runs the fit check on a folder; with a baseline, only what is new since then is told. */
export function check(site: FolderSite, baseline?: Baseline): CheckResult {
  const { findings, faults } = lookThrough(site.model)
  const { causes, aside, fault } = sortOut(site.model, baseline ? newSince(baseline, findings) : findings)
  return {
    findings: causes
      .flatMap(({ places }) => places.map((finding) => told(site, finding, places.length)))
      .sort((a, b) => (a.file === b.file ? a.line - b.line || a.column - b.column : a.file < b.file ? -1 : 1)),
    causes,
    aside,
    all: findings,
    faults: [...faults.map(faultWords), ...(fault ? [fault] : [])],
    sheets: sharesOf(site.model),
  }
}

function sharesOf(model: FolderSite['model']): SheetShare[] {
  const shares = sheetShares(model)
  let next = shares.next()
  while (!next.done) next = shares.next()
  return next.value
}

/** Which stylesheet was taken for the sheet, and why. */
function sheetText({ sheets }: CheckResult, { model, pages }: FolderSite): string {
  const own = sheets.find(({ path }) => path === model.sheetPath)
  const others = sheets.filter(({ path }) => path !== model.sheetPath)
  const worn = `${own?.pages ?? 0} of ${plural(pages.length, 'page')} wear it`
  const further =
    others.length === 0 ? '' : ` There are ${others.length} further stylesheets; --sheet names another one.`
  return `The sheet is ${model.sheetPath}: ${worn}.${further.replace('are 1 further stylesheets', 'is 1 further stylesheet')}`
}

/** Says what could not be checked. */
export function faultWords({ page, fault }: PassResult['faults'][number]): string {
  return `${page ?? 'The site as a whole'} could not be checked because of an error of Attire’s own: ${fault}`
}

function told(site: FolderSite, finding: Finding, places: number): ToldFinding {
  const { rule, severity, file, from, message, fixable } = finding
  return { rule, severity, file, ...site.place(file, from), message, fixable, cause: causeIdOf(finding), places }
}

/** Whether any finding is as bad as `level` or worse. */
export function fails(findings: readonly { readonly severity: Severity }[], level: Severity): boolean {
  return findings.some(({ severity }) => SEVERITIES.indexOf(severity) <= SEVERITIES.indexOf(level))
}

/** So many causes of each kind, and so many places of each, are told when not all are asked for. */
const CAUSES = 3
const PLACES = 2

/** What was found, for people: by kind and cause, the costliest first, then what to do about all of them; `all` tells every place. */
export function checkText(result: CheckResult, site: FolderSite, all = false): string {
  const { causes, aside } = result
  if (causes.length === 0)
    return ['No findings: every page wears the sheet, and nothing is amiss.', ...asideText(aside)].join('\n')
  const kinds = kindsOf(causes)
  const shown = all ? kinds : kinds.filter(({ severity }) => severity !== 'note')
  const notes = causes.filter(({ severity }) => severity === 'note').length
  const count = (severity: Severity) => causes.filter((cause) => cause.severity === severity).length
  const parts = SEVERITIES.filter((severity) => count(severity) > 0).map((severity) =>
    plural(count(severity), severity),
  )
  return [
    ...shown.flatMap((kind) => kindText(kind, site, all)),
    `${parts.join(', ')} at ${plural(placesIn(causes), 'place')}.`,
    ...(!all && notes > 0 ? [`--all tells every place, and the ${plural(notes, 'note')}.`] : []),
    ...asideText(aside),
    sheetText(result, site),
  ].join('\n')
}

const plural = (count: number, word: string) => `${count.toLocaleString('en')} ${word}${count === 1 ? '' : 's'}`
const placesIn = (causes: readonly Cause[]) => causes.reduce((sum, { places }) => sum + places.length, 0)

function kindText({ rule, severity, causes }: Kind, site: FolderSite, all: boolean): string[] {
  const shown = all ? causes : causes.slice(0, CAUSES)
  const rest = causes.slice(shown.length)
  return [
    `${severity}: ${ruleNamed(rule)?.title ?? rule}  [${rule}]`,
    ...shown.flatMap((cause) => causeText(cause, site, all)),
    ...(rest.length > 0
      ? [`  and ${rest.length.toLocaleString('en')} more of this kind, at ${plural(placesIn(rest), 'place')}`]
      : []),
    '',
  ]
}

function causeText({ id, message, places, files, fixable }: Cause, site: FolderSite, all: boolean): string[] {
  const where = places.length === 1 ? '' : ` ${plural(places.length, 'place')} in ${plural(files, 'file')}.`
  const mend = fixable === 0 ? '' : fixable === places.length ? ', can be fixed' : `, ${fixable} can be fixed`
  const shown = all ? places : places.slice(0, PLACES)
  return [
    `  ${message}${where}  [cause ${id}${mend}]`,
    ...shown.map((place) => `    ${placeText(place, message, site)}`),
    ...(places.length > shown.length ? [`    and ${(places.length - shown.length).toLocaleString('en')} more`] : []),
  ]
}

function placeText({ file, from, message }: Finding, cause: string, site: FolderSite): string {
  const { line, column } = site.place(file, from)
  return `${file}:${line}:${column}${message === cause ? '' : `  ${message}`}`
}

function asideText(aside: readonly Aside[]): string[] {
  if (aside.length === 0) return []
  return [`Set aside, with reasons: ${plural(aside.length, 'cause')} at ${plural(placesIn(aside), 'place')}.`]
}

const LEVEL: Record<Severity, string> = { error: 'error', warning: 'warning', note: 'note' }

/** Findings as a log in the Static Analysis Results Interchange Format (SARIF) 2.1.0, an OASIS standard. */
export function sarif({ findings, aside }: CheckResult, site: FolderSite): unknown {
  const used = RULES.filter(({ id }) => [...findings, ...aside].some(({ rule }) => rule === id))
  const result = ({ rule, severity, file, line, column, message, cause, places }: ToldFinding) => ({
    ruleId: rule,
    ruleIndex: used.indexOf(ruleNamed(rule)!),
    level: LEVEL[severity],
    message: { text: message },
    locations: [
      {
        physicalLocation: {
          artifactLocation: { uri: encodePath(file) },
          region: { startLine: line, startColumn: column },
        },
      },
    ],
    partialFingerprints: { 'cause/v1': cause },
    properties: { cause, places },
  })
  return {
    $schema: 'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json',
    version: '2.1.0',
    runs: [
      {
        tool: {
          driver: {
            name: 'Attire',
            rules: used.map(({ id, title, explanation, severity }) => ({
              id,
              shortDescription: { text: title },
              fullDescription: { text: explanation },
              defaultConfiguration: { level: LEVEL[severity] },
            })),
          },
        },
        columnKind: 'utf16CodeUnits',
        results: [
          ...findings.map(result),
          ...aside.flatMap(({ places, reason }) =>
            places.map((finding) => ({
              ...result(told(site, finding, places.length)),
              suppressions: [{ kind: 'external', justification: reason }],
            })),
          ),
        ],
      },
    ],
  }
}

/** What was found, as data: single places with their causes, the causes, and what is set aside. */
export function checkJson({ findings, causes, aside, sheets }: CheckResult): unknown {
  const brief = ({ id, rule, severity, message, places, files, fixable }: Cause) => {
    return { id, rule, severity, message, places: places.length, files, fixable }
  }
  return {
    findings,
    causes: causes.map(brief),
    sheets,
    setAside: aside.map((each) => ({ ...brief(each), reason: each.reason })),
  }
}
