'use client'
import { useRef } from 'react'
import { NEW_SHADOW, readShadows, writeShadows, type Shadow } from '../../../core/boxes/shadow.ts'
import { ColorField } from '../../controls/color-field.tsx'
import { useDrag } from '../../controls/drag.ts'
import { Group } from '../../controls/parts.tsx'
import { SizeField } from '../../controls/size-field.tsx'
import { useField } from '../../controls/use-field.ts'
import { Where } from '../../controls/where.tsx'

/** The shadows of a box, one below another; the first lies uppermost. */
export function Shadows({ selector, seen }: { selector: string; seen: Readonly<Record<string, string>> }) {
  const field = useField(selector, 'box-shadow', 'shadow')
  const shadows = readShadows(field.value)
  if (shadows === null)
    return (
      <Group title="Shadow">
        <p className="text-quiet">
          <code className="font-mono">{field.value}</code> cannot be taken apart here. Change it in the sheet.
        </p>
        <Where field={field} />
      </Group>
    )
  const put = (at: number, next: Shadow | null) =>
    writeShadows(shadows.flatMap((each, i) => (i === at ? (next ?? []) : each)))
  return (
    <Group title="Shadow">
      {shadows.map((shadow, at) => (
        <OneShadow
          key={at}
          shadow={shadow}
          fallback={seen['color']}
          onPreview={(next) => field.preview(next && put(at, next))}
          onCommit={(next) => field.commit(put(at, next))}
        />
      ))}
      <div className="flex flex-wrap items-center gap-2">
        <button type="button" className="btn h-7" onClick={() => field.commit(writeShadows([...shadows, NEW_SHADOW]))}>
          {shadows.length === 0 ? 'Add a shadow' : 'Add another below'}
        </button>
        {field.clear && (
          <button type="button" className="btn btn-bare h-7 text-quiet" onClick={field.clear}>
            Take out
          </button>
        )}
      </div>
      {shadows.length > 0 && <Where field={field} />}
    </Group>
  )
}

interface OneProps {
  readonly shadow: Shadow
  readonly fallback: string | undefined
  readonly onPreview: (next: Shadow | null) => void
  readonly onCommit: (next: Shadow | null) => void
}

const PARTS = [
  ['right', 'Right', -40, 40],
  ['down', 'Down', -40, 40],
  ['blur', 'Blur', 0, 60],
  ['spread', 'Spread', -20, 40],
] as const

function OneShadow({ shadow, fallback, onPreview, onCommit }: OneProps) {
  return (
    <div className="flex flex-col gap-1.5 border-l-2 border-line pl-2.5">
      <ShadowPad shadow={shadow} onPreview={onPreview} onCommit={onCommit} />
      {PARTS.map(([part, label, least, most]) => (
        <SizeField
          key={part}
          label={label}
          property={part === 'blur' ? 'padding' : 'margin'}
          unit="px"
          least={least}
          most={most}
          example="2px or 0.1em"
          value={shadow[part]}
          computed="0px"
          onPreview={(value) => onPreview({ ...shadow, [part]: value })}
          onCommit={(value) => onCommit({ ...shadow, [part]: value })}
        />
      ))}
      <ColorField
        label="Colour"
        value={shadow.color}
        computed={fallback}
        onPreview={(color) => onPreview(color === null ? null : { ...shadow, color })}
        onCommit={(color) => onCommit({ ...shadow, color })}
      />
      <div className="flex items-center gap-3">
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={shadow.inset}
            onChange={(event) => onCommit({ ...shadow, inset: event.target.checked })}
          />
          inset: inside the box
        </label>
        <button type="button" className="btn btn-bare ml-auto h-7 text-quiet" onClick={() => onCommit(null)}>
          Remove
        </button>
      </div>
    </div>
  )
}

const pxOf = (value: string) => (Number.isFinite(parseFloat(value)) ? parseFloat(value) : 0)

/** The shadow itself, to be dragged: right and down at once. */
function ShadowPad({ shadow, onPreview, onCommit }: Omit<OneProps, 'fallback'>) {
  const begin = useRef({ x: 0, y: 0, right: 0, down: 0 })
  const take = (value: string): Shadow => {
    const [right, down] = value.split(' ') as [string, string]
    return { ...shadow, right, down }
  }
  const drag = useDrag(
    (value) => onPreview(value === null ? null : take(value)),
    (value) => onCommit(take(value)),
  )
  const move = (right: number, down: number) => drag.move(`${Math.round(right)}px ${Math.round(down)}px`)
  return (
    <div
      role="application"
      tabIndex={0}
      aria-label={`Shadow, ${shadow.right} right and ${shadow.down} down: drag it, or use the arrow keys`}
      className="grid h-24 cursor-move touch-none place-items-center overflow-hidden rounded-[3px] bg-sunken"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        begin.current = { x: event.clientX, y: event.clientY, right: pxOf(shadow.right), down: pxOf(shadow.down) }
      }}
      onPointerMove={(event) => {
        if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
        const { x, y, right, down } = begin.current
        move(right + event.clientX - x, down + event.clientY - y)
      }}
      onKeyDown={(event) => {
        const step = event.shiftKey ? 10 : 1
        const ways: Record<string, [number, number]> = {
          ArrowRight: [step, 0],
          ArrowLeft: [-step, 0],
          ArrowDown: [0, step],
          ArrowUp: [0, -step],
        }
        const way = ways[event.key]
        if (!way) return
        event.preventDefault()
        move(pxOf(shadow.right) + way[0], pxOf(shadow.down) + way[1])
      }}
      onBlur={drag.end}
    >
      <span aria-hidden className="size-12 rounded-[3px] bg-raised" style={{ boxShadow: writeShadows([shadow]) }} />
    </div>
  )
}
