import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SiteChange } from '../site/change.ts'
import { proveChange } from './prove-change.ts'

export const proofQuestions = {
  /** What a change alters on which elements. */
  prove: (site: SiteSnapshot, { change }: { change: SiteChange }) => proveChange(site, change),
}
