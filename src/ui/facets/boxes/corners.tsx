'use client'
import { Group } from '../../controls/parts.tsx'
import { SizeField } from '../../controls/size-field.tsx'
import { useField } from '../../controls/use-field.ts'
import { Where } from '../../controls/where.tsx'
import type { Seen } from '../../controls/sides.tsx'

/** The corners in the order that `border-radius` writes them. */
const CORNERS = ['top-left', 'top-right', 'bottom-right', 'bottom-left'] as const

/** Rounded corners: all at once, or each of them. */
export function Corners({ selector, seen }: { selector: string; seen: Seen }) {
  const all = useField(selector, 'border-radius', 'corners')
  const whole = all.decision?.declaration.property === 'border-radius' ? all.value : ''
  return (
    <Group title="Corners">
      <SizeField
        label="All corners"
        property="border-radius"
        unit="px"
        least={0}
        most={60}
        example="8px or 50%"
        value={whole}
        computed={seen['border-top-left-radius']}
        onPreview={all.preview}
        onCommit={all.commit}
        onClear={all.clear}
      />
      <div className="grid grid-cols-4 gap-1.5">
        {CORNERS.map((corner) => (
          <Corner key={corner} selector={selector} corner={corner} computed={seen[`border-${corner}-radius`]} />
        ))}
      </div>
      <Where field={all} />
    </Group>
  )
}

function Corner({ selector, corner, computed }: { selector: string; corner: string; computed: string | undefined }) {
  const field = useField(selector, `border-${corner}-radius`, `${corner} corner`)
  return (
    <div>
      <SizeField
        compact
        label={`${corner} corner`}
        property={field.property}
        unit="px"
        least={0}
        most={60}
        example="8px or 50%"
        value={field.value}
        computed={computed}
        onPreview={field.preview}
        onCommit={field.commit}
      />
      <span aria-hidden className="block text-center text-[11px] text-quiet">
        {corner.replace('-', ' ')}
      </span>
    </div>
  )
}
