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
  // Nobody wants it otherwise.
  plain: () => true,
  scope: 'page',
  readsSheets: true,
  check: (page) => [
    ...faultOf(page, ['link-missing']),
    // Such a page is dressed, and somebody may have meant it: attaching the sheet as well is for a person to say.
    ...faultOf(page, ['other-sheet']).map((found) => ({ ...found, severity: 'warning' as const, fixable: false })),
  ],
  fix: attach,
}
