'use client'
import type { PlannedRow } from '../../../../core/plan/plan-view.ts'
import { spotOf } from '../../../../core/plan/edit-plan.ts'
import { allBoxes, planSelector } from '../../../../core/plan/plan.ts'
import { useRoom } from '../../../state/context.tsx'
import type { PlanDraft } from '../../../state/plan.ts'
import { useAnswer } from '../../../state/use-answer.ts'
import { DimensionDrawing, scaleFor } from '../dimension-drawing.tsx'
import { FitStrip } from '../fit-strip.tsx'
import { usePlanAsk } from './use-plan.ts'

/** The rows of the plan: what each comes to, and over which widths it holds. */
export function PlanRows({ plan, rows }: { plan: PlanDraft; rows: readonly PlannedRow[] }) {
  const setPlan = useRoom((state) => state.setPlan)
  const ask = usePlanAsk()
  const dragged = useRoom((state) => state.planDragged !== null)
  const ranges = useAnswer('planRanges', dragged ? null : ask, { pause: 300, keep: true }) ?? []
  if (rows.length === 0) return null
  const boxes = new Map(allBoxes(plan.items).map((box) => [box.key, box]))
  const around = plan.chosen === null ? null : (spotOf(plan.items, plan.chosen)?.around ?? null)
  return (
    <div className="max-h-[45%] shrink-0 overflow-y-auto border-t border-line bg-panel px-4 py-3">
      <h3 className="font-semibold">Rows of the plan</h3>
      <ul className="mt-1.5 flex flex-col gap-3">
        {rows.map(({ key, line }) => {
          const range = ranges.find((each) => each.key === key)
          const box = boxes.get(key)
          return (
            <li key={key} className="grid grid-cols-[minmax(0,1fr)_300px] items-start gap-x-4">
              <div>
                <p className={line.holds ? '' : 'text-alarm'}>
                  <button
                    type="button"
                    className="mr-1 font-mono text-[12px] font-semibold hover:underline"
                    onClick={() => setPlan({ chosen: key })}
                  >
                    {box ? planSelector(box) : ''}
                  </button>
                  {line.says} {range && <span className="text-quiet">{range.says}</span>}
                </p>
                {(key === plan.chosen || key === around) && (
                  <div className="mt-1 max-w-[440px]">
                    <DimensionDrawing
                      line={line}
                      scale={scaleFor(line)}
                      onChoose={(selector) => {
                        const found = [...boxes.values()].find((each) => planSelector(each) === selector)
                        if (found) setPlan({ chosen: found.key })
                      }}
                    />
                  </div>
                )}
              </div>
              {range && <FitStrip stretches={range.stretches} says={range.says} />}
            </li>
          )
        })}
      </ul>
    </div>
  )
}
