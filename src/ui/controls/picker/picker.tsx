'use client'
import { Pipette } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import {
  NOTATIONS,
  notationOf,
  toHex,
  writeColor,
  writeColorLike,
  type Notation,
} from '../../../core/values/color-notation.ts'
import {
  hslText,
  isInSrgb,
  MOST_CHROMA,
  oklchText,
  readHsl,
  readOklch,
  type Hsl,
  type Oklch,
} from '../../../core/color/planes.ts'
import { useDrag } from '../drag.ts'
import { Plane } from './plane.tsx'
import { PictureColors } from './picture-colors.tsx'

interface Props {
  readonly label: string
  /** As the sheet says it; its notation is kept up. */
  readonly written: string
  /** A plain colour to begin with, when what is written is none. */
  readonly solid: string
  readonly onPreview: (value: string) => void
  readonly onCommit: (value: string) => void
}

type Model = 'oklch' | 'hsl'
let lastModel: Model = 'oklch'

/** Turns a colour in OKLCH or HSL. While it is turned all pages follow; the end is one step, in the notation it was written in. */
export function Picker({ label, written, solid, onPreview, onCommit }: Props) {
  const [model, setModel] = useState<Model>(lastModel)
  const [picturing, setPicturing] = useState(false)
  const plain = toHex(written) !== null ? written : toHex(solid) !== null ? solid : '#808080'
  const drag = useDrag(onPreview, onCommit)
  const write = (color: string) => drag.move(writeColorLike(plain, color))
  const choose = (next: Model) => {
    lastModel = next
    setModel(next)
  }
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-center gap-1">
        <div role="radiogroup" aria-label="Colour model" className="flex">
          {(['oklch', 'hsl'] as const).map((each) => (
            <label
              key={each}
              className="relative cursor-pointer border border-edge px-2 py-0.5 text-[12px] first:rounded-l-[3px] last:-ml-px last:rounded-r-[3px] has-checked:bg-accent-wash has-checked:font-semibold has-focus-visible:outline-2 has-focus-visible:outline-accent"
            >
              <input
                type="radio"
                name={`${label} model`}
                className="sr-only"
                checked={model === each}
                onChange={() => choose(each)}
              />
              {each.toUpperCase()}
            </label>
          ))}
        </div>
        <NotationChoice label={label} written={written} onCommit={onCommit} />
        <button
          type="button"
          aria-expanded={picturing}
          className="btn h-[22px] px-1.5 text-[12px]"
          title="Take a colour from a picture"
          onClick={() => setPicturing(!picturing)}
        >
          <Pipette aria-hidden className="size-3.5" />
          Picture
        </button>
      </div>
      {model === 'oklch' ? (
        <OklchTurner label={label} value={plain} onTurn={write} onEnd={drag.end} />
      ) : (
        <HslTurner label={label} value={plain} onTurn={write} onEnd={drag.end} />
      )}
      {picturing && <PictureColors onPick={(color) => onCommit(writeColorLike(plain, color))} />}
    </div>
  )
}

const NOTATION_NAMES: Readonly<Record<Notation, string>> = {
  hex: 'hex',
  rgb: 'rgb()',
  hsl: 'hsl()',
  hwb: 'hwb()',
  lab: 'lab()',
  lch: 'lch()',
  oklab: 'oklab()',
  oklch: 'oklch()',
  color: 'color()',
  name: 'name',
}

/** How the colour is written; another choice rewrites it. */
function NotationChoice({
  label,
  written,
  onCommit,
}: {
  label: string
  written: string
  onCommit: (value: string) => void
}) {
  const notation = notationOf(written)
  if (notation === null) return <span className="flex-1" />
  const named = writeColor(written, 'name')
  return (
    <label className="ml-auto flex items-center gap-1 text-[12px] text-quiet">
      as
      <select
        aria-label={`Notation of ${label}`}
        className="field h-[22px] px-0.5 text-[12px] text-ink"
        value={notation}
        onChange={(event) => onCommit(writeColor(written, event.target.value as Notation))}
      >
        {NOTATIONS.filter((each) => each !== 'name' || notation === 'name' || !named.startsWith('#')).map((each) => (
          <option key={each} value={each}>
            {NOTATION_NAMES[each]}
          </option>
        ))}
      </select>
    </label>
  )
}

interface TurnerProps {
  readonly label: string
  readonly value: string
  readonly onTurn: (color: string) => void
  readonly onEnd: () => void
}

/** The colour being turned: kept here while it moves, so that hue and chroma survive black, white and rounding. */
function useTurned<C>(
  value: string,
  read: (value: string, before: C | null) => C | null,
  text: (color: C) => string,
): [C, (color: C) => void] {
  const own = useRef<{ color: C; hex: string } | null>(null)
  const [, redraw] = useState(0)
  const hex = toHex(value) ?? ''
  if (own.current === null || own.current.hex !== hex)
    own.current = { color: read(value, own.current?.color ?? null)!, hex }
  const set = (color: C) => {
    own.current = { color, hex: toHex(text(color)) ?? '' }
    redraw((times) => times + 1)
  }
  return [own.current.color, set]
}

