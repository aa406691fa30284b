import * as fontkit from 'fontkit'
import { LARGEST_FONT, unpackedSize } from '../../platform/unpacked-size.ts'
import { MEASURED, SCRIPTS, type FontFacts } from '../../core/type/facts.ts'

/** The tables and inner workings of a font that fontkit reads and its types leave out. */
interface Tables {
  readonly type: 'TTF' | 'WOFF' | 'WOFF2'
  readonly 'OS/2'?: {
    readonly usWeightClass: number
    readonly fsSelection: { readonly italic: boolean; readonly useTypoMetrics: boolean }
    readonly typoAscender: number
    readonly typoDescender: number
    readonly typoLineGap: number
  }
  readonly 'CFF '?: object
  readonly CFF2?: object
  readonly hhea: { readonly ascent: number; readonly descent: number; readonly lineGap: number }
  readonly hmtx: { readonly metrics: { readonly length: number; get(at: number): { readonly advance: number } } }
  readonly HVAR?: object
  readonly name?: { readonly records: Readonly<Record<string, Readonly<Record<string, string>> | undefined>> }
  variationCoords: number[] | null
  readonly _variationProcessor: { getAdvanceAdjustment(glyph: number, table: object): number }
}

/** Reads what a font file says of itself; null for bytes that are no WOFF2, WOFF, TrueType or OpenType font. */
export function readFont(bytes: Buffer): FontFacts | null {
  if (unpackedSize(bytes) > LARGEST_FONT) return null
  try {
    const font = open(bytes)
    return font && factsOf(font, bytes)
  } catch {
    // A damaged font is no font.
    return null
  }
}

type Opened = fontkit.Font & Tables

function open(bytes: Buffer): Opened | null {
  const font = fontkit.create(bytes) as Opened
  return ['TTF', 'WOFF', 'WOFF2'].includes(font.type) ? font : null
}

function factsOf(font: Opened, bytes: Buffer): FontFacts {
  const os2 = font['OS/2']
  const typo = os2?.fsSelection.useTypoMetrics ?? false
  const axes = Object.entries(font.variationAxes).flatMap(([tag, axis]) =>
    axis ? [{ tag, name: axis.name ?? tag, min: axis.min, default: axis.default, max: axis.max }] : [],
  )
  const weightAxis = axes.find(({ tag }) => tag === 'wght')
  const own = os2?.usWeightClass ?? 400
  const covered = new Set(font.characterSet)
  const name = (key: string) => {
    const record = font.name?.records[key]
    return record ? (record['en'] ?? Object.values(record)[0] ?? '') : ''
  }
  return {
    family: name('preferredFamily') || font.familyName || 'Font without a name',
    subfamily: name('preferredSubfamily') || font.subfamilyName || 'Regular',
    format:
      font.type === 'WOFF2'
        ? 'woff2'
        : font.type === 'WOFF'
          ? 'woff'
          : font['CFF '] || font.CFF2
            ? 'opentype'
            : 'truetype',
    weight: weightAxis ? [weightAxis.min, weightAxis.max] : [own, own],
    italic: (os2?.fsSelection.italic ?? false) || font.italicAngle !== 0,
    axes,
    unitsPerEm: font.unitsPerEm,
    ascent: typo ? os2!.typoAscender : font.hhea.ascent,
    descent: typo ? os2!.typoDescender : font.hhea.descent,
    lineGap: typo ? os2!.typoLineGap : font.hhea.lineGap,
    glyphs: font.numGlyphs,
    coverage: SCRIPTS.map(([script, letters]) => ({
      name: script,
      has: [...letters].filter((letter) => covered.has(letter.codePointAt(0)!)).length,
      of: [...letters].length,
    })),
    licence: name('license'),
    copyright: name('copyright'),
    advances: (weightAxis
      ? [400, 700].filter((weight) => weightAxis.min <= weight && weight <= weightAxis.max)
      : [own]
    ).map((weight) => ({ weight, widths: widthsOf(font, bytes, axes, weight) })),
  }
}

/** Advance widths from the tables hmtx and HVAR: laying the glyphs out is not needed, and fails in fontkit for some variable WOFF2. */
function widthsOf(font: Opened, bytes: Buffer, axes: FontFacts['axes'], weight: number): Record<string, number> {
  const glyphs = [...MEASURED]
    .filter((letter) => font.hasGlyphForCodePoint(letter.codePointAt(0)!))
    .map((letter) => [letter, font.glyphForCodePoint(letter.codePointAt(0)!).id] as const)
  const varied = axes.length > 0 && font.HVAR ? open(bytes)! : null
  if (varied) varied.variationCoords = axes.map(({ tag, default: usual }) => (tag === 'wght' ? weight : usual))
  const { metrics } = font.hmtx
  return Object.fromEntries(
    glyphs.map(([letter, id]) => [
      letter,
      metrics.get(Math.min(id, metrics.length - 1)).advance +
        (varied ? varied._variationProcessor.getAdvanceAdjustment(id, varied.HVAR!) : 0),
    ]),
  )
}
