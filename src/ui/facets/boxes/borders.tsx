'use client'
import { useState } from 'react'
import { readBorder } from '../../../core/properties/value-through.ts'
import { SIDES } from '../../../core/values/sides.ts'
import { Choice } from '../../controls/choice.tsx'
import { ColorField } from '../../controls/color-field.tsx'
import { Group } from '../../controls/parts.tsx'
import { SizeField } from '../../controls/size-field.tsx'
import { useField } from '../../controls/use-field.ts'
import { Where } from '../../controls/where.tsx'
import type { Seen } from '../../controls/sides.tsx'

const LINE_STYLES = ['none', 'solid', 'dashed', 'dotted', 'double']
const WHERE = ['border', ...SIDES.map((side) => `border-${side}`), 'outline']

/** Lines around a box: on all sides, on one, or the outline, which takes no room. */
export function Borders({ selector, seen }: { selector: string; seen: Seen }) {
  const [property, setProperty] = useState('border')
  return (
    <Group title="Border">
      <fieldset className="flex flex-wrap gap-1">
        <legend className="sr-only">Which line</legend>
        {WHERE.map((each) => (
          <button
            key={each}
            type="button"
            aria-pressed={property === each}
            className="btn btn-bare h-7 px-2 aria-pressed:border-accent aria-pressed:bg-accent-wash"
            onClick={() => setProperty(each)}
          >
            {each === 'border' ? 'all sides' : each.replace('border-', '')}
          </button>
        ))}
      </fieldset>
      <Border key={property} selector={selector} property={property} seen={seen} />
    </Group>
  )
}

function Border({ selector, property, seen }: { selector: string; property: string; seen: Seen }) {
  const field = useField(selector, property, property.replace('-', ' '))
  // Another property may set it as well: a line on one side, or on all.
  const whole = field.decision?.declaration.property === property ? field.value : ''
  const parts = readBorder(whole)
  const style = parts.style || 'none'
  const write = (next: Partial<typeof parts>) => {
    const now = {
      width: parts.width || '1px',
      style: style === 'none' ? 'solid' : style,
      color: parts.color || 'currentcolor',
      ...next,
    }
    return now.style === 'none' ? 'none' : `${now.width} ${now.style} ${now.color}`
  }
  return (
    <>
      <div className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">Line</span>
        <Choice
          label="Border line"
          className="w-[130px]"
          value={LINE_STYLES.includes(style) ? style : 'solid'}
          options={LINE_STYLES.map((value) => ({ value, label: value }))}
          onChange={(next) => field.commit(write({ style: next }))}
        />
        {field.clear && (
          <button type="button" className="btn btn-bare h-7 text-quiet" onClick={field.clear}>
            Take out
          </button>
        )}
      </div>
      {style !== 'none' && (
        <>
          <SizeField
            label="Thickness"
            property="border-top-width"
            unit="px"
            least={0}
            most={24}
            example="1px or 0.25rem"
            value={parts.width}
            computed={seen['border-top-width']}
            onPreview={(value) => field.preview(write({ width: value }))}
            onCommit={(value) => field.commit(write({ width: value }))}
          />
          <ColorField
            label="Colour"
            value={parts.color}
            computed={seen['border-top-color']}
            onPreview={(value) => field.preview(value === null ? null : write({ color: value }))}
            onCommit={(value) => field.commit(write({ color: value }))}
          />
        </>
      )}
      <div className="pl-[100px]">
        <Where field={field} />
      </div>
    </>
  )
}
