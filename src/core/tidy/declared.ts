import { isCovered } from '../browsers/support.ts'
import { parseSelectorList } from '../selectors/parse.ts'
import type { Declaration, Sheet, StyleRule } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'

/** A rule's declarations where it holds nothing else, and may share its block with other selectors; null where not. */
export function shareable({ text }: Sheet, rule: StyleRule): readonly Declaration[] | null {
  const declarations = declarationsOf(rule)
  if (declarations.length === 0 || declarations.length !== rule.items.length) return null
  // A comment belongs to its own rule.
  if (text.slice(rule.from, rule.to).includes('/*')) return null
  return isReadEverywhere(rule.selector) ? declarations : null
}

/** What a declaration says, in one spelling. */
export const saying = ({ property, value, important }: Declaration) => `${property}:${value}${important ? '!' : ''}`

/** One selector that a browser does not read takes the others of its list along. */
function isReadEverywhere(selector: string): boolean {
  if (/::?-/.test(selector) || !parseSelectorList(selector)) return false
  return [...selector.matchAll(/::?([a-z-]+)/gi)].every(([, name]) =>
    isCovered('widely', `selectors.${name!.toLowerCase()}`),
  )
}
