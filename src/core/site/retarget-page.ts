import { basePath } from '../markup/base.ts'
import { referencesIn } from '../markup/references.ts'
import type { Page } from '../markup/tree.ts'
import type { Splice } from '../text/splice.ts'
import { retarget, type Retargeting } from './retarget.ts'

/** The splices that keep every reference of a page leading where it led, when the page or what it refers to moves. */
export function retargetPage(page: Page, retargeting: Retargeting): Splice[] {
  const base = basePath(retargeting.from, page)
  const own = base === retargeting.from
  return referencesIn(page).flatMap((reference) =>
    // The base itself is seen from the page; everything else is seen from the base.
    retarget(
      page.text,
      reference,
      own || reference.element.tag === 'base'
        ? retargeting
        : { ...retargeting, from: base, to: retargeting.moved(base) },
    ),
  )
}
