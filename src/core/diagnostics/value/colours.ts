import { Token } from '../../css/tokens.ts'
import { takesOf } from '../takes.ts'
import { type Look, fault, rewritten, allRewritten } from './look.ts'

const HEX = /^#?(?:[\da-f]{3,4}|[\da-f]{6}|[\da-f]{8})$/i
export const isColorProperty = (property: string) =>
  takesOf(property)?.sorts.some(({ name }) => name === 'a colour') ?? false

export const wrongHash: Look = (property, _value, pieces) => {
  const wrong = pieces.find(({ type, text }) => type === Token.Hash && !HEX.test(text))
  if (!wrong || !isColorProperty(property)) return null
  const digits = wrong.text.length - 1
  const why = /^#[\da-f]+$/i.test(wrong.text)
    ? `has ${digits} ${digits === 1 ? 'digit' : 'digits'}; a colour has 3, 4, 6 or 8`
    : 'has letters beyond f; a colour has the digits 0 to 9 and a to f'
  return fault(wrong, `“${wrong.text}” is no colour: it ${why}.`, null, true)
}

export const missingHash: Look = (property, value, pieces) =>
  isColorProperty(property)
    ? rewritten(
        property,
        value,
        pieces,
        ({ text }) => (!text.startsWith('#') && HEX.test(text) ? `#${text}` : null),
        (_piece, insert) => `A colour in digits begins with #: ${insert}.`,
      )
    : null

export const commasForSpaces: Look = (property, value, pieces) => {
  const found = allRewritten(
    property,
    value,
    pieces,
    ({ text }) => (text === ',' ? ' ' : null),
    () => `The parts of ${property} have spaces between them, not commas.`,
  )
  return found?.mend ? { ...found, mend: { ...found.mend, insert: found.mend.insert.replace(/\s{2,}/g, ' ') } } : found
}
