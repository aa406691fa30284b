'use client'
import { useState } from 'react'
import type { PartOutcome } from '../../core/site/share.ts'
import { LongList } from '../controls/long-list.tsx'
import { count } from '../words.ts'
import { LineDiff } from './line-diff.tsx'

const SAYS: Readonly<Record<PartOutcome['state'], string>> = {
  changed: 'changes',
  same: 'already the same',
  marked: 'already the same; only marked',
  inserted: 'gets it',
  lacks: 'lacks it',
  skipped: 'skipped',
}

/** The same of several pages. */
const SAY: typeof SAYS = { ...SAYS, changed: 'change', inserted: 'get it', lacks: 'lack it' }

/** What happens to each page, before it happens; how its block differs can be opened. `chosen` offers to leave pages out. */
export function Outcomes({
  outcomes,
  chosen,
  onChoose,
}: {
  outcomes: readonly PartOutcome[]
  chosen?: ReadonlySet<string>
  onChoose?: (page: string, on: boolean) => void
}) {
  const [open, setOpen] = useState<string | null>(null)
  const number = (state: PartOutcome['state']) => outcomes.filter((outcome) => outcome.state === state).length
  const parts = (['changed', 'inserted', 'marked', 'same', 'lacks', 'skipped'] as const)
    .filter((state) => number(state) > 0)
    .map((state) => `${count(number(state), 'page')} ${number(state) === 1 ? SAYS[state] : SAY[state]}`)
  return (
    <div className="mt-3">
      <p className="font-semibold">{parts.join(', ')}.</p>
      <div className="mt-1 max-h-[38vh] overflow-auto rounded-[3px] border border-line">
        <LongList
          items={outcomes}
          keyOf={({ page }) => page}
          rowHeight={34}
          label="What happens to each page"
          row={({ page, state, why, before, after }) => {
            const differs = before !== after && before !== '' && after !== ''
            return (
              <div className="border-b border-line">
                <div className="flex items-center gap-2 px-3 py-1.5">
                  {onChoose && (
                    <input
                      type="checkbox"
                      aria-label={
                        state === 'lacks' || state === 'inserted' ? `Insert it into ${page}` : `Include ${page}`
                      }
                      className="accent-(--accent)"
                      checked={chosen?.has(page) ?? false}
                      onChange={(event) => onChoose(page, event.target.checked)}
                    />
                  )}
                  <span className="min-w-0 flex-1 truncate font-mono text-[12px]">{page}</span>
                  <span
                    className={`text-[12px] ${state === 'changed' || state === 'inserted' ? 'font-semibold' : 'text-quiet'}`}
                  >
                    {SAYS[state]}
                  </span>
                  {differs && (
                    <button
                      type="button"
                      aria-expanded={open === page}
                      className="btn btn-bare h-6 px-2 text-[12px]"
                      onClick={() => setOpen(open === page ? null : page)}
                    >
                      {open === page ? 'Close' : 'How it differs'}
                    </button>
                  )}
                </div>
                {why && <p className="px-3 pb-1.5 text-[12px] text-quiet">{why}</p>}
                {open === page && <LineDiff before={before} after={after} />}
              </div>
            )
          }}
        />
      </div>
    </div>
  )
}
