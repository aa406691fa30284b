import { hasVar } from '../css/var.ts'
import { pseudoElementOf } from '../selectors/match.ts'
import { parseComplex, splitSelectorList, type Complex } from '../selectors/parse.ts'
import { highestSpecificity, specificityOf, type Specificity } from '../selectors/specificity.ts'
import type { Declaration, Item, Sheet } from '../sheet/parse.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { Remembered } from '../text/remembered.ts'
import { accepts, hasGrammar } from '../properties/grammar.ts'
import { mediaMatches, type Viewport } from '../values/media.ts'
import { aliasOf } from '../properties/aliases.ts'
import { isLogical, longhand } from '../properties/longhands.ts'
import { expand, isShorthand, longhandsOf, wideKeyword, quirkOf } from '../properties/shorthands.ts'
import { supportsMatches } from './supports.ts'

/** Where a declaration comes from. */
export type SourceKind = 'user-agent' | 'presentational' | 'external' | 'embedded' | 'inline'

/** One author stylesheet a page wears, in the order the page names them. */
export interface AuthorSheet {
  readonly kind: 'external' | 'embedded'
  /** The file that holds it: a sheet's path, or the page's own for embedded blocks. */
  readonly file: string
  /** Where its text begins in that file, in UTF-16 units. */
  readonly offset: number
  readonly sheet: Sheet
  /** The layer an `@import` puts it into, outermost first; '' is a layer without a name. */
  readonly layers?: readonly string[]
  /** Names of layers that are declared in front of it, by `@layer` statements before its `@import`. */
  readonly layersBefore?: readonly string[]
}

/** A source of rules as the cascade sees it. */
export interface Source {
  readonly kind: SourceKind
  readonly file: string
  readonly offset: number
  readonly sheet: Sheet | null
}

/** One longhand, custom or unknown property that a declaration sets, as it enters the cascade. */
export interface SetLonghand {
  /** A longhand's name (flow-relative names too), a custom property's, or an unknown one. */
  readonly property: string
  /** The longhand's id; -1 for the rest. */
  readonly id: number
  readonly logical: boolean
  /** The specified value. For a shorthand with `var()` inside, the shorthand's. */
  readonly value: string
  /** The shorthand whose value is not taken apart yet, because it holds a `var()`. */
  readonly pending: string | null
  readonly holdsVar: boolean
  readonly wide: string | null
  readonly important: boolean
  /** Where it stood when it was read; where it stands now, the cascade says. */
  readonly declaration: Declaration
  /** For values that are the same wherever they stand: the computed value, once known. It follows from `value` alone. */
  fixed?: string
  /** For values in units of font sizes and of the viewport: the last computed value, and the sizes it is for. */
  last?: {
    readonly fontSize: number
    readonly rootFontSize: number
    readonly lineHeight: number
    readonly viewport: Viewport
    readonly computed: string
  }
}

/** One selector of a style rule, with what the cascade weighs. */
export interface CascadeRule {
  /** Place among the rules of its set when it was read; later is stronger among equals. Where it stands now, the cascade says. */
  readonly order: number
  readonly source: Source
  readonly selectorText: string
  readonly selector: Complex
  /** The pseudo-element it styles, or ''. */
  readonly pseudo: string
  readonly specificity: Specificity
  readonly nesting: readonly Complex[] | undefined
  readonly scope: Scope | null
  /** Strength of its layer among normal declarations; author rules outside layers have the highest. */
  readonly layer: number
  readonly layerName: string
  /** Offset of the rule in its sheet's text. */
  readonly from: number
  readonly longhands: readonly SetLonghand[]
  /** Everything written in the block, valid or not. */
  readonly declarations: readonly Declaration[]
}

/** An `@scope`: where it begins and where it ends. */
export interface Scope {
  readonly roots: readonly Complex[] | null
  readonly limits: readonly Complex[]
}

/** A custom property registered with `@property`. */
export interface Registered {
  readonly inherits: boolean
  readonly initial: string | null
}

/** Whether a rule writes an attribute of its element into the element's own content. */
export function writesAttribute({ pseudo, longhands }: CascadeRule): boolean {
  return pseudo === '' && longhands.some(({ property, value }) => property === 'content' && value.includes('attr('))
}

