import type { Page, PageElement } from '../markup/tree.ts'
import type { Declaration, Sheet } from '../sheet/parse.ts'
import type { Viewport } from '../values/media.ts'
import { authorRules, changedRules } from './author-rules.ts'
import { Cascaded, NOTHING_OWN, type Entry } from './cascaded.ts'
import { browserRules, groundFor, groundOf, inOrder, lastingRanks, type Ground } from './ground.ts'
import type { Match, Matched, States } from './matched.ts'
import { asRanked, rearrange, replaced, type Arrangement } from './rearranged.ts'
import { followsViewport, type AuthorSheet, type CascadeRule, type RuleSet } from './rules.ts'
import { ElementStyle, type StyleEnvironment } from './style.ts'
import type { StyleNode } from './style-tree.ts'

/** What a cascade is asked under. */
export interface CascadeSettings {
  readonly viewport: Viewport
  readonly quirks: boolean
  /** Writes a reference of `url()` as an address; as it stands when left out. `file` is where it is written; '' is the page. */
  readonly resolveUrl?: (reference: string, file: string) => string
}

/** The styles of a page's elements. */
export class PageStyles {
  constructor(
    readonly page: Page,
    readonly cascade: Cascade,
    /** Places in the tree of styles by element index; the same for every version of the cascade. */
    readonly nodes: readonly StyleNode[],
    /** Finds the place of an element that is not among them. */
    private readonly find: ((index: number) => StyleNode) | null = null,
  ) {}

  /** The style of an element, by its index; computed when first asked for. */
  at(index: number): ElementStyle {
    return this.cascade.styleAt(this.nodes[index] ?? this.find!(index))
  }

  /** The style of an element, or of its pseudo-element such as `before`. */
  of(element: PageElement, pseudo = ''): ElementStyle {
    return pseudo === '' ? this.at(element.index) : this.cascade.pseudoStyle(this, element, pseudo)
  }

  /** What the elements match, each once: how often they do is left out, and nothing is computed. */
  matched(): ReadonlySet<Matched> {
    return new Set(this.nodes.map(({ match }) => this.cascade.matchedOf(match)))
  }

  /** The styles of all elements, in document order. */
  all(): readonly ElementStyle[] {
    return this.page.elements.map(({ index }) => this.at(index))
  }
}

/** One version of a cascade, as it is handed to the next. */
interface Version {
  readonly ground: Ground
  readonly environment: StyleEnvironment
  readonly arrangement: Arrangement
  readonly inSource: readonly CascadeRule[]
  readonly outcomes: (Matched | undefined)[]
}

/**
 * The cascade of one list of sheets at one viewport. Make one, then ask it about any number of pages that wear these
 * sheets: what they have in common is computed once. A cascade never changes: {@link after} gives another one, which shares
 * with it whatever an edit does not reach, and both can be asked side by side.
 */
export class Cascade {
  /** In the order of the cascade among normal declarations, weakest first. */
  readonly rules: readonly CascadeRule[]
  private readonly ground: Ground
  private readonly environment: StyleEnvironment
  private readonly arrangement: Arrangement
  /** The rules of the sheets as their texts have them now. In `rules`, those that say the same are older. */
  private readonly inSource: readonly CascadeRule[]
  private orderOf: ReadonlyMap<CascadeRule, number> | null = null
  /** What matches come to, by their ids, as far as anybody has asked. */
  private readonly outcomes: (Matched | undefined)[]
  /** By node id, as far as anybody has asked. */
  private readonly styles: (ElementStyle | undefined)[] = []
  /** By node id: whether it is something else to what is below it than the node where its elements stood before rules came. */
  private readonly apart: (boolean | undefined)[] = []

  /** `version` is given by {@link after} alone. */
  constructor(
    /** What it is the cascade of. */
    readonly sheets: readonly AuthorSheet[],
    private readonly settings: CascadeSettings,
    version: Version = firstVersion(sheets, settings),
  ) {
    this.ground = version.ground
    this.environment = version.environment
    this.arrangement = version.arrangement
    this.rules = version.arrangement.rules
    this.inSource = version.inSource
    this.outcomes = version.outcomes
  }

  get viewport(): Viewport {
    return this.settings.viewport
  }

  /** The styles of a page, at rest or while elements are in states: then those that no state changes are the same ones. */
  stylesOf(page: Page, states: States | null = null): PageStyles {
    const { tree } = this.ground
    return new PageStyles(page, this, states ? tree.nodesInStates(page, states) : tree.nodesOf(page))
  }

  /** The styles of a page of which only a few are asked for: each element is matched when it is. */
  someStylesOf(page: Page, states: States | null = null): PageStyles {
    const { tree } = this.ground
    return new PageStyles(page, this, [], (index) => tree.nodeAt(page, index, states))
  }

  /** The style at a place in the tree. Goes up in a loop: pages may nest deeper than calls may. */
  styleAt(node: StyleNode): ElementStyle {
    const known = this.styles[node.id]
    if (known) return known
    const missing = [node]
    for (let at = node.parent; at && !this.styles[at.id]; at = at.parent) missing.push(at)
    for (const at of missing.reverse()) this.compute(at)
    return this.styles[node.id]!
  }

