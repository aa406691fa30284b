'use client'
import { pxWords } from '../../../../core/boxes/row-words.ts'
import type { Drawn } from '../../../../core/plan/drawing.ts'
import type { PlanBox } from '../../../../core/plan/plan.ts'
import { resolveVarsAmong } from '../../../../core/edit/variables.ts'
import { useRoom } from '../../../state/context.tsx'
import { settledSheets } from '../../../state/sheets.ts'
import { Edge } from './edge.tsx'

interface Props {
  readonly drawn: Drawn
  /** The box as the plan has it; null for content. */
  readonly box: PlanBox | null
  readonly scale: number
  readonly chosen: boolean
  /** Whether others stand in it, so that its own name would be covered. */
  readonly hasInner: boolean
  /** What chooses it, and draws a box into it. */
  readonly band: object
  readonly resize: (
    key: string,
    property: 'width' | 'height',
  ) => { readonly preview: (value: string) => void; readonly commit: (value: string) => void }
}

/** A box of the plan as it would stand on the page, or a piece of what stands there already. */
export function DrawnBox({ drawn, box, scale, chosen, hasInner, band, resize }: Props) {
  const sheets = useRoom(settledSheets)
  const background = drawn.background.includes('var(') ? resolveVarsAmong(sheets, drawn.background) : drawn.background
  const size = `${drawn.widthKnown ? pxWords(drawn.width) : '?'} × ${drawn.heightKnown ? pxWords(drawn.height) : '?'} px`
  const says = `${drawn.name}: ${size}. ${drawn.why}`
  return (
    <div
      title={says}
      className={`absolute select-none ${drawn.isBox ? 'cursor-crosshair border' : 'weave border border-dashed'} ${chosen ? 'z-10 border-accent outline-2 outline-accent' : 'border-quiet'}`}
      style={{
        left: drawn.left * scale,
        top: drawn.top * scale,
        width: Math.max(2, drawn.width * scale),
        height: Math.max(2, drawn.height * scale),
        ...(drawn.isBox && background !== '' ? { backgroundColor: background } : {}),
        ...(drawn.isBox && !drawn.heightKnown ? { borderBottomStyle: 'dashed' } : {}),
      }}
      {...band}
    >
      {(!hasInner || chosen) && (
        <span
          className={`pointer-events-none absolute left-0 top-0 max-w-full truncate rounded-br-[2px] px-1 text-[11px] tabular-nums ${chosen ? 'bg-accent text-accent-ink' : 'bg-raised/85 text-ink'}`}
        >
          <span className="font-mono">{drawn.name}</span> {drawn.isBox && <span className="opacity-80">{size}</span>}
        </span>
      )}
      {chosen && box && drawn.told.width !== null && (
        <Edge
          label="width"
          value={box.values.width}
          px={drawn.told.width}
          scale={scale}
          upright={false}
          {...resize(drawn.key, 'width')}
        />
      )}
      {chosen && box && (
        <Edge
          label="height"
          value={box.values.height}
          px={drawn.told.height ?? drawn.height}
          scale={scale}
          upright
          {...resize(drawn.key, 'height')}
        />
      )}
    </div>
  )
}
