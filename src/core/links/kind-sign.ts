import type { CascadeRule } from '../cascade/rules.ts'
import { CLEAR, hexOfRgb } from '../color/rgb.ts'
import { painted, Surfaces } from '../contrast/surface.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SitePath } from '../paths/paths.ts'
import { LINK_CONDITIONS } from '../states/links.ts'
import { isCurrent, neighbourOf } from './current.ts'
import type { StylesInStates } from './link-states.ts'
import { isLook } from './look.ts'

/** What tells a kind of link from others: the rules that style its links in any state, and the ground they stand on. */
export interface Sign {
  /** The same after an edit that leaves the rules' selectors alone. */
  readonly key: string
  readonly rules: readonly CascadeRule[]
  /** Hex; null where a picture or an effect hides it. */
  readonly ground: string | null
}

/** A link's kind, and whether it leads to the page it stands on: then it belongs with those beside it, however else it looks. */
export interface Signed extends Sign {
  readonly current: boolean
}

/** Tells the kinds of the links of one page. */
export class SignsOfPage {
  private readonly known = new Map<PageElement, Sign>()

  constructor(
    private readonly path: SitePath,
    private readonly styles: StylesInStates,
    private readonly surfaces: Surfaces,
  ) {}

  of(link: PageElement): Signed {
    const { page } = this.styles.none
    const beside = isCurrent(this.path, page, link) ? neighbourOf(this.path, page, link) : null
    return { ...this.signOf(beside ?? link), current: beside !== null }
  }

  private signOf(link: PageElement): Sign {
    const sign = this.known.get(link) ?? this.read(link)
    this.known.set(link, sign)
    return sign
  }

  private read(link: PageElement): Sign {
    const { styles, surfaces } = this
    const rules = new Set<CascadeRule>()
    for (const state of LINK_CONDITIONS)
      for (const rule of styles[state].of(link).matched.rules) if (isOfKind(rule)) rules.add(rule)
    const own = styles.none.of(link)
    const surface = own.parent && surfaces.under(own.parent)
    const ground = surface && surface.undecided === null ? hexOfRgb(painted(CLEAR, surface)) : null
    const inline = link.attributes.get('style') ?? ''
    const names = [...rules].map(({ source, selectorText }) => `${source.file} ${selectorText}`).sort()
    return { key: [ground, inline, ...new Set(names)].join('\n'), rules: [...rules], ground }
  }
}

/** Whether a rule is one of those that links are told apart by: of the site's own, about the look, and not for the current page. */
function isOfKind({ source, pseudo, longhands, selectorText }: CascadeRule): boolean {
  return (
    source.kind !== 'user-agent' &&
    pseudo === '' &&
    !selectorText.includes('aria-current') &&
    longhands.some(({ id, logical }) => logical || isLook(id))
  )
}
