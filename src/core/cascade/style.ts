import type { PageElement } from '../markup/tree.ts'
import { compareSpecificity } from '../selectors/specificity.ts'
import { computeValue, dependsOnPlace, fontSizePx, isMonospace, keywordSize, type ComputeContext } from '../values/compute.ts'
import { formatPx } from '../values/number.ts'
import { accepts } from './grammar.ts'
import type { Matched } from './matching.ts'
import type { Viewport } from './media.ts'
import { physicalName } from './names.ts'
import { adjust, hasInnerBox } from './adjust.ts'
import { idOf, longhand, LONGHANDS } from './properties.ts'
import type { CascadeRule, Registered, SetLonghand } from './rules.ts'
import { expand, wideKeyword } from './shorthands.ts'
import { computeCustom, substitute } from './variables.ts'

/** What declarations beside rules an element has: presentational attributes and its `style` attribute. */
export interface Own {
  readonly hints: readonly SetLonghand[]
  readonly inline: readonly SetLonghand[]
}

export const NOTHING_OWN: Own = { hints: [], inline: [] }

/** Where a declaration in the cascade comes from: a rule, or the element itself. */
export type From = CascadeRule | 'presentational' | 'inline'

/** One declaration among those that speak for an element, as the cascade weighs it. */
export interface Entry {
  readonly set: SetLonghand
  readonly from: From
}

/** What computing needs beside the cascade. */
export interface StyleEnvironment {
  readonly viewport: Viewport
  readonly quirks: boolean
  readonly registered: ReadonlyMap<string, Registered>
  /** Writes a reference found in a source as an address. */
  readonly resolveUrl: (reference: string, from: From) => string
}

const INITIAL: readonly string[] = LONGHANDS.map(({ initial }) => initial)
const INHERITED_IDS = LONGHANDS.filter(({ inherited }) => inherited).map(({ id }) => id)
const ID = {
  direction: idOf('direction'), writingMode: idOf('writing-mode'), fontSize: idOf('font-size'), fontFamily: idOf('font-family'), fontWeight: idOf('font-weight'), lineHeight: idOf('line-height'), color: idOf('color'), textAlign: idOf('text-align'),
}
/** Longhands that others are computed from, so that they come first. */
const FIRST = [ID.writingMode, ID.direction, ID.fontFamily, ID.fontSize, ID.lineHeight]
const NO_CUSTOM: ReadonlyMap<string, string> = new Map()

/** CSS Pseudo-Elements 4, section 5.1: what applies to a list item's marker. */
const ON_MARKERS = /^(?:--|font-|color$|content$|white-space-collapse$|text-(?:wrap|combine|transform|emphasis|shadow|indent|align)|direction$|unicode-bidi$|animation-|transition-|cursor$|line-height$|quotes$|letter-spacing$|word-)/

/** Later entries are stronger. User-agent rules, presentational attributes, author rules, the style attribute; then what is important, origins turned round (CSS Cascade 5, section 6.1). */
export function inCascadeOrder(matched: Matched, own: Own, pseudo = ''): Entry[] {
  const normal: Entry[] = []
  const important: Entry[] = []
  const { rules } = matched
  let at = 0
  const take = (sets: readonly SetLonghand[], from: From) => {
    for (const set of sets) if (pseudo !== 'marker' || ON_MARKERS.test(set.property)) (set.important ? important : normal).push({ set, from })
  }
  while (at < rules.length && rules[at]!.source.kind === 'user-agent') {
    if (rules[at]!.pseudo === pseudo) take(rules[at]!.longhands, rules[at]!)
    at++
  }
  take(own.hints, 'presentational')
  for (; at < rules.length; at++) if (rules[at]!.pseudo === pseudo) take(rules[at]!.longhands, rules[at]!)
  take(own.inline, 'inline')
  if (important.length > 1) important.map((entry, index) => ({ entry, index })).sort((a, b) => compareImportant(a.entry, b.entry) || a.index - b.index).forEach(({ entry }, index) => (important[index] = entry))
  return [...normal, ...important]
}

