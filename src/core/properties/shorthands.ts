import { readSides, SIDES } from '../values/sides.ts'
import { splitAtCommas, splitAtSpaces } from '../css/tokens.ts'
import { background, backgroundPosition, mask } from './expanders/background.ts'
import { axisBorder, border, borderImage, borderRadius, LINE } from './expanders/border.ts'
import { font, fontSynthesis, fontVariant } from './expanders/font.ts'
import { grid, gridLines, gridTemplate } from './expanders/grid.ts'
import { inAnyOrder, piecesOf, splitTop, type Expander } from './expanders/pieces.ts'
import { Remembered } from '../text/remembered.ts'
import type { Definition } from './definition.ts'
import { accepts } from './grammar.ts'
import { aliasOf } from './aliases.ts'
import { definitionOf, longhand, LONGHANDS, SIDE_PATTERNS } from './longhands.ts'

/** Flow-relative sides, and the borders along them: their longhands are other names for those of the table. */
const FLOW_AXES = ['block', 'inline'] as const
const FLOW_SIDES = FLOW_AXES.flatMap((axis) => [`${axis}-start`, `${axis}-end`])
const lineAt = (side: string) => LINE.map((part) => `border-${side}-${part}`)

/** The longhands each shorthand sets, in the order of its "Name:" table in the CSS modules. */
const SHORTHANDS = new Map<string, readonly string[]>([
  ...fromTable(),
  ...FLOW_AXES.flatMap((axis) =>
    SIDE_PATTERNS.map((pattern): [string, string[]] => {
      const at = (end: string) => pattern.replace('*', `${axis}-${end}`)
      return [pattern.replace('*', axis), [at('start'), at('end')]]
    }),
  ),
  ...FLOW_AXES.map((axis): [string, string[]] => [
    `border-${axis}`,
    LINE.flatMap((part) => [`border-${axis}-start-${part}`, `border-${axis}-end-${part}`]),
  ]),
  ...FLOW_SIDES.map((side): [string, string[]] => [`border-${side}`, lineAt(side)]),
  ['all', LONGHANDS.map(({ name }) => name).filter((name) => !definitionOf(name)?.outsideAll)],
])

/** Shorthands as the table's entries name them, each with its longhands at their places. */
function fromTable(): [string, string[]][] {
  const found = new Map<string, string[]>()
  for (const { name } of LONGHANDS)
    for (const [shorthand, place] of Object.entries(definitionOf(name)?.shorthands ?? {})) {
      const members = found.get(shorthand) ?? []
      members[place] = name
      found.set(shorthand, members)
    }
  return [...found]
}

/** The longhands a property sets: itself when it is no shorthand. */
export function longhandsOf(property: string): readonly string[] {
  return SHORTHANDS.get(property) ?? [property]
}

/** Whether a property is a shorthand. */
export function isShorthand(property: string): boolean {
  return SHORTHANDS.has(property)
}

/** Shorthands that have the quirk of their longhands (Quirks Mode, sections 3.1 and 3.2). */
const QUIRKY = new Set(['margin', 'padding', 'border-width', 'border-color'])

/** The quirk of a property or shorthand in quirks mode. */
export function quirkOf(property: string): Definition['quirk'] {
  return definitionOf(QUIRKY.has(property) ? longhandsOf(property)[0]! : property)?.quirk
}

/** Whether setting `outer` also sets (all or part of) `inner`. */
export function overlaps(outer: string, inner: string): boolean {
  if (outer === inner) return true
  if (outer === 'all') return !inner.startsWith('--')
  const set = longhandsOf(aliasOf(outer))
  return longhandsOf(aliasOf(inner)).some((name) => set.includes(name))
}

/** CSS Cascade 5, section 7.3: keywords that every property takes. */
const WIDE = new Set(['initial', 'inherit', 'unset', 'revert', 'revert-layer'])

/** The CSS-wide keyword a value is, in lower case; null for other values. */
export function wideKeyword(value: string): string | null {
  const word = value.toLowerCase()
  return WIDE.has(word) ? word : null
}

export type Expansion = ReadonlyMap<string, string>

/**
 * What `property: value` gives each longhand, as specified values; parts left out are `initial`. Null when browsers would
 * ignore the declaration. The value holds no `var()`. A longhand is given back as it is, once it is valid.
 */
