import { escapeIdent } from '../css/ident.ts'
import { componentsOf, keyword, quote, splitAt, type Component } from '../values/component.ts'
import { computeColor, looksLikeColor } from '../values/color.ts'
import { FONT_VALUES } from './font.ts'
import { isMath } from '../values/math.ts'
import { formatNumber, formatPx } from '../values/number.ts'
import { axis, origin, position } from '../values/position.ts'
import { computeTransform } from '../values/transform.ts'
import {
  lengthOr,
  NAMES,
  number,
  NUMBER_FUNCTIONS,
  NUMBERS,
  px,
  write,
  writeOne,
  type Compute,
  type ComputeContext,
} from '../values/write.ts'

const LINE_WIDTHS: Readonly<Record<string, number>> = { thin: 1, medium: 3, thick: 5 }

/** A line's width, snapped to whole px (CSS Values 4, section 6.3, "snap a length as a border width"). */
const lineWidth: Compute = ([width], context) => {
  const value = LINE_WIDTHS[keyword(width)] ?? px(width, context)
  if (value === null || value === undefined || value < 0) return null
  return formatPx(value > 0 && value < 1 ? 1 : Math.floor(value))
}

const color: Compute = ([component], context) =>
  component ? (keyword(component) === 'auto' ? 'auto' : computeColor(component, context)) : null

/** A comma-separated list, each item computed alike. */
const listOf =
  (compute: Compute): Compute =>
  (components, context) => {
    const parts = splitAt(components, ',').map((part) => compute(part, context))
    return parts.some((part) => part === null) ? null : parts.join(', ')
  }

const generic = (name: string): Compute => {
  const style = { numbers: NUMBERS.has(name), names: NAMES.has(name) }
  return (components, context) => write(components, context, style)
}

