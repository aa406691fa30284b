import { entriesFor } from '../cascade/entries.ts'
import type { CascadeRule } from '../cascade/rules.ts'
import type { PageElement } from '../markup/tree.ts'
import { idOf } from '../properties/longhands.ts'
import { compareSpecificity } from '../selectors/specificity.ts'
import { matchesAny } from '../selectors/match.ts'
import { parseSelectorList } from '../selectors/parse.ts'
import { splitState } from '../states/order.ts'
import { regionOf } from './kind-words.ts'
import type { LinkOnPage, StylesInStates } from './link-states.ts'

const COLOR = idOf('color')

/**
 * The selector of the weightiest rule that is for the link to the current page and not for those beside it; null where it is
 * styled like all others.
 */
export function selectorOfCurrent(current: LinkOnPage, { styles, link }: LinkOnPage): string | null {
  const others = new Set(styles.none.of(link).matched.rules.map(({ selectorText }) => selectorText))
  const own = current.styles.none
    .of(current.link)
    .matched.rules.filter(({ source, pseudo }) => source.kind !== 'user-agent' && pseudo === '')
    .filter(({ selectorText, nesting }) => !nesting && !others.has(selectorText))
  return own.sort((a, b) => compareSpecificity(b.specificity, a.specificity))[0]?.selectorText ?? null
}

/**
 * The selector that an edit of a kind of link is written for: that of the rule which decides its colour, without its state; else
 * that of the weightiest rule of the kind, else one by where its links stand.
 */
export function selectorOfKind(
  styles: StylesInStates,
  link: PageElement,
  rules: readonly CascadeRule[],
  quirks: boolean,
): string {
  const deciding = entriesFor(styles.none.of(link), COLOR)[0]?.owner
  const byWeight = [...rules].sort((a, b) => compareSpecificity(b.specificity, a.specificity))
  const candidates = typeof deciding === 'object' && rules.includes(deciding) ? [deciding, ...byWeight] : byWeight
  for (const { selectorText } of candidates) {
    const { base } = splitState(selectorText)
    const list = parseSelectorList(base)
    // At rest it must find the link: `li:hover a` does not, nor does what is said within another rule.
    if (list && !/[&*]/.test(base) && matchesAny(link, list, { quirks })) return base
  }
  const region = regionOf(link)
  return region ? `${region} a` : 'a'
}
