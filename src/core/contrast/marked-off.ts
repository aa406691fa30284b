import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { readRgb } from '../color/rgb.ts'
import { idOf } from '../properties/longhands.ts'

/** What tells a link from the text around it, beside its colour (technique G183 of WCAG 2.2). */
export type Mark = 'line' | 'edge' | 'weight' | 'slant' | 'box'

const LINE = idOf('text-decoration-line')
const EDGE = { width: idOf('border-bottom-width'), style: idOf('border-bottom-style') }
const WEIGHT = idOf('font-weight')
const SLANT = idOf('font-style')
const GROUND = { color: idOf('background-color'), picture: idOf('background-image') }
const DISPLAY = idOf('display')

/** A difference in weight that is plainly seen (common practice). */
const BOLDER = 200

/** What marks a link off from the text it stands in, beside colour; none where nothing does. */
export function markedOffBy(style: ElementStyle, around: ElementStyle): Mark[] {
  const marks: Mark[] = []
  if (style.value(LINE) !== 'none') marks.push('line')
  if (parseFloat(style.value(EDGE.width)) > 0 && !['none', 'hidden'].includes(style.value(EDGE.style)))
    marks.push('edge')
  if (Math.abs(Number(style.value(WEIGHT)) - Number(around.value(WEIGHT))) >= BOLDER) marks.push('weight')
  if (style.value(SLANT) !== around.value(SLANT)) marks.push('slant')
  const hasGround =
    (readRgb(resolvedValue(style, GROUND.color))?.alpha ?? 0) > 0 || style.value(GROUND.picture) !== 'none'
  if (hasGround || style.value(DISPLAY) !== 'inline') marks.push('box')
  return marks
}
