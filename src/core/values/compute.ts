import { escapeIdent } from '../selectors/ident.ts'
import { componentsOf, keyword, quote, splitAt, type Component } from './component.ts'
import { computeColor, looksLikeColor } from './color.ts'
import { OTHER_UNITS, toPx, type LengthContext } from './length.ts'
import { evaluate, formatSum, isMath, single } from './math.ts'
import { formatNumber, formatPx } from './number.ts'
import { computeTransform } from './transform.ts'

/** What a specified value is computed against. */
export interface ComputeContext extends LengthContext {
  /** The parent's computed values where a keyword is relative to them. */
  readonly parentFontSize: number
  readonly parentFontWeight: number
  /** Writes a reference of `url()` as an address. */
  readonly resolveUrl: (reference: string) => string
  /** An attribute of the element, for `attr()`. */
  readonly attribute: (name: string) => string | undefined
}

type Compute = (value: readonly Component[], context: ComputeContext) => string | null

/** Properties whose bare numbers are numbers; elsewhere a bare 0 is a length. */
const NUMBERS = new Set(
  ('line-height tab-size z-index order opacity flex-grow flex-shrink font-weight orphans widows column-count zoom scale fill-opacity flood-opacity stop-opacity stroke-opacity stroke-miterlimit animation-iteration-count -webkit-line-clamp -webkit-box-flex aspect-ratio ' +
    'border-image-outset border-image-slice border-image-width font-size-adjust grid-row-start grid-row-end grid-column-start grid-column-end counter-increment counter-reset counter-set font-variation-settings font-feature-settings shape-image-threshold hyphenate-limit-chars math-depth animation-timing-function transition-timing-function will-change').split(' '),
)
/** Functions whose bare numbers are numbers wherever they stand. */
/** Functions inside which bare numbers are lengths or not, whatever is around. */
const LENGTH_FUNCTIONS = new Set('minmax fit-content blur drop-shadow inset circle ellipse'.split(' '))
const NUMBER_FUNCTIONS = new Set('brightness contrast grayscale invert opacity saturate sepia repeat cubic-bezier steps linear symbols counter counters scale scale3d scalex scaley scalez matrix matrix3d rotate3d image-set path polygon superellipse'.split(' '))
/** Properties whose identifiers are names of the author's: their letter case counts. */
const NAMES = new Set('animation-name transition-property counter-increment counter-reset counter-set container-name will-change font-palette list-style-type grid-row-start grid-row-end grid-column-start grid-column-end grid-template-rows grid-template-columns'.split(' '))

interface Style {
  readonly numbers: boolean
  readonly names: boolean
}

/** Writes components as a computed value, lengths in px, colours in sRGB. Null when something is not valid. */
function write(components: readonly Component[], context: ComputeContext, style: Style): string | null {
  let out = ''
  let glue = true
  for (const component of components) {
    if (component.kind === 'delim' && component.text === ',') {
      out += ', '
      glue = true
      continue
    }
    if (component.kind === 'delim' && component.text === '/') {
      out += ' / '
      glue = true
      continue
    }
    const text = writeOne(component, context, style)
    if (text === null) return null
    out += (glue ? '' : ' ') + text
    glue = false
  }
  return out
}

