'use client'
import type { PlacedRung, PlacedTrace } from '../../core/trace/placed.ts'
import { lostInWords, placeInWords } from '../../core/trace/words.ts'
import { useRoom } from '../state/context.tsx'

/** Why an element has a value: a ladder, the winner on top, on each lower rung what lost and why. */
export function Ladder({ trace, page }: { trace: PlacedTrace; page: string }) {
  if (trace.rungs.length === 0) {
    return <p className="text-[12px] text-quiet">Nothing sets this. It is what CSS starts with.</p>
  }
  return (
    <ol className="relative flex flex-col gap-2.5 pl-7" aria-label={`Ladder of ${trace.name}`}>
      <span aria-hidden className="absolute inset-y-0 left-0.5 w-[14px] border-x-2 border-edge" />
      {trace.rungs.map((rung, at) => (
        <Step
          key={`${rung.file} ${rung.offset} ${rung.property} ${at}`}
          rung={rung}
          page={page}
          inheritedFrom={rung.lost === null ? trace.inheritedFromName : ''}
        />
      ))}
    </ol>
  )
}

function Step({ rung, page, inheritedFrom }: { rung: PlacedRung; page: string; inheritedFrom: string }) {
  const wins = rung.lost === null
  return (
    <li className="relative text-[12px]">
      <span
        aria-hidden
        className={`absolute -left-[26px] top-[7px] w-[14px] ${wins ? 'border-t-[3px] border-accent' : 'border-t-2 border-edge'}`}
      />
      <p className={`break-words font-mono ${wins ? 'font-semibold' : ''}`}>
        {rung.selector && <span>{rung.selector} </span>}
        <span className={wins ? '' : 'text-quiet'}>
          {rung.property}: {rung.value.length > 120 ? `${rung.value.slice(0, 119)}…` : rung.value}
          {rung.important && ' !important'}
        </span>
      </p>
      <p className="text-quiet">
        <Place rung={rung} page={page} />
        {wins ? <strong className="font-semibold text-ink"> wins</strong> : null}
        {inheritedFrom && `, inherited from ${inheritedFrom}`}
        {rung.layer && `, in the layer ${rung.layer}`}
      </p>
      {rung.lost && <p>It lost: {lostInWords(rung.lost)}</p>}
    </li>
  )
}

/** Where a rung stands; goes there. */
function Place({ rung, page }: { rung: PlacedRung; page: string }) {
  const showText = useRoom((state) => state.showText)
  const sheetPath = useRoom((state) => state.sheetPath)
  const words = placeInWords(rung, page, rung.line)
  if (rung.line === null) return words
  const path = rung.file || page
  return (
    <button
      type="button"
      className="text-left underline decoration-edge underline-offset-2 hover:text-ink"
      onClick={() => showText(path === sheetPath ? null : path, { from: rung.offset, to: rung.end })}
    >
      {words}
    </button>
  )
}