const shadow =
  (most: number): Compute =>
  (components, context) => {
    const lengths = components
      .filter((each) => !looksLikeColor(each) && keyword(each) === '')
      .map((each) => lengthOr(each, context))
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

const clampTo =
  (low: number, high: number): Compute =>
  ([component], context) => {
    const value = number(component, context)
    return value === null ? null : formatNumber(Math.min(high, Math.max(low, value)))
  }

/** Names with numbers: `x 1`, the number added where it is left out. */
const counters =
  (plain: number): Compute =>
  (components, context) => {
    if (keyword(components[0]) === 'none') return 'none'
    const out: string[] = []
    for (const [at, each] of components.entries()) {
      if (each.kind === 'ident' || each.kind === 'function') {
        const next = components[at + 1]
        out.push(
          each.kind === 'ident'
            ? escapeIdent(each.text)
            : (writeOne(each, context, { numbers: true, names: true }) ?? ''),
        )
        if (!next || next.kind === 'ident') out.push(String(plain))
      } else out.push(formatNumber(number(each, context) ?? 0))
    }
    return out.join(' ')
  }

const inOrder =
  (...words: string[]): Compute =>
  (components) => {
    const have = new Set(components.map(keyword))
    const found = words.filter((word) => have.has(word))
    return found.length > 0 ? found.join(' ') : components.map(keyword).join(' ') || null
  }

const DISPLAYS: Readonly<Record<string, string>> = {
  'block flow': 'block',
  'flow block': 'block',
  'block flow-root': 'flow-root',
  'inline flow': 'inline',
  'inline flow-root': 'inline-block',
  'block flex': 'flex',
  'inline flex': 'inline-flex',
  'block grid': 'grid',
  'inline grid': 'inline-grid',
  'block table': 'table',
  'inline table': 'inline-table',
  flow: 'block',
  'list-item block': 'list-item',
  'block flow list-item': 'list-item',
  'list-item block flow': 'list-item',
  'block list-item': 'list-item',
  'inline ruby': 'ruby',
}

const display: Compute = (components) => {
  const words = components.map(keyword).join(' ')
  return DISPLAYS[words] ?? words
}

const easing: Compute = (components, context) => {
  const written = write(components, context, { numbers: true, names: false })
  return (
    written
      ?.replace(/steps\((\d+), (?:end|jump-end)\)/g, 'steps($1)')
      .replace(/^step-start$/, 'steps(1, start)')
      .replace(/^step-end$/, 'steps(1)')
      .replace(/steps\((\d+), jump-start\)/g, 'steps($1, start)') ?? null
  )
}

const align: Compute = (components) =>
  components
    .map(keyword)
    .join(' ')
    .replace(/^first baseline$/, 'baseline')
    .replace(/^unsafe /, 'unsafe ')

const areas: Compute = (components) => {
  if (keyword(components[0]) === 'none') return 'none'
  return components
    .map((each) =>
      each.kind === 'string'
        ? quote(
            each.text
              .trim()
              .split(/\s+/)
              .map((cell) => (/^\.+$/.test(cell) ? '.' : cell))
              .join(' '),
          )
        : '',
    )
    .join(' ')
}

const ratio: Compute = (components, context) => {
  const auto = components.some((each) => keyword(each) === 'auto')
  const numbers = components
    .filter((each) => keyword(each) === '' && each.kind !== 'delim')
    .map((each) => number(each, context))
  if (numbers.some((each) => each === null)) return null
  if (numbers.length === 0) return auto ? 'auto' : null
  return `${auto ? 'auto ' : ''}${formatNumber(numbers[0]!)} / ${formatNumber(numbers[1] ?? 1)}`
}

const repeatStyle: Compute = (components) => {
  const words = components.map(keyword)
  const [x = '', y = x] = words
  if (words.length === 1) return x
  return x === y
    ? x
    : x === 'repeat' && y === 'no-repeat'
      ? 'repeat-x'
      : x === 'no-repeat' && y === 'repeat'
        ? 'repeat-y'
        : `${x} ${y}`
}

const bgSize: Compute = (components, context) => {
  const parts = components.map((each) => lengthOr(each, context))
  if (parts.some((part) => part === null)) return null
  const [width, height = 'auto'] = parts
  return width === 'auto' && height === 'auto'
    ? 'auto'
    : /^(?:cover|contain)$/.test(width!)
      ? width!
      : `${width} ${height}`
}

const content: Compute = (components, context) => {
  const parts: string[] = []
  for (const each of components) {
    if (each.kind === 'function' && each.name === 'attr') {
      const name = each.args[0]?.kind === 'ident' ? each.args[0].text.toLowerCase() : ''
      parts.push(quote(context.attribute(name) ?? ''))
    } else if (each.kind === 'delim') parts.push('/')
    else {
      const text =
        each.kind === 'function' && /^counters?$/.test(each.name)
          ? writeCounter(each, context)
          : writeOne(each, context, { numbers: true, names: false })
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
    return amount === null
      ? writeOne(each, context, { numbers: false, names: false })
      : `${each.name}(${formatNumber(amount)})`
  })
  return written.some((text) => text === null) ? null : written.join(' ')
}

/** `"kern" 1` is `"kern"`; `on` and `off` are numbers. */
const featureSettings: Compute = (components) => {
  if (keyword(components[0]) === 'normal') return 'normal'
  return splitAt(components, ',')
    .map(([tag, value]) => {
      const amount = value?.kind === 'number' ? value.value : keyword(value) === 'off' ? 0 : 1
      return `${tag?.kind === 'string' ? quote(tag.text) : ''}${amount === 1 ? '' : ` ${formatNumber(amount)}`}`
    })
    .join(', ')
}

/** What is special about a property; all others are written component by component. */
const SPECIAL: Readonly<Record<string, Compute>> = {
  ...Object.fromEntries(
    SIDES.flatMap((side) => [
      [`border-${side}-width`, lineWidth],
      [`border-${side}-color`, color],
      [`padding-${side}`, notNegative],
    ]),
  ),
  ...Object.fromEntries(CORNERS.map((corner) => [`border-${corner}-radius`, pair])),
  ...Object.fromEntries(
    [
      'width',
      'height',
      'min-width',
      'min-height',
      'max-width',
      'max-height',
      'column-width',
      'row-gap',
      'column-gap',
      'flex-basis',
    ].map((name) => [name, notNegative]),
  ),
  ...Object.fromEntries(
    [
      'color',
      'background-color',
      'outline-color',
      'column-rule-color',
      'text-decoration-color',
      'text-emphasis-color',
      'caret-color',
      'accent-color',
      '-webkit-text-fill-color',
      '-webkit-text-stroke-color',
      '-webkit-tap-highlight-color',
      'flood-color',
      'lighting-color',
      'stop-color',
    ].map((name) => [name, color]),
  ),
  ...Object.fromEntries(
    ['align-content', 'align-items', 'align-self', 'justify-content', 'justify-items', 'justify-self'].map((name) => [
      name,
      align,
    ]),
  ),
  ...Object.fromEntries(
    ['opacity', 'fill-opacity', 'stroke-opacity', 'stop-opacity', 'flood-opacity', 'shape-image-threshold'].map(
      (name) => [name, clampTo(0, 1)],
    ),
  ),
  'outline-width': lineWidth,
  'column-rule-width': lineWidth,
  '-webkit-text-stroke-width': ([width], context) => {
    const value = LINE_WIDTHS[keyword(width)] ?? px(width, context)
    return value === null || value === undefined ? null : formatPx(value)
  },
  'outline-offset': ([component], context) => {
    const value = px(component, context)
    return value === null ? null : formatPx(Math.trunc(value))
  },
  ...FONT_VALUES,
  'letter-spacing': ([component], context) =>
    keyword(component) === 'normal' || px(component, context) === 0 ? 'normal' : lengthOr(component, context),
  'word-spacing': ([component], context) => (keyword(component) === 'normal' ? '0px' : lengthOr(component, context)),
  'background-position-x': listOf(axis),
  'background-position-y': listOf(axis),
  'mask-position': listOf(position),
  'object-position': position,
  'perspective-origin': position,
  'transform-origin': origin,
  'background-size': listOf(bgSize),
  'mask-size': listOf(bgSize),
  'background-repeat': listOf(repeatStyle),
  'mask-repeat': listOf(repeatStyle),
  'box-shadow': listOf(shadow(4)),
  'text-shadow': listOf(shadow(3)),
  'border-spacing': pair,
  'aspect-ratio': ratio,
  display,
  content,
  transform: computeTransform,
  'counter-increment': counters(1),
  'counter-reset': counters(0),
  'counter-set': counters(0),
  'text-decoration-line': inOrder('none', 'underline', 'overline', 'line-through', 'blink'),
  'animation-timing-function': listOf(easing),
  'transition-timing-function': listOf(easing),
  'grid-template-areas': areas,
  filter,
  'backdrop-filter': filter,
  'font-feature-settings': featureSettings,
  'will-change': (components) => components.map((each) => (each.kind === 'delim' ? ', ' : keyword(each))).join(''),
  'transition-property': (components) =>
    components
      .map((each) =>
        each.kind === 'delim'
          ? ', '
          : each.kind === 'ident'
            ? each.text.startsWith('--')
              ? each.text
              : each.text.toLowerCase()
            : '',
      )
      .join(''),
  'animation-iteration-count': listOf(
    ([component], context) =>
      keyword(component) || (number(component, context) === null ? null : formatNumber(number(component, context)!)),
  ),
  'tab-size': ([component], context) =>
    component?.kind === 'number' ? formatNumber(component.value) : lengthOr(component, context),
  'z-index': ([component], context) =>
    keyword(component) || writeOne(component!, context, { numbers: true, names: false }),
  'scroll-snap-align': (components) => {
    const [a = '', b = a] = components.map(keyword)
    return a === b ? a : `${a} ${b}`
  },
  'text-emphasis-style': (components, context) => {
    const text = write(components, context, { numbers: false, names: false })
    const parts = text?.split(' ').filter((part) => part !== 'filled') ?? []
    return text === null ? null : parts.join(' ') || 'circle'
  },
  'text-emphasis-position': (components) =>
    components
      .map(keyword)
      .join(' ')
      .replace(/ ?right/, ''),
  'list-style-type': ([component], context) =>
    component?.kind === 'ident'
      ? component.text.toLowerCase()
      : component
        ? writeOne(component, context, { numbers: true, names: true })
        : null,
  'flex-grow': clampTo(0, Infinity),
  'flex-shrink': clampTo(0, Infinity),
  zoom: ([component], context) =>
    keyword(component) === 'normal'
      ? '1'
      : number(component, context) === null
        ? null
        : formatNumber(number(component, context)!),
  scale: (components, context) => {
    if (keyword(components[0]) === 'none') return 'none'
    const parts = components.map((each) => number(each, context))
    if (parts.some((part) => part === null)) return null
    const [x = 1, y = x, z = 1] = parts as number[]
    return z !== 1
      ? `${formatNumber(x)} ${formatNumber(y)} ${formatNumber(z)}`
      : x === y
        ? formatNumber(x)
        : `${formatNumber(x)} ${formatNumber(y)}`
  },
  quotes: (components) =>
    keyword(components[0]) !== ''
      ? keyword(components[0])
      : components.map((each) => (each.kind === 'string' ? quote(each.text) : '')).join(' '),
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
  return /(?:[\d.](?:r?em|r?ex|r?ch|r?lh|r?ic|r?cap|[sld]?v(?:w|h|min|max|i|b)|cq(?:w|h|i|b|min|max))\b)|url\(|attr\(|image-set/i.test(
    value,
  )
}

/** Of values that depend on their place: whether it is only by font sizes and line heights (and the viewport). */
export function dependsOnSizesOnly(value: string): boolean {
  return !/(?:[\d.](?:ex|ch|rex|rch)\b)|url\(|attr\(|image-set|er$/i.test(value)
}
