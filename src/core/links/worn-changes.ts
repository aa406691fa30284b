import type { PageStyles } from '../cascade/cascade.ts'
import { isThere, pseudosThatMayDiffer } from '../cascade/pseudos.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { visitedValue } from '../contrast/visited.ts'
import { descendantsOf, type PageElement } from '../markup/tree.ts'
import { idOf, LONGHANDS } from '../properties/longhands.ts'
import type { LinkCondition } from '../states/links.ts'

/** What an element, or a pseudo-element of it, looks like otherwise in a state: values by longhand. */
export interface WornChange {
  readonly element: PageElement
  readonly pseudo: string
  readonly values: Readonly<Record<string, string>>
}

/** Everything about these elements that a state changes. Of visited links colours alone, as browsers have it. */
export function wornChanges(
  rest: PageStyles,
  worn: PageStyles,
  elements: Iterable<PageElement>,
  visited: boolean,
): WornChange[] {
  const known = new Map<ElementStyle, Map<ElementStyle, WornChange['values'] | null>>()
  const valuesOf = (before: ElementStyle, after: ElementStyle): WornChange['values'] | null => {
    const row = known.get(before) ?? new Map<ElementStyle, WornChange['values'] | null>()
    known.set(before, row)
    let values = row.get(after)
    if (values === undefined) row.set(after, (values = differing(before, after, visited)))
    return values
  }
  const found: WornChange[] = []
  for (const element of elements) {
    const [before, after] = [rest.of(element), worn.of(element)]
    if (before === after) continue
    const values = valuesOf(before, after)
    if (values) found.push({ element, pseudo: '', values })
    for (const pseudo of pseudosThatMayDiffer(before, after)) {
      const [was, is] = [rest.of(element, pseudo), worn.of(element, pseudo)]
      if (!isThere(was, before) && !isThere(is, after)) continue
      const changed = differing(was, is, visited)
      if (changed) found.push({ element, pseudo, values: changed })
    }
  }
  return found
}

function differing(before: ElementStyle, after: ElementStyle, visited: boolean): WornChange['values'] | null {
  const values: Record<string, string> = {}
  let any = false
  for (const { id, name } of LONGHANDS) {
    // As it is handed down: what is `currentcolor` here follows the colour of each element below.
    if (after.value(id) === before.value(id)) continue
    const now = visited ? visitedValue(after, before, id) : after.value(id)
    if (visited && now === resolvedValue(before, id)) continue
    values[name] = now
    any = true
  }
  return any ? values : null
}

/** Whether a link, or anything in it, looks other in a state than at rest. */
export function differsInState(
  rest: PageStyles,
  worn: PageStyles,
  link: PageElement,
  condition: LinkCondition,
): boolean {
  const inside = [link, ...descendantsOf(rest.page, link)]
  return wornChanges(rest, worn, inside, condition === 'visited').some(({ element, pseudo, values }) => {
    const hasOutline = worn.of(element, pseudo).value(OUTLINE) !== 'none'
    // An outline that is not drawn has a colour and a distance all the same.
    return Object.keys(values).some((name) => hasOutline || !/^outline-(?:color|width|offset)$/.test(name))
  })
}

const OUTLINE = idOf('outline-style')
