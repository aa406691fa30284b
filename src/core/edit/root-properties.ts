import type { Declaration, Sheet } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'
import { rulesNaming } from './rules-naming.ts'

/** What `:root` rules of a stylesheet say of custom properties, in its order. */
export const rootProperties = (sheet: Sheet): Declaration[] =>
  rulesNaming(sheet, ':root')
    .flatMap(declarationsOf)
    .filter(({ property }) => property.startsWith('--'))
