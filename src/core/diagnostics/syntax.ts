import { closerOf, Token, tokensOf, type CssToken } from '../css/tokens.ts'
import type { Item, Rule, Sheet, SheetError, StyleRule } from '../sheet/parse.ts'
import { reparseSheet } from '../sheet/reparse.ts'
import { styleRules } from '../sheet/walk.ts'
import { lineEndAt, lineEndOf, lineStartOf, placeOf } from '../text/place.ts'
import { applySplices, type Range } from '../text/splice.ts'
import { brief, mendBy, type Diagnosis, type Mend } from './diagnosis.ts'
import { looksLikeMarkup } from './markup.ts'
import { isKnown, verdictOf } from './verdict.ts'

/** What keeps a stylesheet from being read as it is meant: where the damage begins, and what it swallows. */
export function syntaxDiagnoses(sheet: Sheet): Diagnosis[] {
  const ends = tokenDiagnoses(sheet.text)
  // What a bracket or a quotation mark that never ends swallows is told with it.
  const bracket = ends.find(({ swallowsRest }) => swallowsRest)?.diagnosis.from ?? Infinity
  const told = ends.map(({ diagnosis }) => diagnosis)
  return [
    ...sheet.errors
      .filter((each) => !told.some(({ from }) => each.from <= from && from < each.to))
      .flatMap((each) => errorDiagnosis(sheet, each)),
    ...(bracket === Infinity ? unclosedBlock(sheet) : []),
    ...styleRules(sheet).flatMap(({ rule, within }) => selectorDamage(sheet, rule, within.length > 0)),
    ...told,
  ]
}

const error = (place: Range, message: string, mend: Mend | null = null): Diagnosis => ({
  rule: 'css-syntax',
  severity: 'error',
  from: place.from,
  to: Math.max(place.to, place.from),
  message,
  mend,
})

/** A line that somebody meant as a comment: from `//` to its end. */
function lineComment(text: string, from: number, lost: string): Diagnosis {
  const end = lineEndAt(text, from)
  const words = text.slice(from + 2, end).trim()
  return error(
    { from, to: end },
    `“//” begins no comment in CSS.${lost === '' ? '' : ` Browsers drop it together with “${brief(lost)}”.`} Write /* ${brief(words, 20)} */.`,
    words.includes('*/') ? null : mendBy('Write it as a comment of CSS', from, end, `/* ${words} */`),
  )
}

/** What the reader skipped, with the cause where it can be told. What is markup is told by itself. */
function errorDiagnosis({ text }: Sheet, { from, to, message, leftOut }: SheetError): Diagnosis[] {
  if (leftOut || /^A closing brace/.test(message)) return []
  const written = text.slice(from, to)
  if (looksLikeMarkup(written)) return []
  if (written.startsWith('//')) return [lineComment(text, from, text.slice(lineEndAt(text, from), to).trim())]
  return [hack(from, written) ?? missingColon(from, written) ?? error({ from, to }, message)]
}

