import { FACETS } from '../facets/index.ts'
import { Dialogs, FindingsPanel, PlanBoard, ProofTable, TracePanel } from './late-parts.ts'

/** A moment in which the window has nothing else to do; not for ever, where pages move all the time. */
const idle = () => new Promise((resolve) => requestIdleCallback(resolve, { timeout: 1000 }))

/**
 * Gets the code of all that is not shown yet, piece by piece, so that nothing that is asked for later waits for it, also while
 * Attire’s server is away. What does not come now is asked for again when it is shown.
 */
export async function loadTheRest(): Promise<void> {
  const bodies = FACETS.flatMap(({ body, views }) => [body, ...views.map((view) => view.body)])
  for (const body of [TracePanel, FindingsPanel, Dialogs, ...bodies, PlanBoard, ProofTable]) {
    await idle()
    await body?.load().catch(() => null)
  }
}
