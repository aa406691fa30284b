'use client'
import type { PlanAsk } from '../../../../core/plan/plan-ask.ts'
import { useViewport } from '../../../state/viewport.ts'
import { useRoom } from '../../../state/context.tsx'
import { useAsk, type Asked } from '../../../state/use-answer.ts'

/** What is asked of the plan as it is shown; null while there is none. */
export function usePlanAsk(): PlanAsk | null {
  const plan = useRoom((state) => state.plan)
  const dragged = useRoom((state) => state.planDragged)
  const siteName = useRoom((state) => state.name)
  const { width } = useViewport()
  return plan && { items: dragged ?? plan.items, place: plan.place, siteName, width }
}

/** What the plan would come to. While it is drawn the last answer stays until the next is there. */
export function usePlanned(): Asked<'planView'> {
  return useAsk('planView', usePlanAsk(), { keep: true })
}
