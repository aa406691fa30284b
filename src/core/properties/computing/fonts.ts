import { componentsOf, keyword, quote, splitAt } from '../../values/component.ts'
import { evaluate, isMath, single } from '../../values/math.ts'
import { formatNumber, formatPx } from '../../values/number.ts'
import { flatten, number, px, writeOne, type Compute, type ComputeContext } from '../../values/write.ts'

/** CSS Fonts 4, section 2.5: absolute sizes for a medium of 16px (13px for monospace alone). */
const SIZES: Readonly<Record<string, readonly [number, number]>> = {
  'xx-small': [9, 9],
  'x-small': [10, 10],
  small: [13, 12],
  medium: [16, 13],
  large: [18, 16],
  'x-large': [24, 20],
  'xx-large': [32, 26],
  'xxx-large': [48, 39],
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
  if (component?.kind === 'percentage')
    return component.value < 0 ? null : (context.parentFontSize * component.value) / 100
  if (component?.kind === 'function' && isMath(component.name)) {
    const sum = evaluate(component, parent)
    const size = sum && flatten(sum, context.parentFontSize)
    return size === null ? null : Math.max(0, size)
  }
  const size = px(component, parent)
  return size === null || size < 0 ? null : size
}

/** CSS Fonts 4, section 2.2.1: the table of relative weights. */
function relativeWeight(word: 'bolder' | 'lighter', parent: number): number {
  if (word === 'bolder') return parent < 350 ? 400 : parent < 550 ? 700 : parent < 900 ? 900 : parent
  return parent < 100 ? parent : parent < 550 ? 100 : parent < 750 ? 400 : 700
}

const STRETCH: Readonly<Record<string, number>> = {
  'ultra-condensed': 50,
  'extra-condensed': 62.5,
  condensed: 75,
  'semi-condensed': 87.5,
  normal: 100,
  'semi-expanded': 112.5,
  expanded: 125,
  'extra-expanded': 150,
  'ultra-expanded': 200,
}

const GENERIC_FAMILIES = new Set(
  'serif sans-serif monospace cursive fantasy system-ui ui-serif ui-sans-serif ui-monospace ui-rounded math emoji fangsong'.split(
    ' ',
  ),
)

/** A family stack: names in quotes only where they need them. */
export const fontFamily: Compute = (components) =>
  splitAt(components, ',')
    .map((part) => {
      if (part[0]?.kind === 'string') {
        // A quoted name that is a plain identifier is written without quotes.
        const name = part[0].text
        return /^[a-z_-][\w-]*$/i.test(name) &&
          !/^(?:inherit|initial|unset|default|revert|-?\d.*)$/i.test(name) &&
          !GENERIC_FAMILIES.has(name.toLowerCase())
          ? name
          : quote(name)
      }
      const words = part.map((each) => (each.kind === 'ident' ? each.text : '')).filter((word) => word !== '')
      if (words.length === 1) return GENERIC_FAMILIES.has(words[0]!.toLowerCase()) ? words[0]!.toLowerCase() : words[0]!
      return quote(words.join(' '))
    })
    .join(', ')

/** A plain number stays one: it is handed down as it is. */
export const lineHeight: Compute = ([component], context) => {
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

/** What is special about the properties of fonts. */
export const fontWeight: Compute = ([component], context) => {
  const word = keyword(component)
  if (word === 'bolder' || word === 'lighter') return String(relativeWeight(word, context.parentFontWeight))
  const value = word === 'normal' ? 400 : word === 'bold' ? 700 : number(component, context)
  return value === null ? null : formatNumber(Math.min(1000, Math.max(1, value)))
}

export const fontStretch: Compute = ([component]) => {
  const value = component?.kind === 'percentage' ? component.value : STRETCH[keyword(component)]
  return value === undefined ? null : `${formatNumber(value)}%`
}

export const fontStyle: Compute = (components, context) => {
  const [first, angle] = components
  if (keyword(first) !== 'oblique' || !angle) return keyword(first)
  const written = writeOne(angle, context, { numbers: false, names: false })
  return written === '0deg' || written === '0px' ? 'normal' : written === '14deg' ? 'oblique' : `oblique ${written}`
}

/** `"kern" 1` is `"kern"`; `on` and `off` are numbers. */
export const featureSettings: Compute = (components) => {
  if (keyword(components[0]) === 'normal') return 'normal'
  return splitAt(components, ',')
    .map(([tag, value]) => {
      const amount = value?.kind === 'number' ? value.value : keyword(value) === 'off' ? 0 : 1
      return `${tag?.kind === 'string' ? quote(tag.text) : ''}${amount === 1 ? '' : ` ${formatNumber(amount)}`}`
    })
    .join(', ')
}
