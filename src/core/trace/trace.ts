import type { PageElement } from '../markup/tree.ts'
import { compareSpecificity, type Specificity } from '../selectors/specificity.ts'
import type { Declaration } from '../sheet/parse.ts'
import { idOf, LONGHANDS } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import { entriesFor, kindOf, placeOfEntry } from '../cascade/entries.ts'
import { faultOf, type CascadeRule, type SourceKind } from '../cascade/rules.ts'
import { overlaps } from '../properties/shorthands.ts'
import type { Entry } from '../cascade/cascaded.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { Cascade, PageStyles } from '../cascade/cascade.ts'

/** Why a declaration lost, by what decided (CSS Cascade 5, section 6.1, in its order). */
export type Lost =
  | {
      readonly by:
        'importance' | 'origin' | 'inline' | 'embedded-after-external' | 'later-sheet' | 'later-rule' | 'later-in-rule'
    }
  | { readonly by: 'layer'; readonly own: string; readonly winning: string }
  | { readonly by: 'specificity'; readonly own: Specificity; readonly winning: Specificity }
  | { readonly by: 'invalid-value' | 'unknown-property' }

/** One declaration in a trace. */
export interface Rung {
  readonly kind: SourceKind
  /** The file it stands in; '' is the page. User-agent rules stand in no file. */
  readonly file: string
  /** Offsets in the file, in UTF-16 units. */
  readonly offset: number
  readonly end: number
  /** '' for style attributes and presentational attributes. */
  readonly selector: string
  readonly specificity: Specificity
  readonly layer: string
  /** As written. */
  readonly property: string
  readonly value: string
  readonly important: boolean
  /** Null for the winner. */
  readonly lost: Lost | null
}

/** Why an element has the value it has. */
export interface Trace {
  readonly property: string
  /** As `getComputedStyle` gives it. */
  readonly value: string
  /** What it comes from: a declaration for this element, an ancestor, or nothing at all. */
  readonly source: 'declared' | 'inherited' | 'initial'
  /** The element that the value is set on, when it is inherited: its index. */
  readonly inheritedFrom: number | null
  /** The declarations for the element the value is set on, the winner first, then by strength, ignored ones last. */
  readonly rungs: readonly Rung[]
}

/** Traces one longhand of an element, or of one of its pseudo-elements. */
export function trace(styles: PageStyles, element: PageElement, property: string, pseudo = ''): Trace {
  const id = idOf(property)
  const style = styles.of(element, pseudo)
  const value = resolvedValue(style, id)
  const own = rungsOf(styles.cascade, style, element, property)
  const { source, holder, holderStyle } = inheritanceOf(styles, element, id, style)
  if (source !== 'inherited') return { property, value, source, inheritedFrom: null, rungs: own }
  const above = rungsOf(styles.cascade, holderStyle, holder, property)
  return {
    property,
    value,
    source,
    inheritedFrom: holder.index,
    rungs: own.some(({ lost }) => lost === null) ? [...own, ...above] : [...above, ...own],
  }
}

/** Which element a value is set on: this one, one it inherits from, or none; and the declaration that sets it there. */
export function inheritanceOf(
  styles: PageStyles,
  element: PageElement,
  id: number,
  style = styles.of(element),
): {
  readonly source: Trace['source']
  readonly holder: PageElement
  readonly holderStyle: ElementStyle
  readonly entry: Entry | undefined
} {
  const { inherited } = LONGHANDS[id]!
  const inheritsHere = (one: ElementStyle) => {
    const winner = one.winners[id]
    return winner ? winner.set.wide === 'inherit' || (winner.set.wide === 'unset' && inherited) : inherited
  }
  let holder = element
  let holderStyle = style
  while (inheritsHere(holderStyle) && holderStyle.parent) {
    if (holderStyle.pseudoName === '') holder = holder.parent!
    holderStyle = holderStyle.parent
  }
  const entry = holderStyle.winners[id]
  const source = !entry || inheritsHere(holderStyle) ? 'initial' : holderStyle === style ? 'declared' : 'inherited'
  return { source, holder, holderStyle, entry }
}

function rungsOf(cascade: Cascade, style: ElementStyle, element: PageElement, property: string): Rung[] {
  const entries = entriesFor(style, idOf(property))
  const winner = entries[0]
  const rungs = entries.map((entry, at) =>
    rungOf(cascade, entry, element, at === 0 ? null : whyLost(cascade, entry, winner!)),
  )
  return [...rungs, ...ignored(cascade, style, property)]
}

function rungOf(cascade: Cascade, entry: Entry, element: PageElement, lost: Lost | null): Rung {
  const { set, owner } = entry
  const { property, value } = cascade.declarationOf(entry)
  const rule = typeof owner === 'object' ? owner : null
  return {
    ...placeOfEntry(cascade, entry, element),
    kind: kindOf(entry),
    selector: rule?.selectorText ?? '',
    specificity: rule?.specificity ?? [0, 0, 0],
    layer: rule?.layerName ?? '',
    property,
    value,
    important: set.important,
    lost,
  }
}

/** Declarations for the property that browsers ignore, in rules that match. */
function ignored(cascade: Cascade, style: ElementStyle, property: string): Rung[] {
  const found: Rung[] = []
  const look = (declarations: readonly Declaration[], rule: CascadeRule) => {
    for (const declaration of declarations) {
      const fault = overlaps(declaration.property, property) ? faultOf(declaration) : null
      if (!fault) continue
      found.push({
        kind: rule.source.kind,
        file: rule.source.file,
        offset: rule.source.offset + declaration.from,
        end: rule.source.offset + declaration.to,
        selector: rule.selectorText,
        specificity: rule.specificity,
        layer: rule.layerName,
        property: declaration.property,
        value: declaration.value,
        important: declaration.important,
        lost: { by: fault },
      })
    }
  }
  for (const older of style.matched.rules) {
    const rule = cascade.present(older)
    if (rule.pseudo === style.pseudoName && rule.source.kind !== 'user-agent') look(rule.declarations, rule)
  }
  return found.reverse()
}

/** The first criterion of the cascade in which a declaration is behind the winner. */
export function whyLost(cascade: Cascade, entry: Entry, winner: Entry): Lost {
  if (entry.set.important !== winner.set.important) return { by: 'importance' }
  const origin = (each: Entry) => (kindOf(each) === 'user-agent' ? 0 : kindOf(each) === 'presentational' ? 1 : 2)
  if (origin(entry) !== origin(winner)) return { by: 'origin' }
  if (winner.owner === 'inline') return entry.owner === 'inline' ? { by: 'later-in-rule' } : { by: 'inline' }
  if (typeof entry.owner === 'string' || typeof winner.owner === 'string') return { by: 'later-in-rule' }
  const [own, other] = [cascade.present(entry.owner), cascade.present(winner.owner)]
  if (own.layer !== other.layer) return { by: 'layer', own: own.layerName, winning: other.layerName }
  if (compareSpecificity(own.specificity, other.specificity) !== 0)
    return { by: 'specificity', own: own.specificity, winning: other.specificity }
  if (own.source === other.source && own.from === other.from) return { by: 'later-in-rule' }
  if (own.source === other.source) return { by: 'later-rule' }
  return {
    by: own.source.kind === 'external' && other.source.kind === 'embedded' ? 'embedded-after-external' : 'later-sheet',
  }
}
