import { Token } from '../../css/tokens.ts'
import { exampleOf, isMath } from '../../values/math.ts'
import { componentsOf } from '../../values/component.ts'
import { nearestWord } from '../nearest-word.ts'
import { tokenPieces, withPiece, type Piece } from '../pieces.ts'
import { type Look, takes, fault, whole, rewritten, allRewritten } from './look.ts'

/** Units that stand where a bare number does, by what the property takes. */
const UNITS = ['px', 'deg', 's'] as const

export const missingUnit: Look = (property, value) => {
  for (const unit of UNITS) {
    const found = allRewritten(
      property,
      value,
      tokenPieces(value),
      ({ type, text }) => (type === Token.Number && Number(text) !== 0 ? text + unit : null),
      ({ text }) =>
        `${text} has no unit${unit === 'px' ? `: write ${text}px, or em, rem, %` : unit === 's' ? `: write ${text}s or ${text}ms` : ''}.`,
    )
    // Seconds or milliseconds: nobody can know.
    if (found) return unit === 's' ? { ...found, mend: null } : found
  }
  return null
}

export const zeroUnit: Look = (property, value) => {
  for (const unit of UNITS) {
    const found = allRewritten(
      property,
      value,
      tokenPieces(value),
      ({ type, text }) => (type === Token.Number && Number(text) === 0 ? text + unit : null),
      ({ text }) => `${text} needs its unit here: write ${text}${unit}.`,
    )
    if (found) return found
  }
  return null
}

const numberOf = (text: string) => /^[+-]?(?:\d+\.?\d*|\.\d+)/.exec(text)?.[0] ?? ''
const isMeasure = ({ type }: Piece) => type === Token.Dimension || type === Token.Percentage

export const needlessUnit: Look = (property, value) =>
  rewritten(
    property,
    value,
    tokenPieces(value),
    (piece) => (isMeasure(piece) ? numberOf(piece.text) : null),
    ({ text }, insert) => `${property} takes a number without a unit here: ${insert}, not ${text}.`,
  )

export const spaceBeforeUnit: Look = (property, value, pieces) => {
  const at = pieces.findIndex(
    ({ type, to }, index) =>
      type === Token.Number &&
      pieces[index + 1]?.from !== to &&
      /^(?:%|[a-z]{1,4}$)/i.test(pieces[index + 1]?.text ?? ''),
  )
  if (at < 0) return null
  const place = { from: pieces[at]!.from, to: pieces[at + 1]!.to }
  const joined = pieces[at]!.text + pieces[at + 1]!.text
  return takes(property, withPiece(value, place, joined))
    ? fault(place, `No space may stand between a number and its unit: ${joined}.`, joined)
    : null
}

export const decimalComma: Look = (property, value) => {
  const found = /(?<![\w.])(\d+),(\d+)/.exec(value)
  if (!found) return null
  const place = { from: found.index, to: found.index + found[0].length }
  const insert = `${found[1]}.${found[2]}`
  return takes(property, withPiece(value, place, insert))
    ? fault(place, `Numbers are written with a point: ${insert}, not ${found[0]}.`, insert)
    : null
}

const KNOWN_UNITS =
  'px em rem % vw vh vmin vmax svh lvh dvh svw lvw dvw ch ex lh rlh cqw cqh cqi cqb pt pc in cm mm q deg rad grad turn s ms fr dpi dpcm dppx x'.split(
    ' ',
  )

export const unknownUnit: Look = (property, value) => {
  const wrong = tokenPieces(value).find(
    ({ type, text }) =>
      type === Token.Dimension && !KNOWN_UNITS.includes(text.slice(numberOf(text).length).toLowerCase()),
  )
  if (!wrong) return null
  const unit = wrong.text.slice(numberOf(wrong.text).length)
  const near = nearestWord(unit.toLowerCase(), KNOWN_UNITS)
  const insert =
    near && takes(property, withPiece(value, wrong, numberOf(wrong.text) + near)) ? numberOf(wrong.text) + near : null
  return fault(wrong, `There is no unit “${unit}”${insert ? `: ${insert} is near` : ''}.`, insert)
}

export const ratioColon: Look = (property, value) => {
  const found = /^(\d+)\s*:\s*(\d+)$/.exec(value)
  const insert = found ? `${found[1]} / ${found[2]}` : ''
  return found && takes(property, insert)
    ? fault(whole(value), `A ratio is written with a slash: ${insert}.`, insert)
    : null
}

export const calcSpaces: Look = (property, value) => {
  if (!/calc\(|min\(|max\(|clamp\(/i.test(value)) return null
  const mended = value.replace(/([\w%)])\s*([+-])\s*(?=[\d.(a-z])/gi, (all, before: string, sign: string) => {
    return /^[a-z]$/i.test(before) && sign === '-' ? all : `${before} ${sign} `
  })
  return mended !== value && takes(property, mended)
    ? fault(whole(value), 'In calc() a space stands on both sides of + and -.', mended)
    : null
}

export const badMath: Look = (_property, value, pieces) => {
  const wrong = pieces.find(({ type, text }) => {
    const [component] = type === Token.Function ? componentsOf(text) : []
    return component?.kind === 'function' && isMath(component.name) && exampleOf(component) === null
  })
  return wrong
    ? fault(
        wrong,
        `${wrong.text} cannot be worked out: its parts do not fit together, or something is missing.`,
        null,
        true,
      )
    : null
}

export const negative: Look = (property, value, pieces) => {
  const wrong = pieces.find(
    (piece) =>
      /^-[\d.]/.test(piece.text) &&
      [Token.Number, Token.Dimension, Token.Percentage].includes(piece.type) &&
      takes(property, withPiece(value, piece, piece.text.slice(1))),
  )
  return wrong ? fault(wrong, `${property} cannot be negative here.`, null, false) : null
}
