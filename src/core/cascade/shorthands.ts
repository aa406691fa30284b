import { readSides, SIDES } from '../boxes/sides.ts'
import { splitAtCommas, splitAtSpaces } from '../sheet/tokens.ts'
import { componentsOf, type Component } from '../values/component.ts'
import { splitPosition } from '../values/compute.ts'
import { accepts } from './grammar.ts'
import { aliasOf } from './names.ts'
import { longhand, LONGHANDS } from './properties.ts'

const LINE = ['width', 'style', 'color'] as const
const CORNERS = ['top-left', 'top-right', 'bottom-right', 'bottom-left']
const each = (before: string, names: readonly string[], after = '') => names.map((name) => `${before}-${name}${after}`)
const lines = (side: string) => each(`border-${side}`, LINE)
const FLOW_SIDES = ['block-start', 'block-end', 'inline-start', 'inline-end']
const BORDER_IMAGE = each('border-image', ['source', 'slice', 'width', 'outset', 'repeat'])
const ends = (before: string, axis: string, after = '') => [`${before}-${axis}-start${after}`, `${before}-${axis}-end${after}`]

/** The longhands each shorthand sets, in the order of its "Name:" table in the CSS modules. */
const SHORTHANDS: Readonly<Record<string, readonly string[]>> = {
  margin: each('margin', SIDES), padding: each('padding', SIDES), inset: [...SIDES], 'scroll-margin': each('scroll-margin', SIDES), 'scroll-padding': each('scroll-padding', SIDES),
  ...Object.fromEntries(['margin', 'padding', 'inset', 'scroll-margin', 'scroll-padding'].flatMap((box) => ['block', 'inline'].map((axis) => [`${box}-${axis}`, ends(box, axis)]))),
  ...Object.fromEntries(LINE.map((part) => [`border-${part}`, each('border', SIDES, `-${part}`)])),
  ...Object.fromEntries(['block', 'inline'].flatMap((axis) => LINE.map((part) => [`border-${axis}-${part}`, ends('border', axis, `-${part}`)]))),
  ...Object.fromEntries(['block', 'inline'].map((axis) => [`border-${axis}`, LINE.flatMap((part) => ends('border', axis, `-${part}`))])),
  ...Object.fromEntries([...SIDES, ...FLOW_SIDES].map((side) => [`border-${side}`, lines(side)])),
  border: [...SIDES.flatMap(lines), ...BORDER_IMAGE],
  'border-image': BORDER_IMAGE,
  'border-radius': each('border', CORNERS, '-radius'),
  background: each('background', ['image', 'position-x', 'position-y', 'size', 'repeat', 'attachment', 'origin', 'clip', 'color']),
  'background-position': ['background-position-x', 'background-position-y'],
  mask: [...each('mask', ['image', 'position', 'size', 'repeat', 'origin', 'clip', 'composite', 'mode'])],
  outline: each('outline', LINE), 'column-rule': each('column-rule', LINE),
  'list-style': each('list-style', ['position', 'image', 'type']),
  columns: ['column-width', 'column-count'], flex: each('flex', ['grow', 'shrink', 'basis']), 'flex-flow': ['flex-direction', 'flex-wrap'],
  gap: ['row-gap', 'column-gap'], overflow: ['overflow-x', 'overflow-y'], 'overscroll-behavior': ['overscroll-behavior-x', 'overscroll-behavior-y'],
  'place-content': ['align-content', 'justify-content'], 'place-items': ['align-items', 'justify-items'], 'place-self': ['align-self', 'justify-self'],
  'grid-row': ['grid-row-start', 'grid-row-end'], 'grid-column': ['grid-column-start', 'grid-column-end'],
  'grid-area': ['grid-row-start', 'grid-column-start', 'grid-row-end', 'grid-column-end'],
  'grid-template': each('grid-template', ['rows', 'columns', 'areas']),
  grid: [...each('grid-template', ['rows', 'columns', 'areas']), ...each('grid-auto', ['rows', 'columns', 'flow'])],
  'text-decoration': each('text-decoration', ['line', 'thickness', 'style', 'color']),
  'text-emphasis': ['text-emphasis-style', 'text-emphasis-color'], 'text-wrap': ['text-wrap-mode', 'text-wrap-style'],
  'white-space': ['white-space-collapse', 'text-wrap-mode'],
  font: ['font-style', 'font-variant-caps', 'font-weight', 'font-stretch', 'font-size', 'line-height', 'font-family', ...each('font-variant', ['ligatures', 'numeric', 'east-asian', 'alternates', 'position', 'emoji']), 'font-kerning', 'font-feature-settings', 'font-variation-settings', 'font-optical-sizing', 'font-size-adjust', 'font-language-override'],
  'font-variant': each('font-variant', ['ligatures', 'caps', 'numeric', 'east-asian', 'alternates', 'position', 'emoji']),
  'font-synthesis': each('font-synthesis', ['weight', 'style', 'small-caps']),
  transition: each('transition', ['property', 'duration', 'timing-function', 'delay', 'behavior']),
  animation: each('animation', ['duration', 'timing-function', 'delay', 'iteration-count', 'direction', 'fill-mode', 'play-state', 'name', 'composition']),
  container: ['container-name', 'container-type'], 'contain-intrinsic-size': ['contain-intrinsic-width', 'contain-intrinsic-height'],
  '-webkit-text-stroke': ['-webkit-text-stroke-width', '-webkit-text-stroke-color'],
  all: LONGHANDS.map(({ name }) => name).filter((name) => name !== 'direction' && name !== 'unicode-bidi'),
}