function compareImportant(a: Entry, b: Entry): number {
  const rank = ({ from }: Entry) => (from === 'inline' ? 1 : from !== 'presentational' && from.source.kind === 'user-agent' ? 2 : 0)
  const step = rank(a) - rank(b)
  if (step !== 0 || typeof a.from === 'string' || typeof b.from === 'string') return step
  return b.from.layer - a.from.layer || compareSpecificity(a.from.specificity, b.from.specificity)
}

/** Origins and layers as `revert` and `revert-layer` tell them apart; larger numbers are stronger. */
function bandOf(from: From): { origin: number; layer: number } {
  if (from === 'inline') return { origin: 1, layer: Infinity }
  if (from === 'presentational') return { origin: 1, layer: -1 }
  return { origin: from.source.kind === 'user-agent' ? 0 : 1, layer: from.layer }
}

/**
 * The computed style of an element: every longhand, and which declaration gave it. Elements with equal ancestors, rules and
 * declarations of their own share one.
 */
export class ElementStyle {
  /** Computed values by longhand id; colours may be `currentcolor`. */
  values: string[] = []
  /** The declaration that won, by longhand id; absent when nothing sets the property. */
  winners: (Entry | undefined)[] = []
  custom: ReadonlyMap<string, string> = NO_CUSTOM
  customWinners: ReadonlyMap<string, Entry> = new Map()
  fontSize = 16
  lineHeight = 18
  /** The keyword a font size comes from, or '': then it follows the family's own scale. */
  sizeKeyword = 'medium'
  /** Whether the size was set in absolute terms here or above, so that a change of family leaves it alone. */
  absoluteSize = false
  /** Whether its box is an item of a flex or grid container. */
  isItem = false
  readonly root: ElementStyle

  /** Styles of children, by what they match. */
  readonly shared = new Map<Matched, ElementStyle>()
  readonly particular = new Map<string, ElementStyle>()

  constructor(
    readonly parent: ElementStyle | null,
    readonly matched: Matched,
    readonly own: Own,
    /** What the style depends on of the element itself. */
    readonly element: Pick<PageElement, 'tag' | 'html' | 'attributes'>,
    readonly pseudoName: string,
    readonly environment: StyleEnvironment,
  ) {
    this.root = parent ? parent.root : this
    this.compute()
  }

  /** Computes everything anew from the rules as they are. Children are not touched. */
  compute(): void {
    const { parent } = this
    const entries = inCascadeOrder(this.matched, this.own, this.pseudoName)
    const values = INITIAL.slice()
    if (parent) for (const id of INHERITED_IDS) values[id] = parent.values[id]!
    this.values = values
    this.custom = parent?.custom ?? NO_CUSTOM
    this.customWinners = NO_WINNERS

    let custom: Map<string, Entry> | null = null
    for (const entry of entries) if (entry.set.property.startsWith('--')) (custom ??= new Map()).set(entry.set.property, entry)
    if (custom) this.computeCustom(custom, entries)

    this.fontSize = parent?.fontSize ?? 16
    this.lineHeight = parent?.lineHeight ?? 18
    this.sizeKeyword = parent?.sizeKeyword ?? 'medium'
    this.absoluteSize = parent?.absoluteSize ?? false
    this.winners = this.findWinners(entries)
    const { winners } = this
    this.computeOne(ID.fontFamily, winners[ID.fontFamily], entries)
    this.computeFontSize(winners[ID.fontSize], entries)
    this.computeOne(ID.lineHeight, winners[ID.lineHeight], entries)
    this.lineHeight = usedLineHeight(this)
    for (let id = 0; id < winners.length; id++) {
      if (winners[id] !== undefined && !FIRST.includes(id)) this.computeOne(id, winners[id], entries)
    }
    adjust(this)
  }

