import { converter } from 'culori'
import { parseColor } from '../values/parse-color.ts'

const toOklch = converter('oklch')

/** What a colour is for, as far as its uses tell. */
export type ColorRole = 'ink' | 'ground' | 'accent' | 'quiet'

/** Where a colour is used: property and rule. */
interface Use {
  readonly property: string
  readonly rule: string
}

/** Hues by their end in OKLCH degrees; our own division, from looking at the circle. */
const HUES: readonly (readonly [number, string])[] = [
  [12, 'pink'],
  [45, 'red'],
  [75, 'orange'],
  [112, 'yellow'],
  [155, 'green'],
  [205, 'teal'],
  [270, 'blue'],
  [315, 'violet'],
  [350, 'pink'],
  [361, 'pink'],
]

/** A word for a colour: its hue, with "pale" or "deep" where it is very light or dark; "grey", "white", "black" without hue. Null for what is no colour. */
export function hueName(value: string): string | null {
  const color = parseColor(value)
  if (!color) return null
  const { l, c, h = 0 } = toOklch(color)
  if (c < 0.025) return l > 0.95 ? 'white' : l < 0.25 ? 'black' : 'grey'
  const hue = HUES.find(([end]) => (h + 360) % 360 < end)![1]
  return l > 0.88 ? `pale-${hue}` : l < 0.42 ? `deep-${hue}` : hue
}

/** The role its uses speak for: text, backgrounds, links and buttons, or lines. */
export function roleOf(value: string, uses: readonly Use[]): ColorRole {
  const chroma = toOklch(parseColor(value) ?? 'gray')?.c ?? 0
  const count = (test: (use: Use) => boolean) => uses.filter(test).length
  const acting = count(
    ({ rule, property }) => /\ba\b|:hover|:focus|button|btn|nav/i.test(rule) && !property.startsWith('border'),
  )
  const scores: readonly (readonly [ColorRole, number])[] = [
    ['accent', chroma > 0.06 ? acting * 1.5 : 0],
    ['ground', count(({ property }) => /^background/.test(property))],
    ['ink', count(({ property }) => property === 'color' || property === 'fill')],
    ['quiet', count(({ property }) => /border|outline|rule|shadow/.test(property))],
  ]
  return [...scores].sort((a, b) => b[1] - a[1])[0]![0]
}

/** Names for a swatch, the best first; none of those taken. */
export function swatchNames(value: string, uses: readonly Use[], taken: readonly string[]): string[] {
  const role = roleOf(value, uses)
  const hue = hueName(value) ?? 'colour'
  const wanted = [`--${role}`, `--${hue}`, `--${role}-${hue}`, `--${hue}-2`, `--${role}-${hue}-2`, `--${hue}-3`]
  return wanted.filter((name) => !taken.includes(name))
}
