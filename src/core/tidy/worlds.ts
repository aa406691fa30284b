import { stretchesOf } from '../boxes/widths-of-page.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { parseSheet, type AtRule, type Item } from '../sheet/parse.ts'
import { applySplices } from '../text/splice.ts'
import { DESK, mediaMatches, type Viewport } from '../values/media.ts'

/** What a site is looked at in: a viewport, and conditions of at-rules that are taken to hold because no viewport makes them so. */
export interface World {
  readonly viewport: Viewport
  readonly holds: ReadonlySet<string>
}

/** A site as it is in each of its worlds. */
export class Worlds {
  private constructor(readonly all: readonly { readonly world: World; readonly site: SiteSnapshot }[]) {}

  /**
   * A site at a width of each stretch between those at which its media queries turn. What no screen makes hold (paper, a preference, a
   * container) is taken to hold once each, and once all together.
   */
  static of(site: SiteSnapshot): Worlds {
    return new Worlds(worldsOf(site).map((world) => ({ world, site: inWorld(site, world) })))
  }

  /** The same worlds with another text of a sheet. */
  with(path: SitePath, text: string): Worlds {
    return new Worlds(
      this.all.map(({ world, site }) => ({ world, site: site.withText(path, withHolding(text, world.holds)) })),
    )
  }
}

function worldsOf(site: SiteSnapshot): World[] {
  const conditions = site.wornSheets.flatMap(({ sheet }) => conditionsIn(sheet.rules))
  const media = conditions.filter(({ name }) => name === 'media').map(({ prelude }) => prelude)
  const viewports = stretchesOf(media, DESK.height).map(({ from, to }) => ({
    width: from <= DESK.width && DESK.width <= to ? DESK.width : from,
    height: DESK.height,
  }))
  const never = conditions.filter(
    ({ name, prelude }) => name !== 'media' || !viewports.some((viewport) => mediaMatches(prelude, viewport)),
  )
  const keys = [...new Set(never.map(conditionKey))]
  const together = keys.length > 1 ? [keys] : []
  return [
    ...viewports.map((viewport) => ({ viewport, holds: new Set<string>() })),
    ...[...keys.map((key) => [key]), ...together].map((holds) => ({ viewport: DESK, holds: new Set(holds) })),
  ]
}

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
  const rules = conditionsIn(parseSheet(text).rules).filter((rule) => rule.block && holds.has(conditionKey(rule)))
  return applySplices(
    text,
    rules.map(({ from, preludeRange }) => ({ from, to: preludeRange.to, insert: '@media all' })),
  )
}