/** Whether a length of the viewport is in what a rule declares. */
export function followsViewport(rule: CascadeRule): boolean {
  let follows = viewportRules.get(rule)
  if (follows === undefined)
    viewportRules.set(rule, (follows = rule.longhands.some(({ value }) => VIEWPORT_LENGTH.test(value))))
  return follows
}

const viewportRules = new WeakMap<CascadeRule, boolean>()
/** Units of CSS Values 4, sections 6.1.2 and 6.1.3, and those of containers, which follow the viewport where there is none. */
const VIEWPORT_LENGTH = /\d(?:[sld]?v(?:w|h|i|b|min|max)|cq(?:w|h|i|b|min|max))\b/i

const expandedDeclarations = new WeakMap<Declaration, { quirks: boolean; set: readonly SetLonghand[] }>()

/** What a declaration sets, longhand by longhand; empty when browsers ignore it. */
export function setBy(declaration: Declaration, quirks = false): readonly SetLonghand[] {
  const known = expandedDeclarations.get(declaration)
  if (known?.quirks === quirks) return known.set
  const set = expandDeclaration(declaration, quirks)
  expandedDeclarations.set(declaration, { quirks, set })
  return set
}

function expandDeclaration(declaration: Declaration, quirks: boolean): SetLonghand[] {
  const { important } = declaration
  const one = (property: string, value: string, pending: string | null, holdsVar: boolean): SetLonghand => {
    const found = longhand(property)
    return {
      property,
      id: found?.id ?? -1,
      logical: !found && isLogical(property),
      value,
      pending,
      holdsVar,
      wide: holdsVar ? null : wideKeyword(value),
      important,
      declaration,
    }
  }
  const custom = declaration.property.startsWith('--')
  const property = custom ? declaration.property : aliasOf(declaration.property)
  const { value } = declaration
  if (custom) return [one(property, value, null, hasVar(value))]
  if (hasVar(value))
    return longhandsOf(property).map((name) => one(name, value, isShorthand(property) ? property : null, true))
  const expanded = expand(property, value) ?? (quirks ? expandQuirk(property, value) : null)
  return expanded ? [...expanded].map(([name, text]) => one(name, text, null, false)) : []
}

function expandQuirk(property: string, value: string): ReturnType<typeof expand> {
  const quirk = quirkOf(property)
  if (quirk === 'unitless')
    return expand(property, value.replace(/(^|\s)([+-]?(?:\d+\.?\d*|\.\d+))(?=\s|$)/g, '$1$2px'))
  if (quirk === 'hashless' && /^(?:[0-9a-f]{3}|[0-9a-f]{6})$/i.test(value)) return expand(property, `#${value}`)
  return null
}

/** Whether browsers ignore a declaration: unknown property, or a value the property does not take. */
export function faultOf(declaration: Declaration): 'unknown-property' | 'invalid-value' | null {
  if (declaration.property.startsWith('--') || hasVar(declaration.value)) return null
  const property = aliasOf(declaration.property)
  if (!longhand(property) && !isShorthand(property) && !isLogical(property))
    return hasGrammar(property) ? (accepts(property, declaration.value) ? null : 'invalid-value') : 'unknown-property'
  return expand(property, declaration.value) === null ? 'invalid-value' : null
}

/** Gives layers their places: by first appearance, inner ones before what their outer layer says itself. */
class Layers {
  private readonly children = new Map<string, Layers>()
  private anonymous = 0
  private strength = 0

  /** The layer of a path of names, made when it is new. */
  at(path: readonly string[]): Layers {
    return path.reduce<Layers>((layer, name) => layer.within(name), this)
  }

  private within(name: string): Layers {
    const layer = this.children.get(name) ?? new Layers()
    this.children.set(name, layer)
    return layer
  }

  /** A name for a layer that has none. */
  fresh(): string {
    return `\0${this.anonymous++}`
  }

  /** Step by step, for a name may have thousands of parts. */
  number(): void {
    let next = 0
    const open = [{ layer: this as Layers, inner: this.children.values() }]
    for (let last = open.at(-1); last; last = open.at(-1)) {
      const child = last.inner.next()
      if (!child.done) open.push({ layer: child.value, inner: child.value.children.values() })
      else open.pop()!.layer.strength = next++
    }
  }

