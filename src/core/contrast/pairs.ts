import type { PageStyles } from '../cascade/cascade.ts'
import type { Viewport } from '../values/media.ts'
import { idOf } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { groupingOf, type StyleNode } from '../cascade/style-tree.ts'
import { SIDES } from '../values/sides.ts'
import { contrastRatio, isLarge, NEEDS } from '../color/contrast.ts'
import { CLEAR, hexOfRgb, readRgb, type Rgb } from '../color/rgb.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { PageElement } from '../markup/tree.ts'
import { comparePages, type SitePath } from '../paths/paths.ts'
import { isLink } from '../markup/hyperlink.ts'
import { LINK_CONDITIONS, type LinkCondition } from '../states/links.ts'
import { holdersOf } from './holders.ts'
import { markedOffBy } from './marked-off.ts'
import { painted, Surfaces, type Undecided } from './surface.ts'

/** What two colours are compared for: text on its background, a control's edge against what is around it, or a link against the text it stands in. */
export type PairKind = 'text' | 'control' | 'link-in-text'

/** Two colours that meet on the pages, and how well they are told apart. */
export interface ContrastPair {
  readonly kind: PairKind
  /** The colour in front, as it is painted: text, an edge, a link. Hex. */
  readonly text: string
  /** What it is seen against; null where that cannot be told. */
  readonly background: string | null
  readonly ratio: number | null
  /** The smallest ratio of WCAG 2.2 for it. */
  readonly needs: number
  readonly passes: boolean | null
  /** Why it cannot be told; null where it can. */
  readonly undecided: Undecided | null
  readonly state: LinkCondition
  readonly elements: number
  readonly pages: readonly SitePath[]
  /** The first element, to be looked at. */
  readonly sample: { readonly page: SitePath; readonly index: number }
}

const ID = Object.fromEntries(
  [
    'color',
    '-webkit-text-fill-color',
    'background-color',
    'background-clip',
    'font-size',
    'font-weight',
    'visibility',
    'clip',
    'clip-path',
    'appearance',
    ...SIDES.flatMap((side) => [`border-${side}-color`, `border-${side}-width`, `border-${side}-style`]),
  ].map((name) => [name, idOf(name)]),
) as Record<string, number>

/** What one style looks like; the same for every element that has it. */
export interface Seen {
  readonly kind: PairKind
  readonly text: string
  readonly background: string | null
  readonly needs: number
  readonly undecided: Undecided | null
}

/** Elements of one page that share a style; `pseudo` is text that the sheet writes before or behind them. */
interface Tally {
  readonly kind: PairKind
  readonly pseudo: '' | 'before' | 'after'
  readonly first: PageElement
  count: number
}

/** Tallies of a page, and all of its elements, or those in links, to be asked for text that the sheet writes. */
interface Tallies {
  readonly own: readonly Tally[]
  readonly all: readonly Tally[]
}

/**
 * Which styles hold text on a page. It depends on the page's tree and on which elements stand at the same node of the tree of
 * styles, not on what the styles say: so it holds for every version of a cascade.
 */
const byNodes = new WeakMap<PageStyles['nodes'], Partial<Record<LinkCondition, readonly Tally[]>>>()
const byGrouping = new WeakMap<object, Partial<Record<LinkCondition, Tallies>>>()

function talliesOf(styles: PageStyles, state: LinkCondition): readonly Tally[] {
  const known = byNodes.get(styles.nodes) ?? {}
  byNodes.set(styles.nodes, known)
  if (known[state]) return known[state]
  const grouping = groupingOf(styles.nodes)
  const byState = byGrouping.get(grouping) ?? {}
  byGrouping.set(grouping, byState)
  const { own, all } = (byState[state] ??= tally(styles, state))
  return (known[state] = [...own, ...writersAmong(styles, all)])
}

/** Those of the elements that write text before or behind them. */
function writersAmong(styles: PageStyles, all: readonly Tally[]): Tally[] {
  const hasOne = (pseudo: string, { first }: Tally) =>
    styles.cascade.matchedOf(styles.nodes[first.index]!.match).rules.some((rule) => rule.pseudo === pseudo)
  return (['before', 'after'] as const).flatMap((pseudo) =>
    all.filter((tally) => hasOne(pseudo, tally)).map((tally) => ({ ...tally, pseudo })),
  )
}

function tally(styles: PageStyles, state: LinkCondition): Tallies {
  const { texts, inLinks, controls, besideText } = holdersOf(styles.page)
  const count = (kind: PairKind, elements: readonly PageElement[]) => {
    const byNode = new Map<StyleNode, Tally>()
    for (const element of elements) {
      const node = styles.nodes[element.index]!
      const there = byNode.get(node)
      if (there) there.count++
      else byNode.set(node, { kind, pseudo: '', first: element, count: 1 })
    }
    return [...byNode.values()]
  }
  const found = count('text', state === 'none' ? texts : inLinks)
  if (state === 'none') found.push(...count('control', controls))
  // A link beside text must be found at rest and once visited; in the other states it is being pointed at already.
  if (state === 'none' || state === 'visited') found.push(...count('link-in-text', besideText))
  return { own: found, all: count('text', state === 'none' ? styles.page.elements : inLinks) }
}

