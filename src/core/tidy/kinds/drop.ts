import { beatenDeclarations } from '../../fit/fates.ts'
import { removeDeclaration } from '../../sheet/edit.ts'
import type { Tidier } from '../proposal.ts'

/** Declarations that never win on any page. */
export const drop: Tidier = (sheet, { site, path }) =>
  beatenDeclarations(site)
    .filter(({ file }) => file === path)
    .map(({ declaration, rule }) => ({
      says: `${declaration.property} of ${rule.selectorText} never wins.`,
      splices: removeDeclaration(sheet, declaration),
      or: [],
    }))
