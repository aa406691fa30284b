'use client'
import { Group } from '../../../controls/parts.tsx'
import { useRoom } from '../../../state/context.tsx'
import { BoxFields } from './box-fields.tsx'
import { MakePlan } from './make-plan.tsx'
import { PlanList } from './plan-list.tsx'
import { PlanPlaceGroup } from './plan-place.tsx'
import { PlanNotes } from './plan-notes.tsx'
import { usePlanned } from './use-plan.ts'

/** Boxes laid out before there is content: where they go, which there are, and what each is like. */
export function PlanView() {
  const plan = useRoom((state) => state.plan)
  const asked = usePlanned()
  const notes = (plan && asked.answer?.notes) ?? []
  return (
    <>
      <PlanPlaceGroup pages={asked.answer?.pages ?? []} />
      {plan && (
        <>
          <Group title="Boxes">
            <PlanList plan={plan} notes={notes} />
          </Group>
          {plan.chosen !== null && <BoxFields key={plan.chosen} chosen={plan.chosen} items={plan.items} />}
          <Group title="Before it is made">
            <PlanNotes notes={notes} pages={asked.answer?.pages ?? []} />
            <MakePlan plan={plan} planned={asked.current ? asked.answer : undefined} fault={asked.fault} />
          </Group>
        </>
      )}
    </>
  )
}
