import type { Page, PageElement } from '../core/markup/tree.ts'
import { pseudoElementOf } from '../core/selectors/match.ts'
import { parseSelectorList } from '../core/selectors/parse.ts'
import { reachOf } from '../core/selectors/reach.ts'
import { WrongUse } from './wrong-use.ts'

/** What a selector finds: elements, or a pseudo-element of each. */
export interface Found {
  readonly elements: readonly PageElement[]
  /** The pseudo-element the selector ends in, or ''. */
  readonly pseudo: string
}

/** The elements a selector finds on a page. Throws {@link WrongUse} for what is no selector. */
export function matching(page: Page, selector: string): Found {
  const list = parseSelectorList(selector)
  if (list === null) throw new WrongUse(`“${selector}” is not a selector browsers understand.`)
  const [pseudo = '', ...others] = new Set(list.map(pseudoElementOf))
  if (others.length > 0) throw new WrongUse(`“${selector}” speaks of different pseudo-elements; ask for one at a time.`)
  return { elements: reachOf(page, selector), pseudo }
}
