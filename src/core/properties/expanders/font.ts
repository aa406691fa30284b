import { accepts } from '../grammar.ts'
import { piecesOf, type Expander } from './pieces.ts'

const FONT_SIZE = /^(?:x{1,3}-(?:small|large)|small|medium|large|smaller|larger)$/i

/** CSS Fonts 4, section 2.6: up to four words in any order, the size with its line height, then the families. */
export const font: Expander = (value) => {
  const pieces = piecesOf(value)
  const set: Record<string, string> = {}
  let at = 0
  const lead = ['font-style', 'font-variant-caps', 'font-weight', 'font-stretch']
  for (; at < pieces.length && at < 4; at++) {
    const piece = pieces[at]!
    if (/^normal$/i.test(piece)) continue
    if (
      /^[\d.]+$/.test(piece)
        ? !accepts('font-weight', piece)
        : FONT_SIZE.test(piece) || (accepts('font-size', piece) && !accepts('font-weight', piece))
    )
      break
    const name = lead.find(
      (each) => !(each in set) && (each === 'font-variant-caps' ? /^small-caps$/i.test(piece) : accepts(each, piece)),
    )
    if (name === undefined) return null
    set[name] = piece
    if (
      name === 'font-style' &&
      /^oblique$/i.test(piece) &&
      /^-?[\d.]+(?:deg|grad|rad|turn)$/i.test(pieces[at + 1] ?? '')
    )
      set[name] += ` ${pieces[++at]!}`
  }
  const size = pieces[at]
  if (size === undefined || !accepts('font-size', size)) return null
  set['font-size'] = size
  at++
  if (pieces[at] === '/') {
    const height = pieces[at + 1]
    if (height === undefined) return null
    set['line-height'] = height
    at += 2
  }
  const family = pieces.slice(at).join(' ').replace(/ , /g, ', ')
  if (family === '') return null
  set['font-family'] = family
  return set
}

const NO_LIGATURES = /^(?:no-)?(?:common|discretionary|historical)-ligatures$|^(?:no-)?contextual$/i

/** `font-variant` (CSS Fonts 4, section 6.11). */
export const fontVariant: Expander = (value, names) => {
  const pieces = piecesOf(value)
  if (pieces.length === 1 && /^normal$/i.test(pieces[0]!)) return {}
  if (pieces.length === 1 && /^none$/i.test(pieces[0]!)) return { 'font-variant-ligatures': 'none' }
  const set: Record<string, string> = {}
  for (const piece of pieces) {
    const name = NO_LIGATURES.test(piece)
      ? 'font-variant-ligatures'
      : names.find(
          (each) => each !== 'font-variant-ligatures' && !/^normal$|^none$/i.test(piece) && accepts(each, piece),
        )
    if (name === undefined) return null
    set[name] = name in set ? `${set[name]} ${piece}` : piece
  }
  return set
}

/** `font-synthesis`: what may be made up (CSS Fonts 4, section 2.9). */
export const fontSynthesis: Expander = (value) => {
  const words = new Set(piecesOf(value).map((piece) => piece.toLowerCase()))
  const known = ['weight', 'style', 'small-caps']
  if (words.size === 1 && words.has('none'))
    return Object.fromEntries(known.map((name) => [`font-synthesis-${name}`, 'none']))
  if (words.size === 0 || [...words].some((word) => !known.includes(word))) return null
  return Object.fromEntries(known.map((name) => [`font-synthesis-${name}`, words.has(name) ? 'auto' : 'none']))
}
