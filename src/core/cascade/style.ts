import { computeValue, dependsOnPlace, dependsOnSizesOnly } from '../properties/compute.ts'
import { fontSizePx, isMonospace, keywordSize } from '../properties/computing/fonts.ts'
import type { ComputeContext } from '../values/write.ts'
import { formatPx } from '../values/number.ts'
import { adjust, hasInnerBox, isControl, isItemOf, isNativeControl } from './adjust.ts'
import type { Cascaded, Entry, Owner } from './cascaded.ts'
import { accepts } from '../properties/grammar.ts'
import { INITIAL_INHERITED, sameInherited, sameList, type Inherited } from './inherited.ts'
import type { Matched } from './matched.ts'
import type { Styled, StyledElement } from './styled.ts'
import type { Viewport } from '../values/media.ts'
import { idOf, INHERITED_COUNT, LONGHANDS, physicalName } from '../properties/longhands.ts'
import type { Registered, SetLonghand } from './rules.ts'
import { expand, wideKeyword } from '../properties/shorthands.ts'
import { computeCustom, substitute } from './variables.ts'

/** What computing needs beside the cascade. */
export interface StyleEnvironment {
  readonly viewport: Viewport
  readonly registered: ReadonlyMap<string, Registered>
  /** Writes a reference found in a source as an address. */
  readonly resolveUrl: (reference: string, from: Owner) => string
}

const INITIAL_OWN = LONGHANDS.slice(INHERITED_COUNT).map(({ initial }) => initial)

const ID = {
  direction: idOf('direction'),
  writingMode: idOf('writing-mode'),
  fontSize: idOf('font-size'),
  fontFamily: idOf('font-family'),
  fontWeight: idOf('font-weight'),
  lineHeight: idOf('line-height'),
  textAlign: idOf('text-align'),
}
/** Longhands that others are computed from, so that they come first. */
const FIRST = new Set([ID.writingMode, ID.direction, ID.fontFamily, ID.fontSize, ID.lineHeight])

const isTable = ({ html, tag }: StyledElement) => html && tag === 'table'

/** Origins and layers as `revert` and `revert-layer` tell them apart; larger numbers are stronger. */
function bandOf(from: Owner): { origin: number; layer: number } {
  if (from === 'inline') return { origin: 1, layer: Infinity }
  if (from === 'presentational') return { origin: 1, layer: -1 }
  return { origin: from.source.kind === 'user-agent' ? 0 : 1, layer: from.layer }
}

/**
 * The computed style of an element: every longhand, and which declaration gave it. It is made once and never changes;
 * elements with equal ancestors, rules and declarations of their own share one, and styles share the values they have in
 * common.
 */
export class ElementStyle implements Styled {
  inherited: Inherited = INITIAL_INHERITED
  /** Computed values of the longhands that do not inherit, from id {@link INHERITED_COUNT} on. */
  own: readonly string[] = INITIAL_OWN
  isItem = false

  /** `before` is the same element's style before an edit that left its values alone. */
  constructor(
    readonly parent: ElementStyle | null,
    readonly matched: Matched,
    /** The outcome of the cascade; of `matched` alone, unless the element has declarations of its own. */
    readonly cascaded: Cascaded,
    readonly element: StyledElement,
    readonly pseudoName: string,
    private readonly environment: StyleEnvironment,
    before?: ElementStyle,
  ) {
    if (before) {
      const { inherited, own, isItem } = before
      Object.assign(this, { inherited, own, isItem })
    } else this.compute()
  }

  /** Keeps what is handed down as it was before an edit, when it says the same: then nothing below is computed anew. */
  keepFrom(before: ElementStyle): boolean {
    if (sameInherited(before.inherited, this.inherited)) this.inherited = before.inherited
    return this.inherited === before.inherited && this.isItem === before.isItem && sameList(before.own, this.own)
  }