function writeOne(component: Component, context: ComputeContext, style: Style): string | null {
  switch (component.kind) {
    case 'number':
      return component.value === 0 && !style.numbers ? '0px' : formatNumber(component.value)
    case 'percentage':
      return `${formatNumber(component.value)}%`
    case 'dimension': {
      const px = toPx(component.value, component.unit, context)
      if (px !== null) return formatPx(px)
      const other = OTHER_UNITS[component.unit]
      if (other) return `${formatNumber(component.value * other.times)}${other.to}`
      return component.unit === 'fr' ? `${formatNumber(component.value)}fr` : null
    }
    case 'ident': {
      const color = looksLikeColor(component) ? computeColor(component, context) : null
      if (color !== null && !style.names) return color
      return style.names ? escapeIdent(component.text) : component.text.toLowerCase()
    }
    case 'hash':
      return computeColor(component, context)
    case 'string':
      return quote(component.text)
    case 'url':
      return `url("${context.resolveUrl(component.text)}")`
    case 'delim':
      return component.text
    case 'block': {
      const inner = write(component.args, context, { ...style, names: true })
      return inner === null ? null : `${component.open}${inner}${component.open === '(' ? ')' : component.open === '[' ? ']' : '}'}`
    }
    case 'function': {
      if (isMath(component.name)) {
        const sum = evaluate(component, context)
        return sum ? formatSum(sum) : null
      }
      if (looksLikeColor(component)) return computeColor(component, context)
      if (component.name.endsWith('gradient')) return writeGradient(component, context)
      const numbers = !LENGTH_FUNCTIONS.has(component.name) && (style.numbers || NUMBER_FUNCTIONS.has(component.name))
      const inner = write(component.args, context, { ...style, numbers })
      return inner === null ? null : `${component.name}(${inner})`
    }
  }
}

/** A gradient: its line, then its stops, colour first (CSS Images 4, section 3.5). */
function writeGradient(call: Component & { kind: 'function' }, context: ComputeContext): string | null {
  const parts = splitAt(call.args, ',').map((part) => {
    const color = part.findIndex(looksLikeColor)
    const ordered = color > 0 ? [part[color]!, ...part.filter((_, at) => at !== color)] : part
    // "to bottom" and 180deg are where a linear gradient goes anyway.
    return write(ordered, context, { numbers: false, names: false })
  })
  if (parts.some((part) => part === null)) return null
  const plain = /^(?:repeating-)?linear/.test(call.name) && /^(?:to bottom|180deg)$/.test(parts[0]!) ? parts.slice(1) : parts
  return `${call.name}(${plain.map((part) => part!.replace(/^(?:ellipse )?(?:farthest-corner )?at 50% 50%$|^(?:ellipse|farthest-corner)$/, '')).filter((part) => part !== '').join(', ')})`
}

const lengthOr = (component: Component | undefined, context: ComputeContext): string | null => (component ? writeOne(component, context, { numbers: false, names: false }) : null)

/** A single px amount, or null. */
function px(component: Component | undefined, context: ComputeContext): number | null {
  if (!component) return null
  if (component.kind === 'number') return component.value === 0 ? 0 : null
  if (component.kind === 'dimension') return toPx(component.value, component.unit, context)
  if (component.kind !== 'function' || !isMath(component.name)) return null
  const sum = evaluate(component, context)
  const one = sum && single(sum)
  return one?.unit === 'px' ? one.value : null
}

/** A plain number (a percentage counts as its hundredth), or null. */
function number(component: Component | undefined, context: ComputeContext): number | null {
  if (!component) return null
  if (component.kind === 'number') return component.value
  if (component.kind === 'percentage') return component.value / 100
  if (component.kind !== 'function' || !isMath(component.name)) return null
  const sum = evaluate(component, context)
  const one = sum && single(sum)
  return one?.unit === '' ? one.value : one?.unit === '%' ? one.value / 100 : null
}

const LINE_WIDTHS: Readonly<Record<string, number>> = { thin: 1, medium: 3, thick: 5 }

/** A line's width, snapped to whole px (CSS Values 4, section 6.3, "snap a length as a border width"). */
const lineWidth: Compute = ([width], context) => {
  const value = LINE_WIDTHS[keyword(width)] ?? px(width, context)
  if (value === null || value === undefined || value < 0) return null
  return formatPx(value > 0 && value < 1 ? 1 : Math.floor(value))
}

const color: Compute = ([component], context) => (component ? (keyword(component) === 'auto' ? 'auto' : computeColor(component, context)) : null)

