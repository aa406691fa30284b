import { Token } from '../css/tokens.ts'
import { exampleOf, isMath } from '../values/math.ts'
import { componentsOf } from '../values/component.ts'
import { NAMED_COLORS } from '../values/color-notation.ts'
import type { Range, Splice } from '../text/splice.ts'
import { nearestWord } from './nearest-word.ts'
import { piecesOf, tokenPieces, withPiece, type Piece } from './pieces.ts'
import { substitutionFault } from './substitution.ts'
import { takesInWords, takesOf } from './takes.ts'
import { verdictOf } from './verdict.ts'

/** What is wrong with a value, where in it, and how it could be mended. Offsets count from the value's beginning. */
export interface ValueFault extends Range {
  /** What is wrong, as a sentence. */
  readonly message: string
  /** Makes the value one that browsers take; null where nobody can know what was meant. */
  readonly mend: Splice | null
  /** Whether the message already says what to write, so that what the property takes need not be listed. */
  readonly enough: boolean
}

/** One way a value goes wrong: looks whether this is it. */
type Look = (property: string, value: string, pieces: readonly Piece[]) => ValueFault | null

/** What is wrong with a value that browsers do not take, as far as it can be told. Never throws. */
export function valueFault(property: string, value: string): ValueFault {
  const pieces = piecesOf(value)
  for (const look of LOOKS) {
    const found = look(property, value, pieces)
    if (found) return found
  }
  return anyOther(property, value, pieces)
}

const takes = (property: string, value: string) => verdictOf(property, value) === 'taken'

function fault(place: Range, message: string, insert: string | null = null, enough = insert !== null): ValueFault {
  const { from, to } = place
  return { from, to, message, mend: insert === null ? null : { from, to, insert }, enough }
}

const whole = (value: string): Range => ({ from: 0, to: value.length })

/** The first piece that can be written otherwise so that the value is taken. */
function rewritten(
  property: string,
  value: string,
  pieces: readonly Piece[],
  write: (piece: Piece) => string | null,
  say: (piece: Piece, insert: string) => string,
): ValueFault | null {
  for (const piece of pieces) {
    const insert = write(piece)
    if (insert !== null && insert !== piece.text && takes(property, withPiece(value, piece, insert)))
      return fault(piece, say(piece, insert), insert)
  }
  return null
}

/** All pieces of a sort written otherwise at once, where that makes the value one that is taken. */
function allRewritten(
  property: string,
  value: string,
  pieces: readonly Piece[],
  write: (piece: Piece) => string | null,
  say: (first: Piece) => string,
): ValueFault | null {
  const wrong = pieces.filter((piece) => write(piece) !== null)
  if (wrong.length === 0) return null
  const mended = wrong.toReversed().reduce((text, piece) => withPiece(text, piece, write(piece)!), value)
  return takes(property, mended) ? { ...fault(whole(value), say(wrong[0]!), mended), ...rangeOf(wrong) } : null
}

const rangeOf = (pieces: readonly Piece[]): Range => ({ from: pieces[0]!.from, to: pieces.at(-1)!.to })

const emptyValue: Look = (property, value) =>
  value === '' ? fault(whole(value), `${property} has no value.`, null) : null

const substitution: Look = (_property, value) => {
  const said = substitutionFault(value)
  return said === null ? null : fault(whole(value), said, null, true)
}

const FOREIGN = /\$[\w-]+|@\{?[\w-]+\}?|#\{|\{\{|\b(?:darken|lighten|fade|percentage|map-get|theme)\(/

const otherLanguage: Look = (_property, value) => {
  const found = FOREIGN.exec(value)
  return found
    ? fault(
        { from: found.index, to: found.index + found[0].length },
        `“${found[0]}” belongs to a language that is made into CSS; browsers do not know it.`,
      )
    : null
}

const CURLY = /[“”„‟«»]/
const CURLY_SINGLE = /[‘’‚‛]/

/** Whether a text holds a quotation mark of the typographic kind. */
export const hasCurlyQuotes = (text: string): boolean => CURLY.test(text) || CURLY_SINGLE.test(text)

