import type { SiteSnapshot } from '../model/snapshot.ts'
import { planLift, type LiftChoices } from './plan.ts'

export const liftQuestions = {
  /** What becomes of the styles that pages carry. */
  lift: (site: SiteSnapshot, choices: LiftChoices) => planLift(site, choices),
}
