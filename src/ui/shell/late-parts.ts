import { late } from '../controls/late.tsx'

// What the screen does not begin with: it may stand in the place of the pages, over the bench, or in a window of its own.
export const ProofTable = late(() => import('../facets/links/proof-table.tsx').then((module) => module.ProofTable))
export const PlanBoard = late(() => import('../facets/boxes/plan/plan-board.tsx').then((module) => module.PlanBoard))
export const TracePanel = late(() => import('../trace/trace-panel.tsx').then((module) => module.TracePanel))
export const FindingsPanel = late(() => import('../findings/findings-panel.tsx').then((module) => module.FindingsPanel))
export const Dialogs = late(() => import('../dialogs/dialogs.tsx').then((module) => module.Dialogs))
