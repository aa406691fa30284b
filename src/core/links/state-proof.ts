import type { PageStyles } from '../cascade/cascade.ts'
import { entriesFor } from '../cascade/entries.ts'
import type { Entry } from '../cascade/cascaded.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { contrastRatio } from '../color/contrast.ts'
import { CLEAR, hexOfRgb } from '../color/rgb.ts'
import { painted, Surfaces } from '../contrast/surface.ts'
import { isLink } from '../markup/hyperlink.ts'
import type { PageElement } from '../markup/tree.ts'
import { wordsOf } from '../markup/words.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { comparePages, type SitePath } from '../paths/paths.ts'
import { idOf, LONGHANDS, showsWhenVisited } from '../properties/longhands.ts'
import { reachOf } from '../selectors/reach.ts'
import { statesOf } from '../selectors/states.ts'
import { LINK_STATES, splitState } from '../states/order.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { placeOf } from '../text/place.ts'
import { whyLost } from '../trace/trace.ts'
import { lostInWords } from '../trace/words.ts'

type State = (typeof LINK_STATES)[number]

/** What a link's look is made of in a sample. */
const SHOWN = [
  'color',
  'background-color',
  'text-decoration-line',
  'text-decoration-color',
  'text-decoration-style',
  'text-decoration-thickness',
  'font-weight',
  'font-style',
  'outline-style',
  'outline-width',
  'outline-color',
  'border-bottom-style',
  'border-bottom-width',
  'border-bottom-color',
] as const

/** A declaration for a state that does not show in it, and why. */
export interface Unreachable {
  readonly selector: string
  readonly property: string
  readonly file: SitePath
  readonly line: number
  readonly reason: string
}

/** A link in one state, as a browser shows it. */
export interface ProvedState {
  readonly state: State
  /** Computed values by property. */
  readonly values: Readonly<Record<string, string>>
  /** What it is seen on, as hex; null where a picture or an effect hides that from the cascade. */
  readonly ground: string | null
  readonly contrast: number | null
  /** Whether anything of it differs from the link at rest. */
  readonly differs: boolean
  readonly unreachable: readonly Unreachable[]
}

/** A kind of link in all its states: the first one on the pages stands for it. */
export interface StateProof {
  readonly page: SitePath
  /** The link's place in document order. */
  readonly index: number
  readonly words: string
  readonly states: readonly ProvedState[]
}

/** The states of the first link that a selector finds, where text runs before anywhere else; null where no page has one. */
export function stateProof(site: SiteSnapshot, base: string, wanted: SitePath | null): StateProof | null {
  const found = firstLink(site, base, wanted)
  if (!found) return null
  const { path, link } = found
  const rest = site.stylesOf(path)
  const states = LINK_STATES.map((state) => proved(site, path, link, base, state, rest))
  return { page: path, index: link.index, words: wordsOf(rest.page, link, 40), states }
}

/** Parts of a page that text runs in. */
const RUNNING = new Set(['main', 'article', 'section', 'p'])

/** Pages looked at for a link that the rules of its kind dress; of more, any link of the kind will do. */
const PAGES = 20

interface FoundLink {
  readonly path: SitePath
  readonly link: PageElement
}

/** A link that stands for its kind: one that the kind's own rules dress, best where text runs. */
function firstLink(site: SiteSnapshot, base: string, wanted: SitePath | null): FoundLink | null {
  const paths = [...(wanted === null ? [] : [wanted]), ...site.pagePaths.sort(comparePages)]
  let best: FoundLink | null = null
  let most = -1
  for (const [at, path] of paths.entries()) {
    for (const link of reachOf(site.page(path), base)) {
      if (!isLink(link) || wordsOf(site.page(path), link, 40) === '') continue
      const dressed = at < PAGES && isDressed(site.stylesOf(path).of(link), base)
      const worth = (dressed ? 2 : 0) + (base !== 'a' || isInText(link) ? 1 : 0)
      if (worth > most) [best, most] = [{ path, link }, worth]
      if (most === 3) return best
    }
    if (best && at >= PAGES) return best
  }
  return best
}

/** Whether a rule of the kind decides a link's colour at rest. */
function isDressed(style: ElementStyle, base: string): boolean {
  const [winner] = entriesFor(style, idOf('color'))
  return winner !== undefined && (['', 'link'] as const).some((state) => isFor(winner, base, state))
}

function isInText(link: PageElement): boolean {
  for (let at = link.parent; at; at = at.parent) {
    if (at.tag === 'nav' || at.tag === 'header' || at.tag === 'footer') return false
    if (RUNNING.has(at.tag)) return true
  }
  return false
}

function stylesIn(site: SiteSnapshot, path: SitePath, link: PageElement, state: State, rest: PageStyles): PageStyles {
  return state === 'link' ? rest : site.stylesInState(path, statesOf([link], state))
}

function proved(
  site: SiteSnapshot,
  path: SitePath,
  link: PageElement,
  base: string,
  state: State,
  rest: PageStyles,
): ProvedState {
  const styles = stylesIn(site, path, link, state, rest)
  const [style, atRest] = [styles.of(link), rest.of(link)]
  const surfaces = new Surfaces()
  // Of visited links browsers show colours alone.
  if (state === 'visited') surfaces.visited(style, atRest)
  const values = Object.fromEntries(
    SHOWN.map((name) => [
      name,
      resolvedValue(state === 'visited' && !showsWhenVisited(name) ? atRest : style, idOf(name)),
    ]),
  )
  const surface = surfaces.under(style)
  const text = surfaces.color(style, idOf('color'))
  const seen =
    surface.undecided === null && text ? { text: painted(text, surface), ground: painted(CLEAR, surface) } : null
  return {
    state,
    values,
    ground: seen && hexOfRgb(seen.ground),
    contrast: seen && Math.round(contrastRatio(seen.text, seen.ground) * 100) / 100,
    differs: SHOWN.some((name) => values[name] !== resolvedValue(atRest, idOf(name))),
    unreachable: state === 'link' ? [] : lostIn(site, path, styles, style, base, state),
  }
}

/** What rules for a state of this kind of link say and something else beats. */
function lostIn(
  site: SiteSnapshot,
  path: SitePath,
  styles: PageStyles,
  style: ElementStyle,
  base: string,
  state: State,
): Unreachable[] {
  const found: Unreachable[] = []
  for (const id of LONGHANDS.keys()) {
    const [winner, ...beaten] = entriesFor(style, id)
    if (!winner) continue
    const lost = beaten.find((entry) => isFor(entry, base, state))
    if (!lost || isFor(winner, base, state) || typeof lost.owner === 'string') continue
    const { file, offset } = styles.cascade.present(lost.owner).source
    const place = offset + styles.cascade.declarationOf(lost).from
    found.push({
      selector: styles.cascade.present(lost.owner).selectorText,
      property: lost.set.declaration.property,
      file: file || path,
      line: placeOf(site.text(file || path), place).line,
      reason: lostInWords(whyLost(styles.cascade, lost, winner)),
    })
  }
  // A shorthand is one declaration, however many longhands of it are beaten.
  return found.filter(
    (each, at) => found.findIndex(({ line, property }) => line === each.line && property === each.property) === at,
  )
}

/** Whether an entry comes from a rule for a state of a kind of link. */
function isFor({ owner }: Entry, base: string, state: State | ''): boolean {
  if (typeof owner === 'string' || owner.source.kind === 'user-agent') return false
  return splitAtCommas(owner.selectorText).some(({ text }) => {
    const split = splitState(text)
    return split.base === base && (split.state === state || (state === 'focus-visible' && split.state === 'focus'))
  })
}
