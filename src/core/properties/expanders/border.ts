import { readSides, SIDES } from '../../values/sides.ts'
import { accepts } from '../grammar.ts'
import { inAnyOrder, piecesOf, splitTop, type Expander } from './pieces.ts'

/** The parts of a line, as `border-top` and `outline` name them. */
export const LINE = ['width', 'style', 'color'] as const
/** The longhands of `border-top`: what any border's parts are told apart with. */
export const TOP_LINE = LINE.map((part) => `border-top-${part}`)

/** `border`: all four sides at once. */
export const border: Expander = (value) => {
  const set = inAnyOrder(piecesOf(value), TOP_LINE)
  return (
    set &&
    Object.fromEntries(
      SIDES.flatMap((side) => LINE.map((part) => [`border-${side}-${part}`, set[`border-top-${part}`] ?? 'initial'])),
    )
  )
}

/** `border-block` and `border-inline`. */
export const axisBorder: Expander = (value, names) => {
  const set = inAnyOrder(piecesOf(value), TOP_LINE)
  return (
    set &&
    Object.fromEntries(
      names.map((name) => [name, set[`border-top-${name.slice(name.lastIndexOf('-') + 1)}`] ?? 'initial']),
    )
  )
}

/** `border-radius` (CSS Backgrounds 3, section 4.1): across, then down behind a slash. */
export const borderRadius: Expander = (value, names) => {
  const [across, down, ...rest] = value.split('/').length > 1 ? splitTop(value, '/') : [value]
  const x = across === undefined ? null : readSides(across)
  const y = down === undefined ? x : readSides(down)
  if (!x || !y || rest.length > 0) return null
  return Object.fromEntries(
    SIDES.map((side, at) => [names[at]!, down === undefined ? x[side] : `${x[side]} ${y[side]}`]),
  )
}

/** `border-image` (CSS Backgrounds 3, section 5.6). */
export const borderImage: Expander = (value) => {
  const set: Record<string, string> = {}
  const order = ['border-image-slice', 'border-image-width', 'border-image-outset']
  let at = -1
  for (const piece of piecesOf(value)) {
    if (piece === '/') {
      at++
      continue
    }
    const sliced = at >= 0 ? order[at]! : 'border-image-slice'
    const name =
      accepts('border-image-source', piece) && !/^none$/i.test(piece)
        ? 'border-image-source'
        : /^(?:stretch|repeat|round|space)$/i.test(piece)
          ? 'border-image-repeat'
          : /^none$/i.test(piece)
            ? 'border-image-source'
            : sliced
    if (name === 'border-image-slice') at = 0
    set[name] = set[name] === undefined ? piece : `${set[name]} ${piece}`
  }
  return Object.keys(set).length > 0 ? set : null
}
