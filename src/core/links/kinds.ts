import type { CascadeRule } from '../cascade/rules.ts'
import { Surfaces } from '../contrast/surface.ts'
import { isLink } from '../markup/hyperlink.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { comparePages, type SitePath } from '../paths/paths.ts'
import { parseSelectorList } from '../selectors/parse.ts'
import { matchesAny } from '../selectors/match.ts'
import type { Viewport } from '../values/media.ts'
import { selectorOfCurrent, selectorOfKind } from './kind-selector.ts'
import { roleOf, sampleWords } from './kind-words.ts'
import { SignsOfPage, type Signed } from './kind-sign.ts'
import { stylesInStates, type LinkOnPage } from './link-states.ts'
import { proveStates, type ProvedState } from './state-proof.ts'

/** A link, by its page and its place in document order. */
export interface LinkPlace {
  readonly page: SitePath
  readonly index: number
}

/** Links that the same rules style on the same ground. */
export interface LinkKind {
  /** What tells it from others; the same after an edit that leaves its rules' selectors alone. */
  readonly key: string
  /** Where its links stand, in a word or two. */
  readonly name: string
  /** What an edit of it is written for; it may find links of other kinds too. */
  readonly selector: string
  /** Whether somebody put it together by a selector of their own. */
  readonly own: boolean
  readonly count: number
  readonly pages: readonly SitePath[]
  /** What its links stand on, as hex; null where a picture or an effect hides that. */
  readonly ground: string | null
  /** The link that stands for it, and its words. */
  readonly sample: LinkPlace & { readonly words: string }
  /** One of it that leads to the page it stands on, and the selector of what is written for it alone. */
  readonly current: (LinkPlace & { readonly selector: string | null }) | null
  readonly states: readonly ProvedState[]
}

/** How far looking for kinds of link has come. */
export interface KindsProgress {
  readonly done: number
  readonly total: number
}

/** A kind while its links are counted. */
interface Counted {
  readonly key: string
  readonly rules: readonly CascadeRule[]
  readonly ground: string | null
  readonly own: string | null
  sample: LinkOnPage
  /** How well the sample stands for it. */
  worth: number
  current: LinkOnPage | null
  count: number
  readonly pages: SitePath[]
  readonly roles: Map<string, number>
}

/** Links of a kind whose role is looked at: of more, these tell it. */
const ROLES_FROM = 60

/**
 * The kinds of link of a site, those with the most links first, each in all its states; and groups by selectors of somebody's own,
 * which come before. Whoever runs it may stop between two pages.
 */
export function* linkKinds(
  site: SiteSnapshot,
  viewport: Viewport,
  groups: readonly string[] = [],
  pages: readonly SitePath[] = site.pagePaths,
): Generator<KindsProgress, LinkKind[], void> {
  const counting = new Counting(groups)
  const paths = [...pages].sort(comparePages)
  for (const [at, path] of paths.entries()) {
    if (site.page(path).elements.some(isLink)) counting.add(site, path, viewport)
    yield { done: at + 1, total: paths.length }
  }
  return counting.all().map((counted) => kindOf(site, counted))
}

function kindOf(site: SiteSnapshot, counted: Counted): LinkKind {
  const { key, own, count, pages, ground, sample, current } = counted
  const { link, path, styles } = sample
  const { page } = styles.none
  return {
    key,
    name: [...counted.roles].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'Links',
    selector: own ?? selectorOfKind(styles, link, counted.rules, page.quirks),
    own: own !== null,
    count,
    pages,
    ground,
    sample: { page: path, index: link.index, words: sampleWords(page, link) },
    current: current && {
      ...{ page: current.path, index: current.link.index },
      selector: selectorOfCurrent(current, sample),
    },
    states: proveStates(site, sample, current),
  }
}

class Counting {
  private readonly kinds = new Map<string, Counted>()
  private readonly surfaces = new Surfaces()
  private readonly groups: readonly { readonly selector: string; readonly list: ReturnType<typeof parseSelectorList> }[]

  constructor(groups: readonly string[]) {
    this.groups = groups.map((selector) => ({ selector, list: parseSelectorList(selector) }))
  }

  add(site: SiteSnapshot, path: SitePath, viewport: Viewport): void {
    const styles = stylesInStates(site, path, viewport)
    const { page } = styles.none
    const signs = new SignsOfPage(path, styles, this.surfaces)
    for (const link of page.elements) {
      if (!isLink(link)) continue
      const at = { path, styles, link }
      const sign = signs.of(link)
      this.count(sign, at, null)
      for (const { selector, list } of this.groups)
        if (list && matchesAny(link, list, { quirks: page.quirks }))
          this.count({ ...sign, key: `own ${selector}` }, at, selector)
    }
  }

  private count({ key, rules, ground, current }: Signed, at: LinkOnPage, own: string | null): void {
    const counted: Counted = this.kinds.get(key) ?? {
      ...{ key, rules, ground, own, sample: at, worth: -1, current: null, count: 0, pages: [] },
      roles: new Map<string, number>(),
    }
    this.kinds.set(key, counted)
    counted.count++
    if (counted.pages.at(-1) !== at.path) counted.pages.push(at.path)
    if (current) counted.current ??= at
    const { page } = at.styles.none
    if (counted.count <= ROLES_FROM) {
      const role = roleOf(page, at.link, at.styles.none.of(at.link))
      counted.roles.set(role, (counted.roles.get(role) ?? 0) + 1)
    }
    const worth = current || counted.worth >= 1 ? 0 : sampleWords(page, at.link) === '' ? 0 : 1
    if (worth > counted.worth) Object.assign(counted, { sample: at, worth })
  }

  /** Somebody's own groups, then the kinds, those with the most links first. */
  all(): Counted[] {
    return [...this.kinds.values()].sort((a, b) => Number(b.own !== null) - Number(a.own !== null) || b.count - a.count)
  }
}