  /** The computed value of a longhand; colours may be `currentcolor`. */
  value(id: number): string {
    return id < INHERITED_COUNT ? this.inherited.values[id]! : this.own[id - INHERITED_COUNT]!
  }

  get winners(): readonly (Entry | undefined)[] {
    return this.cascaded.winners(this.value(ID.writingMode), this.value(ID.direction))
  }

  private compute(): void {
    const { parent, cascaded } = this
    this.isItem = parent !== null && isItemOf(this, parent)
    this.inherited = cascaded.memo.inherited(parent?.inherited ?? null, this.environment.registered.size > 0, () =>
      this.computeInherited(),
    )
    this.own = this.ownIsShared() ? cascaded.memo.own(this.ownKey(), () => this.computeOwn()) : this.computeOwn()
    // A table never takes the alignment of an ancestor's align or <center> (HTML standard, 15.3.9: it is reset to the initial).
    if (isTable(this.element) && this.inherited.values[ID.textAlign]!.startsWith('-webkit-'))
      this.inherited = { ...this.inherited, values: this.inherited.values.with(ID.textAlign, 'start') }
    if (isNativeControl(this))
      this.inherited = { ...this.inherited, values: this.inherited.values.with(ID.lineHeight, 'normal') }
  }

  /** Whether values that do not inherit depend on nothing but what {@link ownKey} says. */
  private ownIsShared(): boolean {
    return (
      this.pseudoName === '' &&
      !(this.isItem && this.cascaded.holdsVar) &&
      !isControl(this.element) &&
      !this.matched.match.readsAttributes &&
      !this.cascaded.takesFromParent &&
      this.parent !== null &&
      !(this.element.html && REPLACED_CONTENTS.has(this.element.tag)) &&
      !hasInnerBox(this.parent)
    )
  }

  /** What the values that do not inherit depend on beside the cascade's outcome. */
  private ownKey(): string | Inherited {
    const { inherited, cascaded } = this
    if (cascaded.holdsVar) return inherited
    const { values, fontSize, lineHeight, root } = inherited
    return `${this.isItem ? 'item ' : ''}${values[ID.writingMode]} ${values[ID.direction]} ${fontSize} ${lineHeight} ${root?.fontSize} ${values[ID.fontFamily]}`
  }

  private computeInherited(): Inherited {
    const { parent, cascaded } = this
    const above = parent?.inherited ?? INITIAL_INHERITED
    const values = above.values.slice()
    const next = { ...above, values, root: parent ? (above.root ?? above) : null }
    this.inherited = next
    if (cascaded.customWinners || this.environment.registered.size > 0)
      next.custom = this.computeCustom(cascaded.customWinners ?? new Map())
    const flow = cascaded.winners('horizontal-tb', 'ltr')
    for (const id of [ID.writingMode, ID.direction]) this.computeOne(id, flow[id], values, 0)
    const winners = cascaded.winners(values[ID.writingMode]!, values[ID.direction]!)
    this.computeOne(ID.fontFamily, winners[ID.fontFamily], values, 0)
    Object.assign(next, this.computeFontSize(winners[ID.fontSize]))
    values[ID.fontSize] = formatPx(next.fontSize)
    this.computeOne(ID.lineHeight, winners[ID.lineHeight], values, 0)
    next.lineHeight = usedLineHeight(values[ID.lineHeight]!, next.fontSize)
    for (const id of cascaded.won(winners)) {
      if (id >= INHERITED_COUNT) break
      if (!FIRST.has(id)) this.computeOne(id, winners[id], values, 0)
    }
    return next
  }

  private computeOwn(): readonly string[] {
    const { winners } = this
    const values = INITIAL_OWN.slice()
    this.own = values
    for (const id of this.cascaded.won(winners))
      if (id >= INHERITED_COUNT) this.computeOne(id, winners[id], values, INHERITED_COUNT)
    adjust(this, values)
    return values
  }

