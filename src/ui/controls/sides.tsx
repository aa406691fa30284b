'use client'
import { useState } from 'react'
import { SIDES, writeSides, type Side } from '../../core/values/sides.ts'
import { Group } from './parts.tsx'
import { SizeField, Slider } from './size-field.tsx'
import { useField } from './use-field.ts'
import { Where } from './where.tsx'

/** Computed values of the first box on the pages. */
export type Seen = Readonly<Record<string, string>>

/** Padding or margin, all sides at once or each of them; the order of a shorthand is named. */
export function Sides({
  selector,
  property,
  title,
  top,
  seen,
}: {
  selector: string
  property: 'padding' | 'margin'
  title: string
  top: number
  seen: Seen
}) {
  const all = useField(selector, property, property)
  const sides = {
    top: useField(selector, `${property}-top`, `top ${property}`),
    right: useField(selector, `${property}-right`, `right ${property}`),
    bottom: useField(selector, `${property}-bottom`, `bottom ${property}`),
    left: useField(selector, `${property}-left`, `left ${property}`),
  }
  const [active, setActive] = useState<Side | 'all'>('all')
  const whole = all.decision?.declaration.property === property ? all.value : ''
  const least = property === 'margin' ? -40 : 0
  const dragged = active === 'all' ? { field: all, value: whole } : { field: sides[active], value: sides[active].value }
  return (
    <Group title={title}>
      <div className="flex flex-col gap-1.5">
        <div className="flex items-center gap-2" onFocus={() => setActive('all')}>
          <span className="w-[92px] shrink-0 text-quiet">All sides</span>
          <div className="flex-1">
            <SizeField
              compact
              label={`${property} on all sides`}
              property={property}
              unit="px"
              least={least}
              most={top}
              example={`16px, 1rem 2rem${property === 'margin' ? ' or 0 auto' : ''}`}
              value={whole}
              computed={shortest(seen, property)}
              onPreview={all.preview}
              onCommit={all.commit}
            />
          </div>
          {all.clear && (
            <button type="button" className="btn btn-bare h-7 px-1.5 text-quiet" onClick={all.clear}>
              Take out
            </button>
          )}
        </div>
        <div className="grid grid-cols-4 gap-1.5">
          {SIDES.map((side) => (
            <div key={side} onFocus={() => setActive(side)}>
              <SizeField
                compact
                label={`${side} ${property}`}
                property={`${property}-${side}`}
                unit="px"
                least={least}
                most={top}
                example="16px or 1rem"
                value={sides[side].value}
                computed={seen[`${property}-${side}`]}
                onPreview={sides[side].preview}
                onCommit={sides[side].commit}
              />
              <span
                aria-hidden
                className={`block text-center text-[11px] ${active === side ? 'font-semibold' : 'text-quiet'}`}
              >
                {side}
              </span>
            </div>
          ))}
        </div>
        <Slider
          label={`${active === 'all' ? 'all sides' : active}, drag`}
          unit="px"
          least={least}
          most={top}
          value={dragged.value}
          computed={active === 'all' ? seen[`${property}-top`] : seen[`${property}-${active}`]}
          onPreview={dragged.field.preview}
          onCommit={dragged.field.commit}
        />
        <Where field={all} />
      </div>
    </Group>
  )
}

/** Four computed sides as the shortest shorthand, for a placeholder. */
function shortest(seen: Seen, property: string): string {
  const [top = '', right = '', bottom = '', left = ''] = SIDES.map((side) => seen[`${property}-${side}`])
  return top === '' ? '' : writeSides({ top, right, bottom, left })
}
