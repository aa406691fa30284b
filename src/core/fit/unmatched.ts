import type { Page } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { matches } from '../selectors/match.ts'
import { parseSelectorList, splitSelectorList, type Complex, type PlacedSelector } from '../selectors/parse.ts'
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
        return list?.some(isParticular) && !pages.some((page) => touches(page, bare!, list))
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

function touches(page: Page, bare: string, list: readonly Complex[]): boolean {
  const answers = known(page)
  let answer = answers.get(bare)
  if (answer === undefined) answers.set(bare, (answer = list.some((selector) => isOn(page, selector))))
  return answer
}

interface Names {
  readonly classes: ReadonlySet<string>
  readonly ids: ReadonlySet<string>
  readonly tags: ReadonlySet<string>
}

const namesOn = memo((page: Page): Names => ({
  classes: new Set(page.elements.flatMap(({ classes }) => classes)),
  ids: new Set(page.elements.map(({ id }) => id)),
  tags: new Set(page.elements.map(({ tag }) => tag)),
}))

/** Whether a selector matches an element of a page. Most fail for a name that the page does not have. */
function isOn(page: Page, selector: Complex): boolean {
  const { classes, ids, tags } = namesOn(page)
  if (!page.quirks)
    for (const compound of selector.compounds)
      for (const simple of compound) {
        if (simple.kind === 'class' && !classes.has(simple.name)) return false
        if (simple.kind === 'id' && !ids.has(simple.name)) return false
        if (simple.kind === 'type' && !tags.has(simple.name) && !tags.has(simple.name.toLowerCase())) return false
      }
  return page.elements.some((element) => matches(element, selector, { quirks: page.quirks }))
}
