import type { Severity } from '../core/fit/finding.ts'
import type { WearSummary } from '../core/model/wear-summary.ts'
import type { SitePath } from '../core/paths/paths.ts'
import type { Doc } from '../core/site/step.ts'
import type { PackedTexts } from '../protocol/packed-texts.ts'
import type { TrackedFile } from './site-fonts.ts'
import type { Ask, LongQuestion, Progress, Question } from './questions.ts'

/** What the worker is told of the site. It is told all of it when it starts, and what changes from then on. */
export type SiteNews =
  /** Which site it is, as it is called in what is kept between sessions. */
  | { type: 'site'; id: string }
  | { type: 'files'; files: TrackedFile[]; sheetPath: SitePath; sheetDoc: Doc }
  /** With `more`, further ones follow at once, and nothing is to be made of them before. */
  | { type: 'texts'; texts: [SitePath, string | null][]; more?: boolean }
  /** Which revision the server keeps all this as; null while something of it is not kept. */
  | { type: 'revision'; revision: number | null }
  /** The pages that are on the screen: they are looked into first. */
  | { type: 'shown'; pages: SitePath[] }
  /** The sheets of looks that are not worn. */
  | { type: 'looks'; looks: [Doc, string | null][] }

/** Workroom to worker. */
export type ToWorker =
  | SiteNews
  /** Before all else: the texts of this site come through the port, packed, and the workroom tells only what is another by then. */
  | { type: 'loading'; id: string; port: MessagePort }
  | { type: 'cancel'; id: number }
  | { [Q in Question]: { type: 'ask'; id: number; question: Q; ask: Ask<Q> } }[Question]

/** What comes through the port: the texts, which files there are, and what the sheet says in the look that is worn. */
export interface Loaded {
  readonly revision: number
  readonly texts: PackedTexts
  readonly files: Extract<SiteNews, { type: 'files' }>
  readonly sheet: string | null
}

/** What the fit check came to since it last spoke. The findings themselves are asked for. */
export interface FitNews {
  /** Causes that wait for somebody, by how bad they are. */
  readonly counts: Readonly<Record<Severity, number>>
  /** Files with another number of causes than was told before. */
  readonly files: readonly (readonly [SitePath, number])[]
  readonly done: number
  readonly total: number
}

/** Worker to workroom: wear reports and findings come by themselves after each change, page by page. */
export type FromWorker =
  /** It lives as long as it holds the lock of this name. */
  | { type: 'alive'; lock: string }
  | { type: 'wear'; reports: WearSummary[]; done: boolean }
  | { type: 'fit'; news: FitNews }
  | { type: 'progress'; id: number; progress: Progress<LongQuestion> }
  | { type: 'answer'; id: number; answer: unknown }
  /** A question that could not be answered: the fault is Attire's, and the worker goes on. */
  | { type: 'failed'; id: number; message: string }
  /** Something that comes by itself could not be found out. */
  | { type: 'trouble'; about: 'wear' | 'fit'; page: SitePath | null; message: string }
