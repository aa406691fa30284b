import { commentsIn } from '../../css/comments.ts'
import { brief } from '../../diagnostics/diagnosis.ts'
import { unmatchedSelectors } from '../../fit/unmatched.ts'
import { splitSelectorList } from '../../selectors/parse.ts'
import type { Sheet, StyleRule } from '../../sheet/parse.ts'
import { styleRules } from '../../sheet/walk.ts'
import { lineEndOf } from '../../text/place.ts'
import type { Splice } from '../../text/splice.ts'
import { takenAway } from '../blocks.ts'
import type { Tidier } from '../proposal.ts'

/** Rules, and selectors of rules, that touch nothing on any page. */
export const unmatched: Tidier = (sheet, { site, path }) => {
  const idle = new Set(unmatchedSelectors(site).flatMap(({ file, selector }) => (file === path ? [selector.from] : [])))
  return styleRules(sheet).flatMap(({ rule }) => {
    const list = splitSelectorList(rule.selector, rule.selectorRange.from)
    const gone = list.filter(({ from }) => idle.has(from))
    // A comment in the list would lose its place.
    if (gone.length === 0 || rule.selector.includes('/*')) return []
    if (gone.length === list.length)
      return [{ says: `${brief(rule.selector)} touches nothing.`, splices: withoutRule(sheet, rule), or: [] }]
    const kept = list.filter((each) => !gone.includes(each)).map(({ text }) => text)
    const insert = kept.join(/[\r\n]/.test(rule.selector) ? `,${lineEndOf(sheet.text)}` : ', ')
    const says = `${brief(gone.map(({ text }) => text).join(', '))} in a longer list touches nothing.`
    return [{ says, splices: [{ ...rangeOf(list), insert }], or: [] }]
  })
}

const rangeOf = (list: readonly { from: number; to: number }[]) => ({ from: list[0]!.from, to: list.at(-1)!.to })

/** Takes a rule away; what comments in it say stays. */
function withoutRule(sheet: Sheet, rule: StyleRule): Splice[] {
  const comments = commentsIn(sheet.text.slice(rule.from, rule.to))
  if (comments.length === 0) return takenAway(sheet, rule)
  return [{ from: rule.from, to: rule.to, insert: comments.join(lineEndOf(sheet.text)) }]
}