/** CSS Fonts 4, section 2.5: absolute sizes for a medium of 16px (13px for monospace alone). */
const SIZES: Readonly<Record<string, readonly [number, number]>> = {
  'xx-small': [9, 9], 'x-small': [10, 10], small: [13, 12], medium: [16, 13], large: [18, 16], 'x-large': [24, 20], 'xx-large': [32, 26], 'xxx-large': [48, 39],
}

/** Whether a family stack is just `monospace`, which browsers set smaller. */
export function isMonospace(family: string): boolean {
  return family === 'monospace'
}

/** The px of an absolute size keyword in a family; null for other words. */
export function keywordSize(word: string, family: string): number | null {
  return SIZES[word]?.[isMonospace(family) ? 1 : 0] ?? null
}

/** The px a specified font size comes to, unrounded; null when it is not valid. */
export function fontSizePx(value: string, context: ComputeContext): number | null {
  const [component] = componentsOf(value)
  const word = keyword(component)
  const named = keywordSize(word, context.fontFamily)
  if (named !== null) return named
  if (word === 'larger') return context.parentFontSize * 1.2
  if (word === 'smaller') return context.parentFontSize / 1.2
  const parent = { ...context, fontSize: context.parentFontSize }
  if (component?.kind === 'percentage') return component.value < 0 ? null : (context.parentFontSize * component.value) / 100
  if (component?.kind === 'function' && isMath(component.name)) {
    const sum = evaluate(component, parent)
    const size = sum && flatten(sum, context.parentFontSize)
    return size === null ? null : Math.max(0, size)
  }
  const size = px(component, parent)
  return size === null || size < 0 ? null : size
}

/** A sum in px when percentages are known to be of `whole`. */
function flatten(sum: NonNullable<ReturnType<typeof evaluate>>, whole: number): number | null {
  let total = 0
  for (const [unit, value] of sum.amounts) {
    if (unit === 'px') total += value
    else if (unit === '%') total += (value * whole) / 100
    else return null
  }
  for (const { factor, name, args } of sum.functions) {
    const values = args.map((arg) => flatten(arg, whole))
    if (values.some((value) => value === null)) return null
    const [a = 0, b = 0, c = 0] = values as number[]
    const result = name === 'min' ? Math.min(...(values as number[])) : name === 'max' ? Math.max(...(values as number[])) : name === 'clamp' ? Math.max(a, Math.min(b, c)) : name === 'abs' ? Math.abs(a) : null
    if (result === null) return null
    total += factor * result
  }
  return total
}

/** CSS Fonts 4, section 2.2.1: the table of relative weights. */
function relativeWeight(word: 'bolder' | 'lighter', parent: number): number {
  if (word === 'bolder') return parent < 350 ? 400 : parent < 550 ? 700 : parent < 900 ? 900 : parent
  return parent < 100 ? parent : parent < 550 ? 100 : parent < 750 ? 400 : 700
}

const STRETCH: Readonly<Record<string, number>> = { 'ultra-condensed': 50, 'extra-condensed': 62.5, condensed: 75, 'semi-condensed': 87.5, normal: 100, 'semi-expanded': 112.5, expanded: 125, 'extra-expanded': 150, 'ultra-expanded': 200 }

const GENERIC_FAMILIES = new Set('serif sans-serif monospace cursive fantasy system-ui ui-serif ui-sans-serif ui-monospace ui-rounded math emoji fangsong'.split(' '))

const fontFamily: Compute = (components) =>
  splitAt(components, ',')
    .map((part) => {
      if (part[0]?.kind === 'string') {
        // A quoted name that is a plain identifier is written without quotes.
        const name = part[0].text
        return /^[a-z_-][\w-]*$/i.test(name) && !/^(?:inherit|initial|unset|default|revert|-?\d.*)$/i.test(name) && !GENERIC_FAMILIES.has(name.toLowerCase()) ? name : quote(name)
      }
      const words = part.map((each) => (each.kind === 'ident' ? each.text : '')).filter((word) => word !== '')
      if (words.length === 1) return GENERIC_FAMILIES.has(words[0]!.toLowerCase()) ? words[0]!.toLowerCase() : words[0]!
      return quote(words.join(' '))
    })
    .join(', ')

