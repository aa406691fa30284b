import type { Page, PageElement } from '../markup/tree.ts'
import { matches, pseudoElementOf } from '../selectors/match.ts'
import { parseComplex, splitSelectorList, type Complex } from '../selectors/parse.ts'
import { compareSpecificity, highestSpecificity, specificityOf, type Specificity } from '../selectors/specificity.ts'
import { parseDeclarations, type Declaration, type Item, type Sheet } from '../sheet/parse.ts'
import { mediaMatches, type Viewport } from './media.ts'
import { overlaps } from './shorthands.ts'

export type SourceKind = 'external' | 'embedded' | 'inline'

/** One author stylesheet a page wears, in the order the page names them. */
export interface AuthorSheet {
  readonly kind: Exclude<SourceKind, 'inline'>
  /** The file that holds it: a sheet's path, or the page's own for embedded blocks. */
  readonly file: string
  /** Where its text begins in that file, in UTF-16 units. */
  readonly offset: number
  readonly sheet: Sheet
}

/** A style rule that applies at a viewport, ready for matching. */
interface ActiveRule {
  readonly source: AuthorSheet
  readonly selectorText: string
  readonly selector: Complex
  readonly specificity: Specificity
  readonly nesting: readonly Complex[] | undefined
  readonly layer: number
  readonly declarations: readonly Declaration[]
}

/** A declaration that speaks for an element, with what the cascade weighs. */
export interface Contender {
  readonly kind: SourceKind
  readonly file: string
  readonly offset: number
  /** '' for style attributes. */
  readonly selector: string
  readonly specificity: Specificity
  readonly declaration: Declaration
  readonly layer: number
  /** Later is stronger among equals. */
  readonly order: number
}

/** The author rules of a page at a viewport; make one per page and text, then ask it about elements. */
export interface AuthorCascade {
  /** Declarations for an element that set the property (or part of it), the winner first. */
  contenders(element: PageElement, property: string): Contender[]
  /** Elements that any rule of this kind matches, with the declarations it gives them. */
  matched(kind: SourceKind): { element: PageElement; declarations: Declaration[] }[]
}

const UNLAYERED = Number.MAX_SAFE_INTEGER

/** Sorts author declarations as CSS Cascading and Inheritance Level 5, section 6 does: importance, style attribute, layer, specificity, order. */
export function authorCascade(page: Page, sheets: readonly AuthorSheet[], viewport: Viewport): AuthorCascade {
  const layers: string[] = []
  const rules = sheets.flatMap((source) => activeRules(source, viewport, layers))
  const inline = new Map<PageElement, Declaration[]>()
  for (const element of page.elements) {
    const style = element.attributes.get('style')
    if (style !== undefined) inline.set(element, parseDeclarations(style).items)
  }

  const matching = (element: PageElement, rule: ActiveRule) =>
    matches(element, rule.selector, { quirks: page.quirks, nesting: rule.nesting })

  return {
    contenders(element, property) {
      const found: Contender[] = []
      let order = 0
      for (const rule of rules) {
        const declarations = rule.declarations.filter((declaration) => overlaps(declaration.property, property))
        if (declarations.length === 0 || !matching(element, rule)) continue
        for (const declaration of declarations) {
          found.push({
            kind: rule.source.kind, file: rule.source.file, offset: rule.source.offset, selector: rule.selectorText,
            specificity: rule.specificity, declaration, layer: rule.layer, order: order++,
          })
        }
      }
      for (const declaration of inline.get(element) ?? []) {
        if (!overlaps(declaration.property, property)) continue
        found.push({
          kind: 'inline', file: '', offset: element.place?.attributes['style']?.from ?? 0, selector: '',
          specificity: [0, 0, 0], declaration, layer: UNLAYERED, order: order++,
        })
      }
      return found.sort((a, b) => -compareContenders(a, b))
    },
    matched(kind) {
      if (kind === 'inline') return [...inline].map(([element, declarations]) => ({ element, declarations }))
      const own = rules.filter((rule) => rule.source.kind === kind && rule.declarations.length > 0)
      return page.elements.flatMap((element) => {
        const declarations = own.filter((rule) => matching(element, rule)).flatMap((rule) => rule.declarations)
        return declarations.length > 0 ? [{ element, declarations }] : []
      })
    },
  }
}

/** Negative when `a` is beaten by `b`. */
export function compareContenders(a: Contender, b: Contender): number {
  const important = Number(a.declaration.important) - Number(b.declaration.important)
  if (important !== 0) return important
  const inline = Number(a.kind === 'inline') - Number(b.kind === 'inline')
  if (inline !== 0) return inline
  // Later layers win, unless important: then earlier ones do (CSS Cascade 5, section 6.1).
  const layer = a.declaration.important ? b.layer - a.layer : a.layer - b.layer
  return layer || compareSpecificity(a.specificity, b.specificity) || a.order - b.order
}

/** The style rules of a sheet that apply at a viewport, nested ones resolved. `layers` gathers layer names in order. */
function activeRules(source: AuthorSheet, viewport: Viewport, layers: string[]): ActiveRule[] {
  const found: ActiveRule[] = []
  const layerOf = (name: string) => {
    const at = layers.indexOf(name)
    return at >= 0 ? at : layers.push(name) - 1
  }
  const visit = (items: readonly Item[], layer: string, nesting: readonly Complex[] | undefined, outer: Specificity) => {
    for (const item of items) {
      if (item.kind === 'declaration') continue
      if (item.kind === 'at') {
        if (item.name === 'layer') {
          const names = item.prelude.split(',').map((name) => name.trim())
          if (!item.block) for (const name of names) layerOf(layer ? `${layer}.${name}` : name)
          else {
            const own = names[0] || `(${layers.length})`
            const full = layer ? `${layer}.${own}` : own
            layerOf(full)
            visit(item.items, full, nesting, outer)
          }
        } else if (item.name === 'media' ? mediaMatches(item.prelude, viewport) : item.name === 'supports' || item.name === 'container' || item.name === 'scope') {
          visit(item.items, layer, nesting, outer)
        }
        continue
      }
      const selectors = splitSelectorList(item.selector).map(({ text, selector }) => ({
        text, selector: nesting ? nested(text) : selector,
      }))
      if (selectors.some(({ selector }) => selector === null)) continue
      const declarations = item.items.filter((inner): inner is Declaration => inner.kind === 'declaration')
      const list = selectors.map(({ selector }) => selector!)
      for (const { text, selector } of selectors) {
        if (pseudoElementOf(selector!) !== '') continue
        found.push({
          source, selectorText: text, selector: selector!, specificity: specificityOf(selector!, outer), nesting,
          layer: layer === '' ? UNLAYERED : layerOf(layer), declarations,
        })
      }
      if (item.items.length > declarations.length) visit(item.items, layer, list, highestSpecificity(list, outer))
    }
  }
  visit(source.sheet.rules, '', undefined, [0, 0, 0])
  return found
}

/** A nested selector, with the `&` that it implies (CSS Nesting 1, section 3.1). */
function nested(text: string): Complex | null {
  const relative = parseComplex(text, true)
  if (!relative) return null
  const holdsNesting = relative.compounds.some((compound) => compound.some((simple) => simple.kind === 'nesting'))
  if (holdsNesting && relative.combinators[0] === ' ') return relative
  return { compounds: [[{ kind: 'nesting' }], ...relative.compounds], combinators: [' ', ...relative.combinators] }
}
