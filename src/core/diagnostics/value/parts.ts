import { Token } from '../../css/tokens.ts'
import { NAMED_COLORS } from '../../values/color-notation.ts'
import { brief } from '../diagnosis.ts'
import { nearestWord } from '../nearest-word.ts'
import { withPiece, type Piece } from '../pieces.ts'
import { takesOf } from '../takes.ts'
import { type ValueFault, type Look, takes, fault, whole } from './look.ts'
import { isColorProperty } from './colours.ts'

export const missingComma: Look = (property, value, pieces) => {
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

const PLACES = ['left', 'right', 'top', 'bottom', 'center']

/** Words that could stand in a value: its own keywords, and the colours where it takes one. */
const wordsFor = (property: string) => [
  ...(takesOf(property)?.words ?? []),
  ...(isColorProperty(property) ? NAMED_COLORS : []),
  ...(takesOf(property)?.sorts.some(({ name }) => name === 'a position') ? PLACES : []),
]

export const misspelt: Look = (property, value, pieces) => {
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

export const wrongOrder: Look = (property, value, pieces) => {
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

export const tooMany: Look = (property, value, pieces) => {
  if (pieces.length < 2) return null
  for (let most = pieces.length - 1; most > 0; most--) {
    const kept = value.slice(0, pieces[most - 1]!.to)
    const spare = { from: pieces[most]!.from, to: value.length }
    const next = pieces[most]!
    // What is right by itself is too much; anything else is wrong in another way.
    if (takes(property, kept) && isAlike(next, pieces))
      return fault(
        spare,
        `${property} takes no more than ${most === 1 ? 'one part' : `${most} parts`} here; “${brief(value.slice(spare.from))}” is too much.`,
      )
  }
  return null
}

const isAlike = (piece: Piece, pieces: readonly Piece[]) =>
  pieces.some((other) => other !== piece && other.type === piece.type && other.from < piece.from)

export function anyOther(property: string, value: string, pieces: readonly Piece[]): ValueFault {
  const wrong = pieces.find(
    (piece) => piece.type === Token.Ident && !wordsFor(property).includes(piece.text.toLowerCase()),
  )
  const place = pieces.length > 1 && wrong ? wrong : whole(value)
  return fault(place, `${property} does not take “${brief(value.slice(place.from, place.to))}”.`)
}
