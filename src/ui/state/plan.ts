import type { StateCreator } from 'zustand'
import { planSketchSchema, type PlanPlace } from '../../core/plan/plan-ask.ts'
import type { PlanItem } from '../../core/plan/plan.ts'

/** A plan being drawn. It is nobody's step until it is made. */
export interface PlanDraft {
  readonly items: readonly PlanItem[]
  readonly place: PlanPlace
  /** The box that is worked on, by its key. */
  readonly chosen: string | null
  readonly past: readonly Drawn[]
  readonly future: readonly Drawn[]
}

/** A plan as it was at one moment: its boxes, and where they were to go. */
type Drawn = Pick<PlanDraft, 'items' | 'place'>

const drawnOf = ({ items, place }: PlanDraft): Drawn => ({ items, place })

export interface PlanState {
  /** Null until somebody begins one. */
  readonly plan: PlanDraft | null
  /** The items while something is dragged. */
  readonly planDragged: readonly PlanItem[] | null
  /** Begins another plan. One that is under way is not lost: undo within the plan leads back to it. */
  beginPlan(place: PlanPlace, items?: readonly PlanItem[]): void
  /** Changes the boxes, which can be undone within the plan. */
  changePlan(change: (items: readonly PlanItem[]) => readonly PlanItem[]): void
  /** Shows other boxes while they are dragged; null goes back. */
  dragPlan(change: ((items: readonly PlanItem[]) => readonly PlanItem[]) | null): void
  setPlan(part: Partial<Pick<PlanDraft, 'place' | 'chosen'>>): void
  undoPlan(): void
  redoPlan(): void
  /** Lets the plan go. */
  endPlan(): void
}

/** Where the plan of a site waits while the window is loaded anew. */
const keptUnder = (siteId: string) => `attire-plan-${siteId}`

function recall(siteId: string): PlanDraft | null {
  try {
    const kept = localStorage.getItem(keptUnder(siteId))
    const read = planSketchSchema.safeParse(kept === null ? null : JSON.parse(kept))
    return read.success ? { past: [], future: [], ...read.data } : null
  } catch {
    return null
  }
}

function remember(siteId: string, plan: PlanDraft | null): void {
  try {
    if (!plan) return localStorage.removeItem(keptUnder(siteId))
    const { items, place, chosen } = plan
    localStorage.setItem(keptUnder(siteId), JSON.stringify({ items, place, chosen }))
  } catch {
    // A browser that keeps nothing keeps no plan either.
  }
}

/** The part of the workroom's state that holds a plan. */
export function createPlan(siteId: string): StateCreator<PlanState, [], [], PlanState> {
  return (set, get) => {
    const put = (plan: PlanDraft | null) => {
      remember(siteId, plan)
      set({ plan, planDragged: null })
    }
    return {
      plan: typeof window === 'undefined' ? null : recall(siteId),
      planDragged: null,
      beginPlan(place, items = []) {
        const { plan } = get()
        const past = plan && plan.items.length > 0 ? [...plan.past, drawnOf(plan)] : []
        put({ items, place, chosen: items[0]?.key ?? null, past, future: [] })
      },
      changePlan(change) {
        const { plan } = get()
        if (!plan) return
        const items = change(plan.items)
        if (items === plan.items) return set({ planDragged: null })
        put({ ...plan, items, past: [...plan.past, drawnOf(plan)], future: [] })
      },
      dragPlan: (change) => set(({ plan }) => ({ planDragged: plan && change ? change(plan.items) : null })),
      setPlan(part) {
        const { plan } = get()
        if (plan) put({ ...plan, ...part })
      },
      undoPlan() {
        const { plan } = get()
        const before = plan?.past.at(-1)
        if (!plan || !before) return
        put({ ...plan, ...before, past: plan.past.slice(0, -1), future: [...plan.future, drawnOf(plan)] })
      },
      redoPlan() {
        const { plan } = get()
        const next = plan?.future.at(-1)
        if (!plan || !next) return
        put({ ...plan, ...next, past: [...plan.past, drawnOf(plan)], future: plan.future.slice(0, -1) })
      },
      endPlan: () => put(null),
    }
  }
}
