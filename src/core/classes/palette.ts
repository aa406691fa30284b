import { resolvedValue } from '../cascade/resolved.ts'
import { contrastRatio, NEEDS } from '../color/contrast.ts'
import { hexOfRgb, over, readRgb, WHITE, type Rgb } from '../color/rgb.ts'
import { resolveColor } from '../color/resolve.ts'
import { swatchesOf } from '../color/swatches.ts'
import { isLink } from '../markup/hyperlink.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { comparePages } from '../paths/paths.ts'
import { idOf } from '../properties/longhands.ts'

/** Colours of a site by what they are for, as they are written: swatches by their names, others as hex. */
export interface Palette {
  readonly ink: string
  readonly ground: string
  /** What links and buttons are told by. */
  readonly accent: string
  /** What can be read on the accent. */
  readonly onAccent: string
  /** A ground that is a little other than the page's. */
  readonly tint: string
  /** A line between things. */
  readonly line: string
}

interface Ink {
  readonly written: string
  readonly rgb: Rgb
}

/** The colours of a site: those of its first page's text, ground and links, by the names of swatches that are the same. */
export function paletteOf(site: SiteSnapshot): Palette {
  const swatches = swatchesIn(site)
  const named = (rgb: Rgb): Ink =>
    swatches.find((each) => hexOfRgb(each.rgb) === hexOfRgb(rgb)) ?? { written: hexOfRgb(rgb), rgb }
  const { ink, ground, link } = seenOn(site)
  const accent = named(link)
  const [text, paper] = [named(ink), named(ground)]
  const onAccent = [paper, text, named(WHITE)].find(({ rgb }) => contrastRatio(rgb, link) >= NEEDS.text) ?? paper
  // A ground on which the text can still be read, as near to the page's own as the swatches have one.
  const near = swatches
    .filter(({ rgb }) => hexOfRgb(rgb) !== hexOfRgb(ground) && contrastRatio(rgb, ink) >= 7)
    .sort((a, b) => contrastRatio(a.rgb, ground) - contrastRatio(b.rgb, ground))[0]
  const mixed = (share: number) => hexOfRgb(over({ ...ink, alpha: share }, ground))
  return {
    ink: text.written,
    ground: paper.written,
    accent: accent.written,
    onAccent: onAccent.written,
    tint: near?.written ?? mixed(0.06),
    line: mixed(0.25),
  }
}

function swatchesIn(site: SiteSnapshot): Ink[] {
  const sheet = site.sheet(site.sheetPath)
  if (!sheet) return []
  return swatchesOf(sheet).flatMap(({ name, value }) => {
    const rgb = readRgb(resolveColor(sheet, value) ?? '')
    return rgb?.alpha === 1 ? [{ written: `var(${name})`, rgb }] : []
  })
}

const [COLOR, GROUND] = [idOf('color'), idOf('background-color')]
const BLACK: Rgb = { r: 0, g: 0, b: 0, alpha: 1 }

function seenOn(site: SiteSnapshot): { ink: Rgb; ground: Rgb; link: Rgb } {
  const path = [...site.pagePaths].sort(comparePages)[0]
  if (path === undefined) return { ink: BLACK, ground: WHITE, link: BLACK }
  const styles = site.stylesOf(path)
  const { elements } = styles.page
  const color = (element: (typeof elements)[number] | undefined, id: number, otherwise: Rgb): Rgb => {
    const rgb = element && readRgb(resolvedValue(styles.of(element), id))
    return rgb ? over(rgb, otherwise) : otherwise
  }
  const at = (tag: string) => elements.find((element) => element.tag === tag)
  const ground = color(at('body'), GROUND, color(at('html'), GROUND, WHITE))
  const ink = color(at('body'), COLOR, BLACK)
  const inText = elements.find((element) => isLink(element) && element.parent?.tag === 'p') ?? elements.find(isLink)
  return { ink, ground, link: color(inText, COLOR, ink) }
}