  /** Computes the style at a node whose parent's is known; from that of where its elements stood before rules came, if there is one. */
  private compute(node: StyleNode): void {
    const was = node.was && this.styles[node.was.id]
    const above = node.parent !== null && node.parent !== node.was?.parent && this.isApart(node.parent)
    const style = this.newStyle(node, was ?? null, above)
    this.styles[node.id] = style
    this.apart[node.id] = !was || !style.keepFrom(was)
  }

  private isApart(node: StyleNode): boolean {
    const was = node.was && this.styles[node.was.id]
    return (this.apart[node.id] ??= !was || !this.styles[node.id]!.keepFrom(was))
  }

  /** The style at a node from one that its elements had; `above`: whether what is handed down to them is another than it was. */
  private newStyle(node: StyleNode, was: ElementStyle | null, above: boolean): ElementStyle {
    const matched = this.matchedOf(node.match)
    const touched = matched !== was?.matched
    const cascaded = touched ? cascadedAt(node, matched) : was.cascaded
    const parent = node.parent && this.styles[node.parent.id]!
    const kept = touched || above ? undefined : was
    return new ElementStyle(parent, matched, cascaded, node.element, '', this.environment, kept)
  }

  /** What a match comes to while the rules say what they say now. */
  matchedOf(match: Match): Matched {
    const known = this.outcomes[match.id]
    if (known) return known
    const rules = this.rulesOf(match)
    const matched = { match, rules, cascaded: new Cascaded(rules) }
    this.outcomes[match.id] = matched
    return matched
  }

  /** The rules that a match stands for, weakest first. */
  private rulesOf({ ranks }: Match): CascadeRule[] {
    const { places, rules } = this.arrangement
    if (!places) return ranks.map((rank) => rules[rank]!)
    const found = ranks.flatMap((rank) => places[rank]!)
    return found.sort((a, b) => a - b).map((place) => rules[place]!)
  }

  /** The style of a pseudo-element such as `before`, inherited from its element's (a first letter's from the first line's). */
  pseudoStyle(styles: PageStyles, element: PageElement, name: string): ElementStyle {
    const own = styles.of(element)
    const { matched } = own
    const hasFirstLine = name === 'first-letter' && matched.rules.some(({ pseudo }) => pseudo === 'first-line')
    const parent = hasFirstLine ? this.pseudoStyle(styles, element, 'first-line') : own
    const cascaded = new Cascaded(matched.rules, NOTHING_OWN, name)
    return new ElementStyle(parent, matched, cascaded, element, name, this.environment)
  }

  /** The same object for elements of any page that no rule tells from one another, in whatever state, but for siblings and positions. */
  kinOf(element: PageElement): object {
    return this.ground.tree.matching.kinOf(element)
  }

  /** Whether siblings and positions make no difference in states: elements of one kin and one style at rest look alike there. */
  kinDecides(element: PageElement): boolean {
    return this.ground.tree.matching.kinDecides(element)
  }

  /** Whether elements that stand at one place in this cascade stand at the same one in the other. */
  sharesMatches(other: Cascade): boolean {
    return this.ground.tree === other.ground.tree
  }

  /** A rule as it stands in the present text of its sheet: rules that an edit left alone are shared with older versions. */
  present(rule: CascadeRule): CascadeRule {
    if (rule.source.kind === 'user-agent') return rule
    this.orderOf ??= new Map(this.rules.map((each, place) => [each, this.arrangement.orders[place]!]))
    return this.inSource[this.orderOf.get(rule)! - browserRules(this.ground.quirks).length]!
  }

  /** The declaration of an entry, where it stands in the present text. */
  declarationOf({ set, owner }: Entry): Declaration {
    if (typeof owner === 'string') return set.declaration
    return this.present(owner).longhands[owner.longhands.indexOf(set)]!.declaration
  }

  /**
   * The cascade with a new text of one of the sheets: only new selectors are matched, and only what the changed rules reach is computed
   * anew. Null when too much is new: then make a new cascade.
   */
  after(at: number, sheet: Sheet): Cascade | null {
    const { ground, environment } = this
    const sheets = this.sheets.with(at, { ...this.sheets[at]!, sheet })
    const next = rulesAt(sheets, this.viewport, ground.quirks)
    if (JSON.stringify([...next.registered]) !== JSON.stringify([...environment.registered])) return null
    const changed = changedRules(next, this.inSource)
    if (!changed) {
      const after = this.rearranged(sheets, next, this.settings, this.outcomes)
      after?.takeFrom(this)
      return after
    }
    const arrangement = replaced(this.arrangement)(changed)
    const stays = new Set(arrangement.rules)
    const outcomes = this.outcomes.map((matched) =>
      matched?.rules.every((rule) => stays.has(rule)) ? matched : undefined,
    )
    const version = { ground, environment, arrangement, inSource: next.rules, outcomes }
    const after = new Cascade(sheets, this.settings, version)
    after.takeFrom(this)
    return after
  }

