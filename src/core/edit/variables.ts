import { customValues, substitute } from '../cascade/variables.ts'
import { rootValues } from './root-properties.ts'
import { alone, type SheetAt } from './sheets.ts'
import type { Sheet } from '../sheet/parse.ts'
import { memoSaid } from '../text/memo.ts'

/** What comes of each custom property, references put in; null where nothing does. Most edits change rules that set none. */
const outcomes = memoSaid((set) => customValues(set, () => null))

/** A value with every `var()` of a `:root` custom property put in; as it is written where one has neither value nor fallback. */
export const resolveVars = (sheet: Sheet, value: string): string => resolveVarsAmong(alone(sheet), value)

/** The same, of stylesheets that apply one behind the other. */
export const resolveVarsAmong = (sheets: readonly Pick<SheetAt, 'sheet'>[], value: string): string =>
  substitute(value, (name) => outcomes(rootValues(sheets))(name)) ?? value
