import { lookDoc } from '../core/site/step.ts'
import type { SiteFile, SiteState } from '../protocol/site-state.ts'
import type { SiteNews } from './protocol.ts'

/** Which files there are. */
export function filesNews({
  files,
  sheetPath,
  lookId,
}: Pick<SiteState, 'sheetPath' | 'lookId'> & { readonly files: readonly SiteFile[] }): Extract<
  SiteNews,
  { type: 'files' }
> {
  const known = files.map(({ path, hash, size, pixels, encoding }) => ({ path, hash, size, pixels, encoding }))
  return { type: 'files', files: known, sheetPath, sheetDoc: lookDoc(lookId) }
}