  private computeCustom(winners: ReadonlyMap<string, Entry>): ReadonlyMap<string, string> {
    const specified = new Map<string, string>()
    const base = new Map(this.parent?.inherited.custom ?? [])
    for (const [name, { initial, inherits }] of this.environment.registered) {
      if (!inherits) base.delete(name)
      if (initial !== null && !base.has(name)) base.set(name, initial)
    }
    for (const [name, first] of winners) {
      let entry: Entry | undefined = first
      while (entry && (entry.set.wide === 'revert' || entry.set.wide === 'revert-layer'))
        entry = this.reverted(entry, (other) => other.property === name)
      const wide = entry ? entry.set.wide : 'inherit'
      if (wide === 'initial') base.delete(name)
      else if (entry && wide === null) specified.set(name, entry.set.value)
    }
    const computed = computeCustom(specified, (name) => base.get(name) ?? null)
    for (const [name, value] of computed) {
      if (value === null) base.delete(name)
      else base.set(name, value)
    }
    return base
  }

  /** The strongest entry for a property below the origin or layer of one that says `revert` or `revert-layer`. */
  private reverted(entry: Entry, concerns: (set: SetLonghand) => boolean): Entry | undefined {
    const band = bandOf(entry.owner)
    return this.cascaded.entries.findLast((other) => {
      if (!concerns(other.set)) return false
      const at = bandOf(other.owner)
      if (entry.set.wide === 'revert') return at.origin < band.origin
      return at.origin < band.origin || (at.origin === band.origin && at.layer < band.layer)
    })
  }

  /** What a winner comes to: a value without `var()`, or one of the two CSS-wide keywords that are left in the end. */
  private specified(
    id: number,
    winner: Entry,
  ): { readonly value: string; readonly entry: Entry } | 'inherit' | 'initial' {
    const { name, inherited } = LONGHANDS[id]!
    const { set } = winner
    let { value, wide } = set
    if (set.holdsVar) {
      const substituted = substitute(value, (wanted) => this.inherited.custom.get(wanted) ?? null)
      value = substituted ?? ''
      wide = substituted === null ? 'unset' : wideKeyword(value)
      if (wide === null && set.pending) {
        value = expand(set.pending, value)?.get(set.property) ?? 'unset'
        wide = wideKeyword(value)
      } else if (wide === null && !accepts(set.logical ? name : set.property, value)) wide = 'unset'
    }
    if (wide === 'revert' || wide === 'revert-layer') {
      const [mode, direction] = [this.value(ID.writingMode), this.value(ID.direction)]
      const below = this.reverted(
        { ...winner, set: { ...set, wide } },
        (other) => other.id === id || (other.logical && physicalName(other.property, mode, direction) === name),
      )
      if (below) return this.specified(id, below)
      wide = 'unset'
    }
    if (wide === 'unset') return inherited ? 'inherit' : 'initial'
    return wide === 'inherit' || wide === 'initial' ? wide : { value, entry: winner }
  }

  /** Computes one longhand into `values`, whose first id is `base`. */
  private computeOne(id: number, winner: Entry | undefined, values: string[], base: number): void {
    if (winner === undefined) return
    if (winner.set.fixed !== undefined) {
      values[id - base] = winner.set.fixed
      return
    }
    const { name, inherited, initial } = LONGHANDS[id]!
    const specified = this.specified(id, winner)
    const above = this.parent && (inherited || !hasInnerBox(this.parent)) ? this.parent.value(id) : initial
    if (specified === 'inherit' || specified === 'initial') {
      values[id - base] = specified === 'inherit' ? above : initial
      return
    }
    const { value, entry } = specified
    if (id === ID.textAlign && (value === '-internal-center' || value === 'match-parent')) {
      values[id] = value === 'match-parent' || above !== 'start' ? above : 'center'
      return
    }
    const { set } = entry
    const { fontSize, lineHeight } = this.inherited
    const rootFontSize = (this.inherited.root ?? this.inherited).fontSize
    const { viewport } = this.environment
    const repeats = entry === winner && !set.holdsVar && set.id === id
    if (
      repeats &&
      set.last &&
      set.last.fontSize === fontSize &&
      set.last.rootFontSize === rootFontSize &&
      set.last.lineHeight === lineHeight &&
      isSameSize(set.last.viewport, viewport)
    ) {
      values[id - base] = set.last.computed
      return
    }
    const computed = computeValue(name, value, this.context(entry.owner))
    values[id - base] = computed ?? (inherited ? above : initial)
    if (computed === null || !repeats) return
    if (!dependsOnPlace(name, value)) set.fixed = computed
    else if (dependsOnSizesOnly(value)) set.last = { fontSize, rootFontSize, lineHeight, viewport, computed }
  }

