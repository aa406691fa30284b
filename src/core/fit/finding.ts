import type { SiteChange } from '../site/change.ts'
import type { SitePath } from '../paths/paths.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { FitPage, FitSite } from './fit-site.ts'

/** How bad it is: a visitor sees it broken or unstyled; it will bite; worth knowing. */
export const SEVERITIES = ['error', 'warning', 'note'] as const
export type Severity = (typeof SEVERITIES)[number]

/** What findings prevent: the groups they are shown in, the gravest first. */
export const PREVENTS = {
  arriving: 'So that the sheet arrives',
  deciding: 'So that the sheet decides',
  loading: 'So that links and pictures lead somewhere',
  reading: 'So that everybody can read it',
  parsing: 'So that browsers need not guess',
  speed: 'So that pages load fast and stand still',
  upkeep: 'So that it stays one site',
} as const
export type Prevents = keyof typeof PREVENTS

/** What a rule found in one place. Offsets are UTF-16 units of the file's text; both 0 for a file that has none. */
export interface Found {
  readonly file: SitePath
  readonly from: number
  readonly to: number
  /** What is wrong and what follows from it. */
  readonly message: string
  /** Whether the rule's fix mends this one safely. */
  readonly fixable?: boolean
  /** What the fix must know beside the place, such as the region that is missing; '' for most. */
  readonly about?: string
  /** How bad it is here, where that is not what the rule says of itself. */
  readonly severity?: Severity
  /** What holds for every place with the same cause, as a sentence; what is wrong here, where each place stands for itself. */
  readonly cause?: string
}

/** A finding: something found, with the rule it comes from. */
export interface Finding extends Required<Found> {
  readonly rule: string
}

/** What a rule says of itself. */
export interface RuleWords {
  readonly id: string
  readonly severity: Severity
  readonly prevents: Prevents
  /** What such findings have in common, as a heading. */
  readonly title: string
  /** What follows from it, and what to do: a sentence or two for all of its kind. */
  readonly explanation: string
  /** What a page that has it costs a visitor, beside others: by severity where it is not said. */
  readonly cost?: number
}

interface RuleBase extends RuleWords {
  /** What is said of all places of one cause, where the cause itself is no sentence. */
  readonly together?: (places: readonly Finding[], pages: number) => string
  /** Whether its fix is plainly meant, or changes nothing that is seen: then it asks nobody. Else it is looked at first. */
  readonly plain?: (site: SiteSnapshot) => boolean
  /** What its fix changes that a proof by computed styles does not tell. */
  readonly alsoSeen?: string
  /** Mends findings of this rule; all of them at once, so that one step does. Those it cannot mend are left. */
  readonly fix?: (site: FitSite, found: readonly Found[]) => SiteChange
}

/** A rule that looks at one page at a time. */
export interface PageRule extends RuleBase {
  readonly scope: 'page'
  /** Whether its answer depends on stylesheets: then it is asked again when one changes. */
  readonly readsSheets?: boolean
  readonly check: (page: FitPage) => Found[]
}

/** A rule that compares pages, or looks at files. */
export interface SiteRule extends RuleBase {
  readonly scope: 'site'
  readonly check: (site: FitSite) => Found[]
}

export type FitRule = PageRule | SiteRule

/** What tells one finding from another, also after the texts around it have changed little. */
export function keyOf({ rule, file, from, message }: Finding): string {
  return `${rule} ${file} ${from} ${message}`
}
