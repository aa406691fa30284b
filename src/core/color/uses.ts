import { withoutStates } from '../selectors/why-nothing.ts'
import type { Declaration, Rule, Sheet, StyleRule } from '../sheet/parse.ts'
import { declarationsOf, styleRules } from '../sheet/walk.ts'
import type { SitePath } from '../paths/paths.ts'
import { usesOf } from './swatches.ts'

/** A declaration that uses a swatch. */
export interface SwatchUse {
  readonly selector: string
  readonly property: string
  /** Place of the declaration in the sheet. */
  readonly from: number
  readonly to: number
  /** The swatch in between, where it is used through another one; '' when directly. */
  readonly through: string
}

/** Where a swatch is used, and what that touches. */
export interface SwatchReach {
  readonly name: string
  readonly uses: readonly SwatchUse[]
  readonly elements: number
  readonly pages: readonly { readonly page: SitePath; readonly count: number }[]
}

/** The declarations that use a swatch, through other custom properties too. */
export function swatchUses(sheet: Sheet, name: string): SwatchUse[] {
  const all = styleRules(sheet).flatMap(({ rule, within }) =>
    declarationsOf(rule).map((declaration) => ({ selector: unnested(rule, within), declaration })),
  )
  const found: SwatchUse[] = []
  const seen = new Set<Declaration>()
  const follow = (current: string, through: string) => {
    for (const { selector, declaration } of all) {
      if (seen.has(declaration) || usesOf(declaration.value, current) === 0) continue
      seen.add(declaration)
      found.push({ selector, property: declaration.property, from: declaration.from, to: declaration.to, through })
      if (declaration.property.startsWith('--')) follow(declaration.property, declaration.property)
    }
  }
  follow(name, '')
  return found.sort((a, b) => a.from - b.from)
}

/** A nested rule's selector as it reads outside (CSS Nesting 1, section 3). */
function unnested(rule: StyleRule, within: readonly Rule[]): string {
  return [...within.filter((outer): outer is StyleRule => outer.kind === 'style'), rule]
    .map(({ selector }) => selector)
    .reduce((outer, inner) => (inner.includes('&') ? inner.replaceAll('&', `:is(${outer})`) : `:is(${outer}) ${inner}`))
}

/** What the rules that use a swatch touch, page by page; every element once. `reach` finds a selector's elements by their index. */
export function swatchReach(
  sheet: Sheet,
  name: string,
  pages: readonly SitePath[],
  reach: (page: SitePath, selector: string) => readonly number[],
): SwatchReach {
  const uses = swatchUses(sheet, name)
  const selectors = [
    ...new Set(
      uses
        .filter(({ property }) => !property.startsWith('--'))
        .map(({ selector }) => withoutStates(selector))
        .filter((selector) => selector !== null),
    ),
  ]
  const counts = pages
    .map((page) => ({ page, count: new Set(selectors.flatMap((selector) => reach(page, selector))).size }))
    .filter(({ count }) => count > 0)
  return { name, uses, elements: counts.reduce((sum, { count }) => sum + count, 0), pages: counts }
}
