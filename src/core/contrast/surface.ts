import { idOf } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { CLEAR, faded, over, readRgb, WHITE, type Rgb } from '../color/rgb.ts'
import { visitedColor } from './visited.ts'

/** Why a background cannot be told from the cascade: a picture or gradient, or an effect that changes what is painted. */
export type Undecided = 'picture' | 'effect'

/** What an element's content is painted on: the layers of its group of opacity, and the group around. */
export interface Surface {
  /** Everything painted so far in this group. */
  readonly layer: Rgb
  readonly opacity: number
  readonly outer: Surface | null
  readonly undecided: Undecided | null
  /** Whether nothing of it is painted at all. */
  readonly hidden: boolean
}

const COLOR = idOf('background-color')
const IMAGE = idOf('background-image')
const CLIP = idOf('background-clip')
const OPACITY = idOf('opacity')
const DISPLAY = idOf('display')
const BLEND = idOf('mix-blend-mode')
const FILTER = idOf('filter')
const BACKDROP = idOf('backdrop-filter')

/** The canvas: white, as browsers have it in a light scheme. */
const CANVAS: Surface = { layer: WHITE, opacity: 1, outer: null, undecided: null, hidden: false }

/** The surfaces of styles, each worked out once: make a new one when styles may have changed. */
export class Surfaces {
  private readonly known = new Map<ElementStyle, Surface>()
  private readonly atRest = new Map<ElementStyle, ElementStyle>()

  /**
   * Says that a style is that of a visited link, or of something in one, and which it has while unvisited: browsers take
   * colours alone from rules for visited links, and not their opacity (Selectors 4, section 8.2).
   */
  visited(style: ElementStyle, rest: ElementStyle): void {
    if (style !== rest) this.atRest.set(style, rest)
  }

  /** The style that everything but colours comes from. */
  restOf(style: ElementStyle): ElementStyle {
    return this.atRest.get(style) ?? style
  }

  /** A colour of a style, as it shows. */
  color(style: ElementStyle, id: number): Rgb | null {
    const rest = this.atRest.get(style)
    return rest ? visitedColor(style, rest, id) : readRgb(resolvedValue(style, id))
  }

  /** What the content of an element of this style is painted on. */
  under(style: ElementStyle): Surface {
    // From the outermost that is not known yet inwards: pages may be nested deeper than calls may be.
    const way: ElementStyle[] = []
    for (let at: ElementStyle | null = style; at && !this.known.has(at); at = at.parent) way.push(at)
    for (const each of way.reverse()) this.known.set(each, this.paint(each, this.around(each)))
    return this.known.get(style)!
  }

  /** What an element of this style itself is painted on. */
  around(style: ElementStyle): Surface {
    return style.parent ? this.under(style.parent) : CANVAS
  }

  private paint(painted: ElementStyle, around: Surface): Surface {
    const style = this.restOf(painted)
    const opacity = Number(style.value(OPACITY))
    const hidden = around.hidden || style.value(DISPLAY) === 'none' || opacity === 0
    const effect = style.value(BLEND) !== 'normal' || style.value(FILTER) !== 'none' || style.value(BACKDROP) !== 'none'
    const group: Surface =
      opacity < 1 ? { layer: CLEAR, opacity, outer: around, undecided: around.undecided, hidden } : around
    const clipped = style.value(CLIP) === 'text'
    const color = clipped ? CLEAR : (this.color(painted, COLOR) ?? CLEAR)
    const picture = style.value(IMAGE) !== 'none'
    const undecided = effect
      ? 'effect'
      : picture
        ? 'picture'
        : color.alpha === 1 && group.undecided !== 'effect'
          ? null
          : group.undecided
    return { layer: over(color, group.layer), opacity: group.opacity, outer: group.outer, undecided, hidden }
  }
}

/** A colour as it arrives on the screen when painted on a surface; the surface's own colour for `CLEAR`. */
export function painted(color: Rgb, surface: Surface): Rgb {
  let now = over(color, surface.layer)
  for (let at = surface; at.outer; at = at.outer) now = over(faded(now, at.opacity), at.outer.layer)
  return now
}
