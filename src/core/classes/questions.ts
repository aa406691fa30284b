import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SiteChange } from '../site/change.ts'
import { planApply, planTakeAway, type Applied, type ApplyAsk } from './apply.ts'
import { allNames, type SiteName } from './all-names.ts'
import type { NameKind } from './names-in-css.ts'
import { planTurn, type Turned } from './turn.ts'
import { planRename, type Rename, type RenamePlan } from './rename.ts'

export const classesQuestions = {
  /** What giving or taking classes does. */
  applyClass: (site: SiteSnapshot, ask: ApplyAsk): Applied | null => planApply(site, ask),
  /** Makes a class of an id, or an id of a class. */
  turn: (site: SiteSnapshot, { kind, name }: { kind: NameKind; name: string }): Turned => planTurn(site, kind, name),
  /** Takes a class from every element. */
  takeAway: (site: SiteSnapshot, { name }: { name: string }): SiteChange => planTakeAway(site, name),
  /** Every class and id of the site. */
  names: (site: SiteSnapshot): SiteName[] => allNames(site),
  /** What calling a class or id otherwise changes. */
  rename: (site: SiteSnapshot, { rename }: { rename: Rename }): RenamePlan => planRename(site, rename),
}