/** A text with straight quotation marks. */
export const straightened = (text: string): string => text.replace(/[“”„‟«»]/g, '"').replace(/[‘’‚‛]/g, "'")

const curlyQuotes: Look = (property, value) => {
  if (!hasCurlyQuotes(value)) return null
  const mended = straightened(value)
  return fault(
    whole(value),
    'Typographic quotation marks are letters to CSS, not quotes: write straight ones, " or \'.',
    takes(property, mended) ? mended : null,
    true,
  )
}

const important: Look = (property, value, pieces) => {
  const at = pieces.findIndex(({ text }) => text === '!')
  if (at < 0) return null
  const place = { from: pieces[at]!.from, to: pieces.at(-1)!.to }
  const rest = value.slice(0, place.from).trimEnd()
  const written = value.slice(place.from, place.to)
  if (at < pieces.length - 2 && pieces[at + 1]?.text.toLowerCase() === 'important')
    return fault(place, '!important stands at the end of the value.', null, true)
  return fault(
    place,
    `“${written}” means nothing: behind the exclamation mark stands important.`,
    takes(property, rest) ? '!important' : null,
    true,
  )
}

const ownComment: Look = (_property, value, pieces) => {
  const at = pieces.findIndex(
    ({ text, to }, index) => text === '/' && pieces[index + 1]?.from === to && pieces[index + 1]!.text === '/',
  )
  if (at < 0) return null
  const place = { from: pieces[at]!.from, to: value.length }
  const words = value.slice(place.from + 2).trim()
  return fault(place, '“//” begins no comment in CSS.', words.includes('*/') ? null : `/* ${words} */`, true)
}

/** Units that stand where a bare number does, by what the property takes. */
const UNITS = ['px', 'deg', 's'] as const

