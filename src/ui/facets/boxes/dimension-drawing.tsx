'use client'
import { pxWords } from '../../../core/boxes/row-words.ts'
import type { MeasureLine } from '../../../core/boxes/measure.ts'
import { placed, type LinePart, type PlacedMember } from './line-parts.ts'

/** Units of the drawing across; it is stretched to the bench. */
const ACROSS = 320
/** Room for a tick at both ends. */
const AROUND = 3
/** All of it, in units. */
export const WHOLE = ACROSS + 2 * AROUND
const STRIP = { top: 26, height: 24 }
const ROOM = 72
const HEIGHT = 92
/** Narrower pieces have no number beside them: it would cover its neighbours. */
const LEAST_FOR_NUMBER = 24

interface Props {
  readonly line: MeasureLine
  /** Units of the drawing per px of the page. */
  readonly scale: number
  readonly onChoose: (selector: string) => void
}

/** How many units a px of the page is long, so that room and boxes both fit. */
export function scaleFor({ room, sum }: Pick<MeasureLine, 'room' | 'sum'>): number {
  return ACROSS / Math.max(room, sum, 1)
}

/** Where a unit stands, as a share of the drawing. */
export function shareAt(unit: number): number {
  return (unit + AROUND) / WHOLE
}

/** A row's boxes as on an engineer's drawing: true to scale, with ticks, numbers and hatching. */
export function DimensionDrawing({ line, scale, onChoose }: Props) {
  const over = line.sum - line.room
  return (
    <svg viewBox={`${-AROUND} 0 ${WHOLE} ${HEIGHT}`} className="w-full text-ink" role="img" aria-label={line.says}>
      <defs>
        <Hatching id="padding-hatching" className="stroke-edge" />
        <Hatching id="over-hatching" className="stroke-alarm" />
      </defs>
      {placed(line).map((each) => (
        <Member key={each.member.index} {...each} scale={scale} onChoose={onChoose} />
      ))}
      <Dimension from={0} to={line.room * scale} y={ROOM} label={`${line.container}: ${pxWords(line.room)} px`} />
      {over > 0.02 && (
        <rect
          x={line.room * scale}
          y={STRIP.top}
          width={over * scale}
          height={ROOM - STRIP.top}
          fill="url(#over-hatching)"
          className="stroke-alarm"
        />
      )}
    </svg>
  )
}

function Hatching({ id, className }: { id: string; className: string }) {
  return (
    <pattern id={id} width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <line x1="0" y1="0" x2="0" y2="4" className={className} strokeWidth="1.2" />
    </pattern>
  )
}

function Member({ member, from, to, parts, scale, onChoose }: PlacedMember & Omit<Props, 'line'>) {
  const { selector, name, chosen } = member
  const edges = parts.filter(({ kind }) => kind !== 'margin')
  const left = (edges[0]?.from ?? from) * scale
  const last = edges.at(-1)
  const right = (last ? last.from + last.size : to) * scale
  return (
    <g onClick={() => selector && onChoose(selector)} className={selector ? 'cursor-pointer' : ''}>
      <title>{name}</title>
      {parts.map((part) => (
        <Piece key={`${part.kind} ${part.side}`} part={part} scale={scale} />
      ))}
      <rect
        x={left}
        y={STRIP.top}
        width={Math.max(0.5, right - left)}
        height={STRIP.height}
        fill="transparent"
        className={chosen ? 'stroke-accent' : 'stroke-ink'}
        strokeWidth={chosen ? 2 : 1}
      />
      <Dimension from={from * scale} to={to * scale} y={12} label={pxWords(to - from)} strong={chosen} />
    </g>
  )
}

function Piece({ part: { kind, from, size }, scale }: { part: LinePart; scale: number }) {
  const x = from * scale
  const width = size * scale
  const middle = STRIP.top + STRIP.height / 2
  if (kind === 'margin')
    return <line x1={x} x2={x + width} y1={middle} y2={middle} className="stroke-edge" strokeDasharray="2 2" />
  return (
    <>
      <rect
        x={x}
        y={STRIP.top}
        width={width}
        height={STRIP.height}
        fill={kind === 'padding' ? 'url(#padding-hatching)' : undefined}
        className={kind === 'border' ? 'fill-ink' : kind === 'content' ? 'fill-raised' : ''}
      />
      {kind === 'content' && width > LEAST_FOR_NUMBER && (
        <text x={x + width / 2} y={middle + 3.5} textAnchor="middle" className="fill-ink text-[10px] tabular-nums">
          {pxWords(size)}
        </text>
      )}
    </>
  )
}

/** A line between two ticks with a number on it. */
function Dimension({
  from,
  to,
  y,
  label,
  strong = false,
}: {
  from: number
  to: number
  y: number
  label: string
  strong?: boolean
}) {
  const fits = to - from > label.length * 5
  return (
    <g className={strong ? 'stroke-accent' : 'stroke-quiet'}>
      <line x1={from} x2={to} y1={y} y2={y} />
      {[from, to].map((x) => (
        <line key={x} x1={x} x2={x} y1={y - 4} y2={y + 4} />
      ))}
      {fits && (
        <text
          x={(from + to) / 2}
          y={y > 40 ? y + 13 : y - 3}
          textAnchor="middle"
          className={`stroke-none text-[10px] tabular-nums ${strong ? 'fill-accent font-semibold' : 'fill-quiet'}`}
        >
          {label}
        </text>
      )}
    </g>
  )
}
