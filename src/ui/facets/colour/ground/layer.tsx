'use client'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { readGradient, writeGradient } from '../../../../core/backgrounds/gradient.ts'
import type { BackgroundLayer } from '../../../../core/backgrounds/layers.ts'
import { targetOf } from '../../../../core/paths/paths.ts'
import { useRoom, useWorkroom } from '../../../state/context.tsx'
import { GradientFields } from './gradient-fields.tsx'
import { NinePoints } from './nine-points.tsx'
import { TypedValue } from './typed-value.tsx'

interface LayerProps {
  readonly layer: BackgroundLayer
  readonly place: number
  readonly last: boolean
  readonly onPreview: (part: Partial<BackgroundLayer>) => void
  readonly onChange: (label: string, part: Partial<BackgroundLayer>) => void
  readonly onRemove: () => void
  readonly onMove: (by: -1 | 1) => void
}

const REPEATS = ['repeat', 'no-repeat', 'repeat-x', 'repeat-y', 'space', 'round']
const SIZES = ['auto', 'cover', 'contain']

/** One layer: what it is, where it lies, how large it is and how it repeats. */
export function Layer({ layer, place, last, onPreview, onChange, onRemove, onMove }: LayerProps) {
  const sheetPath = useRoom((state) => state.sheetPath)
  const { store, frames } = useWorkroom()
  const gradient = readGradient(layer.image)
  const reference = /^url\(\s*(?:"([^"]*)"\s*|'([^']*)'\s*|([^)]*))\)$/i
    .exec(layer.image)
    ?.slice(1)
    .find((part) => part !== undefined)
  const target = reference === undefined ? null : targetOf(sheetPath, reference)
  const address = target?.kind === 'site' ? frames.addressOf(store.getState().lookId, target.path) : null
  const name = gradient
    ? gradient.name.replace('-gradient', ' gradient')
    : target?.kind === 'site'
      ? target.path
      : layer.image
  return (
    <li className="rounded-[3px] border border-line">
      <div className="flex items-center gap-2 border-b border-line bg-sunken px-2 py-1.5">
        <span aria-hidden className="weave relative size-7 shrink-0 overflow-hidden rounded-[2px] border border-edge">
          <span
            className="absolute inset-0 bg-cover bg-center"
            style={{ backgroundImage: address ? `url("${address}")` : gradient ? layer.image : undefined }}
          />
        </span>
        <span className="min-w-0 flex-1 truncate text-[12px]" title={layer.image}>
          {name}
        </span>
        <button
          type="button"
          className="btn btn-bare size-6 p-0"
          aria-label={`Layer ${place + 1} up`}
          disabled={place === 0}
          onClick={() => onMove(-1)}
        >
          <ArrowUp aria-hidden className="size-3.5" />
        </button>
        <button
          type="button"
          className="btn btn-bare size-6 p-0"
          aria-label={`Layer ${place + 1} down`}
          disabled={last}
          onClick={() => onMove(1)}
        >
          <ArrowDown aria-hidden className="size-3.5" />
        </button>
        <button
          type="button"
          className="btn btn-bare size-6 p-0"
          aria-label={`Take away layer ${place + 1}`}
          onClick={onRemove}
        >
          <X aria-hidden className="size-3.5" />
        </button>
      </div>
      <div className="flex flex-col gap-2 p-2">
        {gradient ? (
          <GradientFields
            gradient={gradient}
            onPreview={(next) => onPreview({ image: writeGradient(next) })}
            onChange={(next) => onChange('Gradient', { image: writeGradient(next) })}
          />
        ) : null}
        <div className="flex gap-3">
          <NinePoints
            position={layer.position}
            label={`Position of layer ${place + 1}`}
            onChange={(position) => onChange('Position', { position })}
          />
          <div className="flex min-w-0 flex-1 flex-col gap-1.5">
            <TypedValue
              label="Position"
              property="background-position"
              value={layer.position}
              example="right 10px top, 50% 20%"
              onChange={(position) => onChange('Position', { position })}
            />
            <TypedValue
              label="Size"
              property="background-size"
              value={layer.size}
              example="cover, 200px auto"
              list={SIZES}
              onChange={(size) => onChange('Size', { size })}
            />
            <label className="flex items-center gap-2 text-[12px]">
              <span className="w-14 shrink-0 text-quiet">Repeat</span>
              <select
                className="field h-7 min-w-0 flex-1 px-1 text-[12px]"
                value={layer.repeat}
                onChange={(event) => onChange('Repeat', { repeat: event.target.value })}
              >
                {[...new Set([...REPEATS, layer.repeat])].map((each) => (
                  <option key={each}>{each}</option>
                ))}
              </select>
            </label>
            <label className="flex items-center gap-2 text-[12px]">
              <span className="w-14 shrink-0 text-quiet">Scrolling</span>
              <select
                className="field h-7 min-w-0 flex-1 px-1 text-[12px]"
                value={layer.attachment}
                onChange={(event) => onChange('Scrolling', { attachment: event.target.value })}
              >
                <option value="scroll">with the box</option>
                <option value="fixed">stays in the window</option>
                <option value="local">with what is in it</option>
              </select>
            </label>
          </div>
        </div>
      </div>
    </li>
  )
}
