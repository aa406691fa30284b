import type { SitePath } from '../../paths/paths.ts'
import { parseSheet, type Sheet } from '../../sheet/parse.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { neverWins } from '../../states/never-wins.ts'
import { orderStates } from '../../states/order.ts'
import { memo } from '../../text/memo.ts'
import { placeOf } from '../../text/place.ts'
import { applySplices } from '../../text/splice.ts'
import type { Found, SiteRule } from '../finding.ts'

/** Rules for states in an order in which one never shows (CSS 2.2, section 5.11.3). */
export const stateOrder: SiteRule = {
  id: 'state-order',
  severity: 'warning',
  prevents: 'deciding',
  title: 'A state that never shows',
  explanation:
    'Rules that differ in nothing but the state weigh the same, so the later one decides. In the order :link, :visited, :hover, :focus, :active each can win.',
  scope: 'site',
  check: ({ model }) =>
    model.wornSheets.flatMap(({ path, sheet }) => foundIn(sheet).map((found) => ({ file: path, ...found }))),
  fix: ({ model }, found) =>
    joinChanges(
      [...new Set(found.map(({ file, about }) => `${about}\0${file}`))].flatMap((key) => {
        const [base, file] = key.split('\0') as [string, SitePath]
        const sheet = model.sheet(file)
        return sheet ? [{ ...NO_CHANGE, texts: [{ doc: model.docOf(file), splices: orderStates(sheet, base) }] }] : []
      }),
    ),
}

const foundIn = memo((sheet: Sheet): readonly Omit<Found, 'file'>[] =>
  neverWins(sheet).map(({ base, rule, declaration, state, beatenBy }) => ({
    from: declaration.from,
    to: declaration.to,
    about: base,
    fixable: isMended(sheet, base),
    message: `${declaration.property} of ${base}:${state} never shows: ${base}:${beatenBy.state} in line ${placeOf(sheet.text, beatenBy.rule.from).line} stands after line ${placeOf(sheet.text, rule.from).line}, weighs the same and holds whenever ${base}:${state} does.`,
    cause: `Rules of ${base} stand in an order in which :${state} never shows.`,
  })),
)

/** Whether putting the rules in order lets every state of a kind of link show. */
function isMended(sheet: Sheet, base: string): boolean {
  const text = applySplices(sheet.text, orderStates(sheet, base))
  return text !== sheet.text && !neverWins(parseSheet(text)).some((each) => each.base === base)
}