  /**
   * The cascade when rules have come, gone, changed places, or been written apart or together: what has been matched before is not
   * matched again. Null when too much has not: then make a new cascade. `outcomes` are those that may hold there.
   */
  private rearranged(
    sheets: readonly AuthorSheet[],
    next: RuleSet,
    settings: CascadeSettings,
    outcomes: readonly (Matched | undefined)[],
  ): Cascade | null {
    const ground = groundFor(this.ground, next.rules)
    const sorted = inOrder(browserRules(this.ground.quirks))(next)
    const arrangement = ground && rearrange(ground.ranked)(this.rules)(sorted)
    if (!arrangement) return null
    const environment = { ...this.environment, viewport: settings.viewport }
    const version = { ground, environment, arrangement, inSource: next.rules, outcomes: [] }
    const cascade = new Cascade(sheets, settings, version)
    cascade.keepOutcomes(outcomes, ground === this.ground ? Infinity : lastingRanks(ground))
    return cascade
  }

  /** Keeps what matches came to, as far as they hold; `known` ranks stand for the same rules as before. */
  private keepOutcomes(outcomes: readonly (Matched | undefined)[], known: number): void {
    const placeOf = new Map(this.rules.map((rule, place) => [rule, place]))
    for (const matched of outcomes)
      if (matched && (matched.match.ranks.at(-1) ?? 0) < known) this.keepOutcome(matched, placeOf)
  }

  /** Keeps what a match came to, where its rules are the same ones in the same order. */
  private keepOutcome(matched: Matched, placeOf: ReadonlyMap<CascadeRule, number>): void {
    let [count, last] = [0, -1]
    for (const rank of matched.match.ranks) count += this.arrangement.places![rank]!.length
    if (count !== matched.rules.length) return
    for (const rule of matched.rules) {
      const place = placeOf.get(rule)
      if (place === undefined || place < last) return
      last = place
    }
    this.outcomes[matched.match.id] = matched
  }

  /**
   * The cascade of the same sheets at another viewport: what matches is shared, and so is every value that no length of the viewport is
   * in. Where media queries let other rules apply there, only selectors that do not apply here are matched. Null when these are too many:
   * then make a new cascade.
   */
  atViewport(viewport: Viewport): Cascade | null {
    const there = rulesAt(this.sheets, viewport, this.ground.quirks)
    if (there.registered.size + this.environment.registered.size > 0) return null
    const lasting = this.outcomes.map((matched) => (matched?.rules.some(followsViewport) ? undefined : matched))
    const settings = { ...this.settings, viewport }
    if (changedRules(there, this.inSource)?.size !== 0) return this.rearranged(this.sheets, there, settings, lasting)
    const { ground, arrangement } = this
    const environment = { ...this.environment, viewport }
    // Equal rules may stand elsewhere there, in another media rule: what decides is named by its present place.
    return new Cascade(this.sheets, settings, {
      ground,
      environment,
      arrangement,
      inSource: there.rules,
      outcomes: lasting,
    })
  }

  /** Whether the same rules apply at another viewport. */
  hasSameRulesAt(viewport: Viewport): boolean {
    return changedRules(rulesAt(this.sheets, viewport, this.ground.quirks), this.inSource)?.size === 0
  }

  /** Takes over the styles of the version before, and computes those anew that the edit reaches. */
  private takeFrom(before: Cascade): void {
    /** By node id: whether what it hands down or is to its children has changed. */
    const altered: boolean[] = []
    for (const node of this.ground.tree.nodes) {
      const old = before.styles[node.id]
      if (!old) continue
      const parent = node.parent && this.styles[node.parent.id]!
      const isSame = parent === old.parent && this.matchedOf(node.match) === old.matched
      const style = isSame ? old : this.newStyle(node, old, node.parent !== null && altered[node.parent.id]!)
      this.styles[node.id] = style
      altered[node.id] = !isSame && !style.keepFrom(old)
    }
  }
}

function cascadedAt({ own }: StyleNode, { rules, cascaded }: Matched): Cascaded {
  return own === NOTHING_OWN ? cascaded : new Cascaded(rules, own)
}

function firstVersion(sheets: readonly AuthorSheet[], { viewport, quirks, resolveUrl }: CascadeSettings): Version {
  const inSource = rulesAt(sheets, viewport, quirks)
  const arrangement = asRanked(inOrder(browserRules(quirks))(inSource))
  const environment: StyleEnvironment = {
    viewport,
    registered: inSource.registered,
    resolveUrl: (reference, owner) =>
      resolveUrl?.(reference, typeof owner === 'string' ? '' : owner.source.file) ?? reference,
  }
  return {
    ground: groundOf(arrangement.rules, quirks),
    environment,
    arrangement,
    inSource: inSource.rules,
    outcomes: [],
  }
}

/** The rules of sheets at a viewport; they come behind the browser's own. */
function rulesAt(sheets: readonly AuthorSheet[], viewport: Viewport, quirks: boolean): RuleSet {
  return authorRules(sheets, viewport, quirks, browserRules(quirks).length)
}
