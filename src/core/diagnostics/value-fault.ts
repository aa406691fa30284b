import { piecesOf } from './pieces.ts'
import { takesInWords } from './takes.ts'
import { MOST_READ, type ValueFault, type Look } from './value/look.ts'
import {
  emptyValue,
  substitution,
  otherLanguage,
  curlyQuotes,
  important,
  ownComment,
  quoted,
  missingUrl,
  familyQuotes,
  textQuotes,
  missingFamily,
  explorerFilter,
  slip,
} from './value/written.ts'
import {
  missingUnit,
  zeroUnit,
  needlessUnit,
  spaceBeforeUnit,
  decimalComma,
  unknownUnit,
  ratioColon,
  calcSpaces,
  badMath,
  negative,
} from './value/numbers.ts'
import { wrongHash, missingHash, commasForSpaces } from './value/colours.ts'
import { missingComma, misspelt, wrongOrder, tooMany, anyOther } from './value/parts.ts'

/** What is wrong with a value that browsers do not take, as far as it can be told. Never throws. */
export function valueFault(property: string, value: string): ValueFault {
  const pieces = piecesOf(value)
  if (pieces.length * value.length > MOST_READ) return anyOther(property, value, pieces)
  for (const look of LOOKS) {
    const found = look(property, value, pieces)
    if (found) return found
  }
  return anyOther(property, value, pieces)
}

/** From what is surest to what is only likely. */
const LOOKS: readonly Look[] = [
  ...[
    emptyValue,
    slip,
    missingFamily,
    explorerFilter,
    otherLanguage,
    curlyQuotes,
    important,
    ownComment,
    substitution,
    familyQuotes,
  ],
  ...[spaceBeforeUnit, decimalComma, missingUnit, zeroUnit, unknownUnit, needlessUnit],
  ...[wrongHash, missingHash, commasForSpaces, quoted, missingUrl, textQuotes, ratioColon],
  ...[calcSpaces, badMath],
  ...[negative, misspelt, wrongOrder, missingComma, tooMany],
]

/** What is wrong, and what the property takes where that is not yet clear. */
export function faultInWords(property: string, { message, enough }: ValueFault): string {
  const takes = enough ? '' : takesInWords(property)
  return takes === '' ? message : `${message} ${takes}`
}
