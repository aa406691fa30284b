import { compareSpecificity } from '../selectors/specificity.ts'
import { Remembered } from '../text/remembered.ts'
import { definitionOf, INHERITED_COUNT, longhand, LONGHANDS, physicalName } from '../properties/longhands.ts'
import type { CascadeRule, SetLonghand } from './rules.ts'
import type { Inherited } from './inherited.ts'

/** Where a declaration in the cascade comes from: a rule, or the element itself. */
export type Owner = CascadeRule | 'presentational' | 'inline'

/** One declaration among those that speak for an element, as the cascade weighs it. */
export interface Entry {
  readonly set: SetLonghand
  readonly owner: Owner
}

/** What declarations beside rules an element has: presentational attributes and its `style` attribute. */
export interface Own {
  readonly hints: readonly SetLonghand[]
  readonly inline: readonly SetLonghand[]
}

export const NOTHING_OWN: Own = { hints: [], inline: [] }

/** Whether a property applies to a list item's marker (CSS Pseudo-Elements 4, section 5.1). */
function isOnMarkers(property: string): boolean {
  return property.startsWith('--') || definitionOf(property)?.onMarkers === true
}

const entriesOf = new WeakMap<CascadeRule, readonly Entry[]>()

/** The entries of a rule, made once. */
function ruleEntries(rule: CascadeRule): readonly Entry[] {
  let entries = entriesOf.get(rule)
  if (!entries) entriesOf.set(rule, (entries = rule.longhands.map((set) => ({ set, owner: rule }))))
  return entries
}

/** Sizes of fonts that own values are remembered for; dragging a size goes through many. */
const SIZES_AT_MOST = 64

/** Values computed for one outcome of the cascade, by what else they depend on. What nobody uses any more is let go. */
class Memo {
  private fromNothing: Inherited | null = null
  private readonly handedDown = new WeakMap<Inherited, Inherited>()
  private readonly ownBelow = new WeakMap<Inherited, readonly string[]>()
  private readonly ownAtSize = new Remembered<readonly string[]>(SIZES_AT_MOST)

  constructor(private readonly cascaded: Cascaded) {}

  /** What an element hands down, given what is handed down to it; the same when nothing is set, unless `always`. */
  inherited(above: Inherited | null, always: boolean, compute: () => Inherited): Inherited {
    if (above === null) return (this.fromNothing ??= compute())
    if (!always && !this.cascaded.changesInherited && above.root !== null) return above
    let found = this.handedDown.get(above)
    if (!found) this.handedDown.set(above, (found = compute()))
    return found
  }

  /** Values that do not inherit, given what they depend on: sizes in words, or all that the element hands down. */
  own(key: string | Inherited, compute: () => readonly string[]): readonly string[] {
    if (typeof key === 'string') return this.ownAtSize.get(key, compute)
    let found = this.ownBelow.get(key)
    if (!found) this.ownBelow.set(key, (found = compute()))
    return found
  }
}

/** The outcome of the cascade for one list of rules and declarations: who wins, before anything is computed. */
export class Cascaded {
  /** What has been computed from it. */
  readonly memo = new Memo(this)
  private sorted: readonly Entry[] | null = null
  private readonly physical = new Map<string, readonly (Entry | undefined)[]>()

  constructor(
    private readonly rules: readonly CascadeRule[],
    private readonly own: Own = NOTHING_OWN,
    private readonly pseudo = '',
  ) {}

  /**
   * All entries, later ones stronger: user-agent rules, presentational attributes, author rules, the style attribute; then
   * what is important, origins turned round (CSS Cascade 5, section 6.1).
   */
  get entries(): readonly Entry[] {
    return (this.sorted ??= this.sort())
  }

  /** Winning entries by longhand id, flow-relative properties put on their sides. */
  winners(writingMode: string, direction: string): readonly (Entry | undefined)[] {
    const flow = this.has.logical ? `${writingMode} ${direction}` : ''
    let winners = this.physical.get(flow)
    if (!winners) this.physical.set(flow, (winners = this.pick(writingMode, direction)))
    return winners
  }

