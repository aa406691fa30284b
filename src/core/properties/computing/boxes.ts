import { isMath } from '../../values/math.ts'
import { keyword, quote } from '../../values/component.ts'
import { formatNumber, formatPx } from '../../values/number.ts'
import { number, px, write, writeOne, type Compute } from '../../values/write.ts'

const LINE_WIDTHS: Readonly<Record<string, number>> = { thin: 1, medium: 3, thick: 5 }

/** A line's width, snapped to whole px (CSS Values 4, section 6.3, "snap a length as a border width"). */
export const lineWidth: Compute = ([width], context) => {
  const value = LINE_WIDTHS[keyword(width)] ?? px(width, context)
  if (value === null || value === undefined || value < 0) return null
  return formatPx(value > 0 && value < 1 ? 1 : Math.floor(value))
}

/** The width of the line around letters: not snapped. */
export const strokeWidth: Compute = ([width], context) => {
  const value = LINE_WIDTHS[keyword(width)] ?? px(width, context)
  return value === null || value === undefined ? null : formatPx(value)
}

/** A length in whole px. */
export const wholePx: Compute = ([component], context) => {
  const value = px(component, context)
  return value === null ? null : formatPx(Math.trunc(value))
}

/** Lengths that cannot be negative: a calculation's result is clamped (CSS Values 4, section 10.12). */
export const clampedLength: Compute = (components, context) => {
  const [only] = components
  if (components.length === 1 && only?.kind === 'function' && isMath(only.name)) {
    const value = px(only, context)
    if (value !== null) return formatPx(Math.max(0, value))
  }
  return write(components, context, { numbers: false, names: false })
}

export const ratio: Compute = (components, context) => {
  const auto = components.some((each) => keyword(each) === 'auto')
  const numbers = components
    .filter((each) => keyword(each) === '' && each.kind !== 'delim')
    .map((each) => number(each, context))
  if (numbers.some((each) => each === null)) return null
  if (numbers.length === 0) return auto ? 'auto' : null
  return `${auto ? 'auto ' : ''}${formatNumber(numbers[0]!)} / ${formatNumber(numbers[1] ?? 1)}`
}

export const align: Compute = (components) =>
  components
    .map(keyword)
    .join(' ')
    .replace(/^first baseline$/, 'baseline')
    .replace(/^unsafe /, 'unsafe ')

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

export const display: Compute = (components) => {
  const words = components.map(keyword).join(' ')
  return DISPLAYS[words] ?? words
}

export const areas: Compute = (components) => {
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

export const zIndex: Compute = ([component], context) =>
  keyword(component) || writeOne(component!, context, { numbers: true, names: false })
