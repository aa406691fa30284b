import { splitAtCommas } from '../../css/tokens.ts'
import { componentsOf, type Component } from '../../values/component.ts'
import { splitPosition } from '../../values/position.ts'
import { accepts } from '../grammar.ts'
import { longhand } from '../longhands.ts'
import { piecesOf, type Expander } from './pieces.ts'

const BOXES = /^(?:border-box|padding-box|content-box|text|border-area|fill-box|stroke-box|view-box|margin-box)$/i
const isPositionPart = (piece: string) =>
  /^(?:left|right|top|bottom|center)$/i.test(piece) || (accepts('margin-top', piece) && piece.toLowerCase() !== 'auto')

/** One layer of `background` or `mask` (CSS Backgrounds 3, section 2.10): position and size go together, boxes in order. */
function imageLayer(
  prefix: 'background' | 'mask',
  pieces: readonly string[],
  last: boolean,
): Record<string, string> | null {
  const set: Record<string, string> = {}
  const boxes: string[] = []
  const repeats: string[] = []
  let at = 0
  while (at < pieces.length) {
    const piece = pieces[at]!
    if (BOXES.test(piece)) {
      boxes.push(piece)
      at++
    } else if (/^(?:repeat-x|repeat-y|repeat|space|round|no-repeat)$/i.test(piece)) {
      repeats.push(piece)
      at++
    } else if (isPositionPart(piece)) {
      if ('position' in set) return null
      let end = at
      while (end < pieces.length && isPositionPart(pieces[end]!)) end++
      set['position'] = pieces.slice(at, end).join(' ')
      at = end
      if (pieces[at] === '/') {
        let stop = at + 1
        while (stop < pieces.length && stop < at + 3 && accepts('background-size', pieces[stop]!)) stop++
        if (stop === at + 1) return null
        set[`${prefix}-size`] = pieces.slice(at + 1, stop).join(' ')
        at = stop
      }
    } else {
      const names =
        prefix === 'background'
          ? ['background-image', 'background-attachment', ...(last ? ['background-color'] : [])]
          : ['mask-image', 'mask-composite', 'mask-mode']
      const name = names.find((each) => !(each in set) && accepts(each, piece))
      if (name === undefined) return null
      set[name] = piece
      at++
    }
  }
  if (boxes.length > 2 || repeats.length > 2 || pieces.length === 0) return null
  if (repeats.length > 0) set[`${prefix}-repeat`] = repeats.join(' ')
  if (boxes.length > 0) {
    set[`${prefix}-origin`] = boxes[0]!
    set[`${prefix}-clip`] = boxes[1] ?? boxes[0]!
  }
  return set
}

const text = (component: Component): string => {
  switch (component.kind) {
    case 'ident':
      return component.text
    case 'number':
      return String(component.value)
    case 'percentage':
      return `${component.value}%`
    case 'dimension':
      return `${component.value}${component.unit}`
    case 'function':
      return `${component.name}(${component.args.map((arg) => (arg.kind === 'delim' ? (arg.text === ',' ? ', ' : ` ${arg.text} `) : text(arg))).join(component.args.some((arg) => arg.kind === 'delim') ? '' : ' ')})`
    case 'block':
      return `(${component.args.map(text).join(' ')})`
    default:
      return ''
  }
}

/** Both axes of a list of positions. */
function axesOf(value: string): { x: string; y: string } | null {
  const axes = splitAtCommas(value).map((part) => splitPosition(componentsOf(part.text)))
  if (axes.some((each) => each === null)) return null
  const join = (axis: 'x' | 'y') => axes.map((each) => each![axis].map(text).join(' ')).join(', ')
  return { x: join('x'), y: join('y') }
}

/** `background`, layer by layer. */
export const background: Expander = (value, names) => {
  const parts = splitAtCommas(value)
  const sets = parts.map((part, at) => imageLayer('background', piecesOf(part.text), at === parts.length - 1))
  if (sets.some((set) => set === null)) return null
  const set: Record<string, string> = {}
  for (const name of names) {
    if (name.startsWith('background-position')) continue
    if (name === 'background-color') set[name] = sets.at(-1)![name] ?? 'initial'
    else if (sets.some((layer) => name in layer!))
      set[name] = sets.map((layer) => layer![name] ?? longhand(name)!.initial).join(', ')
    else set[name] = parts.length > 1 ? sets.map(() => longhand(name)!.initial).join(', ') : 'initial'
  }
  const axes = axesOf(sets.map((layer) => layer!['position'] ?? '0% 0%').join(', '))
  return axes && { ...set, 'background-position-x': axes.x, 'background-position-y': axes.y }
}

/** `background-position` as its two axes. */
export const backgroundPosition: Expander = (value) => {
  const axes = axesOf(value)
  return axes && { 'background-position-x': axes.x, 'background-position-y': axes.y }
}

/** `mask`, layer by layer. */
export const mask: Expander = (value, names) => {
  const sets = splitAtCommas(value).map((part) => imageLayer('mask', piecesOf(part.text), false))
  if (sets.some((set) => set === null)) return null
  return Object.fromEntries(
    names.map((name) => [
      name,
      sets.map((set) => set![name === 'mask-position' ? 'position' : name] ?? longhand(name)!.initial).join(', '),
    ]),
  )
}
