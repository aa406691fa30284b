'use client'
import { targetHint, TargetChoice } from '../../controls/target-choice.tsx'
import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { angleOf, readGradient, writeGradient, type Gradient } from '../../../core/backgrounds/gradient.ts'
import {
  NINE_POINTS,
  PLAIN_LAYER,
  planLayers,
  pointOf,
  readLayers,
  type BackgroundLayer,
} from '../../../core/backgrounds/layers.ts'
import { freePath, plainName } from '../../../core/paths/file-names.ts'
import { isImage, relativeReference, targetOf } from '../../../core/paths/paths.ts'
import { lookDoc, type FileChange } from '../../../core/site/step.ts'
import { ColorField } from '../../controls/color-field.tsx'
import { useItemKeys } from '../../controls/item-keys.ts'
import { useDrag } from '../../controls/drag.ts'
import { Where } from '../../controls/where.tsx'
import { api } from '../../state/api.ts'
import { settledSheetText, sheetText } from '../../state/document.ts'
import { sheetOf } from '../../state/texts.ts'
import { count } from '../../words.ts'
import { useInsights, useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { Group, Rivals } from '../../controls/parts.tsx'
import { useComputed, useField, useRivals } from '../../controls/use-field.ts'

/** Background and text colour of the page or a box, and the layers of pictures and gradients on it. */
export function GroundView() {
  const targets = useInsights((insights) => insights.boxTargets)
  const [selector, setSelector] = useState('body')
  return (
    <>
      <TargetChoice
        label="Ground of"
        value={selector}
        onChange={setSelector}
        options={targets
          .filter((target) => target.count > 0 || target.selector === 'body')
          .map((target) => ({ value: target.selector, label: target.selector, hint: targetHint(target) }))}
      />
      <Ground key={selector} selector={selector} />
    </>
  )
}

function Ground({ selector }: { selector: string }) {
  const rivals = useRivals(selector, 'background-color background-image color')
  return (
    <>
      <Group title="Colours">
        <GroundColor selector={selector} property="background-color" label="Background" />
        <GroundColor selector={selector} property="color" label="Text" />
      </Group>
      <Layers selector={selector} />
      <Rivals rivals={rivals} />
    </>
  )
}

function GroundColor({ selector, property, label }: { selector: string; property: string; label: string }) {
  const field = useField(selector, property, label.toLowerCase())
  const computed = useComputed(selector, property)
  return (
    <div className="flex flex-col gap-1">
      <ColorField
        label={label}
        value={field.value}
        computed={computed.values[property]}
        onPreview={field.preview}
        onCommit={field.commit}
        onClear={field.clear}
      />
      <div className="pl-[100px]">
        <Where field={field} />
      </div>
    </div>
  )
}

const FIRST_GRADIENT = 'linear-gradient(to bottom, #ffffff 0%, #d8dfe3 100%)'

/** The layers, the topmost first. */
function Layers({ selector }: { selector: string }) {
  const { store } = useWorkroom()
  const settled = useRoom(settledSheetText)
  const shown = useRoom(sheetText)
  const sheetPath = useRoom((state) => state.sheetPath)
  const files = useRoom((state) => state.files)
  const { add, busy } = useDroppedPicture()
  const layers = readLayers(sheetOf(shown), selector)
  const items = useItemKeys(layers.length)
  const plan = (next: readonly BackgroundLayer[]) => planLayers(sheetOf(settled), selector, next)
  const preview = (next: readonly BackgroundLayer[]) => store.getState().showPreview(plan(next))
  const keep = (label: string, next: readonly BackgroundLayer[], added: FileChange[] = []) =>
    store.getState().edit({
      label: `${label} of ${selector}`,
      texts: [{ doc: lookDoc(store.getState().lookId), splices: plan(next) }],
      ...(added.length > 0 ? { files: added } : {}),
    })
  const picture = (path: string): BackgroundLayer => ({
    ...PLAIN_LAYER,
    image: `url("${relativeReference(sheetPath, path)}")`,
    position: 'center',
    size: 'cover',
    repeat: 'no-repeat',
  })
  const change = (at: number, part: Partial<BackgroundLayer>) =>
    layers.map((layer, other) => (other === at ? { ...layer, ...part } : layer))
  const put = (label: string, layer: BackgroundLayer, added?: FileChange[]) => {
    items.inserted(0)
    keep(label, [layer, ...layers], added)
  }
  const input = useRef<HTMLInputElement>(null)
  const drop = async (file: File | undefined) => {
    const added = file && (await add(file))
    if (added) put('A picture behind', picture(added.path), [added.change])
  }
  return (
    <Group title={layers.length === 0 ? 'Pictures and gradients' : count(layers.length, 'layer')}>
      {layers.length > 1 && (
        <p className="-mt-2 text-[12px] text-quiet">The topmost first; the colour lies under all of them.</p>
      )}
      <ul className="flex flex-col gap-3" aria-label="Layers">
        {layers.map((layer, at) => (
          <Layer
            key={items.keys[at]}
            layer={layer}
            place={at}
            last={at === layers.length - 1}
            onPreview={(part) => preview(change(at, part))}
            onChange={(label, part) => keep(label, change(at, part))}
            onRemove={() => {
              items.removed(at)
              keep('Took away a layer', layers.toSpliced(at, 1))
            }}
            onMove={(by) => {
              items.moved(at, at + by)
              keep('Order of layers', layers.toSpliced(at, 1).toSpliced(at + by, 0, layer))
            }}
          />
        ))}
      </ul>
      <div
        className="flex flex-wrap items-center gap-2 rounded-[3px] border border-dashed border-edge p-2"
        onDragOver={(event) => {
          event.preventDefault()
          event.stopPropagation()
        }}
        onDrop={(event) => {
          event.preventDefault()
          event.stopPropagation()
          void drop(event.dataTransfer.files[0])
        }}
      >
        <button
          type="button"
          className="btn h-7"
          onClick={() => put('A gradient', { ...PLAIN_LAYER, image: FIRST_GRADIENT })}
        >
          <Plus aria-hidden className="size-3.5" />
          Gradient
        </button>
        <button type="button" className="btn h-7" disabled={busy} onClick={() => input.current?.click()}>
          <Plus aria-hidden className="size-3.5" />
          {busy ? 'Adding …' : 'Picture …'}
        </button>
        <input
          ref={input}
          hidden
          type="file"
          accept="image/*"
          aria-label="Picture to put behind"
          onChange={(event) => {
            void drop(event.target.files?.[0])
            event.target.value = ''
          }}
        />
        <select
          aria-label="A picture of the site"
          className="field h-7 min-w-0 flex-1 px-1 text-[12px]"
          value=""
          onChange={(event) => event.target.value !== '' && put('A picture behind', picture(event.target.value))}
        >
          <option value="">one of the site …</option>
          {files
            .map(({ path }) => path)
            .filter(isImage)
            .map((path) => (
              <option key={path}>{path}</option>
            ))}
        </select>
        <p className="w-full text-[12px] text-quiet">Or drop a picture here.</p>
      </div>
    </Group>
  )
}

/** Keeps a dropped picture's bytes and names its place, for a step that puts it into the site. */
function useDroppedPicture() {
  const { store } = useWorkroom()
  const notice = useNotice()
  const [busy, setBusy] = useState(false)
  const add = async (file: File): Promise<{ path: string; change: FileChange } | null> => {
    if (!isImage(file.name)) {
      notice(`${file.name} is no picture that pages show. PNG, JPEG, WebP, AVIF, GIF and SVG are.`)
      return null
    }
    setBusy(true)
    try {
      const { siteId, imageFolder, files } = store.getState()
      const path = freePath(`${imageFolder === '' ? '' : `${imageFolder}/`}${plainName(file.name)}`, (other) =>
        files.some((each) => each.path === other),
      )
      const { hash, size, pixels } = await api.keep(siteId, path, file)
      return { path, change: { path, before: null, after: hash, is: { size, pixels } } }
    } catch (error) {
      notice(error instanceof Error ? error.message : `${file.name} could not be added.`)
      return null
    } finally {
      setBusy(false)
    }
  }
  return { add, busy }
}

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

function Layer({ layer, place, last, onPreview, onChange, onRemove, onMove }: LayerProps) {
  const sheetPath = useRoom((state) => state.sheetPath)
  const { store, frames } = useWorkroom()
  const gradient = readGradient(layer.image)
  const reference = /^url\(\s*(?:"([^"]*)"|'([^']*)'|([^)]*?))\s*\)$/i
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
            <Typed
              label="Position"
              property="background-position"
              value={layer.position}
              example="right 10px top, 50% 20%"
              onChange={(position) => onChange('Position', { position })}
            />
            <Typed
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

/** The nine points a picture can be set at; arrow keys walk over them. */
function NinePoints({
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

function Typed({
  label,
  property,
  value,
  example,
  list,
  onChange,
}: {
  label: string
  property: string
  value: string
  example: string
  list?: readonly string[]
  onChange: (value: string) => void
}) {
  const [draft, setDraft] = useState<string | null>(null)
  const bad = draft !== null && draft.trim() !== '' && !CSS.supports(property, draft.trim())
  const commit = () => {
    const next = draft?.trim() ?? ''
    if (bad) return
    setDraft(null)
    if (next !== '' && next !== value) onChange(next)
  }
  const id = `list-${property}`
  return (
    <div>
      <label className="flex items-center gap-2 text-[12px]">
        <span className="w-14 shrink-0 text-quiet">{label}</span>
        <input
          className="field h-7 min-w-0 flex-1 px-1.5 font-mono text-[11px]"
          aria-invalid={bad}
          spellCheck={false}
          list={list && id}
          value={draft ?? value}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === 'Enter') commit()
            if (event.key === 'Escape' && draft !== null) {
              event.stopPropagation()
              setDraft(null)
            }
          }}
        />
      </label>
      {list && (
        <datalist id={id}>
          {list.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
      {bad && (
        <p className="mt-0.5 text-[12px] text-alarm">
          {property} does not take “{draft}”. Try {example}.
        </p>
      )}
    </div>
  )
}

/** Direction and stops of a gradient. */
function GradientFields({
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
  const [draft, setDraft] = useState<string | null>(null)
  const text = draft?.trim() ?? ''
  const bad =
    text !== '' &&
    !CSS.supports('background-image', `linear-gradient(red ${/^\d+$/.test(text) ? `${text}%` : text}, red)`)
  const commit = () => {
    if (draft === null || bad) return
    setDraft(null)
    const next = /^\d+(?:\.\d+)?$/.test(text) ? `${text}%` : text
    if (next !== value) onChange(next)
  }
  return (
    <input
      aria-label={label}
      aria-invalid={bad}
      title={bad ? `“${text}” is no place on a gradient. Try 40% or 20px.` : undefined}
      placeholder="auto"
      spellCheck={false}
      className={`field w-full px-1.5 font-mono text-[11px] ${bad ? 'border-alarm' : ''}`}
      value={draft ?? value}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
    />
  )
}
