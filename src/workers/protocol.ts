import type { Finding } from '../core/fit/finding.ts'
import type { WearSummary } from '../core/model/wear-summary.ts'
import type { SitePath } from '../core/paths/paths.ts'
import type { Doc } from '../core/site/step.ts'
import type { FileInfo } from '../core/site/view.ts'
import type { Ask, LongQuestion, Progress, Question } from './questions.ts'

/** What the worker is told of the site. It is told all of it when it starts, and what changes from then on. */
export type SiteNews =
  | { type: 'files'; files: FileInfo[]; sheetPath: SitePath; sheetDoc: Doc }
  | { type: 'texts'; texts: [SitePath, string | null][] }
  /** The sheets of looks that are not worn. */
  | { type: 'looks'; looks: [Doc, string | null][] }

/** Workroom to worker. */
export type ToWorker =
  | SiteNews
  | { type: 'cancel'; id: number }
  | { [Q in Question]: { type: 'ask'; id: number; question: Q; ask: Ask<Q> } }[Question]

/** What the fit check found since it last spoke: by page, and `null` for what compares pages and files. */
export interface FitNews {
  readonly pages: readonly (readonly [SitePath | null, readonly Finding[]])[]
  readonly done: number
  readonly total: number
}

/** Worker to workroom: wear reports and findings come by themselves after each change, page by page. */
export type FromWorker =
  | { type: 'wear'; reports: WearSummary[]; done: boolean }
  | { type: 'fit'; news: FitNews }
  | { type: 'progress'; id: number; progress: Progress<LongQuestion> }
  | { type: 'answer'; id: number; answer: unknown }
  /** A question that could not be answered: the fault is Attire's, and the worker goes on. */
  | { type: 'failed'; id: number; message: string }
  /** Something that comes by itself could not be found out. */
  | { type: 'trouble'; about: 'wear' | 'fit'; page: SitePath | null; message: string }