/** Declarations that only Internet Explorer 7 and older read (common practice of their time). */
function hack(from: number, written: string): Diagnosis | null {
  const name = /^([*_#+&$])([\w-]+)\s*:/.exec(written)
  if (!name || !isKnown(name[2]!.toLowerCase())) return null
  return {
    rule: 'prefix-unneeded',
    severity: 'note',
    from,
    to: from + written.length,
    message: `“${brief(written)}” speaks to Internet Explorer 7 and older alone; every browser in use skips it. It can go.`,
    cause: 'Declarations speak to Internet Explorer 7 and older alone; every browser in use skips them.',
    mend: null,
  }
}

function missingColon(from: number, written: string): Diagnosis | null {
  const found = /^([a-z-]+)(\s*[=\s]\s*)(\S[^:{}]*)$/i.exec(written)
  if (!found) return null
  const [, name, between, value] = found
  if (!isKnown(name!.toLowerCase()) || verdictOf(name!.toLowerCase(), value!.trim()) !== 'taken') return null
  const at = from + name!.length
  return error(
    { from, to: from + written.length },
    `Between ${name!} and its value stands a colon: ${name!}: ${brief(value!)}. Without it browsers skip the declaration.`,
    mendBy('Write the colon', at, at + between!.length, ': '),
  )
}

/** The outermost block that never ends, and where its brace most likely belongs. */
function unclosedBlock(sheet: Sheet): Diagnosis[] {
  const open = firstUnclosed(sheet.rules)
  if (!open) return []
  const { text } = sheet
  const head = brief(open.kind === 'style' ? open.selector : `@${open.name} ${open.prelude}`)
  const place = { from: open.from, to: open.block!.from }
  const meant = likelyEnd(sheet, open)
  if (meant === null)
    return [
      error(
        place,
        `The block of “${head}” has no closing brace: everything up to the end of the file belongs to it.`,
        lastBrace(text, open),
      ),
    ]
  const line = placeOf(text, meant).line
  const inside = styleRules({ rules: [open] }).length - (open.kind === 'style' ? 1 : 0)
  return [
    error(
      place,
      `The block of “${head}” has no closing brace; it most likely ends before line ${line + 1}. Browsers take the ${inside === 1 ? 'rule' : `${inside} rules`} behind it as part of this block.`,
      mendBy('Write the closing brace', meant, meant, `${lineEndOf(text)}}`),
    ),
  ]
}

/** Where no line looks like the next rule, the brace goes to the end. */
function lastBrace(text: string, open: Rule): Mend | null {
  const end = text.trimEnd().length
  return open.items.some(({ kind }) => kind !== 'declaration')
    ? null
    : mendBy('Write the closing brace', end, end, `${lineEndOf(text)}}`)
}

function firstUnclosed(items: readonly Item[]): Rule | null {
  return items.find((item): item is Rule => item.kind !== 'declaration' && item.block !== null && !item.closed) ?? null
}

/** Places for a brace that are tried: where the first few do not close the block, something else is open. */
const MOST_TRIED = 8

/** The end of the last line before one that stands no deeper than the rule itself and opens a block of its own. */
function likelyEnd(sheet: Sheet, open: Rule): number | null {
  const { text } = sheet
  // One brace does not close two blocks.
  if (firstUnclosed(open.items)) return null
  let tried = 0
  const column = (at: number) => at - lineStartOf(text, at)
  const most = column(open.from)
  for (const { index, 0: line } of text.slice(open.block!.from).matchAll(/(?<=[\r\n])([ \t]*)([^\s/}*][^\r\n]*)/g)) {
    const at = open.block!.from + index + /^[ \t]*/.exec(line)![0].length
    if (column(at) > most || !/[{,]\s*$|\{/.test(line)) continue
    const end = text.slice(0, at).trimEnd().length
    const mended = reparseSheet(sheet, applySplices(text, [{ from: end, to: end, insert: '\n}' }]))
    if (firstUnclosed(mended.rules) === null) return end
    if (++tried === MOST_TRIED) return null
  }
  return null
}

/** Damage that ends up in a selector: what stands where none may stand is taken as part of the next one. */
function selectorDamage({ text }: Sheet, rule: StyleRule, nested: boolean): Diagnosis[] {
  const { selector, selectorRange } = rule
  const { from } = selectorRange
  if (looksLikeMarkup(selector)) return []
  const comment = selector.search(/(?:^|\s)\/\//)
  if (comment >= 0) {
    const at = from + comment + Number(selector[comment] !== '/')
    return [lineComment(text, at, text.slice(lineEndAt(text, at), selectorRange.to).trim())]
  }
  if (selector.startsWith('}')) {
    const next = brief(selector.replace(/^[}\s;]+/, ''))
    return [
      error(
        { from, to: from + 1 },
        `One closing brace too many. Browsers take it as part of the next selector and drop the rule${next === '' ? '' : ` “${next}”`}.`,
        mendBy('Take the brace away', from, from + 1, ''),
      ),
    ]
  }
  return nested ? semicolonBeforeRule(rule) : outsideRule(rule)
}

/** A declaration that no semicolon ends before a nested rule. */
function semicolonBeforeRule({ selector, selectorRange }: StyleRule): Diagnosis[] {
  const found = /^([a-z-]+)\s*:\s*([^;{}]*?)\s*[\r\n]/i.exec(selector)
  if (!found || !isKnown(found[1]!.toLowerCase()) || verdictOf(found[1]!.toLowerCase(), found[2]!) !== 'taken')
    return []
  const written = found[0].trimEnd()
  const at = selectorRange.from + written.length
  return [
    error(
      { from: selectorRange.from, to: at },
      `A semicolon is missing behind “${brief(written)}”. Browsers take it as part of the selector behind it and drop both.`,
      mendBy('Write the semicolon', at, at, ';'),
    ),
  ]
}

/** Declarations that stand outside every rule. */
function outsideRule({ selector, selectorRange }: StyleRule): Diagnosis[] {
  const end = selector.lastIndexOf(';')
  if (end < 0) return []
  const open = /^([^:;{}]+?)[\s\r\n]+([a-z-]+)\s*:/i.exec(selector)
  const written = brief(selector.slice(0, end + 1))
  const why = open
    ? `An opening brace is missing behind “${brief(open[1]!)}”.`
    : `“${written}” stands outside every rule.`
  return [
    error(
      { from: selectorRange.from, to: selectorRange.from + end + 1 },
      `${why} Browsers take it as part of the selector “${brief(selector.slice(end + 1).replace(/^[\s};]+/, ''))}” and drop that rule.`,
    ),
  ]
}

interface Endless {
  readonly diagnosis: Diagnosis
  /** Whether everything to the end of the text belongs to it. */
  readonly swallowsRest: boolean
}

/** Quotes, brackets and comments that do not end. */
function tokenDiagnoses(text: string): Endless[] {
  const tokens = tokensOf(text)
  const all = (diagnoses: Diagnosis[], swallowsRest: boolean) =>
    diagnoses.map((diagnosis) => ({ diagnosis, swallowsRest }))
  const strings = tokens.filter(({ type }) => type === Token.BadString).map((token) => openString(text, token))
  return [
    ...all(strings, false),
    ...all(openBracket(text, tokens), true),
    ...all(openComment(text, tokens.at(-1)), true),
  ]
}

function openString(text: string, { from }: CssToken): Diagnosis {
  const end = lineEndAt(text, from)
  const quote = text[from]!
  const line = text.slice(from, end).trimEnd()
  const at = from + (line.endsWith(';') ? line.length - 1 : line.length)
  return error(
    { from, to: from + line.length },
    `The quotation mark ${quote} has no other on its line. Browsers drop the declaration with all up to the next semicolon.`,
    mendBy('Write the other quotation mark', at, at, quote),
  )
}

/** A round bracket that never closes: everything behind it belongs to it, braces too. */
function openBracket(text: string, tokens: readonly CssToken[]): Diagnosis[] {
  const open: CssToken[] = []
  for (const token of tokens) {
    if (closerOf(token.type) !== undefined) open.push(token)
    else if (open.length > 0 && token.type === closerOf(open.at(-1)!.type)) open.pop()
  }
  const first =
    open.find(({ type }) => type === Token.Function || type === Token.LeftParenthesis) ?? openUrl(text, tokens)
  if (!first) return []
  const end = lineEndAt(text, first.from)
  const line = text.slice(first.from, end).trimEnd()
  const at = first.from + line.replace(/[;{]$/, '').trimEnd().length
  return [
    error(
      { from: first.from, to: first.to },
      `The bracket of “${brief(text.slice(first.from, end))}” never closes, so browsers read everything behind it as part of it.`,
      mendBy('Write the closing bracket', at, at, ')'),
    ),
  ]
}

/** An address without quotes whose bracket never closes, or not before something that may not stand in it. */
function openUrl(text: string, tokens: readonly CssToken[]): CssToken | undefined {
  return tokens.find(
    ({ type, from, to }) =>
      type === Token.BadUrl ||
      (type === Token.Url &&
        (to === text.length || /[\r\n]/.test(text.slice(from, to).trim())) &&
        !text.slice(from, to).endsWith(')')),
  )
}

function openComment(text: string, last: CssToken | undefined): Diagnosis[] {
  if (last?.type !== Token.Comment || (text.endsWith('*/') && last.to - last.from > 3)) return []
  const line = lineEndAt(text, last.from)
  return [
    error(
      { from: last.from, to: line },
      'This comment never ends: everything to the end of the file is part of it. Write */ where it ends.',
    ),
  ]
}
