'use client'
import { Plus, Trash2 } from 'lucide-react'
import { NAMED_EASINGS, readEasing, writeEasing } from '../../../core/motion/easing.ts'
import { costOf, readTime, writeTime, type Cost, type Transition } from '../../../core/motion/transitions.ts'
import { Choice } from '../../controls/choice.tsx'
import { useDraft } from '../../controls/use-draft.ts'

const COSTS: Readonly<Record<Cost, string>> = {
  compose: 'cheap: composed again',
  paint: 'painted again',
  layout: 'dear: laid out again',
}

/** What is offered for a property that changes: those that the states change, and all. */
export function TransitionRows({
  transitions,
  chosen,
  changing,
  onChoose,
  onChange,
}: {
  transitions: readonly Transition[]
  chosen: number
  /** Properties that a state of the kind changes. */
  changing: readonly string[]
  onChoose: (at: number) => void
  onChange: (transitions: readonly Transition[]) => void
}) {
  const put = (at: number, part: Partial<Transition>) =>
    onChange(transitions.map((each, other) => (other === at ? { ...each, ...part } : each)))
  const free = changing.find((name) => !transitions.some(({ property }) => property === name)) ?? 'all'
  return (
    <div className="flex flex-col gap-2">
      {transitions.map((transition, at) => (
        <div
          key={`${at} ${transition.property}`}
          className={`flex flex-col gap-1.5 rounded-[3px] border px-2 py-2 ${at === chosen ? 'border-accent bg-accent-wash' : 'border-line'}`}
          onFocus={() => onChoose(at)}
        >
          <div className="flex items-center gap-1.5">
            <Choice
              label="Property"
              mono
              className="min-w-0 flex-1"
              value={transition.property}
              onChange={(property) => put(at, { property })}
              options={[...new Set([transition.property, ...changing, 'all'])].map((name) => ({
                value: name,
                label: name,
                hint: COSTS[costOf(name)],
              }))}
            />
            <button
              type="button"
              className="btn btn-bare size-8 p-0 text-quiet"
              aria-label={`Take out ${transition.property}`}
              title={`Take out ${transition.property}`}
              onClick={() => onChange(transitions.filter((_, other) => other !== at))}
            >
              <Trash2 aria-hidden className="size-4" />
            </button>
          </div>
          <div className="flex items-center gap-1.5">
            <Time label="Duration" value={transition.duration} onCommit={(duration) => put(at, { duration })} />
            <Time label="Delay" value={transition.delay} negative onCommit={(delay) => put(at, { delay })} />
          </div>
          <EasingField value={transition.easing} onCommit={(easing) => put(at, { easing })} />
        </div>
      ))}
      <button
        type="button"
        className="btn h-8 self-start"
        onClick={() => {
          onChange([...transitions, { property: free, duration: 200, delay: 0, easing: 'ease' }])
          onChoose(transitions.length)
        }}
      >
        <Plus aria-hidden className="size-4" />
        Add a transition
      </button>
    </div>
  )
}

function Time({
  label,
  value,
  negative = false,
  onCommit,
}: {
  label: string
  value: number
  negative?: boolean
  onCommit: (ms: number) => void
}) {
  const read = (text: string) => {
    const ms = readTime(/[a-z]$/i.test(text) ? text : `${text}ms`)
    return ms === null || (ms < 0 && !negative) ? null : ms
  }
  const { draft, bad, input } = useDraft({
    value: writeTime(value),
    refuses: (text) => read(text) === null,
    onCommit: (text) => text !== '' && onCommit(read(text)!),
  })
  return (
    <label className="flex min-w-0 flex-1 flex-col text-[12px]">
      <span className="flex items-center gap-1.5">
        <span className="text-quiet">{label}</span>
        <input className="field h-7 min-w-0 flex-1 text-right tabular-nums" {...input} />
      </span>
      {bad && <span className="text-alarm">“{draft}” is no time. Try 200ms or 0.2s.</span>}
    </label>
  )
}

function EasingField({ value, onCommit }: { value: string; onCommit: (easing: string) => void }) {
  const easing = readEasing(value)
  const name = easing ? writeEasing(easing) : value
  const isNamed = name in NAMED_EASINGS
  const { draft, bad, input } = useDraft({
    value,
    refuses: (text) => readEasing(text) === null,
    onCommit: (text) => text !== '' && onCommit(text),
  })
  return (
    <div className="flex flex-col gap-1 text-[12px]">
      <div className="flex items-center gap-1.5">
        <Choice
          label="Curve"
          className="w-[130px]"
          value={isNamed ? name : 'own'}
          onChange={(next) => next !== 'own' && onCommit(next)}
          options={[
            ...Object.keys(NAMED_EASINGS).map((each) => ({ value: each, label: each })),
            { value: 'own', label: 'of its own' },
          ]}
        />
        <input
          aria-label="Curve as CSS writes it"
          className="field h-8 min-w-0 flex-1 font-mono text-[11px]"
          {...input}
        />
      </div>
      {bad && (
        <span className="text-alarm">
          “{draft}” is no curve. Try cubic-bezier(0.2, 0, 0, 1), steps(4) or linear(0, 0.3, 1).
        </span>
      )}
    </div>
  )
}
