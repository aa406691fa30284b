import { Blob, Buffer, Face, Feature, Font, shape, Variation } from 'harfbuzzjs'
import type { FontSetting, OpenFont } from '../core/site/open-font.ts'

/** Texts whose widths are remembered for one setting of a font; then it begins anew. */
const MOST_TEXTS = 20_000

/** A font in one setting, with what was measured in it. */
interface SetFont {
  readonly font: Font
  readonly features: Feature[]
  readonly known: Map<string, number>
}

/** Opens an unpacked font (TrueType or OpenType) to measure text in it. Throws for bytes that are none. */
export function openFont(bytes: Uint8Array): OpenFont {
  const face = new Face(new Blob(bytes))
  const letters = new Set(face.collectUnicodes())
  if (letters.size === 0) throw new Error('These bytes are no font.')
  const sets = new Map<string, SetFont>()
  const setOf = (setting: FontSetting) => {
    const key = JSON.stringify(setting)
    let found = sets.get(key)
    if (!found) sets.set(key, (found = setIn(face, setting)))
    return found
  }
  return {
    axes: Object.fromEntries(Object.entries(face.getAxisInfos()).map(([tag, { min, max }]) => [tag, [min, max]])),
    covers: (text) => [...text].every((letter) => letters.has(letter.codePointAt(0)!)),
    advance: (text, setting) => measured(setOf(setting), text) / face.upem,
  }
}

function setIn(face: Face, { axes, features }: FontSetting): SetFont {
  const font = new Font(face)
  font.setScale(face.upem, face.upem)
  font.setVariations(Object.entries(axes).map(([tag, value]) => new Variation(tag, value)))
  return { font, features: Object.entries(features).map(([tag, value]) => new Feature(tag, value)), known: new Map() }
}

function measured({ font, features, known }: SetFont, text: string): number {
  let width = known.get(text)
  if (width === undefined) {
    if (known.size >= MOST_TEXTS) known.clear()
    const buffer = new Buffer()
    buffer.addText(text)
    buffer.guessSegmentProperties()
    shape(font, buffer, features)
    width = buffer.getGlyphPositions().reduce((sum, { xAdvance }) => sum + xAdvance, 0)
    known.set(text, width)
  }
  return width
}
