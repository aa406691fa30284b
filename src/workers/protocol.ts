import type { BoxTarget } from '../core/boxes/targets.ts'
import type { Inspection } from '../core/cascade/matters.ts'
import type { Viewport } from '../core/cascade/media.ts'
import type { Offer } from '../core/cascade/offers.ts'
import type { ReachReport, Rival, WearSummary } from '../core/fit/site-model.ts'
import type { SitePath } from '../core/site/paths.ts'
import type { Splice } from '../core/text/splice.ts'

/** What the workroom asks of the site worker. */
export interface Questions {
  attach: { ask: { paths: SitePath[] }; answer: { path: SitePath; splices: Splice[] }[] }
  reach: { ask: { selector: string }; answer: ReachReport }
  inspect: { ask: { page: SitePath; index: number; pseudo: string; viewport: Viewport }; answer: Inspection | null }
  offers: { ask: { page: SitePath; index: number; pseudo: string; property: string; value: string; viewport: Viewport }; answer: Offer[] }
  rivals: { ask: { selector: string; properties: string[] }; answer: Rival[] }
  boxTargets: { ask: Record<string, never>; answer: BoxTarget[] }
}
export type Question = keyof Questions

/** Workroom to worker. */
export type ToWorker =
  | { type: 'files'; files: SitePath[]; sheetPath: SitePath }
  | { type: 'texts'; texts: [SitePath, string | null][] }
  | { [Q in Question]: { type: 'ask'; id: number; question: Q; ask: Questions[Q]['ask'] } }[Question]

/** Worker to workroom: wear reports come by themselves after each change, page by page. */
export type FromWorker =
  | { type: 'wear'; reports: WearSummary[]; done: boolean }
  | { type: 'answer'; id: number; answer: unknown }
