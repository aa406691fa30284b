import { hasVar } from '../css/var.ts'
import type { Declaration, Sheet } from '../sheet/parse.ts'
import { declarationsOf, styleRules } from '../sheet/walk.ts'
import { resolveVars } from '../edit/variables.ts'
import { memo } from '../text/memo.ts'
import { familiesIn, familiesInFont, type ListedFamily } from './stack.ts'

/** A list of families in a sheet. */
export interface FamilyList {
  readonly declaration: Declaration
  readonly rule: string
  /** With every `var()` put in; places are of the value as written, where it has none. */
  readonly families: readonly ListedFamily[]
  /** Whether the list is written here, and not taken from a custom property. */
  readonly literal: boolean
}

/** Every list of families a sheet sets text in, custom properties put in. */
export const familyLists = memo((sheet: Sheet): readonly FamilyList[] =>
  styleRules(sheet).flatMap(({ rule }) =>
    declarationsOf(rule).flatMap((declaration): FamilyList[] => {
      const { property, value } = declaration
      if (property !== 'font-family' && property !== 'font') return []
      const literal = !hasVar(value)
      const resolved = literal ? value : resolveVars(sheet, value)
      const families = property === 'font' ? familiesInFont(resolved) : familiesIn(resolved)
      return families.length === 0 || families.some(({ name }) => name === '')
        ? []
        : [{ declaration, rule: rule.selector, families, literal }]
    }),
  ),
)
