import { memo } from '../../text/memo.ts'
import { wearReport } from '../../model/wear.ts'
import type { SiteSnapshot } from '../../model/snapshot.ts'
import type { PageRule } from '../finding.ts'
import { attach, faultOf } from './link-faults.ts'
/** The sheet is not attached. */
export const linkMissing: PageRule = {
  id: 'link-missing',
  severity: 'error',
  prevents: 'arriving',
  title: 'The sheet is not attached',
  explanation: 'Nothing that is set in the sheet arrives on such a page. Attaching it writes one link into the head.',
  cost: 60,
  // Where most pages wear the sheet, the others are meant to; elsewhere it may not be theirs.
  plain: (site) => wearing(site) * 2 > site.pagePaths.length,
  alsoSeen: 'Pages that have looked after themselves so far take the sheet’s rules as well.',
  scope: 'page',
  readsSheets: true,
  check: (page) => [
    ...faultOf(page, ['link-missing']),
    // Such a page is dressed, and somebody may have meant it: attaching the sheet as well is for a person to say.
    ...faultOf(page, ['other-sheet']).map((found) => ({ ...found, severity: 'warning' as const, fixable: false })),
  ],
  fix: attach,
}

/** How many pages wear the sheet. */
const wearing = memo((site: SiteSnapshot) => {
  const context = site.wearContext()
  return site.pagePaths.filter((path) => wearReport(path, site.page(path), context, null).wears).length
})
