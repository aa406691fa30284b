import { escapeIdent } from '../css/ident.ts'
import { quote, splitAt, type Component } from './component.ts'
import { computeColor, looksLikeColor } from './color.ts'
import { OTHER_UNITS, toPx, type LengthContext } from './length.ts'
import { evaluate, formatSum, isMath, single } from './math.ts'
import { formatNumber, formatPx } from './number.ts'

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

/** Computes a value; null when it turns out not to be valid. */
export type Compute = (value: readonly Component[], context: ComputeContext) => string | null

/** Functions inside which bare numbers are lengths or not, whatever is around. */
const LENGTH_FUNCTIONS = new Set('minmax fit-content blur drop-shadow inset circle ellipse'.split(' '))
/** Functions whose bare numbers are numbers wherever they stand. */
export const NUMBER_FUNCTIONS = new Set(
  'brightness contrast grayscale invert opacity saturate sepia repeat cubic-bezier steps linear symbols counter counters scale scale3d scalex scaley scalez matrix matrix3d rotate3d image-set path polygon superellipse'.split(
    ' ',
  ),
)
/** What bare numbers and identifiers are. */
interface Style {
  readonly numbers: boolean
  readonly names: boolean
}

/** Writes components as a computed value, lengths in px, colours in sRGB. Null when something is not valid. */
export function write(components: readonly Component[], context: ComputeContext, style: Style): string | null {
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

/** Writes one component. */
export function writeOne(component: Component, context: ComputeContext, style: Style): string | null {
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
      return inner === null
        ? null
        : `${component.open}${inner}${component.open === '(' ? ')' : component.open === '[' ? ']' : '}'}`
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
  const plain =
    /^(?:repeating-)?linear/.test(call.name) && /^(?:to bottom|180deg)$/.test(parts[0]!) ? parts.slice(1) : parts
  return `${call.name}(${plain
    .map((part) => part!.replace(/^(?:ellipse )?(?:farthest-corner )?at 50% 50%$|^(?:ellipse|farthest-corner)$/, ''))
    .filter((part) => part !== '')
    .join(', ')})`
}

/** A component where a bare 0 is a length. */
export const lengthOr = (component: Component | undefined, context: ComputeContext): string | null =>
  component ? writeOne(component, context, { numbers: false, names: false }) : null

/** A single px amount, or null. */
export function px(component: Component | undefined, context: ComputeContext): number | null {
  if (!component) return null
  if (component.kind === 'number') return component.value === 0 ? 0 : null
  if (component.kind === 'dimension') return toPx(component.value, component.unit, context)
  if (component.kind !== 'function' || !isMath(component.name)) return null
  const sum = evaluate(component, context)
  const one = sum && single(sum)
  return one?.unit === 'px' ? one.value : null
}

/** A plain number (a percentage counts as its hundredth), or null. */
export function number(component: Component | undefined, context: ComputeContext): number | null {
  if (!component) return null
  if (component.kind === 'number') return component.value
  if (component.kind === 'percentage') return component.value / 100
  if (component.kind !== 'function' || !isMath(component.name)) return null
  const sum = evaluate(component, context)
  const one = sum && single(sum)
  return one?.unit === '' ? one.value : one?.unit === '%' ? one.value / 100 : null
}

/** A sum in px when percentages are known to be of `whole`. */
export function flatten(sum: NonNullable<ReturnType<typeof evaluate>>, whole: number): number | null {
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
    const result =
      name === 'min'
        ? Math.min(...(values as number[]))
        : name === 'max'
          ? Math.max(...(values as number[]))
          : name === 'clamp'
            ? Math.max(a, Math.min(b, c))
            : name === 'abs'
              ? Math.abs(a)
              : null
    if (result === null) return null
    total += factor * result
  }
  return total
}
