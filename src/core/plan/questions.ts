import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import type { PlanAsk } from './plan-ask.ts'
import { planRanges, planView, type PlannedRange, type PlanView } from './plan-view.ts'
import type { PlanBox } from './plan.ts'
import { readPlan, readSaid, sheetIn, type SaidOf } from './read-plan.ts'

export const planQuestions = {
  /** What a plan would come to. */
  planView: (site: SiteSnapshot, ask: PlanAsk): PlanView => planView(site, ask),
  /** Over which viewport widths its rows hold. */
  planRanges: (site: SiteSnapshot, ask: PlanAsk): PlannedRange[] => planRanges(site, ask),
  /** The plan that an element is; null where it is none. */
  planOf: (site: SiteSnapshot, { page, index }: { page: SitePath; index: number }): PlanBox | null => {
    const element = site.page(page).elements[index]
    return element ? readPlan(site.page(page), sheetIn(site), element) : null
  },
  /** What the sheet says of a name that a box of a plan is given. */
  planSaid: (site: SiteSnapshot, { selector }: { selector: string }): SaidOf => readSaid(sheetIn(site), selector),
}
