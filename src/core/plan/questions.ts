import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { elementPath } from '../markup/describe.ts'
import { elementAt } from './pages-with-plan.ts'
import { planPlaces, type PlanSite } from './plan-places.ts'
import type { PlanAsk } from './plan-ask.ts'
import { planRanges, planView, type PlannedRange, type PlanView } from './plan-view.ts'
import type { PlanBox } from './plan.ts'
import { readPlan, readSaid, sheetIn, type SaidOf } from './read-plan.ts'

/** A plan as it was read from a page. */
export interface ReadAgain {
  readonly plan: PlanBox | null
  readonly read: string
  readonly why: string
}

const NAMELESS = 'It has no class and no id, so no rule of the sheet could find it alone. Choose the element around it.'
const GONE = 'That element is no longer there. Choose another one.'

/** What hangs on how wide words are. */
export const laidPlanQuestions = {
  /** What a plan would come to. */
  planView: (site: SiteSnapshot, ask: PlanAsk): PlanView => planView(site, ask),
  /** Over which viewport widths its rows hold. */
  planRanges: (site: SiteSnapshot, ask: PlanAsk): PlannedRange[] => planRanges(site, ask),
}

export const planQuestions = {
  ...laidPlanQuestions,
  /** The plan that an element is, with the fingerprint of the page as it was read; why it is none, in a sentence. */
  planOf: (site: SiteSnapshot, { page, at }: { page: SitePath; at: string }): ReadAgain => {
    const element = elementAt(site.page(page), at)
    const plan = element ? readPlan(site.page(page), sheetIn(site), element) : null
    return { plan, read: site.fingerprint(page), why: plan ? '' : element ? NAMELESS : GONE }
  },
  /** Elements of a page that boxes can be put beside or into, nested as in it. */
  planPlaces: (site: SiteSnapshot, { page }: { page: SitePath }): PlanSite[] => planPlaces(site.page(page)),
  /** The path of an element that was picked. */
  planAt: (site: SiteSnapshot, { page, index }: { page: SitePath; index: number }): string | null => {
    const element = site.page(page).elements[index]
    return element ? elementPath(element) : null
  },
  /** What the sheet says of a name that a box of a plan is given. */
  planSaid: (site: SiteSnapshot, { selector }: { selector: string }): SaidOf => readSaid(sheetIn(site), selector),
}
