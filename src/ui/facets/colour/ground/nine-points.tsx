'use client'
import { NINE_POINTS, pointOf } from '../../../../core/backgrounds/layers.ts'

/** The nine points a picture can be set at; arrow keys walk over them. */
export function NinePoints({
  position,
  label,
  onChange,
}: {
  position: string
  label: string
  onChange: (position: string) => void
}) {
  const chosen = pointOf(position)
  return (
    <div
      role="radiogroup"
      aria-label={label}
      className="grid size-[78px] shrink-0 grid-cols-3 rounded-[3px] border border-edge bg-raised p-0.5"
    >
      {NINE_POINTS.map(([name, value], at) => (
        <label
          key={value}
          title={name}
          className="grid cursor-pointer place-items-center rounded-[2px] has-checked:bg-accent-wash has-focus-visible:outline-2 has-focus-visible:outline-accent"
        >
          <input
            type="radio"
            name={label}
            className="sr-only"
            aria-label={name}
            checked={chosen === at}
            onChange={() => onChange(value)}
            onKeyDown={(event) => {
              const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -3, ArrowDown: 3 }[event.key]
              if (step === undefined) return
              event.preventDefault()
              const inputs = event.currentTarget.closest('[role=radiogroup]')!.querySelectorAll('input')
              const next = at + step
              if (next < 0 || next > 8 || (Math.abs(step) === 1 && Math.floor(next / 3) !== Math.floor(at / 3))) return
              inputs[next]!.focus()
              onChange(NINE_POINTS[next]![1])
            }}
          />
          <span aria-hidden className={`rounded-full ${chosen === at ? 'size-2.5 bg-accent' : 'size-1.5 bg-edge'}`} />
        </label>
      ))}
    </div>
  )
}
