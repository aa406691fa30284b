import type { Cascade, PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { contrastRatio } from '../color/contrast.ts'
import { readRgb } from '../color/rgb.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { idOf } from '../properties/longhands.ts'
import { LINK_CONDITIONS, type LinkCondition } from '../states/links.ts'
import { memo } from '../text/memo.ts'
import { holdersOf } from './holders.ts'
import { SEE, type PairKind, type Seen } from './pairs.ts'
import { Surfaces } from './surface.ts'

/** Two colours on a page that are too little apart, and where first. */
export interface LowPair {
  readonly element: PageElement
  /** How many elements of the page look so. */
  count: number
  readonly style: ElementStyle
  readonly state: LinkCondition
  readonly seen: Seen
  readonly ratio: number
}

/** What has been seen of the styles of one cascade, which many pages share. */
class Sight {
  readonly surfaces = new Surfaces()
  private readonly known = new Map<ElementStyle, Partial<Record<PairKind, { seen: Seen; ratio: number } | null>>>()

  low(style: ElementStyle, kind: PairKind): { seen: Seen; ratio: number } | null {
    const row = this.known.get(style) ?? {}
    this.known.set(style, row)
    let found = row[kind]
    if (found === undefined) row[kind] = found = isMoved(style) ? null : this.look(style, kind)
    return found
  }

  private look(style: ElementStyle, kind: PairKind): { seen: Seen; ratio: number } | null {
    const seen = SEE[kind](style, this.surfaces)
    if (!seen || seen.background === null) return null
    const ratio = contrastRatio(readRgb(seen.text)!, readRgb(seen.background)!)
    return ratio < seen.needs ? { seen, ratio } : null
  }
}

const sightOf = memo((_: Cascade) => new Sight())

const POSITION = idOf('position')
const GROUND = idOf('background-color')

/** Whether a style may be painted over something else than what is around it: then nothing is claimed of it. */
function isMoved(style: ElementStyle): boolean {
  for (let at: ElementStyle | null = style; at; at = at.parent) {
    if (/^(?:absolute|fixed|sticky)$/.test(at.value(POSITION))) return true
    if (readRgb(at.value(GROUND))?.alpha === 1) return false
  }
  return false
}

/** The colours of a page that WCAG 2.2 wants further apart: its text at rest, and in every state one link of those that are alike. */
export function lowOnPage(site: SiteSnapshot, path: SitePath, kind: 'text' | 'link-in-text'): LowPair[] {
  const { texts, inLinks, besideText } = holdersOf(site.page(path))
  const rest = site.stylesOf(path)
  const low = (styles: PageStyles, elements: readonly PageElement[], state: LinkCondition, alike = ONE) => {
    const sight = sightOf(styles.cascade)
    const byStyle = new Map<ElementStyle, LowPair | null>()
    for (const element of elements) {
      const style = styles.of(element)
      const known = byStyle.get(style)
      if (known) known.count += alike(element)
      if (known !== undefined) continue
      // In a state, what looks as at rest has been told.
      const isTold = state !== 'none' && style === rest.of(element)
      if (state === 'visited' && !isTold) sight.surfaces.visited(style, rest.of(element))
      const found = isTold ? null : sight.low(style, kind)
      byStyle.set(style, found && { element, count: alike(element), style, state, ...found })
    }
    return [...byStyle.values()].filter((each) => each !== null)
  }
  if (kind === 'link-in-text') return low(rest, besideText, 'none')
  const kins = kinsOf(rest, inLinks)
  const some = [...kins.keys()]
  const inStates = LINK_CONDITIONS.filter((state) => state !== 'none').flatMap((state) =>
    some.length === 0 ? [] : low(site.someStylesOf(path, undefined, state), some, state, (first) => kins.get(first)!),
  )
  return [...low(rest, texts, 'none'), ...inStates]
}

const ONE = (_: PageElement) => 1

/** How many elements of a page are alike to all rules, states included, by the first of them: what is seen of it is seen of all. */
function kinsOf(rest: PageStyles, elements: readonly PageElement[]): Map<PageElement, number> {
  const firsts = new Map<object, Map<ElementStyle, PageElement>>()
  const counts = new Map<PageElement, number>()
  for (const element of elements) {
    const [kin, style] = [rest.cascade.kinOf(element), rest.of(element)]
    const byStyle = firsts.get(kin) ?? new Map<ElementStyle, PageElement>()
    firsts.set(kin, byStyle)
    const first = byStyle.get(style) ?? element
    byStyle.set(style, first)
    counts.set(first, (counts.get(first) ?? 0) + 1)
  }
  return counts
}
