import type { PageRule } from '../finding.ts'
import { attach, faultOf } from './link-faults.ts'
/** The link points at one computer’s disk. */
export const linkLocalPath: PageRule = {
  id: 'link-local-path',
  severity: 'error',
  prevents: 'arriving',
  title: 'The link points at one computer’s disk',
  explanation: 'It works on the computer it was written on, and nowhere else.',
  // Nobody wants it otherwise.
  plain: () => true,
  scope: 'page',
  readsSheets: true,
  check: (page) => faultOf(page, ['link-local-path']),
  fix: attach,
}