  private findWinners(entries: readonly Entry[]): (Entry | undefined)[] {
    const winners = new Array<Entry | undefined>(LONGHANDS.length)
    let logical = false
    for (const entry of entries) {
      const { id } = entry.set
      if (id >= 0) winners[id] = entry
      else if (entry.set.logical) logical = true
    }
    for (const id of [ID.writingMode, ID.direction]) if (winners[id]) this.computeOne(id, winners[id], entries)
    if (!logical) return winners
    const [mode, direction] = [this.values[ID.writingMode]!, this.values[ID.direction]!]
    const all = new Array<Entry | undefined>(LONGHANDS.length)
    for (const entry of entries) {
      const id = entry.set.logical ? (longhand(physicalName(entry.set.property, mode, direction))?.id ?? -1) : entry.set.id
      if (id >= 0) all[id] = entry
    }
    return all
  }

  private computeCustom(winners: Map<string, Entry>, entries: readonly Entry[]): void {
    const specified = new Map<string, string>()
    const base = new Map(this.parent?.custom ?? [])
    for (const [name, { initial, inherits }] of this.environment.registered) {
      if (!inherits) base.delete(name)
      if (initial !== null && !base.has(name)) base.set(name, initial)
    }
    for (const [name, first] of winners) {
      let entry: Entry | undefined = first
      while (entry && (entry.set.wide === 'revert' || entry.set.wide === 'revert-layer')) entry = this.reverted(entry, entries, (other) => other.property === name)
      const wide = entry ? entry.set.wide : 'inherit'
      if (wide === 'initial') base.delete(name)
      else if (entry && wide === null) specified.set(name, entry.set.value)
    }
    const computed = computeCustom(specified, (name) => base.get(name) ?? null)
    for (const [name, value] of computed) {
      if (value === null) base.delete(name)
      else base.set(name, value)
    }
    this.custom = base
    this.customWinners = winners
  }

  /** The strongest entry for a property below the origin or layer of one that says `revert` or `revert-layer`. */
  private reverted(entry: Entry, entries: readonly Entry[], concerns: (set: SetLonghand) => boolean): Entry | undefined {
    const band = bandOf(entry.from)
    const below = entries.filter((other) => {
      if (!concerns(other.set)) return false
      const at = bandOf(other.from)
      if (entry.set.wide === 'revert') return at.origin < band.origin
      return at.origin < band.origin || (at.origin === band.origin && at.layer < band.layer)
    })
    return below.at(-1)
  }

  /** What a winner comes to: a value without `var()`, or one of the two CSS-wide keywords that are left in the end. */
  private specified(id: number, winner: Entry, entries: readonly Entry[]): { readonly value: string; readonly entry: Entry } | 'inherit' | 'initial' {
    const { name, inherited } = LONGHANDS[id]!
    const { set } = winner
    let { value, wide } = set
    if (set.holdsVar) {
      const substituted = substitute(value, (wanted) => this.custom.get(wanted) ?? null)
      value = substituted ?? ''
      wide = substituted === null ? 'unset' : wideKeyword(value)
      if (wide === null && set.pending) {
        value = expand(set.pending, value)?.get(set.property) ?? 'unset'
        wide = wideKeyword(value)
      } else if (wide === null && !accepts(set.logical ? name : set.property, value)) wide = 'unset'
    }
    if (wide === 'revert' || wide === 'revert-layer') {
      const mode = this.values[ID.writingMode]!
      const direction = this.values[ID.direction]!
      const below = this.reverted({ ...winner, set: { ...set, wide } }, entries, (other) => other.id === id || (other.logical && physicalName(other.property, mode, direction) === name))
      if (below) return this.specified(id, below, entries)
      wide = 'unset'
    }
    if (wide === 'unset') return inherited ? 'inherit' : 'initial'
    return wide === 'inherit' || wide === 'initial' ? wide : { value, entry: winner }
  }