/** Tells the surfaces what visited links look like at rest, up to the link and down to the text in it. */
function tellVisited(surfaces: Surfaces, visited: PageStyles, rest: PageStyles): void {
  for (const holder of holdersOf(visited.page).inLinks) {
    for (let at: PageElement | null = holder; at; at = isLink(at) ? null : at.parent)
      surfaces.visited(visited.of(at), rest.of(at))
  }
}

/** A pairing while its elements are counted. Pages come one after another. */
interface Counted {
  readonly pair: Omit<ContrastPair, 'pages' | 'elements'>
  readonly pages: SitePath[]
  elements: number
}

/** Puts together what looks alike. */
class Counting {
  private readonly byLook = new Map<string, Counted>()
  /** Of a style, a state and a kind, also that nothing is seen. */
  private readonly byStyle = new Map<ElementStyle, Partial<Record<`${LinkCondition} ${PairKind}`, Counted | null>>>()

  constructor(private readonly surfaces: Surfaces) {}

  add(style: ElementStyle, { kind, first, count }: Tally, state: LinkCondition, page: SitePath): void {
    const known = this.byStyle.get(style) ?? {}
    const key = `${state} ${kind}` as const
    if (known[key] === undefined) {
      this.byStyle.set(style, known)
      known[key] = this.counted(SEE[kind](style, this.surfaces), state, { page, index: first.index })
    }
    const counted = known[key]
    if (!counted) return
    counted.elements += count
    if (counted.pages.at(-1) !== page) counted.pages.push(page)
  }

  private counted(seen: Seen | null, state: LinkCondition, sample: ContrastPair['sample']): Counted | null {
    if (!seen) return null
    const key = `${seen.kind} ${seen.text} ${seen.background} ${seen.needs} ${state} ${seen.undecided}`
    const there = this.byLook.get(key) ?? { pair: pairOf(seen, state, sample), pages: [], elements: 0 }
    this.byLook.set(key, there)
    return there
  }

  /** The pairings, the worst first. */
  pairs(): ContrastPair[] {
    const worst = ({ ratio, needs }: ContrastPair) => (ratio === null ? Infinity : ratio / needs)
    return [...this.byLook.values()]
      .map(({ pair, elements, pages }) => ({ ...pair, elements, pages }))
      .sort((a, b) => worst(a) - worst(b))
  }
}

/** How far a pass has come. */
export interface ContrastProgress {
  readonly done: number
  readonly total: number
}

/**
 * Every pairing of colours that occurs on the pages, from the cascade: translucent layers and opacity composed, text over
 * pictures and effects flagged, links in every state. The worst first. Whoever runs it may stop between two pages.
 */
export function* contrastPairs(
  model: SiteSnapshot,
  viewport: Viewport,
): Generator<ContrastProgress, ContrastPair[], void> {
  const surfaces = new Surfaces()
  const counting = new Counting(surfaces)
  const written = new WrittenText()
  const paths = model.pagePaths.toSorted(comparePages)
  for (const [at, path] of paths.entries()) {
    for (const state of LINK_CONDITIONS) {
      if (state !== 'none' && holdersOf(model.page(path)).inLinks.length === 0) continue
      const styles = model.stylesOf(path, viewport, state)
      if (state === 'visited') tellVisited(surfaces, styles, model.stylesOf(path, viewport))
      for (const tally of talliesOf(styles, state)) {
        const own = styles.of(tally.first)
        const style = tally.pseudo === '' ? own : written.of(styles, own, tally.first, tally.pseudo)
        if (style !== null) counting.add(style, tally, state, path)
      }
    }
    yield { done: at + 1, total: paths.length }
  }
  return counting.pairs()
}

/** The styles of text that the sheet writes with `content`; worked out once for all elements that share a style. */
class WrittenText {
  private readonly known = new Map<ElementStyle, Partial<Record<'before' | 'after', ElementStyle | null>>>()

  /** Null where it writes no words. */
  of(styles: PageStyles, own: ElementStyle, element: PageElement, pseudo: 'before' | 'after'): ElementStyle | null {
    const row = this.known.get(own) ?? {}
    this.known.set(own, row)
    let style = row[pseudo]
    if (style === undefined) {
      style = styles.cascade.pseudoStyle(styles, element, pseudo)
      const words = /"((?:[^"\\]|\\.)*)"/.exec(style.value(CONTENT))?.[1]?.trim() ?? ''
      row[pseudo] = style = words === '' ? null : style
    }
    return style
  }
}

