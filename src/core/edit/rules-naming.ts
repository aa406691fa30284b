import { splitAtCommas } from '../css/tokens.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { memo, memoText } from '../text/memo.ts'
import type { Sheet, StyleRule } from '../sheet/parse.ts'
import { topStyleRules } from '../sheet/walk.ts'

const normalList = memoText((list: string): readonly string[] =>
  splitAtCommas(list).map(({ text }) => normalSelector(text)),
)

/** The selectors of a rule in fixed spelling. */
export const selectorsOf = (rule: StyleRule): readonly string[] => normalList(rule.selector)

const topRulesBySelector = memo((sheet: Pick<Sheet, 'rules'>): ReadonlyMap<string, readonly StyleRule[]> => {
  const rules = new Map<string, StyleRule[]>()
  for (const rule of topStyleRules(sheet))
    for (const selector of selectorsOf(rule)) {
      const known = rules.get(selector)
      if (!known) rules.set(selector, [rule])
      // A list may say a selector twice.
      else if (known.at(-1) !== rule) known.push(rule)
    }
  return rules
})

/** Questions about a sheet from which on its rules are filed by selector: that takes as long as looking through them so often. */
const FILED_FROM = 20
const questions = memo((_sheet: Pick<Sheet, 'rules'>) => ({ asked: 0 }))

/** The top-level rules that name a selector, given in fixed spelling, in the order of the sheet. */
export function rulesNaming(sheet: Pick<Sheet, 'rules'>, selector: string): readonly StyleRule[] {
  if (++questions(sheet).asked >= FILED_FROM) return topRulesBySelector(sheet).get(selector) ?? []
  const mayName = mayBeNamedIn(selector)
  return topStyleRules(sheet).filter((rule) => mayName.test(rule.selector) && selectorsOf(rule).includes(selector))
}

/**
 * What a list that names a selector says in any case, for a list of long ago is dear to look up: the longest word of it, in
 * whatever case, unless something is written with escapes.
 */
const mayBeNamedIn = memoText((selector: string): RegExp => {
  const words = selector.includes('\\') ? null : selector.match(/[a-z_-]{2,}/gi)
  const [longest] = (words ?? []).sort((a, b) => b.length - a.length)
  return new RegExp(longest === undefined ? '' : `${longest}|\\\\`, 'i')
})
