'use client'
import { allBoxes, planSelector } from '../../../../core/plan/plan.ts'
import type { PlanView } from '../../../../core/plan/plan-view.ts'
import { isNothing } from '../../../../core/site/change.ts'
import { carryOut } from '../../../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../../../state/context.tsx'
import type { PlanDraft } from '../../../state/plan.ts'
import { count } from '../../../words.ts'

interface Props {
  readonly plan: PlanDraft
  /** What it comes to, of the site as it is now. */
  readonly planned: PlanView | undefined
  readonly fault: string
}

/** Makes markup and rules of the plan in one step, or lets it go. */
export function MakePlan({ plan, planned, fault }: Props) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const endPlan = useRoom((state) => state.endPlan)
  const openCloseUp = useRoom((state) => state.openCloseUp)
  const set = useRoom((state) => state.set)
  const pages = (planned?.pages ?? []).filter(({ why }) => why === '').map(({ page }) => page)
  const stops = planned?.notes.some((note) => note.stops) ?? true
  const nothing = planned !== undefined && !stops && isNothing(planned.change)
  const make = () => {
    if (!planned || stops) return
    const boxes = allBoxes(plan.items)
    const where = pages.length === 1 ? pages[0]! : count(pages.length, 'page')
    if (!carryOut(workroom, `Plan of ${count(boxes.length, 'box', 'boxes')} on ${where}`, planned.change)) return
    notice(`The plan is made on ${where}. Undo takes it back; “What is there” edits it again.`)
    endPlan()
    set({ box: boxes[0] ? planSelector(boxes[0]) : null })
    openCloseUp(pages[0]!)
  }
  return (
    <div className="flex flex-col gap-2">
      {fault !== '' && <p className="text-alarm">{fault}</p>}
      {nothing && <p className="text-quiet">The page is as the plan wants it.</p>}
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-main" disabled={stops || nothing} onClick={make}>
          Make it{pages.length > 1 ? ` on ${count(pages.length, 'page')}` : ''}
        </button>
        <button type="button" className="btn" onClick={endPlan}>
          Let the plan go
        </button>
      </div>
    </div>
  )
}
