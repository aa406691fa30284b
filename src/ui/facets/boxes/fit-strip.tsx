'use client'
import type { FitStretch, RowState } from '../../../core/boxes/fit-range.ts'
import { NARROWEST, WIDEST } from '../../../core/boxes/widths.ts'
import { pxWords } from '../../../core/boxes/row-words.ts'
import { useViewport } from '../../state/viewport.ts'

const WORDS: Readonly<Record<RowState, string>> = {
  holds: 'holds',
  breaks: 'does not hold',
  none: 'is no row',
  untold: 'only a browser can tell',
}
const LOOKS: Readonly<Record<RowState, string>> = {
  holds: 'bg-accent',
  breaks: 'border border-alarm bg-[repeating-linear-gradient(45deg,var(--alarm)_0_1px,transparent_1px_4px)]',
  none: 'border border-dashed border-edge',
  untold: 'weave border border-edge',
}

const share = (width: number) => ((width - NARROWEST) / (WIDEST - NARROWEST)) * 100

/** Over which viewport widths a row holds. A press shows the pages at that width. */
export function FitStrip({ stretches, says }: { stretches: readonly FitStretch[]; says: string }) {
  const { width, setWidth } = useViewport()
  const shown = Math.min(WIDEST, Math.max(NARROWEST, width))
  return (
    <div>
      <div className="relative flex h-5" role="group" aria-label={says}>
        {stretches.map(({ from, to, state }) => (
          <button
            key={from}
            type="button"
            className={`h-full min-w-[3px] ${LOOKS[state]}`}
            style={{ width: `${share(to + 1) - share(from)}%` }}
            title={`From ${pxWords(from)} to ${pxWords(to)} px it ${WORDS[state]}. Press to see the pages there.`}
            aria-label={`From ${pxWords(from)} to ${pxWords(to)} px it ${WORDS[state]}; show the pages at such a width`}
            onClick={(event) => {
              const { left, width: across } = event.currentTarget.getBoundingClientRect()
              // The keys press in the middle.
              const at = event.detail === 0 ? 0.5 : (event.clientX - left) / across
              setWidth(Math.round(from + (to - from) * at))
            }}
          />
        ))}
        <span
          aria-hidden
          className="pointer-events-none absolute -top-1 h-7 w-0.5 -translate-x-1/2 bg-ink"
          style={{ left: `${share(shown)}%` }}
        />
      </div>
      <p className="mt-1 flex justify-between text-[11px] tabular-nums text-quiet">
        <span>{NARROWEST} px</span>
        <span>pages at {pxWords(width)} px</span>
        <span>{pxWords(WIDEST)} px</span>
      </p>
    </div>
  )
}
