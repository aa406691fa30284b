import type { Sheet, StyleRule } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'
import { isCovered } from '../browsers/target.ts'
import { parseSelectorList } from '../selectors/parse.ts'
import { brief } from '../diagnostics/diagnosis.ts'
import { lineEndOf, indentAt } from '../text/place.ts'
import type { Splice } from '../text/splice.ts'
import { isStyle, siblings, spelled, takenAway } from './blocks.ts'
import type { Proposal, Tidier } from './proposal.ts'

/** Rules that say the same, word for word, in one block of the sheet: one list of selectors says it for all. */
export const group: Tidier = (sheet) =>
  siblings(sheet).flatMap((rules) => {
    const seen = new Map<string, StyleRule>()
    return rules.filter(isStyle).flatMap((rule) => {
      const says = wordsOf(sheet, rule)
      if (says === null) return []
      const first = seen.get(says)
      seen.set(says, rule)
      return first && spelled(first.selector) !== spelled(rule.selector) ? [together(sheet, first, rule)] : []
    })
  })

/** What a rule says, in one spelling; null for one that holds more than declarations, or a selector that not every browser reads. */
function wordsOf({ text }: Sheet, rule: StyleRule): string | null {
  const declarations = declarationsOf(rule)
  if (declarations.length === 0 || declarations.length !== rule.items.length) return null
  // A comment belongs to its own rule.
  if (text.slice(rule.block.from, rule.block.to).includes('/*') || rule.selector.includes('/*')) return null
  if (!isReadEverywhere(rule.selector)) return null
  return declarations.map(({ property, value, important }) => `${property}:${value}${important ? '!' : ''}`).join(';')
}

/** One selector that a browser does not read takes the others of its list along. */
function isReadEverywhere(selector: string): boolean {
  if (/::?-/.test(selector) || !parseSelectorList(selector)) return false
  return [...selector.matchAll(/::?([a-z-]+)/gi)].every(([, name]) =>
    isCovered('widely', `selectors.${name!.toLowerCase()}`),
  )
}

function together(sheet: Sheet, first: StyleRule, second: StyleRule): Proposal {
  return {
    kind: 'group',
    says: `${brief(spelled(first.selector), 30)} and ${brief(spelled(second.selector), 30)} share one block.`,
    splices: [joined(sheet, first, second.selector, 'end'), ...takenAway(sheet, second)],
    or: [[joined(sheet, second, first.selector, 'start'), ...takenAway(sheet, first)]],
  }
}

/** Writes a selector at the end or the beginning of a rule's list, on a line of its own where the list has lines. */
function joined({ text }: Sheet, rule: StyleRule, selector: string, where: 'start' | 'end'): Splice {
  const { selectorRange } = rule
  const between = rule.selector.includes('\n') ? `,${lineEndOf(text)}${indentAt(text, rule.from)}` : ', '
  return where === 'end'
    ? { from: selectorRange.to, to: selectorRange.to, insert: between + selector }
    : { from: selectorRange.from, to: selectorRange.from, insert: selector + between }
}
