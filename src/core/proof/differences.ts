import type { PageStyles } from '../cascade/cascade.ts'
import { isThere, pseudosThatMayDiffer } from '../cascade/pseudos.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import type { PageElement } from '../markup/tree.ts'
import { LONGHANDS } from '../properties/longhands.ts'

/** A value in which two styles, or those of their pseudo-elements, differ. */
export interface ValueDifference {
  readonly property: string
  /** '' for the element itself. */
  readonly pseudo: string
  readonly before: string
  readonly after: string
  /** Whether it differs only because of what it is inherited from, or because it follows the text colour. */
  readonly follows: boolean
}

const NONE: readonly ValueDifference[] = []

/**
 * What styles differ in before and after a change. Elements that look alike share a style, so each pair of styles is compared once,
 * however many elements on however many pages wear it.
 */
export class StyleDifferences {
  private readonly known = new WeakMap<ElementStyle, WeakMap<ElementStyle, readonly ValueDifference[]>>()

  private readonly reasons = new WeakMap<ValueDifference, string>()

  /** Why they differ, as `find` says it; the same for all elements that differ so. */
  reasonOf(difference: ValueDifference, find: () => string): string {
    const reason = this.reasons.get(difference) ?? find()
    this.reasons.set(difference, reason)
    return reason
  }

  /** Between an element as it is and what it is after the change: every longhand, of its pseudo-elements too. */
  between(old: PageStyles, now: PageStyles, element: PageElement, other: PageElement): readonly ValueDifference[] {
    const [own, next] = [old.of(element), now.of(other)]
    if (own === next) return NONE
    const row = this.known.get(own) ?? new WeakMap<ElementStyle, readonly ValueDifference[]>()
    this.known.set(own, row)
    let found = row.get(next)
    if (!found) {
      found = [...differing(own, next), ...[...pseudosThatMayDiffer(own, next)].flatMap((name) => ofPseudo(name))]
      row.set(next, found)
    }
    return found

    function ofPseudo(name: string): readonly ValueDifference[] {
      const [a, b] = [old.of(element, name), now.of(other, name)]
      return isThere(a, own) || isThere(b, next) ? differing(a, b) : NONE
    }
  }
}

function differing(a: ElementStyle, b: ElementStyle): readonly ValueDifference[] {
  const found: ValueDifference[] = []
  for (const { id, name } of LONGHANDS) {
    const [before, after] = [resolvedValue(a, id), resolvedValue(b, id)]
    if (before === after) continue
    found.push({ property: name, pseudo: a.pseudoName, before, after, follows: onlyFollows(a, b, id) })
  }
  return found
}

function onlyFollows(a: ElementStyle, b: ElementStyle, id: number): boolean {
  if (a.value(id) === b.value(id)) return true
  return LONGHANDS[id]!.inherited && !a.winners[id] && !b.winners[id]
}