/** One axis of a position: keywords become percentages, `right 10px` becomes `calc(100% - 10px)`. */
function axis(parts: readonly Component[], context: ComputeContext): string | null {
  const [first, second] = parts
  const word = keyword(first)
  if (word === 'center') return '50%'
  if (second === undefined) return ['left', 'top', 'x-start', 'y-start'].includes(word) ? '0%' : ['right', 'bottom', 'x-end', 'y-end'].includes(word) ? '100%' : lengthOr(first, context)
  const offset = lengthOr(second, context)
  if (offset === null || ['left', 'top'].includes(word)) return offset
  const inner: Component[] = [{ kind: 'percentage', value: 100, integer: true }, { kind: 'delim', text: '-' }, second.kind === 'number' ? { kind: 'dimension', value: 0, unit: 'px' } : second]
  return writeOne({ kind: 'function', name: 'calc', args: inner }, context, { numbers: false, names: false })
}

/** `<position>` as its two axes (CSS Values 4, section 9), as components. Null when it is none. */
export function splitPosition(parts: readonly Component[]): { x: Component[]; y: Component[] } | null {
  const center: Component = { kind: 'ident', text: 'center' }
  const isX = (each: Component | undefined) => ['left', 'right'].includes(keyword(each))
  const isY = (each: Component | undefined) => ['top', 'bottom'].includes(keyword(each))
  const [a, b, c, d] = parts
  if (!a || parts.length > 4) return null
  if (!b) return isY(a) ? { x: [center], y: [a] } : { x: [a], y: [center] }
  if (!c) return isY(a) || isX(b) ? { x: [b], y: [a] } : { x: [a], y: [b] }
  const pairs: Component[][] = []
  for (let at = 0; at < parts.length; at++) {
    const next = parts[at + 1]
    if (keyword(parts[at]) !== '' && keyword(parts[at]) !== 'center' && next && keyword(next) === '') pairs.push([parts[at]!, parts[++at]!])
    else pairs.push([parts[at]!])
  }
  if (pairs.length !== 2 || (d === undefined && parts.length !== 3)) return null
  const [first, second] = pairs as [Component[], Component[]]
  return isY(first[0]) || isX(second[0]) ? { x: second, y: first } : { x: first, y: second }
}

const position: Compute = (components, context) => {
  const axes = splitPosition(components)
  if (!axes) return null
  const x = axis(axes.x, context)
  const y = axis(axes.y, context)
  return x === null || y === null ? null : `${x} ${y}`
}

/** A comma-separated list, each item computed alike. */
const listOf = (compute: Compute): Compute => (components, context) => {
  const parts = splitAt(components, ',').map((part) => compute(part, context))
  return parts.some((part) => part === null) ? null : parts.join(', ')
}

const generic = (name: string): Compute => {
  const style = { numbers: NUMBERS.has(name), names: NAMES.has(name) }
  return (components, context) => write(components, context, style)
}

const shadow = (most: number): Compute => (components, context) => {
  const lengths = components.filter((each) => !looksLikeColor(each) && keyword(each) === '').map((each) => lengthOr(each, context))
  if (keyword(components[0]) === 'none') return 'none'
  const hue = components.find(looksLikeColor)
  const written = hue ? computeColor(hue, context) : 'currentcolor'
  if (written === null || lengths.length < 2 || lengths.some((each) => each === null)) return null
  while (lengths.length < most) lengths.push('0px')
  const inset = components.some((each) => keyword(each) === 'inset') ? ' inset' : ''
  return `${written} ${lengths.join(' ')}${inset}`
}

