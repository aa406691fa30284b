import type { BoxTarget } from '../core/boxes/targets.ts'
import type { ContrastOffer } from '../core/contrast/offer.ts'
import type { ContrastPair, ContrastProgress } from '../core/contrast/pairs.ts'
import type { SwatchReach } from '../core/color/uses.ts'
import type { MissedText, RoleSpecimen, SizeOutcome } from '../core/type/roles.ts'
import type { Inspection } from '../core/cascade/matters.ts'
import type { Viewport } from '../core/cascade/media.ts'
import type { Offer } from '../core/cascade/offers.ts'
import type { Finding, RuleWords } from '../core/fit/finding.ts'
import type { ImageView } from '../core/fit/images.ts'
import type { ReachReport, Rival, WearSummary } from '../core/fit/site-model.ts'
import type { LiftChoices, LiftPlan } from '../core/lift/plan.ts'
import type { ProofProgress } from '../core/lift/proof.ts'
import type { Wrapper } from '../core/markup/wrap.ts'
import type { PageBlock } from '../core/site/blocks.ts'
import type { SiteChange } from '../core/site/change.ts'
import type { Referrer } from '../core/site/move.ts'
import type { NavEdit, NavView } from '../core/site/nav-edit.ts'
import type { NewPageKind } from '../core/site/new-page.ts'
import type { SitePath } from '../core/site/paths.ts'
import type { PartOutcome } from '../core/site/share.ts'
import type { Doc, Move } from '../core/site/step.ts'
import type { FileInfo } from '../core/site/view.ts'
import type { PageWeight } from '../core/site/weights.ts'
import type { Splice } from '../core/text/splice.ts'

/** A shared part, as the bench lists it. */
export interface PartView {
  readonly name: string
  readonly pages: readonly SitePath[]
  /** Pages whose version differs, or whose closing comment is missing. */
  readonly drifted: readonly SitePath[]
  /** The page that the common version is taken from, and its text. */
  readonly from: SitePath
  readonly text: string
}

/** What wrapping an element comes to. */
export interface WrapView {
  readonly fault: string
  readonly pages: readonly {
    readonly page: SitePath
    readonly state: 'changed' | 'lacks' | 'skipped'
    readonly why: string
  }[]
  readonly change: SiteChange
}

/** What the workroom asks of the site worker. */
export interface Questions {
  attach: { ask: { paths: SitePath[] }; answer: { path: SitePath; splices: Splice[] }[] }
  reach: { ask: { selector: string }; answer: ReachReport }
  inspect: { ask: { page: SitePath; index: number; pseudo: string; viewport: Viewport }; answer: Inspection | null }
  offers: {
    ask: { page: SitePath; index: number; pseudo: string; property: string; value: string; viewport: Viewport }
    answer: Offer[]
  }
  rivals: { ask: { selector: string; properties: string[] }; answer: Rival[] }
  boxTargets: { ask: Record<string, never>; answer: BoxTarget[] }
  rules: { ask: Record<string, never>; answer: RuleWords[] }
  fix: { ask: { findings: Finding[] }; answer: SiteChange }
  moves: { ask: { moves: Move[] }; answer: { fault: string; change: SiteChange } }
  referrers: { ask: { paths: SitePath[] }; answer: (Referrer & { line: number })[] }
  newPage: { ask: { path: SitePath; title: string; how: NewPageKind; siteName: string }; answer: string }
  blocks: { ask: { page: SitePath }; answer: PageBlock[] }
  parts: { ask: Record<string, never>; answer: PartView[] }
  share: {
    ask: { page: SitePath; index: number; name: string; pages?: SitePath[]; into?: SitePath[] }
    answer: { name: string; outcomes: PartOutcome[] }
  }
  part: { ask: { name: string; page: SitePath; text: string }; answer: PartOutcome[] }
  unshare: { ask: { name: string }; answer: SiteChange }
  navigations: { ask: { page: SitePath }; answer: NavView[] }
  navEdit: { ask: { page: SitePath; index: number; edit: NavEdit }; answer: PartOutcome[] }
  wrap: { ask: { page: SitePath; index: number; wrapper: Wrapper; caption: string; all: boolean }; answer: WrapView }
  images: { ask: Record<string, never>; answer: ImageView[] }
  weights: { ask: Record<string, never>; answer: PageWeight[] }
  lift: { ask: LiftChoices; answer: LiftPlan }
  swatchReach: { ask: { name: string }; answer: SwatchReach }
  contrastOffer: {
    ask: { pair: Pick<ContrastPair, 'kind' | 'text' | 'background' | 'needs' | 'state' | 'sample'>; viewport: Viewport }
    answer: ContrastOffer | null
  }
  specimens: { ask: { viewport: Viewport }; answer: RoleSpecimen[] }
  missed: { ask: { selector: string; joined: string[]; viewport: Viewport }; answer: MissedText[] }
  sizes: { ask: { selector: string; viewport: Viewport }; answer: SizeOutcome[] }
  /** Places of the faces of the sheet that nothing uses. */
  unusedFaces: { ask: Record<string, never>; answer: number[] }
  /** Words of the pages, for how often letters occur. */
  prose: { ask: Record<string, never>; answer: string }
  /** Every pairing of colours on the pages; progress comes in between. Null when it was called off. */
  contrast: { ask: { viewport: Viewport }; answer: ContrastPair[] | null }
  /** Proves that a change alters nothing; progress comes in between. Null when it was called off. */
  prove: { ask: { change: SiteChange }; answer: ProofProgress | null }
}
export type Question = keyof Questions

/** Questions that take long: they are answered in slices, tell how far they are, and can be called off. */
export interface LongProgress {
  prove: ProofProgress
  contrast: ContrastProgress
}
export type LongQuestion = keyof LongProgress

/** Workroom to worker. */
export type ToWorker =
  | { type: 'files'; files: FileInfo[]; sheetPath: SitePath; sheetDoc: Doc }
  | { type: 'texts'; texts: [SitePath, string | null][] }
  /** The sheets of looks that are not worn. */
  | { type: 'looks'; looks: [Doc, string | null][] }
  | { type: 'cancel'; id: number }
  | { [Q in Question]: { type: 'ask'; id: number; question: Q; ask: Questions[Q]['ask'] } }[Question]

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
  | { type: 'progress'; id: number; progress: LongProgress[LongQuestion] }
  | { type: 'answer'; id: number; answer: unknown }
