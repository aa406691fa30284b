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
  scope: 'page',
  readsSheets: true,
  check: (page) => faultOf(page, ['link-missing']),
  fix: attach,
}
