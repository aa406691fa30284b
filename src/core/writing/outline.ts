import type { Rule, Sheet } from '../sheet/parse.ts'
import { beginsLine, lineStartOf } from '../text/place.ts'
import { memo } from '../text/memo.ts'
import type { Range } from '../text/splice.ts'

/** A stretch of a sheet with a name: from the comment that heads it to the next such comment. */
export interface Section extends Range {
  readonly name: string
  /** The comment that heads it. */
  readonly comment: Range
  /** Where the name stands in the comment. */
  readonly named: Range
  /** Rules in it. */
  readonly rules: number
}

/** A line of a sheet's outline. */
export interface OutlineEntry extends Range {
  readonly kind: 'section' | 'at-rule'
  readonly name: string
  /** Rules in it. */
  readonly rules: number
}

/** Longer comments are sentences, not names. */
const LONGEST_NAME = 60

/** The comments between the rules of the top level, with their places. */
const topComments = memo(({ text, rules }: Sheet): readonly Range[] => {
  const gaps = [...rules.map((rule, at) => ({ from: rules[at - 1]?.to ?? 0, to: rule.from }))]
  const rest = { from: rules.at(-1)?.to ?? 0, to: text.length }
  return [...gaps, rest].flatMap(({ from, to }) =>
    [...text.slice(from, to).matchAll(/\/\*[\s\S]*?\*\//g)].map(({ index, 0: comment }) => ({
      from: from + index,
      to: from + index + comment.length,
    })),
  )
})

/** The sections of a sheet: comments that stand on lines of their own and say one short thing head them. */
export const sectionsOf = memo((sheet: Sheet): readonly Section[] => {
  const { text, rules } = sheet
  const heads = topComments(sheet).flatMap((comment) => {
    const named = nameIn(text, comment)
    return named ? [{ comment, named }] : []
  })
  return heads.map(({ comment, named }, at) => {
    const from = lineStartOf(text, comment.from)
    const next = heads[at + 1]
    const to = next ? lineStartOf(text, next.comment.from) : text.length
    const inside = rules.filter((rule) => rule.from >= from && rule.from < to)
    return { from, to, comment, named, name: text.slice(named.from, named.to), rules: inside.length }
  })
})

/** Where a comment says a name; null where it says a sentence, several things, or code. */
function nameIn(text: string, { from, to }: Range): Range | null {
  if (!beginsLine(text, from) || !/^[ \t]*(?:[\r\n]|$)/.test(text.slice(to))) return null
  const lines = [...text.slice(from + 2, to - 2).matchAll(/[^\r\n]+/g)].flatMap(({ index, 0: line }) => {
    const lead = /^[\s*=\-_#~+!|/]*/.exec(line)![0].length
    const name = line.slice(lead).replace(/(?<![\s*=\-_#~+|/])[\s*=\-_#~+|/]*$/, '')
    return name === '' ? [] : [{ from: from + 2 + index + lead, to: from + 2 + index + lead + name.length, name }]
  })
  const [only] = lines
  if (!only || lines.length > 1 || only.name.length > LONGEST_NAME || /[;{}]|:\s*$|[.!?]$/.test(only.name)) return null
  return { from: only.from, to: only.to }
}

/** The outline of a sheet: its sections, and the at-rules of its top level that hold something. */
export const outlineOf = memo((sheet: Sheet): readonly OutlineEntry[] =>
  [
    ...sectionsOf(sheet).map(({ name, comment, rules }) => ({ kind: 'section' as const, name, rules, ...comment })),
    ...sheet.rules.flatMap((rule) => atRule(rule) ?? []),
  ].sort((a, b) => a.from - b.from),
)

function atRule(rule: Rule): OutlineEntry | null {
  if (rule.kind === 'style' || !rule.block) return null
  const { name, prelude, from, to, items } = rule
  const rules = items.filter(({ kind }) => kind !== 'declaration').length
  const family = items.find((item) => item.kind === 'declaration' && item.property === 'font-family')
  const said = name === 'font-face' && family?.kind === 'declaration' ? family.value : prelude.replace(/\s+/g, ' ')
  return { kind: 'at-rule', name: `@${name} ${said}`.trim(), rules, from, to }
}