/** Two lengths, one when they are equal. */
const pair: Compute = (components, context) => {
  const [a, b = components[0]] = components.filter((each) => !(each.kind === 'delim'))
  const [x, y] = [lengthOr(a, context), lengthOr(b, context)]
  return x === null || y === null ? null : x === y ? x : `${x} ${y}`
}

const clampTo = (low: number, high: number): Compute => ([component], context) => {
  const value = number(component, context)
  return value === null ? null : formatNumber(Math.min(high, Math.max(low, value)))
}

/** Names with numbers: `x 1`, the number added where it is left out. */
const counters = (plain: number): Compute => (components, context) => {
  if (keyword(components[0]) === 'none') return 'none'
  const out: string[] = []
  for (const [at, each] of components.entries()) {
    if (each.kind === 'ident' || each.kind === 'function') {
      const next = components[at + 1]
      out.push(each.kind === 'ident' ? escapeIdent(each.text) : (writeOne(each, context, { numbers: true, names: true }) ?? ''))
      if (!next || next.kind === 'ident') out.push(String(plain))
    } else out.push(formatNumber(number(each, context) ?? 0))
  }
  return out.join(' ')
}

const inOrder = (...words: string[]): Compute => (components) => {
  const have = new Set(components.map(keyword))
  const found = words.filter((word) => have.has(word))
  return found.length > 0 ? found.join(' ') : (components.map(keyword).join(' ') || null)
}

const DISPLAYS: Readonly<Record<string, string>> = {
  'block flow': 'block', 'flow block': 'block', 'block flow-root': 'flow-root', 'inline flow': 'inline', 'inline flow-root': 'inline-block', 'block flex': 'flex', 'inline flex': 'inline-flex', 'block grid': 'grid', 'inline grid': 'inline-grid',
  'block table': 'table', 'inline table': 'inline-table', flow: 'block', 'list-item block': 'list-item', 'block flow list-item': 'list-item', 'list-item block flow': 'list-item', 'block list-item': 'list-item', 'inline ruby': 'ruby',
}

const display: Compute = (components) => {
  const words = components.map(keyword).join(' ')
  return DISPLAYS[words] ?? words
}

const easing: Compute = (components, context) => {
  const written = write(components, context, { numbers: true, names: false })
  return written?.replace(/steps\((\d+), (?:end|jump-end)\)/g, 'steps($1)').replace(/^step-start$/, 'steps(1, start)').replace(/^step-end$/, 'steps(1)').replace(/steps\((\d+), jump-start\)/g, 'steps($1, start)') ?? null
}

const align: Compute = (components) => components.map(keyword).join(' ').replace(/^first baseline$/, 'baseline').replace(/^unsafe /, 'unsafe ')

const areas: Compute = (components) => {
  if (keyword(components[0]) === 'none') return 'none'
  return components.map((each) => (each.kind === 'string' ? quote(each.text.trim().split(/\s+/).map((cell) => (/^\.+$/.test(cell) ? '.' : cell)).join(' ')) : '')).join(' ')
}

const ratio: Compute = (components, context) => {
  const auto = components.some((each) => keyword(each) === 'auto')
  const numbers = components.filter((each) => keyword(each) === '' && each.kind !== 'delim').map((each) => number(each, context))
  if (numbers.some((each) => each === null)) return null
  if (numbers.length === 0) return auto ? 'auto' : null
  return `${auto ? 'auto ' : ''}${formatNumber(numbers[0]!)} / ${formatNumber(numbers[1] ?? 1)}`
}

const repeatStyle: Compute = (components) => {
  const words = components.map(keyword)
  const [x = '', y = x] = words
  if (words.length === 1) return x
  return x === y ? x : x === 'repeat' && y === 'no-repeat' ? 'repeat-x' : x === 'no-repeat' && y === 'repeat' ? 'repeat-y' : `${x} ${y}`
}

