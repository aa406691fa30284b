import { isLink } from '../markup/hyperlink.ts'
import { someFrom } from '../markup/some-from.ts'
import type { PageElement } from '../markup/tree.ts'
import type { State } from '../selectors/match.ts'
import { memo } from '../text/memo.ts'

/** What a link can look like: at rest, or in a state. `focus` is focus that shows. */
export const LINK_CONDITIONS = ['none', 'visited', 'hover', 'focus', 'active'] as const
export type LinkCondition = (typeof LINK_CONDITIONS)[number]

/** The link an element is, or stands in. */
export function linkAround(element: PageElement): PageElement | null {
  for (let at: PageElement | null = element; at; at = at.parent) if (isLink(at)) return at
  return null
}

/** The elements of a page that hold a link, by the page's root. */
const linkHolders = memo((root: PageElement): ReadonlySet<PageElement> => {
  const holders = new Set<PageElement>()
  someFrom([root], (element) => {
    if (isLink(element)) for (let at = element.parent; at && !holders.has(at); at = at.parent) holders.add(at)
    return false
  })
  return holders
})

const holdsLink = memo((element: PageElement): boolean => {
  let root = element
  while (root.parent) root = root.parent
  return linkHolders(root).has(element)
})

const ON: Readonly<Record<LinkCondition, { readonly link: ReadonlySet<State>; readonly around: ReadonlySet<State> }>> =
  {
    none: { link: new Set(), around: new Set() },
    visited: { link: new Set<State>(['visited']), around: new Set() },
    hover: { link: new Set<State>(['hover']), around: new Set<State>(['hover']) },
    focus: {
      link: new Set<State>(['focus', 'focus-visible', 'focus-within']),
      around: new Set<State>(['focus-within']),
    },
    // Pressing a link focuses it too, though not so that focus shows.
    active: {
      link: new Set<State>(['active', 'hover', 'focus', 'focus-within']),
      around: new Set<State>(['active', 'hover', 'focus-within']),
    },
  }

/**
 * The states of every element while each link is in one, as if one after another: a pointer over a link is over what holds it
 * too (Selectors 4, section 9). Whatever is not on a link's path is at rest.
 */
export function linksIn(state: LinkCondition): (element: PageElement) => ReadonlySet<State> {
  return BY_CONDITION[state]
}

function statesWhile(state: LinkCondition): (element: PageElement) => ReadonlySet<State> {
  const { link, around } = ON[state]
  return (element) => (isLink(element) ? link : around.size > 0 && holdsLink(element) ? around : ON.none.link)
}

// The same function for the same states: what is matched in them is remembered by it.
const BY_CONDITION = Object.fromEntries(LINK_CONDITIONS.map((state) => [state, statesWhile(state)])) as Record<
  LinkCondition,
  (element: PageElement) => ReadonlySet<State>
>
