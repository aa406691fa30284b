'use client'
import { drawTogether, repeatedInStates } from '../../../core/edit/draw-together.ts'
import { NO_CHANGE } from '../../../core/site/change.ts'
import { orderStates, stateConflicts } from '../../../core/states/order.ts'
import { useRoom, useWorkroom } from '../../state/context.tsx'
import { docOfSheet, settledSheets } from '../../state/sheets.ts'
import { count, listed } from '../../words.ts'

/** Says where the order of a kind's rules keeps a state from showing, and what they repeat; mends both, with proof. */
export function Order({ base }: { base: string }) {
  const { store } = useWorkroom()
  const sheets = useRoom(settledSheets)
  const set = useRoom((state) => state.set)
  const { path, sheet } =
    sheets.find(({ sheet }) => stateConflicts(sheet, base).length > 0) ??
    sheets.find(({ sheet }) => repeatedInStates(sheet, base).length > 0) ??
    sheets.at(-1)!
  const conflicts = stateConflicts(sheet, base)
  const repeated = repeatedInStates(sheet, base)
  const propose = (title: string, label: string, splices: ReturnType<typeof orderStates>) =>
    set({
      asking: {
        kind: 'change',
        title,
        label,
        change: { ...NO_CHANGE, texts: [{ doc: docOfSheet(store.getState(), path), splices }] },
      },
    })
  return (
    <>
      {conflicts.length > 0 && (
        <div role="status" className="border-b border-line bg-alarm-wash px-4 py-3">
          {conflicts.slice(0, 3).map((conflict) => (
            <p key={conflict.message} className="text-[12px] text-alarm">
              {conflict.message}
            </p>
          ))}
          <button
            type="button"
            className="btn mt-2 h-7"
            onClick={() =>
              propose(
                `Put the states of ${base} in order`,
                `Put the states of ${base} in order`,
                orderStates(sheet, base),
              )
            }
          >
            Put them in order
          </button>
        </div>
      )}
      {conflicts.length === 0 && repeated.length > 0 && (
        <div className="flex items-start gap-3 border-b border-line px-4 py-2.5 text-[12px] text-quiet">
          <p className="min-w-0 flex-1">
            {repeated.map(({ states, declarations }) => (
              <span key={states.join()} className="block">
                {listed(
                  states.map((state) => `:${state}`),
                  5,
                )}{' '}
                repeat {count(declarations.length, 'declaration')}.
              </span>
            ))}
          </p>
          <button
            type="button"
            className="btn h-7 text-ink"
            onClick={() =>
              propose(
                `Say once what the states of ${base} repeat`,
                `Drew the states of ${base} together`,
                drawTogether(sheet, base),
              )
            }
          >
            Draw together …
          </button>
        </div>
      )}
    </>
  )
}