  private computeOne(id: number, winner: Entry | undefined, entries: readonly Entry[]): void {
    if (winner === undefined) return
    if (winner.set.fixed !== undefined) {
      this.values[id] = winner.set.fixed
      return
    }
    const { name, inherited, initial } = LONGHANDS[id]!
    const specified = this.specified(id, winner, entries)
    const above = this.parent && (inherited || !hasInnerBox(this.parent)) ? this.parent.values[id]! : initial
    if (specified === 'inherit' || specified === 'initial') {
      this.values[id] = specified === 'inherit' ? above : initial
      return
    }
    const { value, entry } = specified
    if (id === ID.textAlign && (value === '-internal-center' || value === 'match-parent')) {
      this.values[id] = value === 'match-parent' || above !== 'start' ? above : 'center'
      return
    }
    const computed = computeValue(name, value, this.context(entry.from))
    this.values[id] = computed ?? (inherited ? above : initial)
    const { set } = entry
    if (computed !== null && entry === winner && !set.holdsVar && set.id === id && !dependsOnPlace(name, value)) set.fixed = computed
  }

  private computeFontSize(winner: Entry | undefined, entries: readonly Entry[]): void {
    const { parent } = this
    const family = this.values[ID.fontFamily]!
    const otherScale = isMonospace(family) !== isMonospace(parent?.values[ID.fontFamily] ?? INITIAL[ID.fontFamily]!)
    const specified = winner && this.specified(ID.fontSize, winner, entries)
    if (specified === undefined || specified === 'inherit') {
      if (otherScale && !this.absoluteSize) this.fontSize = keywordSize(this.sizeKeyword, family) ?? otherFamilySize(this.fontSize, family)
    } else if (specified === 'initial') {
      this.fontSize = keywordSize('medium', family)!
      this.sizeKeyword = 'medium'
      this.absoluteSize = false
    } else {
      const { value, entry } = specified
      const size = fontSizePx(value, this.context(entry.from))
      if (size !== null) {
        this.fontSize = Math.fround(size)
        this.sizeKeyword = keywordSize(value.toLowerCase(), family) === null ? '' : value.toLowerCase()
        const relative = /(?:^|[\s(+-])[\d.]+(?:em|%|ex|ch)|^(?:larger|smaller)$/i.test(value)
        if (this.sizeKeyword !== '') this.absoluteSize = false
        else if (!relative) this.absoluteSize = true
        else if (otherScale && !this.absoluteSize) this.fontSize = otherFamilySize(this.fontSize, family)
      }
    }
    this.values[ID.fontSize] = formatPx(this.fontSize)
  }

  private context(from: From): ComputeContext {
    const { parent, root, environment, element } = this
    return {
      fontSize: this.fontSize,
      rootFontSize: root.fontSize,
      lineHeight: this.lineHeight,
      rootLineHeight: root.lineHeight,
      fontFamily: this.values[ID.fontFamily]!,
      viewport: environment.viewport,
      parentFontSize: parent?.fontSize ?? 16,
      parentFontWeight: Number(parent?.values[ID.fontWeight] ?? 400),
      resolveUrl: (reference) => environment.resolveUrl(reference, from),
      attribute: (name) => element.attributes.get(name),
    }
  }
}

const NO_WINNERS: ReadonlyMap<string, Entry> = new Map()

/** Browsers set `monospace` alone at 13 where other families have 16. */
function otherFamilySize(size: number, family: string): number {
  return isMonospace(family) ? (size * 13) / 16 : (size * 16) / 13
}

/** Line height in px; for `normal`, 1.15 times the font size, which is near what most fonts ask for. */
export function usedLineHeight(style: ElementStyle): number {
  const value = style.values[ID.lineHeight]!
  if (value === 'normal') return style.fontSize * 1.15
  return value.endsWith('px') ? parseFloat(value) : parseFloat(value) * style.fontSize
}