  /** Ids that have a winner, in order. */
  won(winners: readonly (Entry | undefined)[]): readonly number[] {
    let ids = wonIds.get(winners)
    if (!ids) {
      const found: number[] = []
      for (let id = 0; id < winners.length; id++) if (winners[id]) found.push(id)
      wonIds.set(winners, (ids = found))
    }
    return ids
  }

  /** The winning entry for each custom property that is set; null when none is. */
  get customWinners(): ReadonlyMap<string, Entry> | null {
    if (this.custom === undefined) {
      this.custom = null
      for (const entry of this.entries)
        if (entry.set.property.startsWith('--')) (this.custom ??= new Map()).set(entry.set.property, entry)
    }
    return this.custom
  }

  private custom: Map<string, Entry> | null | undefined
  private traits: { logical: boolean; inherited: boolean; parent: boolean; variable: boolean } | null = null

  private get has() {
    return (this.traits ??= {
      logical: this.entries.some(({ set }) => set.logical),
      inherited: this.entries.some(
        ({ set }) => set.property.startsWith('--') || (set.id >= 0 && set.id < INHERITED_COUNT),
      ),
      parent: this.entries.some(({ set }) => set.wide !== null && set.wide !== 'initial'),
      variable: this.entries.some(({ set }) => set.holdsVar),
    })
  }

  /** Whether any longhand that inherits, or a custom property, is set. */
  get changesInherited(): boolean {
    return this.has.inherited
  }

  /** Whether a CSS-wide keyword takes values from elsewhere. */
  get takesFromParent(): boolean {
    return this.has.parent
  }

  get holdsVar(): boolean {
    return this.has.variable
  }

  private pick(writingMode: string, direction: string): (Entry | undefined)[] {
    const winners = new Array<Entry | undefined>(LONGHANDS.length).fill(undefined)
    for (const entry of this.entries) {
      const id = entry.set.logical
        ? (longhand(physicalName(entry.set.property, writingMode, direction))?.id ?? -1)
        : entry.set.id
      if (id >= 0) winners[id] = entry
    }
    return winners
  }

  private sort(): Entry[] {
    const normal: Entry[] = []
    const important: Entry[] = []
    const { rules, pseudo } = this
    const take = (entries: readonly Entry[]) => {
      for (const entry of entries) {
        if (pseudo === 'marker' && !isOnMarkers(entry.set.property)) continue
        ;(entry.set.important ? important : normal).push(entry)
      }
    }
    let at = 0
    for (; at < rules.length && rules[at]!.source.kind === 'user-agent'; at++)
      if (rules[at]!.pseudo === pseudo) take(ruleEntries(rules[at]!))
    take(this.own.hints.map((set) => ({ set, owner: 'presentational' })))
    for (; at < rules.length; at++) if (rules[at]!.pseudo === pseudo) take(ruleEntries(rules[at]!))
    take(this.own.inline.map((set) => ({ set, owner: 'inline' })))
    // Array.prototype.sort is stable: equals keep their order of appearance.
    return [...normal, ...important.sort(compareImportant)]
  }
}

const wonIds = new WeakMap<readonly (Entry | undefined)[], readonly number[]>()

/** Ascending strength among important declarations: layers count the other way round. */
function compareImportant(a: Entry, b: Entry): number {
  const rank = ({ owner }: Entry) =>
    owner === 'inline' ? 1 : owner !== 'presentational' && owner.source.kind === 'user-agent' ? 2 : 0
  const step = rank(a) - rank(b)
  if (step !== 0 || typeof a.owner === 'string' || typeof b.owner === 'string') return step
  return b.owner.layer - a.owner.layer || compareSpecificity(a.owner.specificity, b.owner.specificity)
}