const bgSize: Compute = (components, context) => {
  const parts = components.map((each) => lengthOr(each, context))
  if (parts.some((part) => part === null)) return null
  const [width, height = 'auto'] = parts
  return width === 'auto' && height === 'auto' ? 'auto' : /^(?:cover|contain)$/.test(width!) ? width! : `${width} ${height}`
}

const origin: Compute = (components, context) => {
  const depth = components.length === 3 ? lengthOr(components[2], context) : '0px'
  const axes = splitPosition(components.slice(0, 2))
  if (!axes || depth === null) return null
  const x = axis(axes.x, context)
  const y = axis(axes.y, context)
  return x === null || y === null ? null : depth === '0px' ? `${x} ${y}` : `${x} ${y} ${depth}`
}

const content: Compute = (components, context) => {
  const parts: string[] = []
  for (const each of components) {
    if (each.kind === 'function' && each.name === 'attr') {
      const name = each.args[0]?.kind === 'ident' ? each.args[0].text.toLowerCase() : ''
      parts.push(quote(context.attribute(name) ?? ''))
    } else if (each.kind === 'delim') parts.push('/')
    else {
      const text = each.kind === 'function' && /^counters?$/.test(each.name) ? writeCounter(each, context) : writeOne(each, context, { numbers: true, names: false })
      if (text === null) return null
      parts.push(text)
    }
  }
  return parts.join(' ')
}

function writeCounter(call: Component & { kind: 'function' }, context: ComputeContext): string | null {
  const inner = write(call.args, context, { numbers: true, names: true })
  return inner === null ? null : `${call.name}(${inner.replace(/, decimal$/, '')})`
}

const lineHeight: Compute = ([component], context) => {
  if (keyword(component) === 'normal') return 'normal'
  if (component?.kind === 'percentage') return formatPx((context.fontSize * component.value) / 100)
  if (component?.kind === 'number') return component.value < 0 ? null : formatNumber(component.value)
  if (component?.kind === 'function' && isMath(component.name)) {
    const sum = evaluate(component, context)
    const one = sum && single(sum)
    if (one?.unit === '') return formatNumber(Math.max(0, one.value))
    const value = sum && flatten(sum, context.fontSize)
    return value === null ? null : formatPx(Math.max(0, value))
  }
  const value = px(component, context)
  return value === null || value < 0 ? null : formatPx(value)
}

/** Lengths that cannot be negative: a calculation's result is clamped (CSS Values 4, section 10.12). */
const notNegative: Compute = (components, context) => {
  const [only] = components
  if (components.length === 1 && only?.kind === 'function' && isMath(only.name)) {
    const value = px(only, context)
    if (value !== null) return formatPx(Math.max(0, value))
  }
  return write(components, context, { numbers: false, names: false })
}

const SIDES = ['top', 'right', 'bottom', 'left']
const CORNERS = ['top-left', 'top-right', 'bottom-right', 'bottom-left']

/** Filter functions take percentages as numbers, and write a shadow's colour first. */
const filter: Compute = (components, context) => {
  if (keyword(components[0]) === 'none') return 'none'
  const written = components.map((each) => {
    if (each.kind !== 'function') return writeOne(each, context, { numbers: false, names: false })
    if (each.name === 'drop-shadow') {
      const shape = shadow(3)(each.args, context)
      return shape === null ? null : `drop-shadow(${shape})`
    }
    const [only] = each.args
    const amount = NUMBER_FUNCTIONS.has(each.name) ? number(only, context) : null
    return amount === null ? writeOne(each, context, { numbers: false, names: false }) : `${each.name}(${formatNumber(amount)})`
  })
  return written.some((text) => text === null) ? null : written.join(' ')
}

/** `"kern" 1` is `"kern"`; `on` and `off` are numbers. */
const featureSettings: Compute = (components) => {
  if (keyword(components[0]) === 'normal') return 'normal'
  return splitAt(components, ',').map(([tag, value]) => {
    const amount = value?.kind === 'number' ? value.value : keyword(value) === 'off' ? 0 : 1
    return `${tag?.kind === 'string' ? quote(tag.text) : ''}${amount === 1 ? '' : ` ${formatNumber(amount)}`}`
  }).join(', ')
}

