import type { Cascade, PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { contrastRatio } from '../color/contrast.ts'
import { readRgb } from '../color/rgb.ts'
import type { Page, PageElement } from '../markup/tree.ts'
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

/** What is too little apart in a style. */
type Low = Pick<LowPair, 'style' | 'seen' | 'ratio'>
type LowByState = Partial<Record<LinkCondition, Low | null>>

/** What has been seen of the styles of one cascade, which many pages share. */
class Sight {
  readonly surfaces = new Surfaces()
  private readonly known = new Map<ElementStyle, Partial<Record<PairKind, Low | null>>>()
  private readonly inState = new Map<object, Map<ElementStyle, LowByState>>()

  low(style: ElementStyle, kind: PairKind): Low | null {
    const row = this.known.get(style) ?? {}
    this.known.set(style, row)
    let found = row[kind]
    if (found === undefined) row[kind] = found = isMoved(style) ? null : this.look(style, kind)
    return found
  }

  /** What is seen of a kin in the states of its links, wherever nothing but these decides it. */
  ofKin(kin: object, rest: ElementStyle): LowByState {
    const byStyle = this.inState.get(kin) ?? new Map<ElementStyle, LowByState>()
    this.inState.set(kin, byStyle)
    const row = byStyle.get(rest) ?? {}
    byStyle.set(rest, row)
    return row
  }

  private look(style: ElementStyle, kind: PairKind): Low | null {
    const seen = SEE[kind](style, this.surfaces)
    if (!seen || seen.background === null) return null
    const ratio = contrastRatio(readRgb(seen.text)!, readRgb(seen.background)!)
    return ratio < seen.needs ? { style, seen, ratio } : null
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

/** The colours of a page that WCAG 2.2 wants further apart: its text at rest, and its links in every state. */
export function lowOnPage(site: SiteSnapshot, path: SitePath, kind: 'text' | 'link-in-text'): LowPair[] {
  const { texts, besideText } = holdersOf(site.page(path))
  const rest = site.stylesOf(path)
  const sight = sightOf(rest.cascade)
  const atRest = new Gathered('none')
  for (const element of kind === 'text' ? texts : besideText) atRest.add(element, 1, sight.low(rest.of(element), kind))
  return kind === 'text' ? [...atRest.pairs, ...lowInStates(site, path, rest)] : atRest.pairs
}

/** One pair for all elements of a page that look alike. */
class Gathered {
  private readonly byStyle = new Map<ElementStyle, LowPair>()

  constructor(private readonly state: LinkCondition) {}

  add(element: PageElement, count: number, low: Low | null): void {
    const known = low && this.byStyle.get(low.style)
    if (known) known.count += count
    else if (low) this.byStyle.set(low.style, { element, count, state: this.state, ...low })
  }

  get pairs(): LowPair[] {
    return [...this.byStyle.values()]
  }
}

/** What is too little apart only while links are in a state: of those that surely look alike there, on whatever page, one is looked at. */
function lowInStates(site: SiteSnapshot, path: SitePath, rest: PageStyles): LowPair[] {
  const { inLinks } = holdersOf(site.page(path))
  const sight = sightOf(rest.cascade)
  const sorts = sortsOf(site.page(path), rest, inLinks, sight)
  return LINK_CONDITIONS.filter((state) => state !== 'none').flatMap((state) => {
    let styles: PageStyles | null = null
    const gathered = new Gathered(state)
    for (const [element, { count, known }] of sorts) {
      if (known[state] === undefined) {
        styles ??= site.someStylesOf(path, undefined, state)
        known[state] = lowInState(sight, styles.of(element), rest.of(element), state)
      }
      gathered.add(element, count, known[state])
    }
    return gathered.pairs
  })
}

/** What looks in a state as at rest has been told. */
function lowInState(sight: Sight, style: ElementStyle, rest: ElementStyle, state: LinkCondition): Low | null {
  if (style === rest) return null
  if (state === 'visited') sight.surfaces.visited(style, rest)
  return sight.low(style, 'text')
}

/** How many elements of a page look alike in all states, by the first of them, with what has been seen of them anywhere. */
function sortsOf(page: Page, rest: PageStyles, elements: readonly PageElement[], sight: Sight) {
  const { cascade } = rest
  const sorts = new Map<PageElement, { count: number; readonly known: LowByState }>()
  const firsts = new Map<LowByState, PageElement>()
  for (const element of elements) {
    const decided = !holdersOf(page).hasLinkInLink && cascade.kinDecides(element)
    const known = decided ? sight.ofKin(cascade.kinOf(element), rest.of(element)) : {}
    const first = firsts.get(known) ?? element
    firsts.set(known, first)
    const sort = sorts.get(first)
    if (sort) sort.count++
    else sorts.set(first, { count: 1, known })
  }
  return sorts
}
