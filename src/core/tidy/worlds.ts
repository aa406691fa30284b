import { stretchesOf } from '../boxes/widths-of-page.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { sheetsWorn } from '../model/sheets-worn.ts'
import type { SitePath } from '../paths/paths.ts'
import { parseSheet, type AtRule, type Item } from '../sheet/parse.ts'
import { styleRules } from '../sheet/walk.ts'
import { applySplices } from '../text/splice.ts'
import { DESK, mediaMatches, type Viewport } from '../values/media.ts'

/**
 * What a site is looked at in: the pages that wear a sheet, a viewport, and what is taken to hold because no viewport makes it so,
 * conditions of at-rules and states of form controls.
 */
export interface World {
  readonly pages: readonly SitePath[]
  readonly viewport: Viewport
  readonly holds: ReadonlySet<string>
}

/** Frameworks of thousands of lines come to under a hundred; styles are kept for each. */
const MOST_WORLDS = 300

/** A site as it is in each of its worlds. */
export class Worlds {
  private constructor(
    readonly all: readonly { readonly world: World; readonly site: SiteSnapshot }[],
    /** Why nothing can be proved in them, in a sentence; '' where it can. */
    readonly unproved: string,
  ) {}

  /**
   * The pages of a site that wear a sheet, at a width of each stretch between those at which its media queries turn. What no screen makes hold (paper, a preference, a
   * container), or what a visitor brings about (`:checked`, `:invalid`), is taken to hold once each, and once all together.
   */
  static of(site: SiteSnapshot, path: SitePath): Worlds {
    const worlds = worldsOf(site, path)
    if (worlds[0]!.pages.length === 0) return Worlds.unproved(site, 'No page wears the sheet')
    if (worlds.length > MOST_WORLDS)
      return Worlds.unproved(
        site,
        `The conditions of the sheets make ${worlds.length} cases, more than can be gone through`,
      )
    return new Worlds(
      worlds.map((world) => ({ world, site: inWorld(site, world) })),
      '',
    )
  }

  private static unproved(site: SiteSnapshot, why: string): Worlds {
    const world = { pages: [], viewport: DESK, holds: new Set<string>() }
    return new Worlds([{ world, site }], `${why}: only what needs no proof can be done.`)
  }

  /** The same worlds with another text of a sheet. */
  with(path: SitePath, text: string): Worlds {
    return new Worlds(
      this.all.map(({ world, site }) => ({ world, site: site.withText(path, withHolding(text, world.holds)) })),
      this.unproved,
    )
  }
}

function worldsOf(site: SiteSnapshot, path: SitePath): World[] {
  const pages = site.pagePaths.filter((page) => wears(site, page, path))
  const conditions = site.wornSheets.flatMap(({ sheet }) => conditionsIn(sheet.rules))
  const media = conditions.filter(({ name }) => name === 'media').map(({ prelude }) => prelude)
  const viewports = stretchesOf(media, DESK.height).map(({ from, to }) => ({
    width: from <= DESK.width && DESK.width <= to ? DESK.width : from,
    height: DESK.height,
  }))
  const never = conditions.filter(
    ({ name, prelude }) => name !== 'media' || !viewports.some((viewport) => mediaMatches(prelude, viewport)),
  )
  const states = site.wornSheets.flatMap(({ sheet }) => [...sheet.text.matchAll(BROUGHT_ABOUT)].map(([state]) => state))
  const keys = [...new Set([...never.map(conditionKey), ...states.map((state) => state.toLowerCase())])]
  const together = keys.length > 1 ? [keys] : []
  return [
    ...viewports.map((viewport) => ({ pages, viewport, holds: new Set<string>() })),
    ...[...keys.map((key) => [key]), ...together].map((holds) => ({ pages, viewport: DESK, holds: new Set(holds) })),
  ]
}

const wears = (site: SiteSnapshot, page: SitePath, path: SitePath): boolean =>
  sheetsWorn(page, site.page(page), site.wearContext()).some(({ file }) => file === path)

const CONDITIONAL = new Set(['media', 'supports', 'container'])

function conditionsIn(items: readonly Item[]): AtRule[] {
  return items.flatMap((item) => {
    if (item.kind === 'declaration') return []
    return [...(item.kind === 'at' && CONDITIONAL.has(item.name) ? [item] : []), ...conditionsIn(item.items)]
  })
}

/** A condition however it is spaced. */
const conditionKey = ({ name, prelude }: AtRule) => `@${name} ${prelude.replace(/\s+/g, '').toLowerCase()}`

/** The site as if conditions held: the at-rules that ask for them are written as such that always do. */
function inWorld(site: SiteSnapshot, { holds }: World): SiteSnapshot {
  if (holds.size === 0) return site
  return site.withTexts(site.wornSheets.map(({ path, sheet }) => [path, withHolding(sheet.text, holds)] as const))
}

function withHolding(text: string, holds: ReadonlySet<string>): string {
  if (holds.size === 0) return text
  const sheet = parseSheet(text)
  const rules = conditionsIn(sheet.rules).filter((rule) => rule.block && holds.has(conditionKey(rule)))
  const selectors = styleRules(sheet).flatMap(({ rule: { selector, selectorRange } }) =>
    [...selector.matchAll(BROUGHT_ABOUT)]
      .filter(([state]) => holds.has(state.toLowerCase()))
      .map(({ index, 0: { length } }) => ({
        from: selectorRange.from + index,
        to: selectorRange.from + index + length,
      })),
  )
  return applySplices(text, [
    ...rules.map(({ from, preludeRange }) => ({ from, to: preludeRange.to, insert: '@media all' })),
    ...selectors.map((range) => ({ ...range, insert: ANYTHING })),
  ])
}

/** Pseudo-classes that what a visitor or a script does makes hold (Selectors 4, sections 9 to 12; HTML, 4.16.3). */
const BROUGHT_ABOUT =
  /:(?:checked|indeterminate|disabled|enabled|invalid|valid|user-invalid|user-valid|placeholder-shown|autofill|open|popover-open|modal|fullscreen|in-range|out-of-range|required|optional|default|read-only|read-write|empty)(?![\w(-])/gi
/** Matches every element, and weighs what one pseudo-class does. */
const ANYTHING = ':is(:root, :not(:root))'