/** What is special about a property; all others are written component by component. */
const SPECIAL: Readonly<Record<string, Compute>> = {
  ...Object.fromEntries(SIDES.flatMap((side) => [[`border-${side}-width`, lineWidth], [`border-${side}-color`, color], [`padding-${side}`, notNegative]])),
  ...Object.fromEntries(CORNERS.map((corner) => [`border-${corner}-radius`, pair])),
  ...Object.fromEntries(['width', 'height', 'min-width', 'min-height', 'max-width', 'max-height', 'column-width', 'row-gap', 'column-gap', 'flex-basis'].map((name) => [name, notNegative])),
  ...Object.fromEntries(['color', 'background-color', 'outline-color', 'column-rule-color', 'text-decoration-color', 'text-emphasis-color', 'caret-color', 'accent-color', '-webkit-text-fill-color', '-webkit-text-stroke-color', '-webkit-tap-highlight-color', 'flood-color', 'lighting-color', 'stop-color'].map((name) => [name, color])),
  ...Object.fromEntries(['align-content', 'align-items', 'align-self', 'justify-content', 'justify-items', 'justify-self'].map((name) => [name, align])),
  ...Object.fromEntries(['opacity', 'fill-opacity', 'stroke-opacity', 'stop-opacity', 'flood-opacity', 'shape-image-threshold'].map((name) => [name, clampTo(0, 1)])),
  'outline-width': lineWidth, 'column-rule-width': lineWidth, '-webkit-text-stroke-width': ([width], context) => {
    const value = LINE_WIDTHS[keyword(width)] ?? px(width, context)
    return value === null || value === undefined ? null : formatPx(value)
  },
  'outline-offset': ([component], context) => {
    const value = px(component, context)
    return value === null ? null : formatPx(Math.trunc(value))
  },
  'font-family': fontFamily, 'line-height': lineHeight,
  'font-weight': ([component], context) => {
    const word = keyword(component)
    if (word === 'bolder' || word === 'lighter') return String(relativeWeight(word, context.parentFontWeight))
    const value = word === 'normal' ? 400 : word === 'bold' ? 700 : number(component, context)
    return value === null ? null : formatNumber(Math.min(1000, Math.max(1, value)))
  },
  'font-stretch': ([component]) => {
    const value = component?.kind === 'percentage' ? component.value : STRETCH[keyword(component)]
    return value === undefined ? null : `${formatNumber(value)}%`
  },
  'font-style': (components, context) => {
    const [first, angle] = components
    if (keyword(first) !== 'oblique' || !angle) return keyword(first) === 'oblique' ? 'oblique' : keyword(first)
    const written = writeOne(angle, context, { numbers: false, names: false })
    return written === '0deg' || written === '0px' ? 'normal' : written === '14deg' ? 'oblique' : `oblique ${written}`
  },
  'letter-spacing': ([component], context) => (keyword(component) === 'normal' || px(component, context) === 0 ? 'normal' : lengthOr(component, context)),
  'word-spacing': ([component], context) => (keyword(component) === 'normal' ? '0px' : lengthOr(component, context)),
  'background-position-x': listOf(axis), 'background-position-y': listOf(axis),
  'mask-position': listOf(position), 'object-position': position, 'perspective-origin': position, 'transform-origin': origin,
  'background-size': listOf(bgSize), 'mask-size': listOf(bgSize), 'background-repeat': listOf(repeatStyle), 'mask-repeat': listOf(repeatStyle),
  'box-shadow': listOf(shadow(4)), 'text-shadow': listOf(shadow(3)),
  'border-spacing': pair, 'aspect-ratio': ratio, display, content, transform: computeTransform,
  'counter-increment': counters(1), 'counter-reset': counters(0), 'counter-set': counters(0),
  'text-decoration-line': inOrder('none', 'underline', 'overline', 'line-through', 'blink'),
  'animation-timing-function': listOf(easing), 'transition-timing-function': listOf(easing),
  'grid-template-areas': areas, filter, 'backdrop-filter': filter, 'font-feature-settings': featureSettings,
  'will-change': (components) => components.map((each) => (each.kind === 'delim' ? ', ' : keyword(each))).join(''),
  'transition-property': (components) => components.map((each) => (each.kind === 'delim' ? ', ' : each.kind === 'ident' ? (each.text.startsWith('--') ? each.text : each.text.toLowerCase()) : '')).join(''),
  'animation-iteration-count': listOf(([component], context) => keyword(component) || (number(component, context) === null ? null : formatNumber(number(component, context)!))),
  'tab-size': ([component], context) => (component?.kind === 'number' ? formatNumber(component.value) : lengthOr(component, context)),
  'z-index': ([component], context) => keyword(component) || writeOne(component!, context, { numbers: true, names: false }),
  'scroll-snap-align': (components) => {
    const [a = '', b = a] = components.map(keyword)
    return a === b ? a : `${a} ${b}`
  },
  'text-emphasis-style': (components, context) => {
    const text = write(components, context, { numbers: false, names: false })
    const parts = text?.split(' ').filter((part) => part !== 'filled') ?? []
    return text === null ? null : parts.join(' ') || 'circle'
  },
  'text-emphasis-position': (components) => components.map(keyword).join(' ').replace(/ ?right/, ''),
  'list-style-type': ([component], context) => (component?.kind === 'ident' ? component.text.toLowerCase() : component ? writeOne(component, context, { numbers: true, names: true }) : null),
  'flex-grow': clampTo(0, Infinity), 'flex-shrink': clampTo(0, Infinity),
  zoom: ([component], context) => (keyword(component) === 'normal' ? '1' : number(component, context) === null ? null : formatNumber(number(component, context)!)),
  scale: (components, context) => {
    if (keyword(components[0]) === 'none') return 'none'
    const parts = components.map((each) => number(each, context))
    if (parts.some((part) => part === null)) return null
    const [x = 1, y = x, z = 1] = parts as number[]
    return z !== 1 ? `${formatNumber(x)} ${formatNumber(y)} ${formatNumber(z)}` : x === y ? formatNumber(x) : `${formatNumber(x)} ${formatNumber(y)}`
  },
  quotes: (components) => (keyword(components[0]) !== '' ? keyword(components[0]) : components.map((each) => (each.kind === 'string' ? quote(each.text) : '')).join(' ')),
}

