import type { PageElement } from '../markup/tree.ts'
import { isLink } from '../markup/hyperlink.ts'
import type { State } from './match.ts'

/** States a person can ask to see. */
export const WORN_STATES = ['hover', 'visited', 'focus', 'focus-visible', 'active'] as const
export type WornState = (typeof WORN_STATES)[number]

/** Elements that take focus by themselves (HTML standard, 6.6.2); links do where they lead somewhere. */
const FOCUSABLE = new Set(['button', 'input', 'select', 'textarea', 'summary', 'iframe'])
const TYPED_INTO = /^(?:text|search|url|tel|email|password|number|date|month|week|time|datetime-local)?$/i

function focusedAround(element: PageElement): PageElement | null {
  for (let at: PageElement | null = element; at; at = at.parent) {
    const { tag, attributes } = at
    const isOn = FOCUSABLE.has(tag) && !attributes.has('disabled') && !/^hidden$/i.test(attributes.get('type') ?? '')
    if (isOn || isLink(at) || attributes.has('tabindex') || attributes.has('contenteditable')) return at
  }
  return null
}

const isTypedInto = ({ tag, attributes }: PageElement) =>
  tag === 'textarea' || (tag === 'input' && TYPED_INTO.test(attributes.get('type') ?? ''))

const NONE: ReadonlySet<State> = new Set()

/**
 * Which elements are in which state when `state` is put on `targets`: hovering and pressing count for ancestors too
 * (Selectors 4, section 9), focus shows as within for them, and a focused element is taken as reached by keyboard. What is pressed
 * is focused too, though focus shows of itself only where text is typed (HTML standard, 6.6.4 and 6.6.2).
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
      case 'active': {
        const pressed = focusedAround(target)
        if (pressed) add(pressed, 'focus', ...(isTypedInto(pressed) ? (['focus-visible'] as const) : []))
        for (let at = pressed; at; at = at.parent) add(at, 'focus-within')
        for (let at: PageElement | null = target; at; at = at.parent) add(at, 'active', 'hover')
        break
      }
      case 'hover':
        for (let at: PageElement | null = target; at; at = at.parent) add(at, 'hover')
    }
  }
  return (element) => states.get(element) ?? NONE
}
