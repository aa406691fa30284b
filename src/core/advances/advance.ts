import type { ElementStyle } from '../cascade/style.ts'
import type { Cascade } from '../cascade/cascade.ts'
import type { SitePath } from '../paths/paths.ts'
import type { FileInfo } from '../site/view.ts'
import { faceFor, type FaceAtHand } from './faces-at-hand.ts'
import { isFollowed } from './scripts.ts'
import { textStyleOf, type TextStyle } from './text-style.ts'

/** Browsers keep lengths in so many parts of a px: sizes of fonts are cut to them, and lengths of text rounded up. */
const PARTS = 64
/** From this weight on browsers embolden a face that is lighter by itself (CSS Fonts 4, section 2.8; 600 is what they take). */
const BOLD = 600

/** How wide a text without line breaks is in a style, px, as it is after `text-transform`; null where that is not known here. */
export function advanceOf(
  cascade: Cascade,
  files: ReadonlyMap<SitePath, FileInfo>,
  style: ElementStyle,
  text: string,
): number | null {
  const set = textStyleOf(style)
  if (!set || !isFollowed(text)) return null
  const found = faceFor(cascade, files, set.families, set.face, text)
  const axes = found && axesFor(found, set)
  if (!found || !axes) return null
  const letters = found.font.advance(text, { axes, features: set.features }) * sizeOf(set)
  const spaces = text.match(/[ \u00A0]/g)?.length ?? 0
  const width = letters + [...text].length * set.letterSpacing + spaces * set.wordSpacing
  return Math.max(0, Math.ceil(width * PARTS - 1e-4) / PARTS)
}

const sizeOf = ({ fontSize }: TextStyle) => Math.floor(fontSize * PARTS) / PARTS

/** The values of a font's axes for a style; null where browsers would draw it bolder than it is. */
function axesFor(
  { face, font }: FaceAtHand,
  { face: asked, fontSize, isOptical }: TextStyle,
): Record<string, number> | null {
  const axes: Record<string, number> = {}
  const set = (tag: string, value: number) => {
    const range = font.axes[tag]
    if (range) axes[tag] = Math.max(range[0], Math.min(range[1], value))
  }
  const within = (value: number, [from, to]: readonly [number, number]) => Math.max(from, Math.min(to, value))
  if (asked.weight >= BOLD && face.weight[1] < BOLD) return null
  set('wght', within(asked.weight, face.weight))
  set('wdth', within(asked.stretch, face.stretch))
  if (isOptical) set('opsz', fontSize)
  return asked.style === 'normal' || (!font.axes['slnt'] && !font.axes['ital']) ? axes : null
}
