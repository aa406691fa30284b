import { elementsByName, NAME_SIGNS } from '../markup/by-name.ts'
import type { Page } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { matches } from '../selectors/match.ts'
import {
  parseSelectorList,
  splitSelectorList,
  type Complex,
  type PlacedSelector,
  type Simple,
} from '../selectors/parse.ts'
import { isHtmlElement, withoutStates } from '../selectors/why-nothing.ts'
import { styleRules } from '../sheet/walk.ts'
import { memo, memoText } from '../text/memo.ts'

/** A selector that touches nothing on any page, with its place. */
export interface Unmatched {
  readonly file: SitePath
  readonly selector: PlacedSelector
  /** Without states and pseudo-elements. */
  readonly bare: string
}

/** The selectors of all stylesheets that name a class, an id, an attribute or an element that HTML does not have, and touch nothing on any page; states and pseudo-elements left aside. */
export const unmatchedSelectors = memo((site: SiteSnapshot): readonly Unmatched[] => {
  const pages = site.pagePaths.map((path) => site.page(path))
  if (pages.length === 0) return []
  return site.wornSheets.flatMap(({ path, sheet }) =>
    styleRules(sheet)
      // What stands in another rule hangs on that one's selector.
      .filter(({ within }) => within.every(({ kind }) => kind === 'at'))
      .flatMap(({ rule }) => splitSelectorList(rule.selector, rule.selectorRange.from))
      .flatMap((selector) => {
        const bare = selector.selector ? bareOf(selector.text) : null
        const list = bare === null ? null : parsed(bare)
        return list?.some(isParticular) && !touchesAny(pages, bare!, list)
          ? [{ file: path, selector, bare: bare! }]
          : []
      }),
  )
})

/** Whether a selector asks for more than elements of HTML: rules for those are there for pages to come. */
const isParticular = (selector: Complex) =>
  selector.compounds.some((compound) =>
    compound.some(
      (simple) =>
        ['class', 'id', 'attribute'].includes(simple.kind) || (simple.kind === 'type' && !isHtmlElement(simple.name)),
    ),
  )

const bareOf = memoText((selector: string) => withoutStates(selector))
const parsed = memoText((selector: string) => parseSelectorList(selector))

/** What has been found on a page: pages are looked at once for each selector. */
const known = memo((_page: Page) => new Map<string, boolean>())

/** Whether a page has an element that one of these selectors matches: on most pages a name is missing that they ask for. */
function touchesAny(pages: readonly Page[], bare: string, list: readonly Complex[]): boolean {
  const asked = list.map((selector) => ({ selector, names: selector.compounds.flatMap(namesIn) }))
  return pages.some((page) => {
    const byName = elementsByName(page)
    const able = asked.filter(({ names }) => names.every((name) => byName.has(name)))
    return able.length > 0 && touches(page, bare, able)
  })
}

function touches(page: Page, bare: string, able: readonly { readonly selector: Complex }[]): boolean {
  const answers = known(page)
  let answer = answers.get(bare)
  if (answer === undefined) answers.set(bare, (answer = able.some(({ selector }) => isOn(page, selector))))
  return answer
}

function isOn(page: Page, selector: Complex): boolean {
  const byName = elementsByName(page)
  const lists = namesIn(selector.compounds.at(-1)!).map((name) => byName.get(name)!)
  const fewest = lists.reduce((few, each) => (each.length < few.length ? each : few), page.elements)
  return fewest.some((element) => matches(element, selector, { quirks: page.quirks }))
}

/** The names a compound asks for, as {@link elementsByName} has them. */
function namesIn(compound: readonly Simple[]): string[] {
  return compound.flatMap((simple) =>
    simple.kind === 'class' || simple.kind === 'id' || simple.kind === 'type'
      ? [`${NAME_SIGNS[simple.kind]}${simple.name}`.toLowerCase()]
      : [],
  )
}
