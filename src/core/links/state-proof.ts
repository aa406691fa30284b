import { entriesFor } from '../cascade/entries.ts'
import type { Entry } from '../cascade/cascaded.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { CascadeRule } from '../cascade/rules.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { contrastRatio } from '../color/contrast.ts'
import { CLEAR, hexOfRgb, readRgb } from '../color/rgb.ts'
import { holdersOf } from '../contrast/holders.ts'
import { markedOffBy, type Mark } from '../contrast/marked-off.ts'
import { painted, Surfaces } from '../contrast/surface.ts'
import { visitedValue } from '../contrast/visited.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { idOf, LONGHANDS, showsWhenVisited } from '../properties/longhands.ts'
import type { LinkCondition } from '../states/links.ts'
import { placeOf } from '../text/place.ts'
import { whyLost } from '../trace/trace.ts'
import { lostInWords } from '../trace/words.ts'
import { CONDITION_OF, PROOF_STATES, rulesForState, type LinkOnPage, type ProofState } from './link-states.ts'
import { LOOK } from './look.ts'
import { differsInState } from './worn-changes.ts'

/** A declaration for a state that does not show in it, and why. */
export interface Unreachable {
  readonly selector: string
  readonly property: string
  readonly file: SitePath
  readonly line: number
  readonly reason: string
}

/** How a link is told from the text it stands in: what marks it off, and how its colour contrasts with that of the text. */
export interface Beside {
  readonly marks: readonly Mark[]
  readonly ratio: number | null
}

/** A link in one state, as a browser shows it. */
export interface ProvedState {
  readonly state: ProofState
  /** Computed values by property. */
  readonly values: Readonly<Record<string, string>>
  /** What it is seen on, as hex; null where a picture or an effect hides that from the cascade. */
  readonly ground: string | null
  readonly contrast: number | null
  /** Whether anything of it, or of what is in it, differs from the link at rest. */
  readonly differs: boolean
  /** Null for a link that stands in no text. */
  readonly beside: Beside | null
  readonly unreachable: readonly Unreachable[]
}

/** A link in every state; the current page's where it is shown by a link of its own. */
export function proveStates(site: SiteSnapshot, at: LinkOnPage, current: LinkOnPage | null): ProvedState[] {
  return PROOF_STATES.flatMap((state) => {
    if (state !== 'current') return [proved(site, at, state)]
    if (!current) return []
    const own = proved(site, current, state)
    const rest = at.styles.none.of(at.link)
    return [{ ...own, differs: LOOK.some((name) => own.values[name] !== resolvedValue(rest, idOf(name))) }]
  })
}

function proved(site: SiteSnapshot, at: LinkOnPage, state: ProofState): ProvedState {
  const { styles, link } = at
  const condition = CONDITION_OF[state]
  const [style, rest] = [styles[condition].of(link), styles.none.of(link)]
  const visited = condition === 'visited'
  const surfaces = new Surfaces()
  if (visited) surfaces.visited(style, rest)
  const value = (id: number) => (visited ? visitedValue(style, rest, id) : resolvedValue(style, id))
  const values = Object.fromEntries(LOOK.map((name) => [name, value(idOf(name))]))
  const surface = surfaces.under(style)
  const text = surfaces.color(style, COLOR)
  const seen =
    surface.undecided === null && text ? { text: painted(text, surface), ground: painted(CLEAR, surface) } : null
  return {
    state,
    values,
    ground: seen && hexOfRgb(seen.ground),
    contrast: seen && rounded(contrastRatio(seen.text, seen.ground)),
    differs: condition !== 'none' && differsInState(styles.none, styles[condition], link, condition),
    beside: besideText(styles.none, link, visited ? rest : style, values['color']!),
    unreachable: condition === 'none' ? [] : lostIn(site, at, condition),
  }
}

const COLOR = idOf('color')
const rounded = (ratio: number) => Math.round(ratio * 100) / 100

/** What a link is told from the text around it by; null where there is no text around it. */
function besideText(rest: PageStyles, link: PageElement, shown: ElementStyle, color: string): Beside | null {
  const around = shown.parent
  if (!around || !holdersOf(rest.page).besideText.includes(link)) return null
  const [own, text] = [readRgb(color), readRgb(resolvedValue(around, COLOR))]
  const opaque = own && text && own.alpha === 1 && text.alpha === 1
  return { marks: markedOffBy(shown, around), ratio: opaque ? rounded(contrastRatio(own, text)) : null }
}

/** What rules for a state say that does not show in it: something else beats it, or browsers leave it out for visited links. */
function lostIn(site: SiteSnapshot, { path, styles, link }: LinkOnPage, condition: LinkCondition): Unreachable[] {
  const own = rulesForState(styles, link, condition)
  if (own.size === 0) return []
  const [style, rest] = [styles[condition].of(link), styles.none.of(link)]
  const found: Unreachable[] = []
  const tell = (entry: Entry, rule: CascadeRule, reason: string) => {
    const { cascade } = styles[condition]
    const { file, offset } = cascade.present(rule).source
    const { line } = placeOf(site.text(file || path), offset + cascade.declarationOf(entry).from)
    const { property } = entry.set.declaration
    // A shorthand is one declaration, however many longhands of it are beaten.
    if (found.some((each) => each.line === line && each.property === property)) return
    found.push({ selector: cascade.present(rule).selectorText, property, file: file || path, line, reason })
  }
  for (const id of idsSetBy(own)) {
    const [winner, ...beaten] = entriesFor(style, id)
    if (!winner) continue
    if (typeof winner.owner === 'object' && own.has(winner.owner)) {
      if (condition === 'visited' && hiddenWhenVisited(style, rest, id)) tell(winner, winner.owner, VISITED_REASON)
      continue
    }
    const lost = beaten.find(({ owner }) => typeof owner === 'object' && own.has(owner))
    if (!lost || typeof lost.owner !== 'object' || lost.set.value === winner.set.value) continue
    tell(lost, lost.owner, lostInWords(whyLost(styles[condition].cascade, lost, winner)))
  }
  return found
}

const VISITED_REASON =
  'of visited links browsers show colours alone, so that no page can find out where somebody has been.'

function hiddenWhenVisited(style: ElementStyle, rest: ElementStyle, id: number): boolean {
  return !showsWhenVisited(LONGHANDS[id]!.name) && resolvedValue(style, id) !== resolvedValue(rest, id)
}

/** The longhands that rules set, flow-relative ones under all names they may have. */
function idsSetBy(rules: ReadonlySet<CascadeRule>): Iterable<number> {
  const all = [...rules].flatMap(({ longhands }) => longhands)
  return all.some(({ logical }) => logical)
    ? LONGHANDS.keys()
    : new Set(all.map(({ id }) => id).filter((id) => id >= 0))
}
