import type { PageStyles } from '../cascade/cascade.ts'
import type { States } from '../cascade/matched.ts'
import { describeElement } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import type { State } from '../selectors/match.ts'
import type { Splice } from '../text/splice.ts'
import { trace } from '../trace/trace.ts'
import { DESK, type Viewport } from '../values/media.ts'
import { StyleDifferences, type ValueDifference } from './differences.ts'
import { pairsOf } from './pairs.ts'

/** One value that a change would alter, on one page, for elements of one kind. */
export interface Alteration {
  readonly page: SitePath
  readonly element: string
  /** Place of the first such element, by its number in the page as it is now. */
  readonly index: number
  readonly count: number
  readonly pseudo: string
  readonly property: string
  readonly before: string
  readonly after: string
  /** "" at rest; else the state in which it differs. */
  readonly state: '' | 'in a state' | 'visited'
  readonly viewport: Viewport
  /** What decides now and what would decide then. */
  readonly why: string
}

/** What a proof says as it goes, page by page; from within a large page nothing but where it is. */
export interface ProofProgress {
  readonly done: number
  readonly total: number
  readonly elements: number
  /** What a person could see change, each where it is decided. */
  readonly altered: readonly Alteration[]
  /** Values that change only because one of those does: inherited, or following the text colour. */
  readonly following: number
  /** Kinds of alterations beyond those that are listed of a page. */
  readonly unlisted: number
}

/** A page that a change may reach: its names before and after, and what is written in it. */
export interface PageChange {
  readonly before: SitePath
  readonly after: SitePath
  readonly splices?: readonly Splice[]
}

/** Widths that media queries commonly tell apart: a phone, a tablet, a desk. */
export const PROOF_VIEWPORTS: readonly Viewport[] = [DESK, { width: 768, height: 1024 }, { width: 360, height: 740 }]

/** What elements are compared in; always the same functions, by which a page is matched once for both sides. */
const CONDITIONS: readonly { readonly name: Alteration['state']; readonly states: States | null }[] = [
  { name: '', states: null },
  { name: 'in a state', states: all('hover', 'focus', 'focus-visible', 'focus-within', 'active', 'target') },
  { name: 'visited', states: all('visited') },
]

function all(...states: readonly State[]): States {
  const held = new Set(states)
  return () => held
}

/** So many elements are compared before somebody else may have a turn. */
const AT_ONCE = 2000

const NOTHING_YET = { elements: 0, altered: [], following: 0, unlisted: 0 }

/** So many kinds of alterations are listed of a page; the others are counted. */
const MOST_A_PAGE = 60

/**
 * Compares what every element of every page looks like before and after a change, with the cascade core: every longhand, at
 * three widths, at rest, in states, and visited; pseudo-elements included. Elements that come or go are nobody's before and after;
 * what they do to others is told.
 */
export function* prove(
  before: SiteSnapshot,
  after: SiteSnapshot,
  pages: readonly PageChange[],
): Generator<ProofProgress, void, void> {
  const differences = new StyleDifferences()
  for (const [at, change] of pages.entries()) {
    const page = new PageProof(before, after, change, differences)
    for (const viewport of PROOF_VIEWPORTS)
      for (const condition of CONDITIONS)
        for (const _ of page.compare(viewport, condition)) yield { ...NOTHING_YET, done: at, total: pages.length }
    const { elements, altered, following, beyond } = page
    const found = { elements, altered: [...altered.values()], following, unlisted: beyond.size }
    yield { done: at + 1, total: pages.length, ...found }
  }
}

/** What a change alters on one page. */
class PageProof {
  readonly altered = new Map<string, Alteration>()
  following = 0
  /** Keys of those that are not listed. */
  readonly beyond = new Set<string>()
  private readonly pairs: readonly (readonly [PageElement, PageElement])[]
  private partners: ReadonlyMap<PageElement, PageElement> | null = null

  constructor(
    private readonly before: SiteSnapshot,
    private readonly after: SiteSnapshot,
    private readonly change: PageChange,
    private readonly differences: StyleDifferences,
  ) {
    this.pairs = pairsOf(before.page(change.before), after.page(change.after), change.splices ?? [])
  }

  get elements(): number {
    return this.pairs.length
  }

  /** Stops now and then on a page of very many elements. */
  *compare(viewport: Viewport, { name, states }: (typeof CONDITIONS)[number]): Generator<void, void, void> {
    const old = stylesIn(this.before, this.change.before, viewport, states)
    const now = stylesIn(this.after, this.change.after, viewport, states)
    for (const [at, [element, other]] of this.pairs.entries()) {
      if (at % AT_ONCE === AT_ONCE - 1) yield
      for (const difference of this.differences.between(old, now, element, other)) {
        if (!difference.follows || (difference.pseudo === '' && !this.keepsParent(element, other)))
          this.tell(difference, viewport, name, element, () =>
            this.differences.reasonOf(difference, () =>
              whyOf(old, now, element, other, difference.property, difference.pseudo),
            ),
          )
        else if (name === '' && viewport === PROOF_VIEWPORTS[0]) this.following++
      }
    }
  }

  /** What has come between an element and its parent is in no pair: what it hands down follows nothing that is told. */
  private keepsParent(element: PageElement, other: PageElement): boolean {
    this.partners ??= new Map(this.pairs)
    return element.parent === null || this.partners.get(element.parent) === other.parent
  }

  private tell(
    { property, pseudo, before, after }: ValueDifference,
    viewport: Viewport,
    state: Alteration['state'],
    element: PageElement,
    why: () => string,
  ): void {
    const said = { element: describeElement(element), property, pseudo, before, after }
    const key = keyOf(said)
    const known = this.altered.get(key)
    if (known) {
      // The same element at another width or in another state is not counted again.
      if (known.viewport === viewport && known.state === state && known.index !== element.index)
        this.altered.set(key, { ...known, count: known.count + 1 })
    } else if (this.altered.size < MOST_A_PAGE) {
      const { index } = element
      this.altered.set(key, { page: this.change.before, index, count: 1, ...said, state, viewport, why: why() })
    } else this.beyond.add(key)
  }
}

/** What alterations of one kind have in common. */
export function keyOf(of: Pick<Alteration, 'element' | 'property' | 'pseudo' | 'before' | 'after'>): string {
  return [of.element, of.property, of.pseudo, of.before, of.after].join('\0')
}

function stylesIn(site: SiteSnapshot, page: SitePath, viewport: Viewport, states: States | null): PageStyles {
  return states ? site.stylesInState(page, states, viewport) : site.stylesOf(page, viewport)
}

/** What decides a value now and what would decide it then, as a sentence. */
export function whyOf(
  old: PageStyles,
  now: PageStyles,
  element: PageElement,
  other: PageElement,
  property: string,
  pseudo: string,
): string {
  const decider = (styles: PageStyles, at: PageElement) => {
    const { rungs, source } = trace(styles, at, property, pseudo)
    const winner = rungs[0]
    if (!winner) return source === 'inherited' ? 'what it inherits' : 'the browser’s own style'
    const where =
      winner.kind === 'inline'
        ? 'the style attribute'
        : winner.kind === 'embedded'
          ? `${winner.selector} in the <style> block`
          : winner.kind === 'external'
            ? `${winner.selector} in ${winner.file}`
            : 'the browser’s own style'
    return source === 'inherited' ? `${where}, inherited` : where
  }
  const before = decider(old, element)
  const after = decider(now, other)
  return before === after
    ? `${before} decides, but through other values.`
    : `Now ${before} decides; then it would be ${after}.`
}
