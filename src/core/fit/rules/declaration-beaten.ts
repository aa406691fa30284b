import { compareSpecificity } from '../../selectors/specificity.ts'
import { placeOf } from '../../text/place.ts'
import { beatenDeclarations, type Fate } from '../fates.ts'
import type { SiteRule } from '../finding.ts'

/** A declaration that reaches elements and wins on none. */
export const declarationBeaten: SiteRule = {
  id: 'declaration-beaten',
  severity: 'note',
  prevents: 'upkeep',
  title: 'Declarations that never win',
  explanation:
    'On every element they reach, something stronger sets the same, in every state and at every width. Changing them changes nothing that is seen.',
  scope: 'site',
  together: ([first], files) =>
    `${first!.about} in ${files === 1 ? first!.file : `${files} files`} never win on any page: something stronger sets the same wherever they reach.`,
  check: ({ model }) =>
    beatenDeclarations(model).map((fate) => ({
      file: fate.file,
      from: fate.declaration.from,
      to: fate.declaration.to,
      message: sentence(fate),
      about: 'Declarations',
      cause: `Declarations of ${fate.file} never win on any page.`,
    })),
}

function sentence({ declaration, rule, beatenBy }: Fate): string {
  const { rule: other, important } = beatenBy!
  const { source, from, selectorText } = other
  const line = source.sheet ? `line ${placeOf(source.sheet.text, from).line}` : 'another rule'
  const where = source.file === rule.source.file ? line : `${source.file}, ${line}`
  const why = important !== declaration.important ? 'is !important' : weighs(other, rule)
  return `${declaration.property} of ${rule.selectorText} never wins: ${selectorText} (${where}) ${why}.`
}

const weighs = (a: Fate['rule'], b: Fate['rule']) =>
  compareSpecificity(a.specificity, b.specificity) > 0
    ? 'has the weightier selector'
    : 'weighs the same and stands later'
