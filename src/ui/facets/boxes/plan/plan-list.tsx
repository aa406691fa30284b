'use client'
import {
  DndContext,
  DragOverlay,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core'
import {
  ArrowDown,
  ArrowUp,
  BetweenHorizontalStart,
  IndentDecrease,
  IndentIncrease,
  Redo2,
  SquarePlus,
  Trash2,
  Undo2,
} from 'lucide-react'
import { useState, type ReactNode } from 'react'
import {
  insertItem,
  linesOf,
  moveItem,
  newBox,
  removeItem,
  spotOf,
  type PlanLine,
  type PlanSpot,
} from '../../../../core/plan/edit-plan.ts'
import { isBox, planSelector, type PlanItem } from '../../../../core/plan/plan.ts'
import type { PlanNote } from '../../../../core/plan/plan-faults.ts'
import { useRoom } from '../../../state/context.tsx'
import type { PlanDraft } from '../../../state/plan.ts'

/** A key for a box that is new. */
export const freshKey = () => `n${Date.now().toString(36)}${Math.random().toString(36).slice(2, 6)}`

/** The boxes of a plan line by line, to be chosen and moved; and what adds and takes away. */
export function PlanList({ plan, notes }: { plan: PlanDraft; notes: readonly PlanNote[] }) {
  const changePlan = useRoom((state) => state.changePlan)
  const setPlan = useRoom((state) => state.setPlan)
  const [held, setHeld] = useState<string | null>(null)
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space'] } }),
  )
  const lines = linesOf(plan.items)
  const drop = ({ active, over }: DragEndEvent) => {
    setHeld(null)
    const spot = over && spotFor(plan.items, String(over.id))
    if (spot) changePlan((items) => moveItem(items, String(active.id), spot))
  }
  const move = (key: string, way: Way) => {
    const spot = spotBy(plan.items, key, way)
    if (spot) changePlan((items) => moveItem(items, key, spot))
  }
  const keys = (event: React.KeyboardEvent, key: string) => {
    const way = event.altKey ? WAYS[event.key] : undefined
    if (way) move(key, way)
    else if (event.key === 'Delete') changePlan((items) => removeItem(items, key))
    else return
    event.preventDefault()
  }
  return (
    <>
      <DndContext
        sensors={sensors}
        onDragStart={({ active }) => setHeld(String(active.id))}
        onDragEnd={drop}
        onDragCancel={() => setHeld(null)}
      >
        <ul aria-label="Boxes of the plan" className="flex flex-col">
          {lines.map((line) => (
            <Line
              key={line.item.key}
              line={line}
              chosen={plan.chosen === line.item.key}
              held={held !== null}
              faulty={notes.some(({ key, stops }) => stops && key === line.item.key)}
              onChoose={() => setPlan({ chosen: line.item.key })}
              onKeyDown={(event) => keys(event, line.item.key)}
            />
          ))}
        </ul>
        <DragOverlay dropAnimation={null}>
          {held !== null && (
            <span className="rounded-[3px] border border-accent bg-raised px-2 py-1 font-mono text-[12px] shadow-lg">
              {nameOf(lines.find(({ item }) => item.key === held)?.item)}
            </span>
          )}
        </DragOverlay>
      </DndContext>
      <Tools plan={plan} move={move} />
    </>
  )
}

const nameOf = (item: PlanItem | undefined) => (!item ? '' : isBox(item) ? planSelector(item) : `“${item.words}”`)

function Line({
  line: { item, depth },
  chosen,
  held,
  faulty,
  onChoose,
  onKeyDown,
}: {
  line: PlanLine
  chosen: boolean
  held: boolean
  faulty: boolean
  onChoose: () => void
  onKeyDown: (event: React.KeyboardEvent) => void
}) {
  const { setNodeRef, listeners, attributes, isDragging } = useDraggable({ id: item.key })
  return (
    <li className={`relative ${isDragging ? 'opacity-40' : ''}`}>
      <button
        ref={setNodeRef}
        type="button"
        {...attributes}
        {...listeners}
        role="button"
        aria-current={chosen ? 'true' : undefined}
        onClick={onChoose}
        onKeyDown={(event) => {
          onKeyDown(event)
          if (!event.defaultPrevented) listeners?.['onKeyDown']?.(event)
        }}
        title="Drag it, or move it with Alt and the arrow keys"
        className="flex w-full touch-none items-baseline gap-2 rounded-[2px] px-1.5 py-1 text-left hover:bg-accent-wash aria-[current]:bg-accent-wash aria-[current]:font-semibold focus-visible:-outline-offset-2"
        style={{ paddingLeft: 6 + depth * 16 }}
      >
        <span
          className={`min-w-0 flex-1 truncate font-mono text-[12px] ${isBox(item) ? '' : 'italic text-quiet'} ${faulty ? 'text-alarm' : ''}`}
        >
          {isBox(item) && item.name === '' ? 'no name' : nameOf(item)}
        </span>
        {isBox(item) && <span className="shrink-0 text-[12px] text-quiet">{sizeWords(item.values)}</span>}
      </button>
      {held && <Zones of={item.key} inside={isBox(item)} />}
    </li>
  )
}

const sizeWords = ({ width, height }: Readonly<Record<string, string>>) =>
  [width, height].some((each) => each !== '') ? `${width || 'auto'} × ${height || 'auto'}` : ''