export function expand(property: string, value: string): Expansion | null {
  return expanded.get(`${property}:${value}`, () => expandNow(property, value))
}

const expanded = new Remembered<Expansion | null>(20_000)

function expandNow(property: string, value: string): Expansion | null {
  const names = SHORTHANDS.get(property)
  const wide = wideKeyword(value)
  if (!names) return wide !== null || accepts(property, value) ? new Map([[property, value]]) : null
  if (wide !== null) return new Map(names.map((name) => [name, value]))
  const set = EXPANDERS[property]?.(value, names) ?? null
  if (!set) return null
  const whole = new Map(names.map((name) => [name, 'initial']))
  for (const [name, text] of Object.entries(set)) {
    if (text !== 'initial' && !accepts(name, text)) return null
    whole.set(name, text)
  }
  return whole
}

/** One to four values for four longhands. */
const fourSides: Expander = (value, names) => {
  const sides = readSides(value)
  return sides && Object.fromEntries(SIDES.map((side, at) => [names[at]!, sides[side]]))
}

/** One or two values for two longhands. */
const twoValues: Expander = (value, names) => {
  const [a, b = a, ...rest] = splitAtSpaces(value)
  return a === undefined || rest.length > 0 ? null : { [names[0]!]: a, [names[1]!]: b! }
}

/** Two values of one or more words each, such as `first baseline center`; the first serves both when they are not told apart. */
const alignments: Expander = (value, names) => {
  const parts = splitAtSpaces(value)
  for (let at = parts.length; at > 0; at--) {
    const first = parts.slice(0, at).join(' ')
    const second =
      parts.slice(at).join(' ') || (/baseline/i.test(first) && names[1] === 'justify-content' ? 'start' : first)
    if (accepts(names[0]!, first) && accepts(names[1]!, second)) return { [names[0]!]: first, [names[1]!]: second }
  }
  return null
}

const anyOrder: Expander = (value, names) => inAnyOrder(piecesOf(value), names)

/** `list-style: none` says something of whatever is left: image, type or both (CSS Lists 3, section 3.4). */
const listStyle: Expander = (value) => {
  const pieces = piecesOf(value)
  const none = pieces.filter((piece) => piece.toLowerCase() === 'none').length
  const set =
    none === pieces.length
      ? {}
      : inAnyOrder(
          pieces.filter((piece) => piece.toLowerCase() !== 'none'),
          ['list-style-position', 'list-style-image', 'list-style-type'],
        )
  if (!set || none > 2) return null
  const free = ['list-style-type', 'list-style-image'].filter((name) => !(name in set))
  if (none > free.length) return null
  return none === 0 ? set : { ...set, ...Object.fromEntries(free.map((name) => [name, 'none'])) }
}

/** The same for comma-separated layers: each longhand gets the list of its values. */
const layers =
  (
    read: (pieces: readonly string[], names: readonly string[], last: boolean) => Record<string, string> | null,
  ): Expander =>
  (value, names) => {
    const parts = splitAtCommas(value)
    const sets = parts.map(({ text }, at) => read(piecesOf(text), names, at === parts.length - 1))
    if (sets.some((set) => set === null)) return null
    return Object.fromEntries(
      names.map((name) => [name, sets.map((set) => set![name] ?? longhand(name)?.initial ?? 'initial').join(', ')]),
    )
  }

/** CSS Flexbox 1, section 7.1.1: `flex: 1` means a basis of 0, and its own common values. */
const flex: Expander = (value) => {
  const pieces = piecesOf(value)
  if (pieces.length === 1 && /^none$/i.test(pieces[0]!))
    return { 'flex-grow': '0', 'flex-shrink': '0', 'flex-basis': 'auto' }
  const numbers: string[] = []
  let basis: string | undefined
  for (const [at, piece] of pieces.entries()) {
    const isNumber = accepts('flex-grow', piece) && !(numbers.length === 2 && /^0$/.test(piece))
    if (isNumber && numbers.length < 2 && (at === 0 || numbers.length > 0 || basis !== undefined)) numbers.push(piece)
    else if (basis === undefined && (accepts('flex-basis', piece) || /^0$/.test(piece)))
      basis = /^0$/.test(piece) ? '0px' : piece
    else return null
  }
  if (pieces.length === 0) return null
  return { 'flex-grow': numbers[0] ?? '1', 'flex-shrink': numbers[1] ?? '1', 'flex-basis': basis ?? '0%' }
}