  private computeFontSize(winner: Entry | undefined): Pick<Inherited, 'fontSize' | 'sizeKeyword' | 'absoluteSize'> {
    const above = this.parent?.inherited ?? INITIAL_INHERITED
    const family = this.inherited.values[ID.fontFamily]!
    const otherScale = isMonospace(family) !== isMonospace(above.values[ID.fontFamily]!)
    const specified = winner && this.specified(ID.fontSize, winner)
    const { fontSize, sizeKeyword, absoluteSize } = above
    if (specified === undefined || specified === 'inherit') {
      return {
        fontSize:
          otherScale && !absoluteSize
            ? (keywordSize(sizeKeyword, family) ?? otherFamilySize(fontSize, family))
            : fontSize,
        sizeKeyword,
        absoluteSize,
      }
    }
    if (specified === 'initial')
      return { fontSize: keywordSize('medium', family)!, sizeKeyword: 'medium', absoluteSize: false }
    const { value, entry } = specified
    const size = fontSizePx(value, this.context(entry.owner))
    if (size === null) return { fontSize, sizeKeyword, absoluteSize }
    const word = value.toLowerCase()
    if (keywordSize(word, family) !== null) return { fontSize: size, sizeKeyword: word, absoluteSize: false }
    const relative = /(?:^|[\s(+-])[\d.]+(?:em|%|ex|ch)|^(?:larger|smaller)$/.test(word)
    if (!relative) return { fontSize: Math.fround(size), sizeKeyword: '', absoluteSize: true }
    return {
      fontSize: otherScale && !absoluteSize ? otherFamilySize(size, family) : Math.fround(size),
      sizeKeyword: '',
      absoluteSize,
    }
  }

  private context(from: Owner): ComputeContext {
    const { parent, inherited, environment, element } = this
    const root = inherited.root ?? inherited
    return {
      fontSize: inherited.fontSize,
      rootFontSize: root.fontSize,
      lineHeight: inherited.lineHeight,
      rootLineHeight: root.lineHeight,
      fontFamily: inherited.values[ID.fontFamily]!,
      viewport: environment.viewport,
      parentFontSize: parent?.inherited.fontSize ?? 16,
      parentFontWeight: Number(parent?.value(ID.fontWeight) ?? 400),
      resolveUrl: (reference) => environment.resolveUrl(reference, from),
      attribute: (name) => element.attributes.get(name),
    }
  }
}

/** Elements that `display: contents` takes away, so that their display depends on what they are. */
const REPLACED_CONTENTS = new Set('img video audio canvas iframe embed object br wbr'.split(' '))

/** Browsers set `monospace` alone at 13 where other families have 16. */
function otherFamilySize(size: number, family: string): number {
  return isMonospace(family) ? (size * 13) / 16 : (size * 16) / 13
}

/** Line height in px; for `normal`, 1.15 times the font size, which is near what most fonts ask for. */
function usedLineHeight(value: string, fontSize: number): number {
  if (value === 'normal') return fontSize * 1.15
  return value.endsWith('px') ? parseFloat(value) : parseFloat(value) * fontSize
}

function isSameSize(a: Viewport, b: Viewport): boolean {
  return a === b || (a.width === b.width && a.height === b.height)
}