/** The longhands a property sets: itself when it is no shorthand. */
export function longhandsOf(property: string): readonly string[] {
  return SHORTHANDS[property] ?? [property]
}

/** Whether a property is a shorthand. */
export function isShorthand(property: string): boolean {
  return property in SHORTHANDS
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

/** Whether a value holds a `var()`, so that nothing can be said of it before the cascade has run. */
export function hasVar(value: string): boolean {
  return /(?:^|[^\w-])(?:var|env)\(/i.test(value)
}

export type Expansion = ReadonlyMap<string, string>

/**
 * What `property: value` gives each longhand, as specified values; parts left out are `initial`. Null when browsers would
 * ignore the declaration. The value holds no `var()`. A longhand is given back as it is, once it is valid.
 */
export function expand(property: string, value: string): Expansion | null {
  const key = `${property}:${value}`
  let found = expanded.get(key)
  if (found === undefined) {
    if (expanded.size > EXPANDED_AT_MOST) expanded.clear()
    expanded.set(key, (found = expandNow(property, value)))
  }
  return found
}

const expanded = new Map<string, Expansion | null>()
const EXPANDED_AT_MOST = 20_000

function expandNow(property: string, value: string): Expansion | null {
  const names = SHORTHANDS[property]
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

type Expander = (value: string, names: readonly string[]) => Readonly<Record<string, string>> | null

/** Pieces of a value at the top level: words, and `/` and `,` by themselves. */
function piecesOf(value: string): string[] {
  return splitAtSpaces(value).flatMap((part) => (/^(?:"|')/.test(part) ? [part] : splitSlashes(part)))
}

function splitSlashes(part: string): string[] {
  const found: string[] = []
  let depth = 0
  let from = 0
  let quoted = ''
  for (let at = 0; at < part.length; at++) {
    const char = part[at]!
    if (quoted) {
      if (char === quoted) quoted = ''
    } else if (char === '"' || char === "'") quoted = char
    else if (char === '(' || char === '[') depth++
    else if (char === ')' || char === ']') depth--
    else if (depth === 0 && (char === '/' || char === ',')) {
      if (at > from) found.push(part.slice(from, at))
      found.push(char)
      from = at + 1
    }
  }
  if (from < part.length) found.push(part.slice(from))
  return found
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
    const second = parts.slice(at).join(' ') || (/baseline/i.test(first) && names[1] === 'justify-content' ? 'start' : first)
    if (accepts(names[0]!, first) && accepts(names[1]!, second)) return { [names[0]!]: first, [names[1]!]: second }
  }
  return null
}

/**
 * Components in any order: each goes to the first longhand, not yet set, whose grammar takes it. This reads every `||`
 * grammar of single components from the grammars of its longhands.
 */
function inAnyOrder(pieces: readonly string[], names: readonly string[]): Record<string, string> | null {
  const set: Record<string, string> = {}
  for (const piece of pieces) {
    const name = names.find((each) => !(each in set) && accepts(each, piece))
    if (name === undefined) return null
    set[name] = piece
  }
  return pieces.length > 0 ? set : null
}

const anyOrder: Expander = (value, names) => inAnyOrder(piecesOf(value), names)

/** The same for comma-separated layers: each longhand gets the list of its values. */
const layers = (read: (pieces: readonly string[], names: readonly string[], last: boolean) => Record<string, string> | null): Expander => (value, names) => {
  const parts = splitAtCommas(value)
  const sets = parts.map(({ text }, at) => read(piecesOf(text), names, at === parts.length - 1))
  if (sets.some((set) => set === null)) return null
  return Object.fromEntries(names.map((name) => [name, sets.map((set) => set![name] ?? longhand(name)?.initial ?? 'initial').join(', ')]))
}

/** `list-style: none` says something of whatever is left: image, type or both (CSS Lists 3, section 3.4). */
const listStyle: Expander = (value) => {
  const pieces = piecesOf(value)
  const none = pieces.filter((piece) => piece.toLowerCase() === 'none').length
  const set = none === pieces.length ? {} : inAnyOrder(pieces.filter((piece) => piece.toLowerCase() !== 'none'), ['list-style-position', 'list-style-image', 'list-style-type'])
  if (!set || none > 2) return null
  const free = ['list-style-type', 'list-style-image'].filter((name) => !(name in set))
  if (none > free.length) return null
  return none === 0 ? set : { ...set, ...Object.fromEntries(free.map((name) => [name, 'none'])) }
}

const border: Expander = (value) => {
  const set = inAnyOrder(piecesOf(value), lines('top'))
  return set && Object.fromEntries(SIDES.flatMap((side) => LINE.map((part) => [`border-${side}-${part}`, set[`border-top-${part}`] ?? 'initial'])))
}

const axisBorder: Expander = (value, names) => {
  const set = inAnyOrder(piecesOf(value), lines('top'))
  return set && Object.fromEntries(names.map((name) => [name, set[`border-top-${name.slice(name.lastIndexOf('-') + 1)}`] ?? 'initial']))
}

const borderRadius: Expander = (value, names) => {
  const [across, down, ...rest] = value.split('/').length > 1 ? splitTop(value, '/') : [value]
  const x = across === undefined ? null : readSides(across)
  const y = down === undefined ? x : readSides(down)
  if (!x || !y || rest.length > 0) return null
  return Object.fromEntries(SIDES.map((side, at) => [names[at]!, down === undefined ? x[side] : `${x[side]} ${y[side]}`]))
}

/** Splits at a top-level `/`. */
function splitTop(value: string, mark: string): string[] {
  const parts: string[][] = [[]]
  for (const piece of piecesOf(value)) {
    if (piece === mark) parts.push([])
    else parts.at(-1)!.push(piece)
  }
  return parts.map((part) => part.join(' '))
}

const BOXES = /^(?:border-box|padding-box|content-box|text|border-area|fill-box|stroke-box|view-box|margin-box)$/i
const isPositionPart = (piece: string) => /^(?:left|right|top|bottom|center)$/i.test(piece) || accepts('margin-top', piece) && piece.toLowerCase() !== 'auto'

/** One layer of `background` or `mask` (CSS Backgrounds 3, section 2.10): position and size go together, boxes in order. */
function imageLayer(prefix: 'background' | 'mask', pieces: readonly string[], last: boolean): Record<string, string> | null {
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
      const names = prefix === 'background' ? ['background-image', 'background-attachment', ...(last ? ['background-color'] : [])] : ['mask-image', 'mask-composite', 'mask-mode']
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

const background: Expander = (value, names) => {
  const parts = splitAtCommas(value)
  const sets = parts.map((part, at) => imageLayer('background', piecesOf(part.text), at === parts.length - 1))
  if (sets.some((set) => set === null)) return null
  const set: Record<string, string> = {}
  for (const name of names) {
    if (name.startsWith('background-position')) continue
    if (name === 'background-color') set[name] = sets.at(-1)![name] ?? 'initial'
    else if (sets.some((layer) => name in layer!)) set[name] = sets.map((layer) => layer![name] ?? longhand(name)!.initial).join(', ')
    else set[name] = parts.length > 1 ? sets.map(() => longhand(name)!.initial).join(', ') : 'initial'
  }
  const axes = axesOf(sets.map((layer) => layer!['position'] ?? '0% 0%').join(', '))
  return axes && { ...set, 'background-position-x': axes.x, 'background-position-y': axes.y }
}

const FONT_SIZE = /^(?:x{1,3}-(?:small|large)|small|medium|large|smaller|larger)$/i

/** CSS Fonts 4, section 2.6: up to four words in any order, the size with its line height, then the families. */
const font: Expander = (value) => {
  const pieces = piecesOf(value)
  const set: Record<string, string> = {}
  let at = 0
  const lead = ['font-style', 'font-variant-caps', 'font-weight', 'font-stretch']
  for (; at < pieces.length && at < 4; at++) {
    const piece = pieces[at]!
    if (/^normal$/i.test(piece)) continue
    if (/^[\d.]+$/.test(piece) ? !accepts('font-weight', piece) : FONT_SIZE.test(piece) || (accepts('font-size', piece) && !accepts('font-weight', piece))) break
    const name = lead.find((each) => !(each in set) && (each === 'font-variant-caps' ? /^small-caps$/i.test(piece) : accepts(each, piece)))
    if (name === undefined) return null
    set[name] = piece
    if (name === 'font-style' && /^oblique$/i.test(piece) && /^-?[\d.]+(?:deg|grad|rad|turn)$/i.test(pieces[at + 1] ?? '')) set[name] += ` ${pieces[++at]!}`
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

const fontVariant: Expander = (value, names) => {
  const pieces = piecesOf(value)
  if (pieces.length === 1 && /^normal$/i.test(pieces[0]!)) return {}
  if (pieces.length === 1 && /^none$/i.test(pieces[0]!)) return { 'font-variant-ligatures': 'none' }
  const set: Record<string, string> = {}
  for (const piece of pieces) {
    const name = NO_LIGATURES.test(piece) ? 'font-variant-ligatures' : names.find((each) => each !== 'font-variant-ligatures' && !/^normal$|^none$/i.test(piece) && accepts(each, piece))
    if (name === undefined) return null
    set[name] = name in set ? `${set[name]} ${piece}` : piece
  }
  return set
}

/** CSS Flexbox 1, section 7.1.1: `flex: 1` means a basis of 0, and its own common values. */
const flex: Expander = (value) => {
  const pieces = piecesOf(value)
  if (pieces.length === 1 && /^none$/i.test(pieces[0]!)) return { 'flex-grow': '0', 'flex-shrink': '0', 'flex-basis': 'auto' }
  const numbers: string[] = []
  let basis: string | undefined
  for (const [at, piece] of pieces.entries()) {
    const isNumber = accepts('flex-grow', piece) && !(numbers.length === 2 && /^0$/.test(piece))
    if (isNumber && numbers.length < 2 && (at === 0 || numbers.length > 0 || basis !== undefined)) numbers.push(piece)
    else if (basis === undefined && (accepts('flex-basis', piece) || /^0$/.test(piece))) basis = /^0$/.test(piece) ? '0px' : piece
    else return null
  }
  if (pieces.length === 0) return null
  return { 'flex-grow': numbers[0] ?? '1', 'flex-shrink': numbers[1] ?? '1', 'flex-basis': basis ?? '0%' }
}

/** `grid-row: 1 / 3` and `grid-area`: a name left out is the name of the other end. */
const gridLines: Expander = (value, names) => {
  const parts = splitTop(value, '/')
  if (parts.length > names.length || parts.some((part) => part === '')) return null
  const named = (part: string | undefined) => (part !== undefined && /^[a-z_-][\w-]*$/i.test(part) && !/^(?:auto|span)$/i.test(part) ? part : 'auto')
  const [a, b = named(a), c = named(a), d = named(b)] = parts
  const all = names.length === 2 ? [a!, b] : [a!, b, c, d]
  return Object.fromEntries(names.map((name, at) => [name, all[at]!]))
}

const gridTemplate: Expander = (value) => {
  if (/^none$/i.test(value)) return { 'grid-template-rows': 'none', 'grid-template-columns': 'none', 'grid-template-areas': 'none' }
  const [rows = '', columns, ...rest] = splitTop(value, '/')
  if (rest.length > 0) return null
  const pieces = splitAtSpaces(rows)
  const strings = pieces.filter((piece) => /^["']/.test(piece))
  if (strings.length === 0) return columns === undefined ? null : { 'grid-template-rows': rows, 'grid-template-columns': columns, 'grid-template-areas': 'none' }
  const sizes: string[] = []
  let open = false
  for (const piece of pieces) {
    if (/^["']/.test(piece)) {
      if (open) sizes.push('auto')
      open = true
    } else if (piece.startsWith('[')) {
      if (open) sizes.push('auto')
      open = false
      sizes.push(piece)
    } else {
      sizes.push(piece)
      open = false
    }
  }
  if (open) sizes.push('auto')
  return { 'grid-template-rows': sizes.join(' '), 'grid-template-columns': columns ?? 'none', 'grid-template-areas': strings.join(' ') }
}

const grid: Expander = (value, names) => {
  const [rows = '', columns = '', ...rest] = splitTop(value, '/')
  const flow = (part: string) => /(?:^|\s)auto-flow(?:\s|$)/i.test(part)
  if (rest.length > 0 || (flow(rows) && flow(columns))) return null
  const auto = (part: string) => part.replace(/auto-flow/i, '').replace(/(?:^|\s)dense(?:\s|$)/i, ' ').trim() || 'auto'
  const dense = /(?:^|\s)dense(?:\s|$)/i.test(value) ? ' dense' : ''
  if (flow(rows)) return { 'grid-auto-flow': `row${dense}`, 'grid-auto-rows': auto(rows), 'grid-template-columns': columns, 'grid-template-rows': 'none', 'grid-template-areas': 'none' }
  if (flow(columns)) return { 'grid-auto-flow': `column${dense}`, 'grid-auto-columns': auto(columns), 'grid-template-rows': rows, 'grid-template-columns': 'none', 'grid-template-areas': 'none' }
  return gridTemplate(value, names)
}

const WHITE_SPACES: Readonly<Record<string, readonly [string, string]>> = {
  normal: ['collapse', 'wrap'], pre: ['preserve', 'nowrap'], nowrap: ['collapse', 'nowrap'], 'pre-wrap': ['preserve', 'wrap'], 'pre-line': ['preserve-breaks', 'wrap'], 'break-spaces': ['break-spaces', 'wrap'],
}

const whiteSpace: Expander = (value, names) => {
  const both = WHITE_SPACES[value.toLowerCase()]
  return both ? { 'white-space-collapse': both[0], 'text-wrap-mode': both[1] } : inAnyOrder(piecesOf(value), names)
}

const textWrap: Expander = (value, names) => inAnyOrder(piecesOf(value), names)

const fontSynthesis: Expander = (value) => {
  const words = new Set(piecesOf(value).map((piece) => piece.toLowerCase()))
  const known = ['weight', 'style', 'small-caps']
  if (words.size === 1 && words.has('none')) return Object.fromEntries(known.map((name) => [`font-synthesis-${name}`, 'none']))
  if (words.size === 0 || [...words].some((word) => !known.includes(word))) return null
  return Object.fromEntries(known.map((name) => [`font-synthesis-${name}`, words.has(name) ? 'auto' : 'none']))
}

const columns: Expander = (value, names) => {
  const pieces = piecesOf(value).filter((piece) => piece.toLowerCase() !== 'auto')
  return pieces.length === 0 ? {} : inAnyOrder(pieces, names)
}

const borderImage: Expander = (value) => {
  const set: Record<string, string> = {}
  const order = ['border-image-slice', 'border-image-width', 'border-image-outset']
  let at = -1
  for (const piece of piecesOf(value)) {
    if (piece === '/') {
      at++
      continue
    }
    const sliced = at >= 0 ? order[at]! : 'border-image-slice'
    const name = accepts('border-image-source', piece) && !/^none$/i.test(piece) ? 'border-image-source' : /^(?:stretch|repeat|round|space)$/i.test(piece) ? 'border-image-repeat' : /^none$/i.test(piece) ? 'border-image-source' : sliced
    if (name === 'border-image-slice') at = 0
    set[name] = set[name] === undefined ? piece : `${set[name]} ${piece}`
  }
  return Object.keys(set).length > 0 ? set : null
}

const container: Expander = (value) => {
  const [name = '', type = 'normal'] = splitTop(value, '/')
  return { 'container-name': name, 'container-type': type }
}

/** `transition: 1s` names no property; `animation`'s name comes last among what a word could be. */
const EXPANDERS: Readonly<Record<string, Expander>> = {
  ...Object.fromEntries(['margin', 'padding', 'inset', 'scroll-margin', 'scroll-padding', 'border-width', 'border-style', 'border-color'].map((name) => [name, fourSides])),
  ...Object.fromEntries(Object.keys(SHORTHANDS).filter((name) => /-(?:block|inline)(?:-(?:width|style|color))?$/.test(name) && name !== 'border-block' && name !== 'border-inline').map((name) => [name, twoValues])),
  'border-block': axisBorder, 'border-inline': axisBorder,
  ...Object.fromEntries([...SIDES, ...FLOW_SIDES].map((side) => [`border-${side}`, anyOrder])),
  border, 'border-image': borderImage, 'border-radius': borderRadius, background, 'background-position': (value) => {
    const axes = axesOf(value)
    return axes && { 'background-position-x': axes.x, 'background-position-y': axes.y }
  },
  mask: (value, names) => layers((pieces) => {
    const set = imageLayer('mask', pieces, false)
    if (set && 'position' in set) set['mask-position'] = set['position']!
    return set
  })(value, names),
  outline: anyOrder, 'column-rule': anyOrder, 'list-style': listStyle, columns, flex, 'flex-flow': anyOrder, gap: twoValues, overflow: twoValues, 'overscroll-behavior': twoValues,
  'place-content': alignments, 'place-items': alignments, 'place-self': alignments, 'grid-row': gridLines, 'grid-column': gridLines, 'grid-area': gridLines, 'grid-template': gridTemplate, grid,
  'text-decoration': (value, names) => {
    const pieces = piecesOf(value)
    const isLine = (piece: string) => /^(?:underline|overline|line-through|blink)$/i.test(piece)
    const drawn = pieces.filter(isLine)
    const set = inAnyOrder([...(drawn.length > 0 ? [drawn.join(' ')] : []), ...pieces.filter((piece) => !isLine(piece))], names)
    return set
  },
  'text-emphasis': (value) => {
    const pieces = piecesOf(value)
    const hue = pieces.find((piece) => accepts('color', piece))
    const style = pieces.filter((piece) => piece !== hue).join(' ')
    return { ...(style === '' ? {} : { 'text-emphasis-style': style }), ...(hue === undefined ? {} : { 'text-emphasis-color': hue }) }
  },
  'text-wrap': textWrap, 'white-space': whiteSpace, font, 'font-variant': fontVariant, 'font-synthesis': fontSynthesis,
  transition: layers((pieces) => inAnyOrder(pieces, ['transition-duration', 'transition-timing-function', 'transition-delay', 'transition-behavior', 'transition-property'])),
  animation: layers((pieces) => inAnyOrder(pieces, ['animation-duration', 'animation-timing-function', 'animation-delay', 'animation-iteration-count', 'animation-direction', 'animation-fill-mode', 'animation-play-state', 'animation-composition', 'animation-name'])),
  container, 'contain-intrinsic-size': twoValues, '-webkit-text-stroke': anyOrder,
}

/** What parts of these shorthands are when they are left out, in the words people write. */
const PLAIN: Readonly<Record<string, string>> = { width: 'medium', style: 'none', color: 'currentcolor' }

/** The three parts of a border value, as written; parts left out are ''. */
export function readBorder(value: string): { width: string; style: string; color: string } {
  const set = inAnyOrder(piecesOf(value), lines('top')) ?? {}
  return { width: set['border-top-width'] ?? '', style: set['border-top-style'] ?? '', color: set['border-top-color'] ?? '' }
}

/**
 * What a declaration of `property: value` gives the longhand (or inner shorthand) `inner`, as written; null when this
 * cannot be read off the text, as with `var()` inside a shorthand.
 */
export function valueThrough(property: string, value: string, inner: string): string | null {
  if (property === inner) return value
  if (property === 'border' && SIDES.some((side) => inner === `border-${side}`)) return value
  const whole = piecesOf(value)
  // A lone var() stands for every side; anywhere else nothing can be said.
  if (hasVar(value) && !(whole.length === 1 && EXPANDERS[property] === fourSides)) return partWithVar(property, whole, inner)
  if (hasVar(value)) return value
  const given = expand(property, value)?.get(inner)
  if (given === undefined) return null
  if (given !== 'initial') return given
  if (/^border-.*-(?:width|style|color)$/.test(inner)) return PLAIN[inner.slice(inner.lastIndexOf('-') + 1)]!
  if (inner === 'font-weight' || inner === 'font-stretch') return 'normal'
  return inner === 'background-color' ? 'transparent' : (longhand(inner)?.initial ?? null)
}

/** Reads a border or four sides although parts are `var()`: what the plain parts leave open, the `var()` fills. */
function partWithVar(property: string, pieces: readonly string[], inner: string): string | null {
  if (EXPANDERS[property] === fourSides) {
    const sides = pieces.length <= 4 ? ['top', 'right', 'bottom', 'left'].indexOf(SIDES.find((side) => inner.includes(`-${side}`) || inner === side) ?? '') : -1
    const [top = '', right = top, bottom = top, left = right] = pieces
    return [top, right, bottom, left][sides] ?? null
  }
  if (property === 'background' && inner === 'background-color' && pieces.length === 1) return pieces[0]!
  if (!/^(?:border|outline)(?:-(?:top|right|bottom|left))?$/.test(property)) return null
  const part = LINE.find((name) => inner.endsWith(`-${name}`))
  const open = pieces.filter((piece) => hasVar(piece))
  const set = inAnyOrder(pieces.filter((piece) => !hasVar(piece)), lines('top')) ?? {}
  const missing = LINE.filter((name) => !(`border-top-${name}` in set))
  if (!part) return null
  return set[`border-top-${part}`] ?? (open.length === 1 ? (part === 'color' || missing.length === 1 ? open[0]! : PLAIN[part]!) : null)
}