const WHITE_SPACES: Readonly<Record<string, readonly [string, string]>> = {
  normal: ['collapse', 'wrap'],
  pre: ['preserve', 'nowrap'],
  nowrap: ['collapse', 'nowrap'],
  'pre-wrap': ['preserve', 'wrap'],
  'pre-line': ['preserve-breaks', 'wrap'],
  'break-spaces': ['break-spaces', 'wrap'],
}

const whiteSpace: Expander = (value, names) => {
  const both = WHITE_SPACES[value.toLowerCase()]
  return both ? { 'white-space-collapse': both[0], 'text-wrap-mode': both[1] } : inAnyOrder(piecesOf(value), names)
}

const textWrap: Expander = (value, names) => inAnyOrder(piecesOf(value), names)

const columns: Expander = (value, names) => {
  const pieces = piecesOf(value).filter((piece) => piece.toLowerCase() !== 'auto')
  return pieces.length === 0 ? {} : inAnyOrder(pieces, names)
}

const container: Expander = (value) => {
  const [name = '', type = 'normal'] = splitTop(value, '/')
  return { 'container-name': name, 'container-type': type }
}

/** `transition: 1s` names no property; `animation`'s name comes last among what a word could be. */
const EXPANDERS: Readonly<Record<string, Expander>> = {
  ...Object.fromEntries(
    [
      'margin',
      'padding',
      'inset',
      'scroll-margin',
      'scroll-padding',
      'border-width',
      'border-style',
      'border-color',
    ].map((name) => [name, fourSides]),
  ),
  ...Object.fromEntries(
    [...SHORTHANDS.keys()]
      .filter(
        (name) =>
          /-(?:block|inline)(?:-(?:width|style|color))?$/.test(name) &&
          name !== 'border-block' &&
          name !== 'border-inline',
      )
      .map((name) => [name, twoValues]),
  ),
  'border-block': axisBorder,
  'border-inline': axisBorder,
  ...Object.fromEntries([...SIDES, ...FLOW_SIDES].map((side) => [`border-${side}`, anyOrder])),
  border,
  'border-image': borderImage,
  'border-radius': borderRadius,
  background,
  'background-position': backgroundPosition,
  mask,
  outline: anyOrder,
  'column-rule': anyOrder,
  'list-style': listStyle,
  columns,
  flex,
  'flex-flow': anyOrder,
  gap: twoValues,
  overflow: twoValues,
  'overscroll-behavior': twoValues,
  'place-content': alignments,
  'place-items': alignments,
  'place-self': alignments,
  'grid-row': gridLines,
  'grid-column': gridLines,
  'grid-area': gridLines,
  'grid-template': gridTemplate,
  grid,
  'text-decoration': (value, names) => {
    const pieces = piecesOf(value)
    const isLine = (piece: string) => /^(?:underline|overline|line-through|blink)$/i.test(piece)
    const drawn = pieces.filter(isLine)
    const set = inAnyOrder(
      [...(drawn.length > 0 ? [drawn.join(' ')] : []), ...pieces.filter((piece) => !isLine(piece))],
      names,
    )
    return set
  },
  'text-emphasis': (value) => {
    const pieces = piecesOf(value)
    const hue = pieces.find((piece) => accepts('color', piece))
    const style = pieces.filter((piece) => piece !== hue).join(' ')
    return {
      ...(style === '' ? {} : { 'text-emphasis-style': style }),
      ...(hue === undefined ? {} : { 'text-emphasis-color': hue }),
    }
  },
  'text-wrap': textWrap,
  'white-space': whiteSpace,
  font,
  'font-variant': fontVariant,
  'font-synthesis': fontSynthesis,
  transition: layers((pieces) =>
    inAnyOrder(pieces, [
      'transition-duration',
      'transition-timing-function',
      'transition-delay',
      'transition-behavior',
      'transition-property',
    ]),
  ),
  animation: layers((pieces) =>
    inAnyOrder(pieces, [
      'animation-duration',
      'animation-timing-function',
      'animation-delay',
      'animation-iteration-count',
      'animation-direction',
      'animation-fill-mode',
      'animation-play-state',
      'animation-composition',
      'animation-name',
    ]),
  ),
  container,
  'contain-intrinsic-size': twoValues,
  '-webkit-text-stroke': anyOrder,
}