/** Where a held item can be let go: before a line, in its box, or after it. */
function Zones({ of, inside }: { of: string; inside: boolean }) {
  return (
    <span className="pointer-events-none absolute inset-0 z-10 flex flex-col">
      <Zone id={`before ${of}`} className="flex-1" over="border-t-2 border-accent" />
      {inside && <Zone id={`inside ${of}`} className="flex-1" over="bg-accent/20" />}
      <Zone id={`after ${of}`} className="flex-1" over="border-b-2 border-accent" />
    </span>
  )
}

function Zone({ id, className, over }: { id: string; className: string; over: string }) {
  const { setNodeRef, isOver } = useDroppable({ id })
  return <span ref={setNodeRef} className={`${className} ${isOver ? over : ''}`} />
}

/** The spot that a zone stands for. */
function spotFor(items: readonly PlanItem[], zone: string): PlanSpot | null {
  const [where, key] = [zone.slice(0, zone.indexOf(' ')), zone.slice(zone.indexOf(' ') + 1)]
  const spot = spotOf(items, key)
  if (!spot) return null
  if (where === 'inside') return { around: key, at: itemsIn(items, key).length }
  return where === 'after' ? { ...spot, at: spot.at + 1 } : spot
}

function itemsIn(items: readonly PlanItem[], key: string | null): readonly PlanItem[] {
  if (key === null) return items
  const line = linesOf(items).find(({ item }) => item.key === key)?.item
  return line && isBox(line) ? line.items : []
}

type Way = 'up' | 'down' | 'in' | 'out'
const WAYS: Readonly<Record<string, Way>> = { ArrowUp: 'up', ArrowDown: 'down', ArrowRight: 'in', ArrowLeft: 'out' }

/** Where an item goes by one step; null where it cannot. */
function spotBy(items: readonly PlanItem[], key: string, way: Way): PlanSpot | null {
  const spot = spotOf(items, key)
  if (!spot) return null
  const beside = itemsIn(items, spot.around)
  if (way === 'up') return spot.at > 0 ? { ...spot, at: spot.at - 1 } : null
  if (way === 'down') return spot.at < beside.length - 1 ? { ...spot, at: spot.at + 2 } : null
  if (way === 'in') {
    const before = beside[spot.at - 1]
    return before && isBox(before) ? { around: before.key, at: before.items.length } : null
  }
  const around = spot.around === null ? null : spotOf(items, spot.around)
  return around && { ...around, at: around.at + 1 }
}

function Tools({ plan, move }: { plan: PlanDraft; move: (key: string, way: Way) => void }) {
  const { changePlan, setPlan, undoPlan, redoPlan } = useRoom((state) => state)
  const { items, chosen } = plan
  const chosenBox = chosen !== null && linesOf(items).some(({ item }) => item.key === chosen && isBox(item))
  const isRoot = plan.place.kind === 'again' && chosen === items[0]?.key
  const add = (inside: boolean) => {
    const key = freshKey()
    const spot = chosen === null ? null : spotOf(items, chosen)
    const to: PlanSpot =
      spot && chosen !== null && (inside || isRoot)
        ? { around: chosen, at: itemsIn(items, chosen).length }
        : spot
          ? { ...spot, at: spot.at + 1 }
          : { around: null, at: items.length }
    changePlan((now) => insertItem(now, newBox(now, key), to))
    setPlan({ chosen: key })
  }
  const remove = () => {
    if (chosen === null) return
    changePlan((now) => removeItem(now, chosen))
    setPlan({ chosen: null })
  }
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="toolbar" aria-label="Boxes">
      <button type="button" className="btn h-7" onClick={() => add(false)}>
        <BetweenHorizontalStart aria-hidden className="size-4" /> Add a box
      </button>
      {chosenBox && (
        <button type="button" className="btn h-7" onClick={() => add(true)}>
          <SquarePlus aria-hidden className="size-4" /> Add inside
        </button>
      )}
      {chosen !== null && !isRoot && (
        <span className="flex">
          <Tool label="Move up (Alt+↑)" onPress={() => move(chosen, 'up')} icon={<ArrowUp className="size-4" />} />
          <Tool
            label="Move down (Alt+↓)"
            onPress={() => move(chosen, 'down')}
            icon={<ArrowDown className="size-4" />}
          />
          <Tool
            label="Into the box before (Alt+→)"
            onPress={() => move(chosen, 'in')}
            icon={<IndentIncrease className="size-4" />}
          />
          <Tool
            label="Out of its box (Alt+←)"
            onPress={() => move(chosen, 'out')}
            icon={<IndentDecrease className="size-4" />}
          />
          <Tool label="Take it out (Delete)" onPress={remove} icon={<Trash2 className="size-4" />} />
        </span>
      )}
      <span className="ml-auto flex">
        <Tool
          label="Undo in the plan"
          disabled={plan.past.length === 0}
          onPress={undoPlan}
          icon={<Undo2 className="size-4" />}
        />
        <Tool
          label="Redo in the plan"
          disabled={plan.future.length === 0}
          onPress={redoPlan}
          icon={<Redo2 className="size-4" />}
        />
      </span>
    </div>
  )
}

function Tool({
  label,
  icon,
  disabled = false,
  onPress,
}: {
  label: string
  icon: ReactNode
  disabled?: boolean
  onPress: () => void
}) {
  return (
    <button
      type="button"
      className="btn btn-bare size-7 p-0"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onPress}
    >
      {icon}
    </button>
  )
}
