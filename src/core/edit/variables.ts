import { computeCustom, substitute } from '../cascade/variables.ts'
import { declarationsOf } from '../sheet/walk.ts'
import { rulesNaming } from './decide.ts'
import type { Sheet } from '../sheet/parse.ts'
import { memo } from '../text/memo.ts'

/** The custom properties that `:root` rules set, references put in; null where nothing comes of one. */
const rootVariables = memo((sheet: Sheet) => {
  const set = new Map<string, string>()
  for (const rule of rulesNaming(sheet, ':root')) {
    for (const { property, value } of declarationsOf(rule)) if (property.startsWith('--')) set.set(property, value)
  }
  return computeCustom(set, () => null)
})

/** A value with every `var()` of a `:root` custom property put in; as it is written where one has neither value nor fallback. */
export function resolveVars(sheet: Sheet, value: string): string {
  return substitute(value, (name) => rootVariables(sheet).get(name) ?? null) ?? value
}
