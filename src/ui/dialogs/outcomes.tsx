'use client'
import { diffLines } from 'diff'
import { useState } from 'react'
import type { PartOutcome } from '../../core/site/share.ts'
import { LongList } from '../controls/long-list.tsx'
import { count } from '../words.ts'

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

/** Two texts line by line: what goes is struck through and begins with a minus, what comes begins with a plus. */
/** Lines in a row that are the same, of which the rest is left out. */
const EQUAL_LINES = 400

function LineDiff({ before, after }: { before: string; after: string }) {
  return (
    <pre
      className="overflow-auto border-t border-line bg-sunken px-3 py-2 font-mono text-[12px] leading-5"
      tabIndex={0}
      aria-label="The difference, line by line"
    >
      {diffLines(before.replace(/\r\n?/g, '\n'), after.replace(/\r\n?/g, '\n'), { ignoreWhitespace: false }).map(
        ({ value, added, removed }, at) =>
          value
            .replace(/\n$/, '')
            .split('\n')
            .slice(0, added || removed ? undefined : EQUAL_LINES)
            .map((line, row) => (
              <span
                key={`${at} ${row}`}
                className={`block ${added ? 'font-semibold' : removed ? 'text-alarm line-through' : 'text-quiet'}`}
              >
                {added ? '+ ' : removed ? '− ' : '  '}
                {line}
              </span>
            )),
      )}
    </pre>
  )
}
