import type { PageRule } from '../finding.ts'
import { attach, faultOf } from './link-faults.ts'
/** Capitals differ between link and file. */
export const linkCaseMismatch: PageRule = {
  id: 'link-case-mismatch',
  severity: 'error',
  prevents: 'arriving',
  title: 'Capitals differ between link and file',
  explanation:
    'Your own computer may take both for the same file; web servers do not, and the page shows without styles.',
  // Nobody wants it otherwise.
  plain: () => true,
  scope: 'page',
  readsSheets: true,
  check: (page) => faultOf(page, ['link-case-mismatch']),
  fix: attach,
}
