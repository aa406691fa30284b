import { longestIn, SLOW_MS } from '../../motion/unreduced.ts'
import { splitAtCommas } from '../../css/tokens.ts'
import type { Sheet, StyleRule } from '../../sheet/parse.ts'
import { declarationsOf, styleRules } from '../../sheet/walk.ts'
import { splitState } from '../../states/order.ts'
import { memo } from '../../text/memo.ts'
import type { Found, SiteRule } from '../finding.ts'

/** A change of state that takes longer than anybody waits for. */
export const transitionSlow: SiteRule = {
  id: 'transition-slow',
  severity: 'note',
  prevents: 'reading',
  title: 'A state that comes slowly',
  explanation:
    'An answer to the pointer or a key is felt as one when it comes within 100 to 400 ms (common practice). What takes longer looks like a page that hangs.',
  scope: 'site',
  check: ({ model }) =>
    model.wornSheets.flatMap(({ path, sheet }) => slowIn(sheet).map((found) => ({ file: path, ...found }))),
}

const slowIn = memo((sheet: Sheet): readonly Omit<Found, 'file'>[] => {
  const rules = styleRules(sheet).map(({ rule }) => rule)
  const answering = new Set(
    rules.flatMap(({ selector }) => basesIn(selector).filter(({ answers }) => answers)).map(({ base }) => base),
  )
  return rules.flatMap((rule) => (isAnswering(rule, answering) ? slow(rule) : []))
})

const ANSWERS = new Set(['hover', 'focus', 'focus-visible', 'active'])

const basesIn = (list: string) =>
  splitAtCommas(list).map(({ text }) => {
    const { base, state } = splitState(text)
    return { base, answers: ANSWERS.has(state) }
  })

/** Whether a rule is for something that changes with the pointer or the keyboard. */
const isAnswering = ({ selector }: StyleRule, answering: ReadonlySet<string>) =>
  basesIn(selector).some(({ base, answers }) => answers || answering.has(base) || (base === '*' && answering.size > 0))

function slow(rule: StyleRule): Omit<Found, 'file'>[] {
  return declarationsOf(rule).flatMap((declaration) => {
    const longest = longestIn(declaration)
    if (longest <= SLOW_MS) return []
    const selector = rule.selector.replace(/\s+/g, ' ')
    return [
      {
        ...{ from: declaration.from, to: declaration.to },
        message: `${selector} changes over ${Math.round(longest)} ms; 100 to 400 ms are felt as an answer.`,
      },
    ]
  })
}