const missingUnit: Look = (property, value) => {
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

const zeroUnit: Look = (property, value) => {
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

const needlessUnit: Look = (property, value) =>
  rewritten(
    property,
    value,
    tokenPieces(value),
    (piece) => (isMeasure(piece) ? numberOf(piece.text) : null),
    ({ text }, insert) => `${property} takes a number without a unit here: ${insert}, not ${text}.`,
  )

const spaceBeforeUnit: Look = (property, value, pieces) => {
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

const decimalComma: Look = (property, value) => {
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

const unknownUnit: Look = (property, value) => {
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

const HEX = /^#?(?:[\da-f]{3,4}|[\da-f]{6}|[\da-f]{8})$/i
const isColorProperty = (property: string) => takesOf(property)?.sorts.some(({ name }) => name === 'a colour') ?? false

const wrongHash: Look = (property, _value, pieces) => {
  const wrong = pieces.find(({ type, text }) => type === Token.Hash && !HEX.test(text))
  if (!wrong || !isColorProperty(property)) return null
  const digits = wrong.text.length - 1
  const why = /^#[\da-f]+$/i.test(wrong.text)
    ? `has ${digits} ${digits === 1 ? 'digit' : 'digits'}; a colour has 3, 4, 6 or 8`
    : 'has letters beyond f; a colour has the digits 0 to 9 and a to f'
  return fault(wrong, `“${wrong.text}” is no colour: it ${why}.`, null, true)
}

const missingHash: Look = (property, value, pieces) =>
  isColorProperty(property)
    ? rewritten(
        property,
        value,
        pieces,
        ({ text }) => (!text.startsWith('#') && HEX.test(text) ? `#${text}` : null),
        (_piece, insert) => `A colour in digits begins with #: ${insert}.`,
      )
    : null

const commasForSpaces: Look = (property, value, pieces) => {
  const found = allRewritten(
    property,
    value,
    pieces,
    ({ text }) => (text === ',' ? ' ' : null),
    () => `The parts of ${property} have spaces between them, not commas.`,
  )
  return found?.mend ? { ...found, mend: { ...found.mend, insert: found.mend.insert.replace(/\s{2,}/g, ' ') } } : found
}

const quoted: Look = (property, value, pieces) =>
  rewritten(
    property,
    value,
    pieces,
    ({ type, text }) => (type === Token.String ? text.slice(1, -1) : null),
    ({ text }, insert) => `No quotes here: ${insert}, not ${text}.`,
  )

const missingUrl: Look = (property, value) => {
  const insert = `url(${value})`
  return /^[\w./-]+\.(?:png|jpe?g|gif|svg|webp|avif)$/i.test(value) && takes(property, insert)
    ? fault(whole(value), `An address of a picture stands in url(): ${insert}.`, insert)
    : null
}

const FAMILIES = new Set(['font-family', 'font'])

/** A name of a font that is no row of identifiers (CSS Fonts 4, section 2.1) needs quotes. */
const familyQuotes: Look = (property, value) => {
  if (!FAMILIES.has(property)) return null
  const parts = value.split(',')
  const mended = parts.map((part) => {
    const name = part.trim()
    return name === '' || takes('font-family', name) ? part : part.replace(name, `"${name.replace(/["\\]/g, '')}"`)
  })
  const wrong = parts.findIndex((part, at) => part !== mended[at])
  if (wrong < 0 || !takes(property, mended.join(','))) return null
  return fault(
    whole(value),
    `The name of the font “${parts[wrong]!.trim()}” needs quotes: it holds more than letters and hyphens, or a part that begins with a digit.`,
    mended.join(','),
  )
}

/** Words of text that lack their quotes. */
const textQuotes: Look = (property, value) => {
  const insert = `"${value.replace(/["\\]/g, '')}"`
  return property === 'content' && takes(property, insert)
    ? fault(whole(value), `Text stands in quotes: ${insert}.`, insert)
    : null
}

const missingFamily: Look = (property, value) =>
  property === 'font' && takes(property, `${value} serif`)
    ? fault(
        whole(value),
        'Behind its size font needs a family, as in 100% Georgia, serif. Without one, use font-size.',
        null,
        true,
      )
    : null

const ratioColon: Look = (property, value) => {
  const found = /^(\d+)\s*:\s*(\d+)$/.exec(value)
  const insert = found ? `${found[1]} / ${found[2]}` : ''
  return found && takes(property, insert)
    ? fault(whole(value), `A ratio is written with a slash: ${insert}.`, insert)
    : null
}

const explorerFilter: Look = (_property, value) =>
  /progid:|alpha\(|expression\(/i.test(value)
    ? fault(whole(value), 'It speaks to Internet Explorer alone, which nobody uses any more. It can go.', null, true)
    : null

/** Slips that many make, and what they mean (common practice). */
const SLIPS: Readonly<Record<string, { readonly means: string | null; readonly says: string }>> = {
  'text-align: middle': { means: 'center', says: 'Across a line the middle is called center.' },
  'vertical-align: center': { means: 'middle', says: 'Up and down a line the centre is called middle.' },
  'float: center': {
    means: null,
    says: 'Nothing floats to the centre: margin: 0 auto centres a box that has a width, text-align: center what stands in a box.',
  },
  'overflow: none': {
    means: null,
    says: 'There is no “none” for overflow: hidden cuts off what is too large, visible lets it stand out.',
  },
  'font-weight: thick': { means: 'bold', says: 'Thick letters are called bold.' },
  'display: hidden': {
    means: null,
    says: 'There is no “hidden” for display: display: none takes a box away, visibility: hidden leaves its room.',
  },
  'visibility: none': { means: 'hidden', says: 'What is not seen and keeps its room is called hidden.' },
  'position: center': {
    means: null,
    says: 'position says what a box is placed by, not where: text-align, margin: 0 auto or place-items bring it to the centre.',
  },
}

const slip: Look = (property, value) => {
  const found = SLIPS[`${property}: ${value.toLowerCase()}`]
  return found ? fault(whole(value), found.says, found.means, true) : null
}

const missingComma: Look = (property, value, pieces) => {
  if (!takesOf(property)?.repeats.includes('commas')) return null
  const gaps = pieces.slice(1).map((piece, at) => ({ before: pieces[at]!, piece }))
  const isWord = ({ type }: Piece) => type === Token.Ident
  // A new item mostly begins with a word, behind something else.
  const likely = gaps.toSorted((a, b) => Number(startsItem(b)) - Number(startsItem(a)))
  for (const { before, piece } of likely) {
    const place = { from: before.to, to: piece.from }
    if (before.text === ',' || piece.text === ',' || !takes(property, withPiece(value, place, ', '))) continue
    return { ...fault(place, `A comma is missing before “${piece.text}”.`, ', '), from: piece.from, to: piece.to }
  }
  return null

  function startsItem({ before, piece }: { before: Piece; piece: Piece }) {
    return isWord(piece) && !isWord(before)
  }
}

const calcSpaces: Look = (property, value) => {
  if (!/calc\(|min\(|max\(|clamp\(/i.test(value)) return null
  const mended = value.replace(/([\w%)])\s*([+-])\s*(?=[\d.(a-z])/gi, (all, before: string, sign: string) => {
    return /^[a-z]$/i.test(before) && sign === '-' ? all : `${before} ${sign} `
  })
  return mended !== value && takes(property, mended)
    ? fault(whole(value), 'In calc() a space stands on both sides of + and -.', mended)
    : null
}

const badMath: Look = (_property, value, pieces) => {
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

const negative: Look = (property, value, pieces) => {
  const wrong = pieces.find(
    (piece) =>
      /^-[\d.]/.test(piece.text) &&
      [Token.Number, Token.Dimension, Token.Percentage].includes(piece.type) &&
      takes(property, withPiece(value, piece, piece.text.slice(1))),
  )
  return wrong ? fault(wrong, `${property} cannot be negative here.`, null, false) : null
}

const PLACES = ['left', 'right', 'top', 'bottom', 'center']

/** Words that could stand in a value: its own keywords, and the colours where it takes one. */
const wordsFor = (property: string) => [
  ...(takesOf(property)?.words ?? []),
  ...(isColorProperty(property) ? NAMED_COLORS : []),
  ...(takesOf(property)?.sorts.some(({ name }) => name === 'a position') ? PLACES : []),
]

const misspelt: Look = (property, value, pieces) => {
  for (const piece of pieces) {
    if (piece.type !== Token.Ident) continue
    const near = nearestWord(
      piece.text.toLowerCase(),
      wordsFor(property).filter((word) => word !== piece.text.toLowerCase()),
    )
    if (near && takes(property, withPiece(value, piece, near)))
      return fault(piece, `There is no “${piece.text}” for ${property}: ${near} is near.`, near)
  }
  return null
}

const wrongOrder: Look = (property, value, pieces) => {
  if (pieces.length < 2 || pieces.length > 4) return null
  const texts = pieces.map(({ text }) => text)
  const right = orders(texts).find((order) => takes(property, order.join(' ')))
  return right && right.join(' ') !== value
    ? fault(whole(value), `The parts stand in the wrong order: ${right.join(' ')}.`, right.join(' '))
    : null
}

function orders(items: readonly string[]): string[][] {
  if (items.length < 2) return [[...items]]
  return items.flatMap((item, at) => orders(items.toSpliced(at, 1)).map((rest) => [item, ...rest]))
}

const tooMany: Look = (property, value, pieces) => {
  if (pieces.length < 2) return null
  for (let most = pieces.length - 1; most > 0; most--) {
    const kept = value.slice(0, pieces[most - 1]!.to)
    const spare = { from: pieces[most]!.from, to: value.length }
    const next = pieces[most]!
    // What is right by itself is too much; anything else is wrong in another way.
    if (takes(property, kept) && isAlike(next, pieces))
      return fault(
        spare,
        `${property} takes no more than ${most === 1 ? 'one part' : `${most} parts`} here; “${value.slice(spare.from)}” is too much.`,
      )
  }
  return null
}

const isAlike = (piece: Piece, pieces: readonly Piece[]) =>
  pieces.some((other) => other !== piece && other.type === piece.type && other.from < piece.from)

function anyOther(property: string, value: string, pieces: readonly Piece[]): ValueFault {
  const wrong = pieces.find(
    (piece) => piece.type === Token.Ident && !wordsFor(property).includes(piece.text.toLowerCase()),
  )
  const place = pieces.length > 1 && wrong ? wrong : whole(value)
  return fault(place, `${property} does not take “${value.slice(place.from, place.to)}”.`)
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