function OklchTurner({ label, value, onTurn, onEnd }: TurnerProps) {
  const [color, setColor] = useTurned<Oklch>(value, (text, before) => readOklch(text, before?.h), oklchText)
  const turn = (part: Partial<Oklch>) => {
    const next = { ...color, ...part }
    setColor(next)
    onTurn(oklchText(next))
  }
  const inside = isInSrgb(color.l, color.c, color.h)
  const at = (part: Partial<Oklch>) => toHex(oklchText({ ...color, alpha: 1, ...part })) ?? '#808080'
  return (
    <>
      <Plane
        model="oklch"
        hue={color.h}
        x={Math.min(1, color.c / MOST_CHROMA)}
        y={color.l}
        label={`${label}: lightness and chroma`}
        says={`lightness ${percent(color.l)}, chroma ${color.c.toFixed(3)}`}
        onMove={(x, y) => turn({ c: x * MOST_CHROMA, l: y })}
        onEnd={onEnd}
      />
      <Channel
        name="Lightness"
        value={color.l * 100}
        most={100}
        step={0.5}
        unit="%"
        track={[0.05, 0.3, 0.5, 0.7, 0.95].map((l) => at({ l }))}
        onTurn={(l) => turn({ l: l / 100 })}
        onEnd={onEnd}
      />
      <Channel
        name="Chroma"
        value={color.c}
        most={MOST_CHROMA}
        step={0.002}
        unit=""
        track={[0, 0.1, 0.2, 0.3].map((c) => at({ c }))}
        onTurn={(c) => turn({ c })}
        onEnd={onEnd}
      />
      <Channel
        name="Hue"
        value={color.h}
        most={360}
        step={1}
        unit="°"
        track={HUES.map((h) => at({ h, l: 0.7, c: 0.12 }))}
        onTurn={(h) => turn({ h })}
        onEnd={onEnd}
      />
      <Channel
        name="Opacity"
        value={color.alpha * 100}
        most={100}
        step={1}
        unit="%"
        track={['#0000', at({})]}
        onTurn={(alpha) => turn({ alpha: alpha / 100 })}
        onEnd={onEnd}
      />
      {!inside && (
        <p className="text-[12px] text-quiet">
          Beyond sRGB. Most screens show the nearest colour they have
          {/^oklch|^lch|^lab|^oklab|^color/.test(value) ? '.' : '; it is written so.'}
        </p>
      )}
    </>
  )
}

function HslTurner({ label, value, onTurn, onEnd }: TurnerProps) {
  const [color, setColor] = useTurned<Hsl>(
    value,
    (text, before) => {
      const next = readHsl(text, before?.h)
      // Grey has no saturation to tell, nor black and white.
      return next && before && (next.l === 0 || next.l === 1) ? { ...next, h: before.h, s: before.s } : next
    },
    hslText,
  )
  const turn = (part: Partial<Hsl>) => {
    const next = { ...color, ...part }
    setColor(next)
    onTurn(hslText(next))
  }
  const at = (part: Partial<Hsl>) => hslText({ ...color, alpha: 1, ...part })
  return (
    <>
      <Plane
        model="hsl"
        hue={color.h}
        x={color.s}
        y={color.l}
        label={`${label}: lightness and saturation`}
        says={`lightness ${percent(color.l)}, saturation ${percent(color.s)}`}
        onMove={(s, l) => turn({ s, l })}
        onEnd={onEnd}
      />
      <Channel
        name="Hue"
        value={color.h}
        most={360}
        step={1}
        unit="°"
        track={HUES.map((h) => at({ h, s: 0.8, l: 0.5 }))}
        onTurn={(h) => turn({ h })}
        onEnd={onEnd}
      />
      <Channel
        name="Saturation"
        value={color.s * 100}
        most={100}
        step={0.5}
        unit="%"
        track={[0, 1].map((s) => at({ s }))}
        onTurn={(s) => turn({ s: s / 100 })}
        onEnd={onEnd}
      />
      <Channel
        name="Lightness"
        value={color.l * 100}
        most={100}
        step={0.5}
        unit="%"
        track={[0, 0.25, 0.5, 0.75, 1].map((l) => at({ l }))}
        onTurn={(l) => turn({ l: l / 100 })}
        onEnd={onEnd}
      />
      <Channel
        name="Opacity"
        value={color.alpha * 100}
        most={100}
        step={1}
        unit="%"
        track={['#0000', at({})]}
        onTurn={(alpha) => turn({ alpha: alpha / 100 })}
        onEnd={onEnd}
      />
    </>
  )
}

const HUES = [0, 60, 120, 180, 240, 300, 360]
const percent = (share: number) => `${Math.round(share * 1000) / 10} %`

interface ChannelProps {
  readonly name: string
  readonly value: number
  readonly most: number
  readonly step: number
  readonly unit: string
  /** Colours along the track. */
  readonly track: readonly string[]
  readonly onTurn: (value: number) => void
  readonly onEnd: () => void
}

/** One channel: a slider over its own colours, and a number to type. */
function Channel({ name, value, most, step, unit, track, onTurn, onEnd }: ChannelProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const shown = String(Math.round(value * (most <= 1 ? 1000 : 10)) / (most <= 1 ? 1000 : 10))
  useEffect(() => setDraft(null), [shown])
  const commit = () => {
    const number = Number(draft?.replace(',', '.'))
    setDraft(null)
    if (draft === null || draft.trim() === '' || !Number.isFinite(number)) return
    onTurn(Math.min(most, Math.max(0, number)))
    onEnd()
  }
  return (
    <div className="flex items-center gap-2 text-[12px]">
      <span aria-hidden className="w-[62px] shrink-0 text-quiet">
        {name}
      </span>
      <input
        type="range"
        aria-label={name}
        className="channel min-w-0 flex-1"
        min={0}
        max={most}
        step={step}
        value={value}
        style={{ '--track': `linear-gradient(to right, ${track.join(', ')})` } as React.CSSProperties}
        onChange={(event) => onTurn(Number(event.target.value))}
        onKeyUp={onEnd}
        onBlur={onEnd}
      />
      <input
        aria-label={`${name}, typed`}
        inputMode="decimal"
        className="field h-6 w-12 px-1 text-right font-mono text-[11px]"
        value={draft ?? shown}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && commit()}
      />
      <span aria-hidden className="w-2.5 text-quiet">
        {unit}
      </span>
    </div>
  )
}
