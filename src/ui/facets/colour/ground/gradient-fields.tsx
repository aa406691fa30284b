'use client'
import { Plus, X } from 'lucide-react'
import { angleOf, type Gradient } from '../../../../core/backgrounds/gradient.ts'
import { ColorField } from '../../../controls/color-field.tsx'
import { useDrag } from '../../../controls/drag.ts'
import { useItemKeys } from '../../../controls/item-keys.ts'
import { useDraft } from '../../../controls/use-draft.ts'

/** Direction and stops of a gradient. */
export function GradientFields({
  gradient,
  onPreview,
  onChange,
}: {
  gradient: Gradient
  onPreview: (gradient: Gradient) => void
  onChange: (gradient: Gradient) => void
}) {
  const angle = gradient.name.includes('linear') ? angleOf(gradient.line) : null
  const drag = useDrag(
    (degrees) => onPreview({ ...gradient, line: `${degrees}deg` }),
    (degrees) => onChange({ ...gradient, line: `${degrees}deg` }),
  )
  const stop = (at: number, part: Partial<Gradient['stops'][number]>): Gradient => ({
    ...gradient,
    stops: gradient.stops.map((each, other) => (other === at ? { ...each, ...part } : each)),
  })
  const items = useItemKeys(gradient.stops.length)
  const add = () => {
    const last = gradient.stops.at(-1)!
    items.inserted(gradient.stops.length - 1)
    // The new one stands before the last, so that both ends stay.
    onChange({ ...gradient, stops: [...gradient.stops.slice(0, -1), { color: last.color, at: '' }, last] })
  }
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex items-center gap-2 text-[12px]">
        <select
          aria-label="Kind of gradient"
          className="field h-7 px-1 text-[12px]"
          value={gradient.name}
          onChange={(event) => onChange({ ...gradient, name: event.target.value, line: '' })}
        >
          {[
            'linear-gradient',
            'radial-gradient',
            'conic-gradient',
            'repeating-linear-gradient',
            'repeating-radial-gradient',
            'repeating-conic-gradient',
          ].map((each) => (
            <option key={each} value={each}>
              {each.replace('-gradient', '')}
            </option>
          ))}
        </select>
        {angle !== null && (
          <>
            <input
              type="range"
              aria-label="Direction"
              min={0}
              max={360}
              step={5}
              className="flex-1"
              value={angle}
              onChange={(event) => drag.move(event.target.value)}
              onKeyUp={drag.end}
              onBlur={drag.end}
            />
            <span className="w-9 text-right">{Math.round(angle)}°</span>
          </>
        )}
      </div>
      <ol aria-label="Stops" className="flex flex-col gap-1.5">
        {gradient.stops.map((each, at) => (
          <li key={items.keys[at]} className="grid grid-cols-[minmax(0,1fr)_64px_24px] items-start gap-1.5">
            <ColorField
              label={`Stop ${at + 1}`}
              narrow
              value={each.color}
              onPreview={(color) => color !== null && onPreview(stop(at, { color }))}
              onCommit={(color) => onChange(stop(at, { color }))}
            />
            <StopPlace
              value={each.at}
              label={`Place of stop ${at + 1}`}
              onChange={(place) => onChange(stop(at, { at: place }))}
            />
            <button
              type="button"
              className="btn btn-bare h-[30px] w-6 p-0"
              aria-label={`Take away stop ${at + 1}`}
              disabled={gradient.stops.length <= 2}
              onClick={() => {
                items.removed(at)
                onChange({ ...gradient, stops: gradient.stops.toSpliced(at, 1) })
              }}
            >
              <X aria-hidden className="size-3.5" />
            </button>
          </li>
        ))}
      </ol>
      <button type="button" className="btn h-7 self-start text-[12px]" onClick={add}>
        <Plus aria-hidden className="size-3.5" />
        Stop
      </button>
    </div>
  )
}

function StopPlace({ value, label, onChange }: { value: string; label: string; onChange: (value: string) => void }) {
  // A plain number is meant as per cent.
  const written = (text: string) => (/^\d+(?:\.\d+)?$/.test(text) ? `${text}%` : text)
  const { draft, bad, input } = useDraft({
    value,
    refuses: (text) => !CSS.supports('background-image', `linear-gradient(red ${written(text)}, red)`),
    onCommit: (text) => written(text) !== value && onChange(written(text)),
  })
  return (
    <input
      aria-label={label}
      title={bad ? `“${draft}” is no place on a gradient. Try 40% or 20px.` : undefined}
      placeholder="auto"
      className={`field w-full px-1.5 font-mono text-[11px] ${bad ? 'border-alarm' : ''}`}
      {...input}
    />
  )
}
