import { computeCustom, substitute } from '../cascade/variables.ts'
import { rootProperties } from './root-properties.ts'
import { alone, type SheetAt } from './sheets.ts'
import type { Sheet } from '../sheet/parse.ts'
import { memo, memoSaid } from '../text/memo.ts'

type Sheets = readonly Pick<SheetAt, 'sheet'>[]

/** The custom properties that `:root` rules set, references put in; null where nothing comes of one. */
const rootVariables = (sheets: Sheets) => (sheets.length === 1 ? ofOne(sheets[0]!.sheet) : ofAll(sheets))

/** A sheet that stands alone is asked of by many, each of whom has a list of its own that holds it. */
const ofOne = memo((sheet: Sheet) => ofAll(alone(sheet)))

const ofAll = memo((sheets: Sheets) => {
  const set = sheets.flatMap(({ sheet }) => rootProperties(sheet))
  return computed(new Map(set.map(({ property, value }) => [property, value])))
})

/** Most edits change rules that set none. */
const computed = memoSaid((set) => computeCustom(set, () => null))

/** A value with every `var()` of a `:root` custom property put in; as it is written where one has neither value nor fallback. */
export const resolveVars = (sheet: Sheet, value: string): string => resolveVarsAmong(alone(sheet), value)

/** The same, of stylesheets that apply one behind the other. */
export const resolveVarsAmong = (sheets: Sheets, value: string): string =>
  substitute(value, (name) => rootVariables(sheets).get(name) ?? null) ?? value
