import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SiteChange } from '../site/change.ts'
import { planApply, planTakeAway, type Applied, type ApplyAsk } from './apply.ts'
import { allNames, type SiteName } from './all-names.ts'
import type { NameKind } from './names-in-css.ts'
import {
  draftClass,
  planNewClass,
  type ClassDraft,
  type ClassSource,
  type NewClassAsk,
  type NewClassPlan,
} from './new-class.ts'
import { planSplit, type Split } from './split.ts'
import { planClear, type Cleared } from './unused.ts'
import { planTurn, type Turned } from './turn.ts'
import { planRename, type Rename, type RenamePlan } from './rename.ts'

export const classesQuestions = {
  /** What giving or taking classes does. */
  applyClass: (site: SiteSnapshot, ask: ApplyAsk): Applied | null => planApply(site, ask),
  /** Makes a class of an id, or an id of a class. */
  turn: (site: SiteSnapshot, { kind, name }: { kind: NameKind; name: string }): Turned => planTurn(site, kind, name),
  /** Takes a class from every element. */
  takeAway: (site: SiteSnapshot, { name }: { name: string }): SiteChange => planTakeAway(site, [name]),
  /** A class before it is written. */
  draftClass: (site: SiteSnapshot, { source }: { source: ClassSource }): ClassDraft => draftClass(site, source),
  /** What writing a new class comes to. */
  newClass: (site: SiteSnapshot, ask: NewClassAsk): NewClassPlan => planNewClass(site, ask),
  /** Gives the elements of some pages another name and the same look. */
  split: (site: SiteSnapshot, { split }: { split: Split }): SiteChange => planSplit(site, split),
  /** Takes away what only pages or only stylesheets know. */
  clearNames: (site: SiteSnapshot, { where }: { where: 'pages' | 'sheet' }): Cleared => planClear(site, where),
  /** Every class and id of the site. */
  names: (site: SiteSnapshot): SiteName[] => allNames(site),
  /** What calling a class or id otherwise changes. */
  rename: (site: SiteSnapshot, { rename }: { rename: Rename }): RenamePlan => planRename(site, rename),
}
