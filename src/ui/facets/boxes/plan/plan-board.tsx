'use client'
import { useLayoutEffect, useRef, useState } from 'react'
import type { Drawn } from '../../../../core/plan/drawing.ts'
import { boxOf, insertItem, newBox, setValue } from '../../../../core/plan/edit-plan.ts'
import { DESK } from '../../../../core/values/media.ts'
import { ViewportBar } from '../../../lineup/viewport-bar.tsx'
import { useRoom } from '../../../state/context.tsx'
import type { PlanDraft } from '../../../state/plan.ts'
import { DrawnBox } from './drawn-box.tsx'
import { PlanRows } from './plan-rows.tsx'
import { freshKey } from './plan-list.tsx'
import { useBand, type Band } from './use-band.ts'
import { usePlanned } from './use-plan.ts'

/** Room around the drawing, px of the screen. */
const AROUND = 28

/** The plan, drawn to scale in the middle of the screen: boxes are drawn into it, chosen and resized there. */
export function PlanBoard({ plan }: { plan: PlanDraft }) {
  const { answer } = usePlanned()
  const openCloseUp = useRoom((state) => state.openCloseUp)
  const { page, pageThere } = pageOf(plan)
  return (
    <section aria-label="The plan" className="flex min-h-0 flex-1 flex-col">
      <ViewportBar>
        <span className="font-semibold">Plan</span>
        <span className="min-w-0 truncate font-mono text-[12px] text-quiet">{page || 'a new page'}</span>
        {pageThere && (
          <button type="button" className="btn h-7" onClick={() => openCloseUp(page)}>
            See the page
          </button>
        )}
      </ViewportBar>
      <Sheet plan={plan} drawn={answer?.drawn ?? []} room={answer?.room ?? DESK.width} />
      <PlanRows plan={plan} rows={answer?.rows ?? []} />
    </section>
  )
}

function pageOf({ place }: PlanDraft): { readonly page: string; readonly pageThere: boolean } {
  return place.kind === 'new' ? { page: place.path, pageThere: false } : { page: place.page, pageThere: true }
}

/** The drawing itself. */
function Sheet({ plan, drawn, room }: { plan: PlanDraft; drawn: readonly Drawn[]; room: number }) {
  const area = useRef<HTMLDivElement>(null)
  const [across, setAcross] = useState(0)
  const { changePlan, dragPlan, setPlan } = useRoom((state) => state)
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setAcross(entry.contentRect.width))
    observer.observe(area.current!)
    return () => observer.disconnect()
  }, [])
  const scale = Math.min(1, Math.max(0.05, (across - 2 * AROUND) / room))
  const isAgain = plan.place.kind === 'again'
  const bottom = Math.max(0, ...drawn.map(({ top, height }) => top + height))
  const add = ({ around, width, height }: Band) => {
    if (around === null && isAgain) return
    const key = freshKey()
    changePlan((items) => {
      const box = newBox(items, key)
      const holder = around === null ? null : boxOf(items, around)
      // Columns and rows give their boxes a width; a band across all of the room asks for none.
      const wide = holder?.setting === 'columns' || width > 0.95 * roomOf(drawn, around, room)
      const values = { ...box.values, width: wide ? '' : `${width}px`, height: `${height}px` }
      return insertItem(items, { ...box, values }, { around, at: holder ? holder.items.length : items.length })
    })
    setPlan({ chosen: key })
  }
  const band = useBand(scale, add, (chosen) => setPlan({ chosen }))
  const resize = (key: string, property: 'width' | 'height') => ({
    preview: (value: string) => dragPlan((items) => setValue(items, key, property, value)),
    commit: (value: string) => changePlan((items) => setValue(items, key, property, value)),
  })
  return (
    <div ref={area} className="min-h-0 flex-1 overflow-auto bg-sunken" style={{ padding: AROUND }}>
      <div
        data-plan-sheet
        className="relative mx-auto cursor-crosshair bg-raised shadow-sm outline outline-1 outline-line"
        style={{ width: room * scale, minHeight: Math.max(240, (bottom + 80) * scale) }}
        {...band.on(null)}
      >
        {drawn.length === 0 && (
          <p className="pointer-events-none absolute inset-0 grid place-items-center px-6 text-center text-quiet">
            Drag here to draw a box, or add one in the bench.
          </p>
        )}
        {drawn.map((each) => (
          <DrawnBox
            key={each.key}
            drawn={each}
            box={boxOf(plan.items, each.key)}
            scale={scale}
            chosen={plan.chosen === each.key}
            hasInner={drawn.some((other) => other !== each && isIn(other, each))}
            band={each.isBox ? band.on(each.key) : { onClick: () => setPlan({ chosen: each.key }) }}
            resize={resize}
          />
        ))}
        {band.shown && (
          <span
            aria-hidden
            className="pointer-events-none absolute border-2 border-dashed border-accent bg-accent/10"
            style={band.shown}
          />
        )}
        <WindowEnd
          at={DESK.height * scale}
          shown={bottom > 0.6 * DESK.height && drawn.every(({ heightKnown }) => heightKnown)}
        />
      </div>
    </div>
  )
}

const isIn = (a: Drawn, b: Drawn) =>
  a.depth > b.depth &&
  a.top >= b.top - 1 &&
  a.top < b.top + b.height &&
  a.left >= b.left - 1 &&
  a.left < b.left + b.width

function roomOf(drawn: readonly Drawn[], key: string | null, room: number): number {
  const box = key === null ? undefined : drawn.find((each) => each.key === key)
  return box?.told.width ?? box?.width ?? room
}

/** Where a window of the usual height ends, so that shares of it can be judged. */
function WindowEnd({ at, shown }: { at: number; shown: boolean }) {
  if (!shown) return null
  return (
    <span
      className="pointer-events-none absolute inset-x-0 border-t border-dashed border-quiet text-right text-[11px] text-quiet"
      style={{ top: at }}
    >
      <span className="bg-raised px-1">
        {DESK.height} px: a window of {DESK.width} × {DESK.height} ends here
      </span>
    </span>
  )
}
