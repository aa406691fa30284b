import type { PageRule } from '../finding.ts'
import { attach, faultOf } from './link-faults.ts'
/** The link does not say what it is for. */
export const linkRelMissing: PageRule = {
  id: 'link-rel-missing',
  severity: 'error',
  prevents: 'arriving',
  title: 'The link does not say what it is for',
  explanation: 'Without rel="stylesheet", or with something that keeps it aside, browsers do not wear the sheet.',
  // Nobody wants it otherwise.
  plain: () => true,
  scope: 'page',
  readsSheets: true,
  check: (page) => faultOf(page, ['link-rel-missing', 'link-not-worn']),
  fix: attach,
}
