'use client'
import { useId } from 'react'
import { useDrag } from './drag.ts'
import { useDraft } from './use-draft.ts'
import { TakeOut } from './take-out.tsx'

interface Props {
  readonly label: string
  /** The property that takes the value, to tell good values from bad ones. */
  readonly property: string
  readonly value: string
  /** What the pages show when the sheet does not say. */
  readonly computed?: string | undefined
  /** The slider's reach in px; other units take their share. */
  readonly least: number
  readonly most: number
  /** Unit for a first value; '' for plain numbers. */
  readonly unit: string
  readonly example: string
  readonly onPreview: (value: string) => void
  readonly onCommit: (value: string) => void
  readonly onClear?: (() => void) | null
  /** Leaves out label and slider, for rows of four. */
  readonly compact?: boolean
}

/** Rough px of one unit, for the slider's reach and step only; the pages compute the real thing. */
const UNIT_PX: Readonly<Record<string, number>> = {
  px: 1,
  rem: 16,
  em: 16,
  '%': 10,
  pt: 4 / 3,
  vw: 12.8,
  vh: 8,
  ch: 8,
  ex: 8,
  '': 1,
}

function split(value: string): { number: number; unit: string } | null {
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+))([a-z%]*)$/i.exec(value.trim())
  return match ? { number: Number(match[1]), unit: match[2]!.toLowerCase() } : null
}

function partsOf(value: string, computed: string | undefined, least: number, unit: string) {
  return split(value) ?? split(computed ?? '') ?? { number: least, unit }
}

/** Rough units of a field in one of its value: a plain number beside lengths (line height) counts as that many em. */
function scaleOf(fieldUnit: string, unit: string): number {
  const px = UNIT_PX[unit] ?? 1
  return fieldUnit === '' && unit !== '' ? px / 16 : px
}

/** How far one key press goes: whole px and per cent, finer steps for larger units and for small plain numbers. */
function stepOf(unit: string, most: number): number {
  if (unit === '') return most > 10 ? 10 : 0.05
  return (UNIT_PX[unit] ?? 1) === 1 || unit === '%' ? 1 : 0.05
}

type SliderProps = Pick<Props, 'label' | 'value' | 'computed' | 'least' | 'most' | 'unit' | 'onPreview' | 'onCommit'>

/** Drags a size in the unit it is written in; all frames follow, and the end of the drag is one step. */
export function Slider({ label, value, computed, least, most, unit, onPreview, onCommit }: SliderProps) {
  const drag = useDrag(onPreview, onCommit)
  const parts = partsOf(value, computed, least, unit)
  const scale = scaleOf(unit, parts.unit)
  return (
    <input
      type="range"
      aria-label={label}
      aria-valuetext={`${parts.number}${parts.unit}`}
      className="w-full flex-1"
      min={least / scale}
      max={most / scale}
      step={Math.min(1, stepOf(parts.unit, most))}
      value={parts.number}
      onChange={(event) => drag.move(`${Number(Number(event.target.value).toFixed(3))}${parts.unit}`)}
      onKeyUp={drag.end}
      onBlur={drag.end}
    />
  )
}

/** A size: typed with its unit, stepped with the arrow keys, or dragged. */
export function SizeField({
  label,
  property,
  value,
  computed,
  least,
  most,
  unit,
  example,
  onPreview,
  onCommit,
  onClear,
  compact,
}: Props) {
  const id = useId()
  const drag = useDrag(onPreview, onCommit)
  const parts = partsOf(value, computed, least, unit)
  const step = stepOf(parts.unit, most)
  const {
    draft,
    bad,
    drop,
    input: typed,
  } = useDraft({
    value,
    refuses: (text) => !CSS.supports(property, text),
    onCommit: (next) => next !== '' && next !== value && onCommit(next),
  })
  const nudge = (event: React.KeyboardEvent) => {
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
    if (direction === 0) return
    const from = split(draft ?? value) ?? parts
    event.preventDefault()
    drop()
    drag.move(`${Number((from.number + direction * step * (event.shiftKey ? 10 : 1)).toFixed(3))}${from.unit}`)
  }
  const input = (
    <input
      aria-label={`${label}, with unit`}
      aria-describedby={bad ? id : undefined}
      className={`field font-mono text-[12px] ${compact ? 'w-full px-1.5 text-center' : 'w-[92px]'}`}
      placeholder={computed || 'not set'}
      title={value || (computed ? `${computed} on the page, not set in the sheet` : 'not set')}
      {...typed}
      onBlur={() => {
        typed.onBlur()
        drag.end()
      }}
      onKeyDown={(event) => {
        typed.onKeyDown(event)
        nudge(event)
      }}
      onKeyUp={(event) => event.key.startsWith('Arrow') && drag.end()}
    />
  )
  const fault = bad && (
    <p id={id} className="mt-1 text-[12px] text-alarm">
      {property} does not take “{draft}”. Try {example}.
    </p>
  )
  if (compact)
    return (
      <div>
        {input}
        {fault}
      </div>
    )
  return (
    <div>
      <div className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">{label}</span>
        {input}
        <Slider
          label={`${label}, drag`}
          value={value}
          computed={computed}
          least={least}
          most={most}
          unit={unit}
          onPreview={onPreview}
          onCommit={onCommit}
        />
        <TakeOut label={label} onClear={onClear} />
      </div>
      {fault}
    </div>
  )
}
