import type { SiteSnapshot } from '../core/model/snapshot.ts'
import type { FromWorker } from './protocol.ts'

/** What goes on by itself in the worker looks at the site it was told of, which is another after each edit. */
export interface ToldSite {
  readonly now: () => SiteSnapshot
  /** Whether texts of it are still on their way: a site known by half has other findings. */
  readonly isPartial: () => boolean
  readonly say: (message: FromWorker) => void
  /** Called once nothing is left to look at. */
  readonly rested: () => void
}
