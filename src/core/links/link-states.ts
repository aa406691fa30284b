import type { PageStyles } from '../cascade/cascade.ts'
import type { CascadeRule } from '../cascade/rules.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { LINK_CONDITIONS, type LinkCondition } from '../states/links.ts'
import type { Viewport } from '../values/media.ts'

/** The states of a proof table's columns: those that selectors name, and the link that leads to its own page. */
export const PROOF_STATES = ['link', 'visited', 'hover', 'focus-visible', 'active', 'current'] as const
export type ProofState = (typeof PROOF_STATES)[number]

/** A page's styles at rest and with all its links in a state, as if one after another. */
export type StylesInStates = Readonly<Record<LinkCondition, PageStyles>>

/** A link on a page, with the page's styles in every state. */
export interface LinkOnPage {
  readonly path: SitePath
  readonly styles: StylesInStates
  readonly link: PageElement
}

export function stylesInStates(site: SiteSnapshot, path: SitePath, viewport?: Viewport): StylesInStates {
  return Object.fromEntries(
    LINK_CONDITIONS.map((state) => [state, site.stylesOf(path, viewport, state)]),
  ) as StylesInStates
}

export const CONDITION_OF: Readonly<Record<ProofState, LinkCondition>> = {
  link: 'none',
  visited: 'visited',
  hover: 'hover',
  'focus-visible': 'focus',
  active: 'active',
  current: 'none',
}

/** What a state is compared with to find the rules that are for it alone: a link that is pressed is pointed at and focused as well. */
const BESIDE: Readonly<Record<LinkCondition, readonly LinkCondition[]>> = {
  none: ['none'],
  visited: ['none'],
  hover: ['none'],
  focus: ['none'],
  active: ['hover', 'focus'],
}

/** The rules of a link, the browser's left aside, that match it because it is in a state. */
export function rulesForState(
  styles: StylesInStates,
  link: PageElement,
  condition: LinkCondition,
): ReadonlySet<CascadeRule> {
  const beside = new Set(BESIDE[condition].flatMap((state) => styles[state].of(link).matched.rules))
  const { rules } = styles[condition].of(link).matched
  return new Set(rules.filter((rule) => rule.source.kind !== 'user-agent' && rule.pseudo === '' && !beside.has(rule)))
}
