import { parseDeclarations, type Declaration, type Rule, type Sheet } from '../sheet/parse.ts'
import { declarationsOf, styleRules } from '../sheet/walk.ts'
import { memo, memoText } from '../text/memo.ts'
import { atRuleDiagnoses } from './at-rules.ts'
import { declarationDiagnoses } from './declarations.ts'
import { moved, type Diagnosis } from './diagnosis.ts'
import { markupDiagnoses } from './markup.ts'
import { repeatDiagnoses } from './repeats.ts'
import { selectorDiagnoses } from './selectors.ts'
import { syntaxDiagnoses } from './syntax.ts'

/** Everything that is wrong with a stylesheet as a text, in its order. Never throws. */
export const diagnoseSheet = memo((sheet: Sheet): readonly Diagnosis[] =>
  inOrder([
    ...syntaxDiagnoses(sheet),
    ...markupDiagnoses(sheet),
    ...styleRules(sheet).flatMap(selectorDiagnoses),
    ...declarationsWithin(sheet.rules).flatMap(ofDeclaration(sheet.text)),
    ...atRuleDiagnoses(sheet),
    ...repeatDiagnoses(sheet),
  ]),
)

/** The same for what stands in a style attribute. */
export const diagnoseDeclarations = memoText((text: string): readonly Diagnosis[] => {
  const { items, errors } = parseDeclarations(text)
  return inOrder([...syntaxDiagnoses({ text, rules: [], errors }), ...items.flatMap(ofDeclaration(text))])
})

const inOrder = (all: Diagnosis[]) => all.sort((a, b) => a.from - b.from || b.to - a.to)

/** Declarations of properties: descriptors of at-rules are not. What `@supports` asks for is told to nobody as a mistake. */
function declarationsWithin(rules: readonly Rule[], asked = ''): Declaration[] {
  return rules.flatMap((rule) => {
    if (rule.kind === 'at' && !HOLDING.has(rule.name)) return []
    const now = rule.kind === 'at' && rule.name === 'supports' ? `${asked} ${rule.prelude.toLowerCase()}` : asked
    return [
      ...declarationsOf(rule).filter(({ property }) => now === '' || !now.includes(property)),
      ...declarationsWithin(
        rule.items.filter((item): item is Rule => item.kind !== 'declaration'),
        now,
      ),
    ]
  })
}

/** At-rules in which declarations of properties stand. */
const HOLDING = new Set([
  ...['media', 'supports', 'layer', 'container', 'scope', 'starting-style'],
  ...['keyframes', '-webkit-keyframes', 'position-try', 'document', '-moz-document'],
])

/** Equal declarations are wrong in the same way: it is found once for each spelling, as if it stood alone. */
const ofSpelling = memoText((spelling: string): readonly Diagnosis[] => {
  const [declaration] = parseDeclarations(spelling).items
  return declaration ? declarationDiagnoses(declaration) : []
})

const ofDeclaration =
  (text: string) =>
  ({ from, to }: Declaration): Diagnosis[] =>
    ofSpelling(text.slice(from, to)).map((each) => moved(each, from))
