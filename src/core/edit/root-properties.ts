import type { Declaration, Sheet } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'
import { memo } from '../text/memo.ts'
import { rulesNaming } from './rules-naming.ts'
import { alone, type SheetAt } from './sheets.ts'

/** What `:root` rules of a stylesheet say of custom properties, in its order. */
export const rootProperties = (sheet: Sheet): Declaration[] =>
  rulesNaming(sheet, ':root')
    .flatMap(declarationsOf)
    .filter(({ property }) => property.startsWith('--'))

type Sheets = readonly Pick<SheetAt, 'sheet'>[]

/** The values of the custom properties that `:root` rules set, of stylesheets that apply one behind the other. */
export const rootValues = (sheets: Sheets): ReadonlyMap<string, string> =>
  sheets.length === 1 ? ofOne(sheets[0]!.sheet) : ofAll(sheets)

/** A sheet that stands alone is asked of by many, each of whom has a list of its own that holds it. */
const ofOne = memo((sheet: Sheet) => ofAll(alone(sheet)))

const ofAll = memo(
  (sheets: Sheets): ReadonlyMap<string, string> =>
    new Map(sheets.flatMap(({ sheet }) => rootProperties(sheet)).map(({ property, value }) => [property, value])),
)
