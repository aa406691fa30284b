'use client'
import { useRef, useState } from 'react'
import type { LineMember, MeasureLine as Line } from '../../../core/boxes/measure.ts'
import { Group } from '../../controls/parts.tsx'
import { useChanges } from '../../controls/use-changes.ts'
import { useField } from '../../controls/use-field.ts'
import { useRoom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { useViewport } from '../../state/viewport.ts'
import { BeforeItHappens } from './before-it-happens.tsx'
import { Cures } from './cures.tsx'
import { DimensionDrawing, scaleFor, shareAt, WHOLE } from './dimension-drawing.tsx'
import { FitStrip } from './fit-strip.tsx'
import { useLineAsLaid, useLinesOnPages } from './rows-on-pages.ts'
import { placed } from './line-parts.ts'
import { TypedNumber } from './typed-number.tsx'
import { Tick } from './tick.tsx'

interface Props {
  readonly selector: string
  readonly onChoose: (selector: string) => void
}

/** The box with those it shares a line with, measured; and over which widths of the viewport they do. */
export function MeasureLine({ selector, onChoose }: Props) {
  const { width } = useViewport()
  const closeUp = useRoom((state) => state.closeUp)
  const preview = useRoom((state) => state.preview)
  // While something is dragged the line follows; the widths at which it holds come once it has come to rest.
  const at = { selector, page: closeUp, width }
  const dragged = useChanges(preview)
  // While a cure is shown the row holds, and the cures stay.
  const [curing, setCuring] = useState(false)
  const line = useAnswer('measureLine', { ...at, dragged }, { keep: true })
  const range = useAnswer('fitRange', at, { pause: 250, keep: true })
  const onPages = useRoom((state) => state.lineOnPages)
  useLinesOnPages(selector, width, onPages)
  const untold = line !== undefined && 'why' in line
  const laid = useLineAsLaid(selector, closeUp, width, untold && line.page !== null)
  if (!line) return <Group title="Measure line">looking …</Group>
  if (untold)
    return (
      <Group title={laid?.isRow ? 'Measure line of its row' : 'Measure line'}>
        {laid && <Counted selector={selector} line={laid} onChoose={onChoose} asLaid />}
        <p className="text-quiet">
          {line.why}
          {line.page !== null && !laid && ' Open the page, and it is measured there.'}
        </p>
        {laid && <OnPages />}
      </Group>
    )
  return (
    <Group title={line.isRow ? 'Measure line of its row' : 'Measure line'}>
      <Counted selector={selector} line={line} onChoose={onChoose} />
      {range && line.isRow && (
        <>
          <FitStrip stretches={range.stretches} says={range.says} />
          <p>{range.says}</p>
        </>
      )}
      <OnPages />
      <BeforeItHappens selector={selector} width={width} dragged={dragged} />
      {line.isRow && (!line.holds || curing) && <Cures {...at} onShow={setCuring} />}
    </Group>
  )
}

/** The drawing and its sum. */
function Counted({ asLaid = false, ...props }: Props & { readonly line: Line; readonly asLaid?: boolean }) {
  const { selector, line } = props
  return (
    <>
      <Drawn key={selector} {...props} />
      <p className={line.holds ? '' : 'text-alarm'}>
        {line.says}{' '}
        <span className="text-quiet">
          {asLaid ? 'As laid out on' : 'On'} {line.page}.
        </span>
      </p>
    </>
  )
}

/** Whether the line lies over the pages too. */
function OnPages() {
  const shown = useRoom((state) => state.lineOnPages)
  const set = useRoom((state) => state.set)
  return (
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        className="accent-(--accent)"
        checked={shown}
        onChange={(event) => set({ lineOnPages: event.target.checked })}
      />
      Draw it on the pages
    </label>
  )
}

function Drawn({ selector, line, onChoose }: Props & { readonly line: Line }) {
  const frame = useRef<HTMLDivElement>(null)
  const scale = scaleFor(line)
  const perPx = () => WHOLE / scale / (frame.current?.clientWidth ?? WHOLE)
  const chosen = placed(line).find(({ member }) => member.chosen)
  return (
    <div ref={frame} className="relative">
      <DimensionDrawing line={line} scale={scale} onChoose={onChoose} />
      {chosen && (
        <div className="pointer-events-none absolute inset-x-0 top-[26%] h-[38%] [&>*]:pointer-events-auto">
          <Ticks
            selector={selector}
            member={chosen.member}
            from={chosen.from}
            place={(px) => shareAt(px * scale)}
            perPx={perPx}
          />
        </div>
      )}
    </div>
  )
}

interface TicksProps {
  readonly selector: string
  readonly member: LineMember
  readonly from: number
  /** Where a px of the line stands, as a share of the drawing. */
  readonly place: (px: number) => number
  readonly perPx: () => number
}

/** The ticks of the chosen box: its width, and its paddings and margins where it has some. */
function Ticks({ selector, member: { box, wholeWidth }, from, place, perPx }: TicksProps) {
  const width = useField(selector, 'width', 'width')
  const most = useField(selector, 'max-width', 'max-width')
  const left = useField(selector, 'padding-left', 'left padding')
  const right = useField(selector, 'padding-right', 'right padding')
  const before = useField(selector, 'margin-left', 'left margin')
  const after = useField(selector, 'margin-right', 'right margin')
  const sized = width.value === '' && most.value !== '' ? most : width
  const start = from + box.margin[0] + box.border[0]
  const inner = start + box.padding[0]
  const end = inner + box.content
  const tick = { perPx }
  const middle = place(inner + box.content / 2)
  return (
    <>
      <TypedNumber
        label={sized === most ? 'max-width' : 'width'}
        field={sized}
        px={wholeWidth ? box.width : box.content}
        at={middle}
      />
      {box.padding[0] > 0 && (
        <Tick {...tick} above label="left padding" field={left} px={box.padding[0]} at={place(inner)} />
      )}
      <Tick
        {...tick}
        label={sized === most ? 'max-width' : 'width'}
        field={sized}
        px={wholeWidth ? box.width : box.content}
        at={place(end)}
      />
      {box.padding[1] > 0 && (
        <Tick
          {...tick}
          above
          label="right padding"
          field={right}
          px={box.padding[1]}
          at={place(end + box.padding[1])}
        />
      )}
      {before.value !== '' && before.value !== 'auto' && box.margin[0] > 0 && (
        <Tick {...tick} label="left margin" field={before} px={box.margin[0]} at={place(from + box.margin[0])} />
      )}
      {after.value !== '' && after.value !== 'auto' && box.margin[1] > 0 && (
        <Tick
          {...tick}
          label="right margin"
          field={after}
          px={box.margin[1]}
          at={place(end + box.padding[1] + box.border[1] + box.margin[1])}
        />
      )}
    </>
  )
}
