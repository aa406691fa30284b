import { lookThrough, type PassResult } from '../../core/fit/check.ts'
import { SEVERITIES, type Finding, type Severity } from '../../core/fit/finding.ts'
import { RULES, ruleNamed } from '../../core/fit/rules/index.ts'
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
}

/** What the check of a folder found. */
export interface CheckResult {
  /** In the order of files and places. */
  readonly findings: readonly ToldFinding[]
  /** What could not be checked, in sentences. */
  readonly faults: readonly string[]
}

/** Runs the fit check on a folder. */
export function check(site: FolderSite): CheckResult {
  const { findings, faults } = lookThrough(site.model)
  return {
    findings: findings
      .map((finding) => told(site, finding))
      .sort((a, b) => (a.file === b.file ? a.line - b.line || a.column - b.column : a.file < b.file ? -1 : 1)),
    faults: faults.map(faultWords),
  }
}

/** Says what could not be checked. */
export function faultWords({ page, fault }: PassResult['faults'][number]): string {
  return `${page ?? 'The site as a whole'} could not be checked because of an error of Attire’s own: ${fault}`
}

function told(site: FolderSite, { rule, severity, file, from, message, fixable }: Finding): ToldFinding {
  return { rule, severity, file, ...site.place(file, from), message, fixable }
}

/** Whether any finding is as bad as `level` or worse. */
export function fails(findings: readonly { readonly severity: Severity }[], level: Severity): boolean {
  return findings.some(({ severity }) => SEVERITIES.indexOf(severity) <= SEVERITIES.indexOf(level))
}

/** Findings for people: by file, then what to do about all of them. */
export function checkText(findings: readonly ToldFinding[]): string {
  if (findings.length === 0) return 'No findings: every page wears the sheet, and nothing is amiss.'
  const files = [...new Set(findings.map(({ file }) => file))]
  const lines = files.flatMap((file) => [
    file,
    ...findings
      .filter((finding) => finding.file === file)
      .map(
        ({ line, column, severity, rule, message, fixable }) =>
          `  ${`${line}:${column}`.padEnd(8)} ${severity.padEnd(8)} ${message}  [${rule}${fixable ? ', can be fixed' : ''}]`,
      ),
  ])
  const count = (severity: Severity) => findings.filter((finding) => finding.severity === severity).length
  const parts = SEVERITIES.map((severity) => [count(severity), severity] as const)
    .filter(([number]) => number > 0)
    .map(([number, severity]) => `${number} ${severity}${number === 1 ? '' : 's'}`)
  return [...lines, '', `${parts.join(', ')}.`].join('\n')
}

const LEVEL: Record<Severity, string> = { error: 'error', warning: 'warning', note: 'note' }

/** Findings as a log in the Static Analysis Results Interchange Format (SARIF) 2.1.0, an OASIS standard. */
export function sarif(findings: readonly ToldFinding[]): unknown {
  const used = RULES.filter(({ id }) => findings.some(({ rule }) => rule === id))
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
        results: findings.map(({ rule, severity, file, line, column, message }) => ({
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
        })),
      },
    ],
  }
}
