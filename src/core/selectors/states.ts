import type { PageElement } from '../markup/tree.ts'
import type { State } from './match.ts'

/** States a person can ask to see. */
export const WORN_STATES = ['hover', 'visited', 'focus', 'focus-visible', 'active'] as const
export type WornState = (typeof WORN_STATES)[number]

const NONE: ReadonlySet<State> = new Set()

/**
 * Which elements are in which state when `state` is put on `targets`: hovering and pressing count for ancestors too
 * (Selectors 4, section 9), focus shows as within for them, and a focused element is taken as reached by keyboard.
 */
export function statesOf(
  targets: readonly PageElement[],
  state: WornState,
): (element: PageElement) => ReadonlySet<State> {
  const states = new Map<PageElement, Set<State>>()
  const add = (element: PageElement, ...names: State[]) => {
    const have = states.get(element) ?? new Set<State>()
    names.forEach((name) => have.add(name))
    states.set(element, have)
  }
  for (const target of targets) {
    switch (state) {
      case 'visited':
        add(target, 'visited')
        break
      case 'focus':
      case 'focus-visible':
        add(target, 'focus', 'focus-visible')
        for (let at: PageElement | null = target; at; at = at.parent) add(at, 'focus-within')
        break
      case 'hover':
      case 'active':
        for (let at: PageElement | null = target; at; at = at.parent)
          add(at, ...(state === 'active' ? (['active', 'hover'] as const) : (['hover'] as const)))
    }
  }
  return (element) => states.get(element) ?? NONE
}
