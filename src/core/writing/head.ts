import type { Sheet } from '../sheet/parse.ts'
import { parseSheet } from '../sheet/parse.ts'
import { lineEndOf } from '../text/place.ts'
import { applySplices, type Range, type Splice } from '../text/splice.ts'
import { sectionsOf } from './outline.ts'

/** What the comment at the head of a sheet says. */
export interface Head {
  readonly purpose: string
  readonly author: string
  /** As it is written, such as 2026-11-27. */
  readonly date: string
}

const FIELDS = { purpose: 'Purpose', author: 'Author', date: 'Date' } as const
const LIST = 'Sections'

/** The head of a sheet with its place; null where it has none. */
export function headOf(sheet: Sheet): (Head & Range & { readonly sections: readonly string[] }) | null {
  const first = firstComment(sheet)
  if (!first) return null
  const lines = sheet.text.slice(first.from + 2, first.to - 2).split(/\r\n|[\r\n]/)
  const list = lines.findIndex((line) => line.trim() === `${LIST}:`)
  if (list < 0) return null
  const field = (name: string) =>
    lines
      .slice(0, list)
      .find((line) => line.trim().startsWith(`${name}:`))
      ?.replace(/^[^:]*:/, '')
      .trim() ?? ''
  const sections = lines.slice(list + 1).flatMap((line) => /^\s*\d+\s+(.*\S)\s*$/.exec(line)?.[1] ?? [])
  return { ...first, purpose: field(FIELDS.purpose), author: field(FIELDS.author), date: field(FIELDS.date), sections }
}

/** The comment in front of all but `@charset`. Nothing behind is looked at: this is asked whenever typing rests. */
function firstComment({ text, rules }: Sheet): Range | null {
  const charset = rules[0]?.kind === 'at' && rules[0].name === 'charset' ? rules[0] : null
  const from = charset?.to ?? 0
  const found = /\/\*[\s\S]*?\*\//.exec(text.slice(from, rules[charset ? 1 : 0]?.from ?? text.length))
  return found && { from: from + found.index, to: from + found.index + found[0].length }
}

/** Writes the head of a sheet, in the place of the one it has: at the very front, behind `@charset` alone. */
export function writeHead(sheet: Sheet, head: Head): Splice[] {
  const eol = lineEndOf(sheet.text)
  const comment = written(head, namesOf(sheet)).replaceAll('\n', eol)
  const known = headOf(sheet)
  if (known) return [{ from: known.from, to: known.to, insert: comment }]
  const charset = sheet.rules.find((rule) => rule.kind === 'at' && rule.name === 'charset')
  const from = charset ? charset.to : sheet.text.startsWith('\uFEFF') ? 1 : 0
  return [{ from, to: from, insert: charset ? `${eol}${eol}${comment}` : `${comment}${eol}${eol}` }]
}

/** The splices after which the list of sections in the head is right; none where it is, or there is no head. */
export function headFollows(sheet: Sheet): Splice[] {
  const head = headOf(sheet)
  if (!head || head.sections.join('\n') === namesOf(sheet).join('\n')) return []
  return writeHead(sheet, head)
}

/** A text after an edit, with the list of sections in its head right. */
export function withHeadRight(text: string, splices: readonly Splice[]): string {
  const edited = applySplices(text, splices)
  return applySplices(edited, headFollows(parseSheet(edited)))
}

const namesOf = (sheet: Sheet) => sectionsOf(sheet).map(({ name }) => name)

function written({ purpose, author, date }: Head, sections: readonly string[]): string {
  const said = Object.entries({ [FIELDS.purpose]: purpose, [FIELDS.author]: author, [FIELDS.date]: date })
  const fields = said
    .filter(([, value]) => value !== '')
    .map(([name, value]) => `  ${`${name}:`.padEnd(9)} ${plain(value)}`)
  const width = String(sections.length).length
  const list = sections.map((name, at) => `    ${String(at + 1).padStart(width)}  ${name}`)
  return ['/*', ...fields, `  ${LIST}:`, ...list, '*/'].join('\n')
}

/** On one line, and nothing that would end the comment. */
const plain = (value: string) => value.replace(/\s+/g, ' ').replaceAll('*/', '* /').trim()
