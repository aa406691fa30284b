import type { Page, PageElement } from '../markup/tree.ts'
import type { Match, Matching, States } from './matched.ts'
import type { Matcher } from './matching.ts'
import type { StyleNode, StyleTree } from './style-tree.ts'

/** Finds what elements match when rules have come to those they were matched with: only the added ones are asked about. */
export class AddedMatcher implements Matching {
  readonly matchIds
  private readonly together = new Map<Match, Map<Match, Match>>()
  /** By page: what the added rules match at rest, where they may match anything. */
  private readonly rest = new WeakMap<Page, ReadonlyMap<PageElement, Match>>()
  private readonly kins = new Map<object, Map<object, object>>()

  /** `first` is the rank of the first of the `added` rules: how many rules the tree was made of. */
  constructor(
    private readonly before: StyleTree,
    private readonly added: Matcher,
    private readonly first: number,
  ) {
    this.matchIds = before.matching.matchIds
  }

  matchAll(page: Page): Match[] {
    return this.joined(this.before.nodesOf(page), this.atRest(page))
  }

  matchInStates(page: Page, states: States): Match[] {
    const more = new Map(this.atRest(page))
    for (const element of more.keys()) more.set(element, this.added.matchOne(page, element, states))
    return this.joined(this.before.nodesInStates(page, states), more)
  }

  touches(page: Page): boolean {
    return this.atRest(page).size > 0
  }

  matchOne(page: Page, element: PageElement, states: States | null): Match {
    const { match } = this.before.nodeAt(page, element.index, states)
    return this.both(match, this.added.matchOne(page, element, states))
  }

  kinOf(element: PageElement): object {
    const kin = this.before.matching.kinOf(element)
    return this.added.couldMatter(element) ? pair(this.kins, kin, this.added.kinOf(element), () => ({})) : kin
  }

  kinDecides(element: PageElement): boolean {
    return this.before.matching.kinDecides(element) && this.added.kinDecides(element)
  }

  private atRest(page: Page): ReadonlyMap<PageElement, Match> {
    const known = this.rest.get(page)
    if (known) return known
    const found = new Map<PageElement, Match>()
    for (const element of this.added.mattersOn(page)) found.set(element, this.added.matchOne(page, element, null))
    this.rest.set(page, found)
    return found
  }

  private joined(before: readonly StyleNode[], more: ReadonlyMap<PageElement, Match>): Match[] {
    const matches = before.map(({ match }) => match)
    for (const [{ index }, added] of more) matches[index] = this.both(matches[index]!, added)
    return matches
  }

  /** One match for all that match the same; what matches none of the added rules matches what it did. */
  private both(match: Match, more: Match): Match {
    if (more.ranks.length === 0) return match
    return pair(this.together, match, more, () => ({
      id: this.matchIds.next++,
      ranks: [...match.ranks, ...more.ranks.map((rank) => rank + this.first)],
      readsAttributes: match.readsAttributes || more.readsAttributes,
    }))
  }
}

/** What stands for two things in a map of maps; made when it is asked for first. */
function pair<A, B, T>(known: Map<A, Map<B, T>>, one: A, other: B, make: () => T): T {
  const among = known.get(one) ?? new Map<B, T>()
  known.set(one, among)
  const found = among.get(other) ?? make()
  among.set(other, found)
  return found
}
