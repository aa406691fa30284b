import { Token } from '../../css/tokens.ts'
import { substitutionFault } from '../substitution.ts'
import { type Look, takes, fault, whole, rewritten } from './look.ts'

export const emptyValue: Look = (property, value) =>
  value === '' ? fault(whole(value), `${property} has no value.`, null) : null

export const substitution: Look = (_property, value) => {
  const said = substitutionFault(value)
  return said === null ? null : fault(whole(value), said, null, true)
}

const FOREIGN = /\$[\w-]+|@\{?[\w-]+\}?|#\{|\{\{|\b(?:darken|lighten|fade|percentage|map-get|theme)\(/

export const otherLanguage: Look = (_property, value) => {
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

export const curlyQuotes: Look = (property, value) => {
  if (!hasCurlyQuotes(value)) return null
  const mended = straightened(value)
  return fault(
    whole(value),
    'Typographic quotation marks are letters to CSS, not quotes: write straight ones, " or \'.',
    takes(property, mended) ? mended : null,
    true,
  )
}

export const important: Look = (property, value, pieces) => {
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

export const ownComment: Look = (_property, value, pieces) => {
  const at = pieces.findIndex(
    ({ text, to }, index) => text === '/' && pieces[index + 1]?.from === to && pieces[index + 1]!.text === '/',
  )
  if (at < 0) return null
  const place = { from: pieces[at]!.from, to: value.length }
  const words = value.slice(place.from + 2).trim()
  return fault(place, '“//” begins no comment in CSS.', words.includes('*/') ? null : `/* ${words} */`, true)
}

export const quoted: Look = (property, value, pieces) =>
  rewritten(
    property,
    value,
    pieces,
    ({ type, text }) => (type === Token.String ? text.slice(1, -1) : null),
    ({ text }, insert) => `No quotes here: ${insert}, not ${text}.`,
  )

export const missingUrl: Look = (property, value) => {
  const insert = `url(${value})`
  return /^[\w./-]+\.(?:png|jpe?g|gif|svg|webp|avif)$/i.test(value) && takes(property, insert)
    ? fault(whole(value), `An address of a picture stands in url(): ${insert}.`, insert)
    : null
}

const FAMILIES = new Set(['font-family', 'font'])

/** A name of a font that is no row of identifiers (CSS Fonts 4, section 2.1) needs quotes. */
export const familyQuotes: Look = (property, value) => {
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
export const textQuotes: Look = (property, value) => {
  const insert = `"${value.replace(/["\\]/g, '')}"`
  return property === 'content' && takes(property, insert)
    ? fault(whole(value), `Text stands in quotes: ${insert}.`, insert)
    : null
}

export const missingFamily: Look = (property, value) =>
  property === 'font' && takes(property, `${value} serif`)
    ? fault(
        whole(value),
        'Behind its size font needs a family, as in 100% Georgia, serif. Without one, use font-size.',
        null,
        true,
      )
    : null

export const explorerFilter: Look = (_property, value) =>
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

export const slip: Look = (property, value) => {
  const found = SLIPS[`${property}: ${value.toLowerCase()}`]
  return found ? fault(whole(value), found.says, found.means, true) : null
}
