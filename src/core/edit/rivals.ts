import type { Entry } from '../cascade/cascaded.ts'
import { kindOf } from '../cascade/entries.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { longhand } from '../properties/longhands.ts'
import { longhandsOf } from '../properties/shorthands.ts'
import { reachOf } from '../selectors/reach.ts'
import { normalSelector } from '../selectors/serialize.ts'

/** Something else than the rule at hand that decides a property for elements of its reach. */
export interface Rival {
  readonly page: SitePath
  readonly kind: 'external' | 'embedded' | 'inline'
  /** '' for style attributes. */
  readonly selector: string
  readonly property: string
  /** Elements on this page. */
  readonly count: number
}

/** What else decides these properties for the elements a selector reaches. */
export function rivalsOf(site: SiteSnapshot, selector: string, properties: readonly string[]): Rival[] {
  const own = normalSelector(selector)
  const found = new Map<string, Rival>()
  for (const path of site.pagePaths) {
    const elements = reachOf(site.page(path), selector)
    if (elements.length === 0) continue
    const styles = site.stylesOf(path)
    for (const element of elements) {
      const { winners } = styles.of(element)
      for (const property of properties)
        for (const rival of rivalsFor(winners, property, own)) {
          const key = `${path} ${rival.kind} ${rival.selector} ${property}`
          found.set(key, { page: path, ...rival, property, count: (found.get(key)?.count ?? 0) + 1 })
        }
    }
  }
  return [...found.values()]
}

/** The rivals for one element: each once, however many longhands of the property it decides. */
function rivalsFor(
  winners: readonly (Entry | undefined)[],
  property: string,
  own: string,
): Pick<Rival, 'kind' | 'selector'>[] {
  const found = new Map<string, Pick<Rival, 'kind' | 'selector'>>()
  for (const name of longhandsOf(property)) {
    const winner = winners[longhand(name)?.id ?? -1]
    const kind = winner ? kindOf(winner) : 'user-agent'
    if (!winner || kind === 'user-agent' || kind === 'presentational') continue
    const selector = typeof winner.owner === 'object' ? winner.owner.selectorText : ''
    if (kind === 'external' && normalSelector(selector) === own) continue
    found.set(`${kind} ${selector}`, { kind, selector })
  }
  return [...found.values()]
}
