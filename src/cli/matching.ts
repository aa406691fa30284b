import type { Page, PageElement } from '../core/markup/tree.ts'
import { parseSelectorList } from '../core/selectors/parse.ts'
import { reachOf } from '../core/selectors/reach.ts'
import { WrongUse } from './wrong-use.ts'

/** The elements a selector finds on a page. Throws {@link WrongUse} for what is no selector. */
export function matching(page: Page, selector: string): PageElement[] {
  if (parseSelectorList(selector) === null) throw new WrongUse(`“${selector}” is not a selector browsers understand.`)
  return reachOf(page, selector)
}