  get value(): number {
    return this.strength
  }
}

const UNLAYERED = Number.MAX_SAFE_INTEGER

/** What rules a list of sheets comes to at a viewport. */
export interface RuleSet {
  readonly rules: readonly CascadeRule[]
  readonly registered: ReadonlyMap<string, Registered>
}

/** The style rules of sheets that apply at a viewport, in their order of appearance counted from `firstOrder`, nested ones resolved. */
export function ruleSet(
  sheets: readonly (AuthorSheet | (Source & { readonly sheet: Sheet }))[],
  viewport: Viewport,
  quirks: boolean,
  firstOrder = 0,
): RuleSet {
  const layers = new Layers()
  const found: (Omit<CascadeRule, 'layer'> & { layers: Layers | null })[] = []
  const registered = new Map<string, Registered>()

  const visitSheet = (source: Source & { sheet: Sheet }, inLayers: readonly string[]) => {
    interface Place {
      readonly layer: readonly string[]
      readonly nesting: readonly Complex[] | undefined
      readonly outer: Specificity
      readonly scope: Scope | null
    }
    const push = (
      selectors: readonly { text: string; selector: Complex }[],
      declarations: readonly Declaration[],
      from: number,
      place: Place,
    ) => {
      const longhands = declarations.flatMap((declaration) => setBy(declaration, quirks))
      for (const { text, selector } of selectors) {
        found.push({
          order: firstOrder + found.length,
          source,
          selectorText: text,
          selector,
          pseudo: pseudoElementOf(selector),
          specificity: specificityOf(selector, place.outer),
          nesting: place.nesting,
          scope: place.scope,
          layers: place.layer.length > 0 ? layers.at(place.layer) : null,
          layerName: place.layer.map((name) => (name.startsWith('\0') ? '(no name)' : name)).join('.'),
          from,
          longhands,
          declarations,
        })
      }
    }
    const visit = (items: readonly Item[], place: Place) => {
      for (const item of items) {
        if (item.kind === 'declaration') continue
        if (item.kind === 'style') {
          const list = readSelectors(item.selector, place.nesting !== undefined)
          if (list) visitBlock(item.items, list, item.from, place)
          continue
        }
        switch (item.name) {
          case 'media':
            if (mediaMatches(item.prelude, viewport)) inner(item.items, place, item.from)
            break
          case 'supports':
            if (supportsMatches(item.prelude)) inner(item.items, place, item.from)
            break
          case 'layer': {
            const names = splitAtCommas(item.prelude).map(({ text }) => text)
            if (!item.block) {
              for (const name of names) layers.at([...place.layer, ...name.split('.')])
              break
            }
            const own = item.prelude.trim() === '' ? [layers.fresh()] : names[0]!.split('.')
            layers.at([...place.layer, ...own])
            inner(item.items, { ...place, layer: [...place.layer, ...own] }, item.from)
            break
          }
          case 'scope':
            visit(item.items, { ...place, scope: readScope(item.prelude), nesting: undefined })
            break
          case 'property':
            if (item.prelude.trim().startsWith('--')) register(item.prelude.trim(), item.items)
            break
        }
      }
    }
    /** A block inside a style rule may hold declarations of the outer rule, before and after nested rules. */
    const visitBlock = (
      items: readonly Item[],
      list: readonly { text: string; selector: Complex }[],
      from: number,
      place: Place,
    ) => {
      // & never stands for a pseudo-element (CSS Nesting 1, section 3).
      const selectors = list.map(({ selector }) => selector).filter((selector) => pseudoElementOf(selector) === '')
      const within: Place = {
        ...place,
        nesting: place.nesting ? withNesting(selectors, place.nesting) : selectors,
        outer: highestSpecificity(selectors, place.outer),
      }
      let run: Declaration[] = []
      let any = false
      for (const item of items) {
        if (item.kind === 'declaration') run.push(item)
        else {
          if (run.length > 0) push(list, run, from, place)
          any ||= run.length > 0
          run = []
          visit([item], within)
        }
      }
      if (run.length > 0 || !any) push(list, run, from, place)
    }
    /** What stands in a conditional block: rules, and declarations when it is nested in a style rule. */
    const inner = (items: readonly Item[], place: Place, from: number) => {
      if (!place.nesting) return visit(items, place)
      const own: Complex = { compounds: [[{ kind: 'nesting' }]], combinators: [' '] }
      let run: Declaration[] = []
      const flush = () => {
        if (run.length > 0) push([{ text: '&', selector: own }], run, from, place)
        run = []
      }
      for (const item of items) {
        if (item.kind === 'declaration') run.push(item)
        else {
          flush()
          visit([item], place)
        }
      }
      flush()
    }
    const register = (name: string, items: readonly Item[]) => {
      const value = (property: string) =>
        items.find((item): item is Declaration => item.kind === 'declaration' && item.property === property)?.value
      registered.set(name, { inherits: value('inherits') !== 'false', initial: value('initial-value') ?? null })
    }
    visit(source.sheet.rules, { layer: inLayers, nesting: undefined, outer: [0, 0, 0], scope: null })
  }

  for (const each of sheets) {
    if ('layersBefore' in each) for (const name of each.layersBefore ?? []) layers.at(name.split('.'))
    const path = ('layers' in each ? (each.layers ?? []) : []).flatMap((name) =>
      name === '' ? [layers.fresh()] : name.split('.'),
    )
    if (path.length > 0) layers.at(path)
    visitSheet({ kind: each.kind, file: each.file, offset: each.offset, sheet: each.sheet }, path)
  }
  layers.number()
  return {
    registered,
    rules: found.map(({ layers: own, ...rule }) => ({ ...rule, layer: own ? own.value : UNLAYERED })),
  }
}

