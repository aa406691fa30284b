import { diagnoseSheet } from '../../diagnostics/diagnose.ts'
import type { Tidier } from '../proposal.ts'

/** Declarations that the same rule sets again. */
export const repeats: Tidier = (sheet) =>
  diagnoseSheet(sheet)
    .filter(({ rule, mend }) => rule === 'property-repeated' && mend)
    .map(({ message, mend }) => ({ says: message, splices: mend!.splices, or: [] }))
