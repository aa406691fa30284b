import { removeRules } from '../sheet/remove.ts'
import type { Item, Rule, Sheet, StyleRule } from '../sheet/parse.ts'
import { indentAt, lineEndOf } from '../text/place.ts'
import { applySplices, type Range, type Splice } from '../text/splice.ts'

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

/** A rule with braces: a style rule, or an at-rule such as `@media`. */
export type Block = Rule & { readonly block: Range }

/** What stands in a rule's braces, comments included, without the space at both ends. */
export const body = ({ text }: Sheet, { block }: Block): string => text.slice(block.from, block.to).trim()

/** A selector list with one space where any stands: equal ones are the same. */
export const spelled = (selector: string): string =>
  selector
    .split(',')
    .map((each) => each.replace(/\s+/g, ' ').trim())
    .join(', ')

/** Takes a rule away, with a line of its own where it has one. */
export const takenAway = (sheet: Sheet, rule: Rule): Splice[] => removeRules(sheet, [rule])

/** Writes what one rule says at the beginning or the end of another's block. */
export function writtenInto(sheet: Sheet, into: Block, says: string, where: 'start' | 'end'): Splice {
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

/** What each says, written into the other. */
export const bodiesInto = (sheet: Sheet, first: Block, second: Block): readonly [Splice, Splice] => [
  writtenInto(sheet, first, body(sheet, second), 'end'),
  writtenInto(sheet, second, body(sheet, first), 'start'),
]

/** Places tried between two rules that come together; further ones are hardly the right ones. */
const MOST_PLACES = 12

/**
 * Two rules as one, in the place of the first, of the second, or behind each of the rules between them in turn: what stands in the way of
 * one may not be in that of the other. What is given last is written into the first, or into the second, to make it both.
 */
export function together(
  sheet: Sheet,
  rules: readonly Rule[],
  [first, second]: readonly [Rule, Rule],
  [intoFirst, intoSecond]: readonly [Splice, Splice],
): { readonly splices: Splice[]; readonly or: Splice[][] } {
  const { text } = sheet
  const gone = [...takenAway(sheet, first), ...takenAway(sheet, second)]
  const shifted = { ...intoFirst, from: intoFirst.from - first.from, to: intoFirst.to - first.from }
  const both = applySplices(text.slice(first.from, first.to), [shifted])
  const between = rules.slice(rules.indexOf(first) + 1, rules.indexOf(second)).slice(0, MOST_PLACES)
  return {
    splices: [intoFirst, ...takenAway(sheet, second)],
    or: [
      [intoSecond, ...takenAway(sheet, first)],
      ...between.map(({ from, to }) => [
        ...gone,
        { from: to, to, insert: lineEndOf(text) + indentAt(text, from) + both },
      ]),
    ],
  }
}

/** The indentation of the first thing in a block. */
function indentOf({ text }: Sheet, { items, from }: Block): string {
  const [first] = items
  return first ? indentAt(text, first.from) : `${indentAt(text, from)}  `
}

const needsSemicolon = (inner: string) => {
  const bare = inner.replace(/\/\*[\s\S]*?\*\//g, '').trimEnd()
  return bare.trim() !== '' && !/[;}]$/.test(bare)
}

const ended = (says: string) => (needsSemicolon(says) ? `${says};` : says)
