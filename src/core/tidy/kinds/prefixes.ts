import { featureDiagnoses } from '../../diagnostics/features.ts'
import type { Tidier } from '../proposal.ts'

/** Names with a prefix: added where a browser of the site needs them, taken away where none does. */
export const prefixes: Tidier = (sheet, { target }) =>
  featureDiagnoses(sheet, target)
    .filter(({ rule, mend }) => mend && (rule === 'prefix-missing' || rule === 'prefix-unneeded'))
    .map(({ message, mend }) => ({ says: message, splices: mend!.splices, or: [] }))