const knownSelectors = new Remembered<readonly { text: string; selector: Complex }[] | null>(20_000)

/** The selectors of a rule, nested ones with the `&` they imply; null when one is not valid. Equal texts are read once. */
function readSelectors(written: string, isNested: boolean): readonly { text: string; selector: Complex }[] | null {
  return knownSelectors.get(`${isNested ? '&' : ''}${written}`, () => {
    const list = splitSelectorList(written).map(({ text, selector }) => ({
      text,
      selector: isNested ? nested(text) : selector,
    }))
    return list.length === 0 || list.some(({ selector }) => selector === null)
      ? null
      : (list as { text: string; selector: Complex }[])
  })
}

/** Nested selectors with `&` put in place of the rule around: as `:is()` of it (CSS Nesting 1, section 3). */
function withNesting(selectors: readonly Complex[], nesting: readonly Complex[]): Complex[] {
  const replace = (selector: Complex): Complex => ({
    ...selector,
    compounds: selector.compounds.map((compound) =>
      compound.map((simple) => {
        if (simple.kind === 'nesting') return { kind: 'pseudo-class', name: 'is', selectors: nesting } as const
        return simple.kind === 'pseudo-class' && simple.selectors
          ? { ...simple, selectors: simple.selectors.map(replace) }
          : simple
      }),
    ),
  })
  return selectors.map(replace)
}

/** A nested selector, with the `&` that it implies (CSS Nesting 1, section 3.1). */
function nested(text: string): Complex | null {
  const relative = parseComplex(text, true)
  if (!relative) return null
  const holdsNesting = relative.compounds.some((compound) =>
    compound.some(
      (simple) =>
        simple.kind === 'nesting' ||
        (simple.kind === 'pseudo-class' && JSON.stringify(simple.selectors ?? []).includes('"nesting"')),
    ),
  )
  if (holdsNesting && relative.combinators[0] === ' ') return relative
  return { compounds: [[{ kind: 'nesting' }], ...relative.compounds], combinators: [' ', ...relative.combinators] }
}

function readScope(prelude: string): Scope {
  const match = /^\s*(?:\(([\s\S]*?)\))?\s*(?:to\s*\(([\s\S]*)\))?\s*$/i.exec(prelude)
  const list = (text: string | undefined) =>
    text === undefined ? null : splitSelectorList(text).flatMap(({ selector }) => (selector ? [selector] : []))
  return { roots: list(match?.[1]), limits: list(match?.[2]) ?? [] }
}
