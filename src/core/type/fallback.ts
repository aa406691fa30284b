import { addRule } from '../sheet/edit.ts'
import { declarationsOf, fontFaces, styleRules } from '../sheet/walk.ts'
import type { Sheet } from '../sheet/parse.ts'
import { removeRules } from '../sheet/remove.ts'
import type { Splice } from '../text/splice.ts'
import { formatNumber } from '../values/number.ts'
import type { FontFacts } from './facts.ts'
import localFonts from './local-fonts.json' with { type: 'json' }
import { familiesIn, familiesInFont, writeFamily } from './stack.ts'

/** A font that visitors' systems have, under the names it goes by (fonts drawn to the same widths included), bold ones after. */
export interface LocalFont {
  readonly name: 'Arial' | 'Times New Roman' | 'Georgia' | 'Courier New'
  readonly generic: 'sans-serif' | 'serif' | 'monospace'
  readonly regular: readonly string[]
  readonly bold: readonly string[]
}

/** Local fonts a fallback can be made of (common practice). Their widths come from the open fonts Arimo, Tinos, Gelasio and Cousine, which are drawn to the same. */
export const LOCAL_FONTS: readonly LocalFont[] = [
  {
    name: 'Arial',
    generic: 'sans-serif',
    regular: ['Arial', 'Liberation Sans', 'Arimo'],
    bold: ['Arial Bold', 'Liberation Sans Bold', 'Arimo Bold'],
  },
  {
    name: 'Times New Roman',
    generic: 'serif',
    regular: ['Times New Roman', 'Liberation Serif', 'Tinos'],
    bold: ['Times New Roman Bold', 'Liberation Serif Bold', 'Tinos Bold'],
  },
  { name: 'Georgia', generic: 'serif', regular: ['Georgia', 'Gelasio'], bold: ['Georgia Bold', 'Gelasio Bold'] },
  {
    name: 'Courier New',
    generic: 'monospace',
    regular: ['Courier New', 'Liberation Mono', 'Cousine'],
    bold: ['Courier New Bold', 'Liberation Mono Bold', 'Cousine Bold'],
  },
]

/** How often letters occur in English prose, in per cent, the space included; from memory, close to published counts. */
const ENGLISH: Readonly<Record<string, number>> = {
  ' ': 18,
  e: 10.4,
  t: 7.4,
  a: 6.7,
  o: 6.2,
  i: 5.7,
  n: 5.7,
  s: 5.2,
  h: 5,
  r: 4.9,
  d: 3.5,
  l: 3.3,
  u: 2.3,
  c: 2.3,
  m: 2,
  f: 1.8,
  w: 1.9,
  g: 1.6,
  y: 1.6,
  p: 1.6,
  b: 1.2,
  v: 0.8,
  k: 0.6,
  x: 0.14,
  j: 0.1,
  q: 0.08,
  z: 0.06,
  '.': 1,
  ',': 1,
}

/** How often each character occurs in a text; English prose where there is too little of it. */
export function frequencies(text: string): Readonly<Record<string, number>> {
  if (text.length < 400) return ENGLISH
  const counts: Record<string, number> = {}
  for (const letter of text) counts[letter] = (counts[letter] ?? 0) + 1
  return counts
}

/** Average width of a character in em, letters weighed by how often they occur; those without a width are left out. */
export function averageWidth(
  widthOf: (letter: string) => number | undefined,
  often: Readonly<Record<string, number>>,
): number {
  let sum = 0
  let total = 0
  for (const [letter, times] of Object.entries(often)) {
    const width = widthOf(letter)
    if (width === undefined) continue
    sum += width * times
    total += times
  }
  return total === 0 ? 0.5 : sum / total
}

/** Width of a character of a local font in em; undefined for one that is not measured. */
export function localWidth(name: LocalFont['name'], bold: boolean): (letter: string) => number | undefined {
  const widths = localFonts[`${name} ${bold ? 700 : 400}`]
  return (letter) => widths[localFonts.letters.indexOf(letter)]
}

/** Width of a character of a font in em, at the weight measured that is nearest. */
export function fontWidth(facts: FontFacts, weight: number): (letter: string) => number | undefined {
  const nearest = [...facts.advances].sort((a, b) => Math.abs(a.weight - weight) - Math.abs(b.weight - weight))[0]
  return (letter) => {
    const width = nearest?.widths[letter]
    return width === undefined ? undefined : width / facts.unitsPerEm
  }
}

