'use client'
import { useState } from 'react'
import type { SizeOutcome } from '../../../core/type/roles.ts'
import {
  fluidSize,
  readFluid,
  readSize,
  SIZE_UNITS,
  writeSize,
  type FluidSize,
  type SizeUnit,
} from '../../../core/type/units.ts'
import { useViewport, WIDTHS } from '../../state/viewport.ts'
import type { Field } from '../../controls/use-field.ts'

const round = (px: number) => Math.round(px * 100) / 100

/** What a size is in px where it stands, and the same size in every other unit. */
export function SizeUnits({
  field,
  computed,
  outcome,
}: {
  field: Field
  computed: string | undefined
  outcome: SizeOutcome | undefined
}) {
  const { width } = useViewport()
  const [fluid, setFluid] = useState<FluidSize | null>(null)
  const px = parseFloat(computed ?? outcome?.size ?? '')
  if (!Number.isFinite(px)) return null
  const context = { parent: outcome?.parent ?? 16, root: outcome?.root ?? 16, viewport: width }
  const unit = readSize(field.value)?.unit ?? (/^clamp\(/i.test(field.value) ? 'clamp' : '')
  const choose = (next: string) => {
    if (next === 'clamp')
      return setFluid(
        readFluid(field.value, context.root) ?? {
          least: { viewport: WIDTHS[0], size: round(px * 0.85) },
          most: { viewport: WIDTHS.at(-1)!, size: round(px) },
        },
      )
    const written = writeSize(px, next as SizeUnit, context)
    if (written) field.commit(written)
  }
  return (
    <>
      <div className="flex items-center gap-2 text-[12px]">
        <span className="whitespace-nowrap text-quiet">
          <b className="font-semibold text-ink">{round(px)} px</b> here, written
        </span>
        <select
          aria-label="Unit of the size"
          className="field h-6 min-w-0 px-0.5 text-[12px]"
          value={unit}
          onChange={(event) => choose(event.target.value)}
        >
          {unit === '' && <option value="">…</option>}
          {SIZE_UNITS.map((each) => (
            <option key={each} value={each}>
              {writeSize(px, each, context) ?? each}
            </option>
          ))}
          <option value="clamp">{unit === 'clamp' ? 'clamp()' : 'clamp() …'}</option>
        </select>
        {unit === 'clamp' && (
          <button
            type="button"
            className="underline decoration-edge underline-offset-2"
            onClick={() => choose('clamp')}
          >
            change
          </button>
        )}
      </div>
      {fluid && (
        <Fluid
          fluid={fluid}
          root={context.root}
          onApply={(value) => {
            field.commit(value)
            setFluid(null)
          }}
          onPreview={field.preview}
          onClose={() => {
            field.preview(null)
            setFluid(null)
          }}
        />
      )}
    </>
  )
}

/** A size that grows between two widths of the viewport. */
function Fluid({
  fluid,
  root,
  onApply,
  onPreview,
  onClose,
}: {
  fluid: FluidSize
  root: number
  onApply: (value: string) => void
  onPreview: (value: string) => void
  onClose: () => void
}) {
  const [numbers, setNumbers] = useState({
    a: String(fluid.least.size),
    at: String(fluid.least.viewport),
    b: String(fluid.most.size),
    bt: String(fluid.most.viewport),
  })
  const read = (each: typeof numbers) => {
    const [a, at, b, bt] = [each.a, each.at, each.b, each.bt].map(Number) as [number, number, number, number]
    return [a, at, b, bt].every((number) => number > 0) && at < bt
      ? fluidSize({ least: { size: a, viewport: at }, most: { size: b, viewport: bt } }, root)
      : null
  }
  const value = read(numbers)
  const field = (key: keyof typeof numbers, label: string) => (
    <input
      aria-label={label}
      inputMode="decimal"
      className="field h-6 w-12 px-1 text-right font-mono text-[11px]"
      value={numbers[key]}
      onChange={(event) => {
        const next = { ...numbers, [key]: event.target.value }
        setNumbers(next)
        const shown = read(next)
        if (shown) onPreview(shown)
      }}
    />
  )
  return (
    <form
      className="mt-1 flex flex-col gap-1 rounded-[3px] border border-line bg-sunken p-2 text-[12px]"
      onSubmit={(event) => {
        event.preventDefault()
        if (value) onApply(value)
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.stopPropagation()
          onClose()
        }
      }}
    >
      <p className="flex items-center gap-1">
        {field('a', 'Smaller size in px')} px at {field('at', 'Narrower viewport in px')} px wide
      </p>
      <p className="flex items-center gap-1">
        {field('b', 'Larger size in px')} px at {field('bt', 'Wider viewport in px')} px wide
      </p>
      {value ? (
        <code className="break-words font-mono text-[11px]">{value}</code>
      ) : (
        <p className="text-alarm">Four numbers above 0, the first width smaller than the second.</p>
      )}
      <p className="flex gap-2">
        <button type="submit" className="btn h-6 px-2" disabled={!value}>
          Write it
        </button>
        <button type="button" className="btn btn-bare h-6 px-2" onClick={onClose}>
          Cancel
        </button>
      </p>
    </form>
  )
}
