import { addTo } from '../text/grouped.ts'
import { withoutStates } from '../selectors/why-nothing.ts'
import type { SheetAt } from '../edit/sheets.ts'
import type { Declaration, Rule, Sheet, StyleRule } from '../sheet/parse.ts'
import { declarationsOf, styleRules } from '../sheet/walk.ts'
import type { SitePath } from '../paths/paths.ts'
import { hasVar } from '../css/var.ts'
import { memo } from '../text/memo.ts'
import { countUses } from './swatches.ts'

/** A declaration that uses a swatch. */
export interface SwatchUse {
  readonly selector: string
  readonly property: string
  /** The stylesheet, and the place of the declaration in it. */
  readonly file: SitePath
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
export function swatchUses(sheets: readonly SheetAt[], name: string): SwatchUse[] {
  const found: SwatchUse[] = []
  const seen = new Set<Declaration>()
  const followed = new Set([name])
  // The set grows while it is walked: each custom property that uses one of those before is followed in its turn.
  for (const current of followed) {
    const users = sheets.flatMap(({ path, sheet }) =>
      (usersByName(sheet).get(current) ?? []).map((user) => ({ ...user, file: path })),
    )
    for (const { selector, declaration, file } of users) {
      const { property, from, to } = declaration
      if (seen.has(declaration)) continue
      seen.add(declaration)
      found.push({ selector, property, file, from, to, through: current === name ? '' : current })
      if (property.startsWith('--')) followed.add(property)
    }
  }
  const place = new Map(sheets.map(({ path }, at) => [path, at]))
  return found.sort((a, b) => place.get(a.file)! - place.get(b.file)! || a.from - b.from)
}

/** The declarations that use each custom property in `var()`, with the selectors they stand under. */
const usersByName = memo((sheet: Sheet) => {
  const users = new Map<string, { selector: string; declaration: Declaration }[]>()
  for (const { rule, within } of styleRules(sheet)) {
    const selector = unnested(rule, within)
    for (const declaration of declarationsOf(rule))
      for (const name of hasVar(declaration.value) ? countUses(declaration.value).keys() : [])
        addTo(users, name, { selector, declaration })
  }
  return users
})

/** A nested rule's selector as it reads outside (CSS Nesting 1, section 3). */
function unnested(rule: StyleRule, within: readonly Rule[]): string {
  return [...within.filter((outer): outer is StyleRule => outer.kind === 'style'), rule]
    .map(({ selector }) => selector)
    .reduce((outer, inner) => (inner.includes('&') ? inner.replaceAll('&', `:is(${outer})`) : `:is(${outer}) ${inner}`))
}

/** What the rules that use a swatch touch, page by page; every element once. `reach` finds a selector's elements by their index. */
export function swatchReach(
  sheets: readonly SheetAt[],
  name: string,
  pages: readonly SitePath[],
  reach: (page: SitePath, selector: string) => readonly number[],
): SwatchReach {
  const uses = swatchUses(sheets, name)
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
