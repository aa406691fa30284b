import { commentsIn } from '../css/comments.ts'
import { touches } from '../text/apart.ts'
import type { Splice } from '../text/splice.ts'
import { TIDIERS } from './kinds/index.ts'
import type { Place, Proposal } from './proposal.ts'
import type { TidyKind } from './words.ts'

/** What could be done of a kind, for the present text of a sheet: nothing that would lose a comment. */
export function proposalsOf(kind: TidyKind, place: Place): Proposal[] {
  const sheet = place.site.sheet(place.path)
  if (!sheet) return []
  const safe = (splices: readonly Splice[]) => keepsComments(sheet.text, splices)
  return TIDIERS[kind](sheet, place)
    .filter(({ splices }) => safe(splices))
    .map((each) => ({ ...each, or: each.or.filter(safe), kind }))
}

/** Whether as many comments are written as are taken away: one in the midst of a declaration would go with it. */
function keepsComments(text: string, splices: readonly Splice[]): boolean {
  const gone = splices.reduce((sum, { from, to }) => sum + commentsIn(text.slice(from, to)).length, 0)
  return gone === 0 || gone === splices.reduce((sum, { insert }) => sum + commentsIn(insert).length, 0)
}

/** Whether some of the splices of both stand at one place. */
export const touch = (some: readonly Splice[], others: readonly Splice[]): boolean =>
  some.some((splice) => others.some((other) => touches(splice, other)))