/** What makes a local font take the room of another: shares of 1. */
export interface FallbackMetrics {
  readonly sizeAdjust: number
  readonly ascentOverride: number
  readonly descentOverride: number
  readonly lineGapOverride: number
  /** How much wider or narrower lines are without the adjustment: 0.08 is 8 % wider. */
  readonly unadjusted: number
}

/**
 * The descriptors for a local font to stand in (CSS Fonts 5, sections 4.9 and 4.10): it is scaled so that text of the same letters
 * runs as wide, and given the line metrics of the font it stands for, divided by that scale because they are scaled along.
 */
export function fallbackMetrics(
  facts: FontFacts,
  local: LocalFont['name'],
  bold: boolean,
  often: Readonly<Record<string, number>>,
): FallbackMetrics {
  const own = fontWidth(facts, bold ? 700 : 400)
  const other = localWidth(local, bold)
  // Only letters that both have are compared.
  const shared = Object.fromEntries(
    Object.entries(often).filter(([letter]) => own(letter) !== undefined && other(letter) !== undefined),
  )
  const sizeAdjust = averageWidth(own, shared) / averageWidth(other, shared)
  const em = facts.unitsPerEm * sizeAdjust
  return {
    sizeAdjust,
    ascentOverride: facts.ascent / em,
    descentOverride: -facts.descent / em,
    lineGapOverride: facts.lineGap / em,
    unadjusted: 1 / sizeAdjust - 1,
  }
}

/** Name of the family that stands in for another. */
export function fallbackName(family: string): string {
  return `${family} Fallback`
}

/** The local font of this kind whose widths come nearest. */
export function nearestLocal(
  facts: FontFacts,
  generic: LocalFont['generic'],
  often: Readonly<Record<string, number>>,
): LocalFont {
  const away = ({ name }: LocalFont) => Math.abs(Math.log(fallbackMetrics(facts, name, false, often).sizeAdjust))
  return LOCAL_FONTS.filter((font) => font.generic === generic).sort((a, b) => away(a) - away(b))[0]!
}

/** The splices that write the fallback's faces and put its name behind the family wherever the sheet lists it. */
export function planFallback(
  sheet: Sheet,
  family: string,
  local: LocalFont,
  facts: FontFacts,
  often: Readonly<Record<string, number>>,
): Splice[] {
  const name = fallbackName(family)
  const bolds = facts.weight[1] >= 600 ? [false, true] : [false]
  const faces = fontFaces(sheet)
  const old = faces.filter((face) =>
    declarationsOf(face).some(
      ({ property, value }) => property === 'font-family' && familiesIn(value)[0]?.name === name,
    ),
  )
  const percent = (share: number) => `${formatNumber(Math.round(share * 10_000) / 100)}%`
  const written = bolds.map((bold) => {
    const metrics = fallbackMetrics(facts, local.name, bold, often)
    return [
      ['font-family', writeFamily(name)],
      ['src', (bold ? local.bold : local.regular).map((each) => `local("${each}")`).join(', ')],
      ...(bolds.length > 1 ? [['font-weight', bold ? '600 900' : '100 599'] as const] : []),
      ['size-adjust', percent(metrics.sizeAdjust)],
      ['ascent-override', percent(metrics.ascentOverride)],
      ['descent-override', percent(metrics.descentOverride)],
      ['line-gap-override', percent(metrics.lineGapOverride)],
    ] as const
  })
  const last = faces.filter((face) => !old.includes(face)).at(-1)
  const place = last ? { after: last } : sheet.rules[0] ? { before: sheet.rules[0] } : ('end' as const)
  const inserts = written.flatMap((body) => addRule(sheet, '@font-face', body, place))
  return [
    ...removeRules(sheet, old),
    { from: inserts[0]!.from, to: inserts[0]!.to, insert: inserts.map(({ insert }) => insert).join('') },
    ...joinsOf(sheet, family, name),
  ]
}

/** Puts a family behind another wherever it is listed and not there yet. */
function joinsOf(sheet: Sheet, family: string, name: string): Splice[] {
  return styleRules(sheet)
    .flatMap(({ rule }) => declarationsOf(rule))
    .flatMap(({ property, value, valueRange }) => {
      const listed =
        property === 'font'
          ? familiesInFont(value)
          : property === 'font-family' || property.startsWith('--')
            ? familiesIn(value)
            : []
      const own = listed.find((each) => each.name === family)
      if (!own || listed.some((each) => each.name === name) || (property.startsWith('--') && listed.length < 2))
        return []
      return [{ from: valueRange.from + own.to, to: valueRange.from + own.to, insert: `, ${writeFamily(name)}` }]
    })
}
