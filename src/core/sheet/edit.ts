import { beginsLine, indentAt, lineEndOf, spaceBefore } from '../text/place.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import type { Declaration, Rule, Sheet, StyleRule } from './parse.ts'
import { parseSheet } from './parse.ts'
import { declarationsOf } from './walk.ts'

/** Gives a declaration a new value; `!important` and everything around stay. */
export function setValue(declaration: Declaration, value: string): Splice[] {
  if (declaration.value === value) return []
  return [{ ...declaration.valueRange, insert: declaration.value === '' ? ` ${value}` : value }]
}

/** Writes a declaration behind the last one of a rule, in the rule's own layout. */
export function addDeclaration(sheet: Sheet, rule: StyleRule, property: string, value: string): Splice[] {
  const { text } = sheet
  const line = `${property}: ${value};`
  const last = declarationsOf(rule).at(-1)
  const eol = lineEndOf(text)
  const outer = indentAt(text, rule.from)
  if (!last) {
    const empty = text.slice(rule.block.from, rule.block.to).trim() === ''
    const before = eol + outer + indentUnit(sheet) + line
    return [
      {
        from: rule.block.from,
        to: empty ? rule.block.to : rule.block.from,
        insert: empty ? before + eol + outer : before,
      },
    ]
  }
  const multiline = /[\r\n]/.test(text.slice(rule.block.from, last.from))
  const behind = last.semicolon ? text.indexOf(';', last.to) + 1 : last.to
  const semicolon = last.semicolon ? '' : ';'
  if (!multiline) return [{ from: behind, to: behind, insert: `${semicolon} ${line}` }]
  const comment = /^[ \t]*\/\*(?:[^*\r\n]|\*(?!\/))*\*\//.exec(text.slice(behind, rule.block.to))
  const at = behind + (comment?.[0].length ?? 0)
  const insert = eol + indentAt(text, last.from) + line
  if (semicolon && at > behind)
    return [
      { from: behind, to: behind, insert: semicolon },
      { from: at, to: at, insert },
    ]
  return [{ from: at, to: at, insert: semicolon + insert }]
}

/** Takes a declaration out, with its semicolon and the line it stood alone on. */
export function removeDeclaration(sheet: Sheet, declaration: Declaration): Splice[] {
  const { text } = sheet
  let from = declaration.from
  let to = declaration.semicolon ? text.indexOf(';', declaration.to) + 1 : declaration.to
  const lead = spaceBefore(text, from).length
  const trail = /^[ \t]*/.exec(text.slice(to))![0].length
  const lineEnds = /^(?:\r\n|\r|\n)/.exec(text.slice(to + trail))
  if (beginsLine(text, from) && lineEnds) {
    from -= lead
    to += trail + lineEnds[0].length
  } else from -= lead
  return [{ from, to, insert: '' }]
}

/** Where a new top-level rule goes: right behind a rule, right before one, or into a sheet without any. */
export type RulePlace = { readonly after: Rule } | { readonly before: Rule } | 'end'

/** Writes a new top-level rule. `body` is its declarations as `[property, value]`. */
export function addRule(
  sheet: Sheet,
  prelude: string,
  body: readonly (readonly [string, string])[],
  place: RulePlace,
): Splice[] {
  const eol = lineEndOf(sheet.text)
  const unit = indentUnit(sheet)
  const lines = body.map(([property, value]) => `${unit}${property}: ${value};${eol}`).join('')
  return addText(sheet, `${prelude} {${eol}${lines}}`, place)
}

/** Writes one or more whole top-level rules, ready as text. */
export function addText(sheet: Sheet, rule: string, place: RulePlace): Splice[] {
  const { text } = sheet
  const eol = lineEndOf(text)
  if (place === 'end') {
    // Behind a stray text or a comment without end a new rule would be swallowed.
    const start = text.startsWith('\uFEFF') ? 1 : 0
    if (sheet.errors.length > 0 || text.lastIndexOf('/*') > text.lastIndexOf('*/')) {
      const head = headOf(sheet)
      if (head) return addText(sheet, rule, { after: head })
      return [{ from: start, to: start, insert: rule + eol + eol }]
    }
    const last = sheet.rules.at(-1)
    const end = last && needsSemicolon(text, last) ? ';' : ''
    const lead = text.trim() === '' ? '' : /[\r\n]/.test(text.slice(text.trimEnd().length)) ? eol : eol + eol
    return [{ from: text.length, to: text.length, insert: `${end}${lead}${rule}${eol}` }]
  }
  // Behind a block that is never closed a new rule would fall into it.
  if ('after' in place && isOpen(place.after)) return addText(sheet, rule, { before: place.after })
  if ('before' in place) return [{ from: place.before.from, to: place.before.from, insert: `${rule}${eol}${eol}` }]
  // Nor behind an at-rule that nothing ends: it would take the new rule for more of itself.
  const end = needsSemicolon(text, place.after) ? [{ from: place.after.to, to: place.after.to, insert: ';' }] : []
  const comment = /^[ \t]*\/\*(?:[^*\r\n]|\*(?!\/))*\*\//.exec(text.slice(place.after.to))
  const at = place.after.to + (comment?.[0].length ?? 0)
  const blank =
    sheet.rules.length < 2 ||
    sheet.rules.some((each, index) => index > 0 && BLANK_LINE.test(text.slice(sheet.rules[index - 1]!.to, each.from)))
  return [...end, { from: at, to: at, insert: eol + (blank ? eol : '') + rule }]
}

/** The last of the at-rules that must stand before every style rule (CSS Cascade 5, section 2), when the sheet begins with any. */
function headOf({ rules }: Sheet): Rule | undefined {
  const first = rules.findIndex(
    (rule) =>
      rule.kind === 'style' || rule.block !== null || !['charset', 'import', 'namespace', 'layer'].includes(rule.name),
  )
  return rules[(first < 0 ? rules.length : first) - 1]
}

function needsSemicolon(text: string, rule: Rule): boolean {
  return rule.kind === 'at' && rule.block === null && text[rule.to - 1] !== ';'
}

const BLANK_LINE = /(?:\r\n|\r|\n)[ \t]*(?:\r\n|\r|\n)/

/** Applies one edit after another, each seeing the sheet the one before left; gives the text that results. */
export function editInTurn(text: string, edits: readonly ((sheet: Sheet) => readonly Splice[])[]): string {
  return edits.reduce((now, edit) => applySplices(now, edit(parseSheet(now))), text)
}

function isOpen(rule: Rule): boolean {
  return !rule.closed || rule.items.some((item) => item.kind !== 'declaration' && isOpen(item))
}

/** One level of indentation as this sheet writes it; two spaces when it shows none. */
export function indentUnit(sheet: Sheet): string {
  for (const rule of sheet.rules) {
    const first = rule.items[0]
    if (first && /[\r\n]/.test(sheet.text.slice(rule.from, first.from))) {
      const unit = indentAt(sheet.text, first.from)
      if (unit !== '') return unit
    }
  }
  return '  '
}
