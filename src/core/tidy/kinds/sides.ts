import { brief } from '../../diagnostics/diagnosis.ts'
import { removeDeclaration, setValue } from '../../sheet/edit.ts'
import type { Declaration, Sheet, StyleRule } from '../../sheet/parse.ts'
import { declarationsOf, styleRules } from '../../sheet/walk.ts'
import { hasVar } from '../../css/var.ts'
import { readSides, SIDES, writeSides, type Side } from '../../values/sides.ts'
import type { Tidier } from '../proposal.ts'

/** Properties of four sides, by the names of their longhands; the star stands for the side. */
const SIDED: Readonly<Record<string, string>> = {
  margin: 'margin-*',
  padding: 'padding-*',
  inset: '*',
  'border-width': 'border-*-width',
  'border-style': 'border-*-style',
  'border-color': 'border-*-color',
}

/** Four sides in one declaration, and values of four sides in their shortest form (CSS Box 3, section 3.2). */
export const sides: Tidier = (sheet) =>
  styleRules(sheet).flatMap(({ rule }) => [...sidesTogether(sheet, rule), ...shortest(rule)])

function sidesTogether(sheet: Sheet, rule: StyleRule): ReturnType<Tidier> {
  const all = declarationsOf(rule)
  return Object.entries(SIDED).flatMap(([name, pattern]) => {
    const of = (side: Side) => all.filter(({ property }) => property === pattern.replace('*', side))
    const sides = SIDES.map(of)
    if (sides.some((found) => found.length !== 1)) return []
    const found = sides.map(([only]) => only!)
    const last = found.reduce((a, b) => (a.from > b.from ? a : b))
    if (found.some(({ value, important }) => hasVar(value) || important !== last.important || /\s/.test(value)))
      return []
    const [top, right, bottom, left] = found.map(({ value }) => value) as [string, string, string, string]
    const value = writeSides({ top, right, bottom, left })
    return [
      {
        says: `The four sides of ${name} of ${brief(rule.selector, 30)} in one: ${value}.`,
        splices: [
          { from: last.propertyRange.from, to: last.valueRange.to, insert: `${name}: ${value}` },
          ...found.filter((each) => each !== last).flatMap((each) => removeDeclaration(sheet, each)),
        ],
        or: [],
      },
    ]
  })
}

function shortest(rule: StyleRule): ReturnType<Tidier> {
  return declarationsOf(rule).flatMap((declaration: Declaration) => {
    const { property, value } = declaration
    const sides = property in SIDED && !hasVar(value) && !value.includes('/*') ? readSides(value) : null
    const short = sides && writeSides(sides)
    return short !== null && short.length < value.length
      ? [
          {
            says: `${property}: ${brief(value, 30)} of ${brief(rule.selector, 30)} is ${short}.`,
            splices: setValue(declaration, short),
            or: [],
          },
        ]
      : []
  })
}
