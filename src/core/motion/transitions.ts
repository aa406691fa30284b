import { splitAtCommas } from '../css/tokens.ts'
import { expand } from '../properties/shorthands.ts'

/** One change over time, as `transition` lists them; times in ms. */
export interface Transition {
  readonly property: string
  readonly duration: number
  readonly delay: number
  /** As CSS writes it. */
  readonly easing: string
}

/** Milliseconds of a CSS time; null for what is none. */
export function readTime(text: string): number | null {
  const found = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(ms|s)$/i.exec(text.trim())
  return found ? Number(found[1]) * (found[2]!.toLowerCase() === 's' ? 1000 : 1) : null
}

/** A time as CSS writes it: whole tenths of seconds as seconds, else ms. */
export function writeTime(ms: number): string {
  const whole = Math.round(ms)
  return whole !== 0 && whole % 100 === 0 ? `${whole / 1000}s` : `${whole}ms`
}

const PARTS = ['property', 'duration', 'delay', 'timing-function'] as const
const INITIAL: Readonly<Record<(typeof PARTS)[number], string>> = {
  property: 'all',
  duration: '0s',
  delay: '0s',
  'timing-function': 'ease',
}

/** The transitions that four lists come to: shorter ones begin anew until the properties are served (CSS Transitions 1, section 2). */
export function transitionsOf(value: (longhand: string) => string): Transition[] {
  const [property, duration, delay, easing] = PARTS.map((part) =>
    splitAtCommas(value(`transition-${part}`) || INITIAL[part]).map(({ text }) => text.trim()),
  ) as [string[], string[], string[], string[]]
  if (property.length === 1 && property[0] === 'none') return []
  return property.map((name, at) => ({
    property: name,
    duration: readTime(duration[at % duration.length]!) ?? 0,
    delay: readTime(delay[at % delay.length]!) ?? 0,
    easing: easing[at % easing.length]!,
  }))
}

/** The transitions a value of the shorthand lists; null where browsers do not take it. */
export function readTransition(text: string): Transition[] | null {
  const longhands = expand('transition', text)
  return longhands && transitionsOf((name) => longhands.get(name) ?? '')
}

/** Transitions as the shorthand lists them. */
export function writeTransition(transitions: readonly Transition[]): string {
  if (transitions.length === 0) return 'none'
  return transitions
    .map(({ property, duration, delay, easing }) =>
      [property, writeTime(duration), easing === 'ease' ? '' : easing, delay === 0 ? '' : writeTime(delay)]
        .filter((part) => part !== '')
        .join(' '),
    )
    .join(', ')
}

/**
 * What a browser must do again for each picture of a change: compose what is painted, paint, or lay out (common practice; the first
 * is cheap, the last dear).
 */
export type Cost = 'compose' | 'paint' | 'layout'

const COMPOSED = new Set(['opacity', 'transform', 'translate', 'rotate', 'scale', 'filter', 'backdrop-filter'])
const LAID_OUT =
  /^(?:width|height|(?:min|max)-(?:width|height)|margin|padding|top|right|bottom|left|inset|border(?:-\w+)*-width|border|font|font-(?!style)\w+|line-height|letter-spacing|word-spacing|text-indent|gap|row-gap|column-gap|flex|flex-\w+|grid-\w+|display|position|float|all|(?:margin|padding)-\w+)$/

export function costOf(property: string): Cost {
  if (COMPOSED.has(property)) return 'compose'
  return LAID_OUT.test(property) ? 'layout' : 'paint'
}

const MOVES =
  /^(?:transform|translate|rotate|scale|offset-\w+|top|right|bottom|left|inset|margin|(?:margin|padding)-\w+|padding|width|height|(?:min|max)-(?:width|height)|background-position(?:-[xy])?)$/

/** Whether a change of a property moves things on the page, rather than colouring or fading them. */
export const moves = (property: string): boolean => MOVES.test(property)
