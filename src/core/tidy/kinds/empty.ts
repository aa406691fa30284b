import { brief } from '../../diagnostics/diagnosis.ts'
import { body, isStyle, siblings, takenAway } from '../blocks.ts'
import type { Tidier } from '../proposal.ts'

/** Rules with nothing in their braces. */
export const empty: Tidier = (sheet) =>
  siblings(sheet)
    .flat()
    .filter(isStyle)
    .filter((rule) => body(sheet, rule) === '')
    .map((rule) => ({ says: `${brief(rule.selector)} says nothing.`, splices: takenAway(sheet, rule), or: [] }))
