import { parseComplex, type Complex } from '../selectors/parse.ts'
import { STATE_ORDER, splitState } from '../states/order.ts'
import type { RulePlace } from '../sheet/edit.ts'
import type { Sheet, StyleRule } from '../sheet/parse.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { memoText } from '../text/memo.ts'
import { topStyleRules } from '../sheet/walk.ts'

/** Families of selectors in the order a sheet is commonly read: ground, headings, text, links, boxes, special cases. */
const FAMILIES: readonly ReadonlySet<string>[] = [
  new Set([':root']),
  new Set(['*', 'html']),
  new Set(['body']),
  new Set(['h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'hgroup']),
  new Set(
    'p ul ol li dl dt dd blockquote q cite small strong em code pre address time figure figcaption img table caption th td tr thead tbody hr'.split(
      ' ',
    ),
  ),
  new Set(['a']),
  new Set(['header', 'nav', 'main', 'aside', 'footer', 'section', 'article', 'div', 'form']),
]

/** Where a new rule belongs: in state order among its siblings, else behind its nearest kin, never at a random end. */
export function naturalPlace(sheet: Sheet, selector: string): RulePlace {
  const rules = topStyleRules(sheet)
  const firsts = rules.map((rule) => firstOf(rule.selector))
  const among = (wanted: (text: string) => boolean) => rules.filter((_, at) => wanted(firsts[at]!))

  const own = splitState(selector)
  const states = among((text) => splitState(text).base === own.base)
  if (states.length > 0) {
    const rank = (rule: StyleRule) => stateRank(splitState(firstOf(rule.selector)).state)
    const stronger = states.find((rule) => rank(rule) > stateRank(own.state))
    const weaker = states.filter((rule) => rank(rule) <= stateRank(own.state)).at(-1)
    if (weaker && (!stronger || weaker.from < stronger.from)) return { after: weaker }
    if (stronger) return { before: stronger }
  }

  const family = familyOf(selector)
  const subject = subjectOf(selector)
  const kin =
    among((text) => subject !== '' && subjectOf(text) === subject && familyOf(text) === family).at(-1) ??
    among((text) => familyOf(text) === family).at(-1) ??
    among((text) => familyOf(text) < family).at(-1)
  if (kin) return { after: kin }
  // Nothing comes before it: at the top, but behind @charset, @import, @namespace and @font-face.
  const firstRule = rules[0]
  const head = sheet.rules
    .filter(
      (rule) =>
        rule.kind === 'at' &&
        ['charset', 'import', 'namespace', 'font-face', 'layer', 'property'].includes(rule.name) &&
        (!firstRule || rule.from < firstRule.from),
    )
    .at(-1)
  if (head) return { after: head }
  const first = sheet.rules[0]
  return first ? { before: first } : 'end'
}

function stateRank(state: string): number {
  return STATE_ORDER.indexOf(state as (typeof STATE_ORDER)[number])
}

const firstOf = memoText((list: string) => splitAtCommas(list)[0]?.text ?? '')

const subjectOf = memoText((text: string) => typeOf(parseComplex(text)))

const familyOf = memoText((text: string): number => {
  const selector = parseComplex(text)
  const single = selector?.compounds.length === 1
  const compound = selector?.compounds.at(-1) ?? []
  const root = compound.some((simple) => simple.kind === 'pseudo-class' && simple.name === 'root')
  const plain = compound.every((simple) => simple.kind !== 'class' && simple.kind !== 'id')
  const family = FAMILIES.findIndex((names) => names.has(root ? ':root' : typeOf(selector)))
  return family >= 0 && plain && (single || family >= 4) ? family : FAMILIES.length
})

function typeOf(selector: Complex | null): string {
  const first = selector?.compounds.at(-1)?.[0]
  return first?.kind === 'type' ? first.name.toLowerCase() : first?.kind === 'universal' ? '*' : ''
}
