import { parseSelectorList } from '../../core/selectors/parse.ts'
import { siteReach } from '../../core/model/reach.ts'
import type { FolderSite } from '../read-site.ts'
import { WrongUse } from '../wrong-use.ts'

export interface Reach {
  readonly total: number
  readonly pages: readonly { readonly page: string; readonly count: number }[]
}

/** How many elements a selector touches, on which pages. */
export function reach(site: FolderSite, selector: string): Reach {
  if (parseSelectorList(selector) === null) throw new WrongUse(`“${selector}” is not a selector browsers understand.`)
  const pages = siteReach(site.model, selector)
  return { total: pages.reduce((sum, { count }) => sum + count, 0), pages }
}
