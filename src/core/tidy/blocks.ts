import { removeRules } from '../sheet/remove.ts'
import type { Item, Rule, Sheet, StyleRule } from '../sheet/parse.ts'
import { indentAt, lineEndOf } from '../text/place.ts'
import { applySplices, type Splice } from '../text/splice.ts'

/** The rules of each block of a sheet, the sheet itself first: rules that stand side by side. */
export function siblings(sheet: Sheet): (readonly Rule[])[] {
  const found: (readonly Rule[])[] = []
  const visit = (items: readonly Item[]) => {
    const rules = items.filter((item): item is Rule => item.kind !== 'declaration')
    if (rules.length > 0) found.push(rules)
    for (const rule of rules) if (rule.kind === 'style' || HOLDS_RULES.has(rule.name)) visit(rule.items)
  }
  visit(sheet.rules)
  return found
}

const HOLDS_RULES = new Set(['media', 'supports', 'layer', 'container', 'scope', 'starting-style'])

export const isStyle = (rule: Rule): rule is StyleRule => rule.kind === 'style' && rule.closed

/** What stands in a rule's braces, comments included, without the space at both ends. */
export const body = ({ text }: Sheet, { block }: StyleRule): string => text.slice(block.from, block.to).trim()

/** A selector list with one space where any stands: equal ones are the same. */
export const spelled = (selector: string): string =>
  selector
    .split(',')
    .map((each) => each.replace(/\s+/g, ' ').trim())
    .join(', ')

/** Takes a rule away, with a line of its own where it has one. */
export const takenAway = (sheet: Sheet, rule: Rule): Splice[] => removeRules(sheet, [rule])

/** Writes what one rule says at the beginning or the end of another's block. */
export function writtenInto(sheet: Sheet, into: StyleRule, says: string, where: 'start' | 'end'): Splice {
  const { text } = sheet
  const { block } = into
  const inner = text.slice(block.from, block.to)
  const onLines = /[\r\n]/.test(inner)
  const between = onLines ? lineEndOf(text) + indentOf(sheet, into) : ' '
  if (where === 'start') {
    const from = block.from + /^\s*/.exec(inner)![0].length
    return { from, to: from, insert: `${ended(says)}${between}` }
  }
  const from = block.from + inner.trimEnd().length
  const before = inner.trimEnd() === '' ? '' : between
  return { from, to: from, insert: `${needsSemicolon(inner) ? ';' : ''}${before}${onLines ? ended(says) : says}` }
}

/** Places tried between two rules that come together; further ones are hardly the right ones. */
const MOST_PLACES = 12

/** Two rules as one, behind each of the rules between them in turn: what stands in the way of one may not be in that of the other. */
export function between(
  sheet: Sheet,
  rules: readonly Rule[],
  [first, second]: readonly [StyleRule, StyleRule],
  together: readonly Splice[],
): Splice[][] {
  const { text } = sheet
  const shifted = together.map((splice) => ({ ...splice, from: splice.from - first.from, to: splice.to - first.from }))
  const one = applySplices(text.slice(first.from, first.to), shifted)
  const places = rules.slice(rules.indexOf(first) + 1, rules.indexOf(second)).filter((rule) => rule.to <= second.from)
  return places.slice(0, MOST_PLACES).map((rule) => {
    const lead = lineEndOf(text) + indentAt(text, rule.from)
    return [...takenAway(sheet, first), { from: rule.to, to: rule.to, insert: lead + one }, ...takenAway(sheet, second)]
  })
}

/** The indentation of the first thing in a block. */
function indentOf({ text }: Sheet, { items, from }: StyleRule): string {
  const [first] = items
  return first ? indentAt(text, first.from) : `${indentAt(text, from)}  `
}

const needsSemicolon = (inner: string) => {
  const bare = inner.replace(/\/\*[\s\S]*?\*\//g, '').trimEnd()
  return bare.trim() !== '' && !/[;}]$/.test(bare)
}

const ended = (says: string) => (needsSemicolon(says) ? `${says};` : says)