const computed = new Map<string, Compute>()

/**
 * The computed value of a longhand, written as browsers do. `value` is valid for the property and free of `var()` and of
 * CSS-wide keywords. Null when it turns out not to be valid. Colours that are `currentcolor` stay so.
 */
export function computeValue(name: string, value: string, context: ComputeContext): string | null {
  let compute = computed.get(name)
  if (!compute) computed.set(name, (compute = SPECIAL[name] ?? generic(name)))
  return compute(componentsOf(value), context)
}

/** Whether a value's computing depends on where it stands: font-relative and viewport units, relative keywords, addresses. */
export function dependsOnPlace(name: string, value: string): boolean {
  if (name === 'font-weight') return /er$/i.test(value)
  if (name === 'font-size' || name === 'line-height') return true
  return /(?:[\d.](?:r?em|r?ex|r?ch|r?lh|r?ic|r?cap|[sld]?v(?:w|h|min|max|i|b)|cq(?:w|h|i|b|min|max))\b)|url\(|attr\(|image-set/i.test(value)
}

/** Of values that depend on their place: whether it is only by font sizes and line heights (and the viewport). */
export function dependsOnSizesOnly(value: string): boolean {
  return !/(?:[\d.](?:ex|ch|rex|rch)\b)|url\(|attr\(|image-set|er$/i.test(value)
}