const CONTENT = idOf('content')

/** The same, run to its end. */
export function allContrastPairs(model: SiteSnapshot, viewport: Viewport): ContrastPair[] {
  const pass = contrastPairs(model, viewport)
  for (;;) {
    const next = pass.next()
    if (next.done) return next.value
  }
}

function pairOf(
  { kind, text, background, needs, undecided }: Seen,
  state: LinkCondition,
  sample: ContrastPair['sample'],
): Omit<ContrastPair, 'pages' | 'elements'> {
  const ratio = background === null ? null : contrastRatio(readRgb(text)!, readRgb(background)!)
  return {
    kind,
    text,
    background,
    ratio,
    needs,
    passes: ratio === null ? null : ratio >= needs,
    undecided,
    state,
    sample,
  }
}

/** How the parts of a pair look, by its kind; null where nothing is seen or nothing needs to be told. */
export const SEE: Readonly<Record<PairKind, (style: ElementStyle, surfaces: Surfaces) => Seen | null>> = {
  text: seeText,
  control: seeControl,
  'link-in-text': seeLink,
}

function textColor(style: ElementStyle, surfaces: Surfaces): Rgb {
  return surfaces.color(style, ID['-webkit-text-fill-color']!) ?? surfaces.color(style, ID['color']!) ?? CLEAR
}

/** Whether what is in the element is out of sight: hidden, of no size, or cut away so that only screen readers meet it. */
function isUnseen(style: ElementStyle): boolean {
  if (style.value(ID['visibility']!) !== 'visible' || parseFloat(style.value(ID['font-size']!)) === 0) return true
  for (let at: ElementStyle | null = style; at; at = at.parent) {
    if (
      /^rect\((?:[01]px,? ?){4}\)$/.test(at.value(ID['clip']!)) ||
      /^inset\((?:50|100)%/.test(at.value(ID['clip-path']!))
    )
      return true
  }
  return false
}

function seeText(shown: ElementStyle, surfaces: Surfaces): Seen | null {
  const surface = surfaces.under(shown)
  const style = surfaces.restOf(shown)
  if (surface.hidden || isUnseen(style)) return null
  const color = textColor(shown, surfaces)
  const clipped = style.value(ID['background-clip']!) === 'text'
  if (color.alpha === 0 && !clipped) return null
  const undecided = clipped ? 'effect' : surface.undecided
  const needs = isLarge(parseFloat(style.value(ID['font-size']!)), Number(style.value(ID['font-weight']!)))
    ? NEEDS.largeText
    : NEEDS.text
  return {
    kind: 'text',
    text: hexOfRgb(painted(color, surface)),
    background: undecided ? null : hexOfRgb(painted(CLEAR, surface)),
    needs,
    undecided,
  }
}

/** A control is seen by its edge, or by its own background where that stands out; the better of the two counts. */
function seeControl(style: ElementStyle, surfaces: Surfaces): Seen | null {
  const around = surfaces.around(style)
  const inside = surfaces.under(style)
  if (inside.hidden || isUnseen(style)) return null
  const undecided = around.undecided ?? inside.undecided
  const ground = painted(CLEAR, around)
  const edges = SIDES.flatMap((side) => {
    const drawn =
      parseFloat(style.value(ID[`border-${side}-width`]!)) > 0 &&
      !['none', 'hidden'].includes(style.value(ID[`border-${side}-style`]!))
    const color = drawn ? readRgb(resolvedValue(style, ID[`border-${side}-color`]!)) : null
    return color && color.alpha > 0 ? [painted(color, around)] : []
  })
  const best = [painted(CLEAR, inside), ...edges].sort(
    (a, b) => contrastRatio(b, ground) - contrastRatio(a, ground),
  )[0]!
  return {
    kind: 'control',
    text: hexOfRgb(best),
    background: undecided ? null : hexOfRgb(ground),
    needs: NEEDS.control,
    undecided,
  }
}

/** A link that nothing but its colour tells from the text around it (technique G183); null where something else does. */
function seeLink(shown: ElementStyle, surfaces: Surfaces): Seen | null {
  const surface = surfaces.under(shown)
  const style = surfaces.restOf(shown)
  const parent = style.parent
  if (!parent || surface.hidden || isUnseen(style)) return null
  if (markedOffBy(style, parent).length > 0) return null
  const beside = surfaces.under(parent)
  const undecided = surface.undecided ?? beside.undecided
  return {
    kind: 'link-in-text',
    text: hexOfRgb(painted(textColor(shown, surfaces), surface)),
    background: undecided ? null : hexOfRgb(painted(textColor(parent, surfaces), beside)),
    needs: NEEDS.linkBesideText,
    undecided,
  }
}
