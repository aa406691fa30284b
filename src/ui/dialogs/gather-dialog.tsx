'use client'
import { useMemo, useState } from 'react'
import { planGatherAmong, type GatherPlan } from '../../core/color/gather-colors.ts'
import { toHex } from '../../core/values/color-notation.ts'
import { swatchesAmong, swatchNameFault } from '../../core/color/swatches.ts'
import { NO_CHANGE, type SiteChange } from '../../core/site/change.ts'
import { docOfSheet, settledSheets } from '../state/sheets.ts'
import { count, listed } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { Buttons } from './form.tsx'
import { ProofLine, useProof } from './proof.tsx'

/** Makes swatches of colours that are written directly; proves first what the pages look like afterwards. */
export function GatherDialog({
  plans,
  onClose,
}: {
  plans: readonly (GatherPlan & { readonly names: readonly string[] })[]
  onClose: () => void
}) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const sheets = useRoom(settledSheets)
  const { store } = workroom
  const [names, setNames] = useState(plans.map(({ name }) => name))
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const known = swatchesAmong(sheets).map(({ name }) => name)
  const isOld = (at: number) => known.includes(plans[at]!.name) && names[at] === plans[at]!.name
  const faults = names.map((name, at) =>
    isOld(at) ? null : swatchNameFault(name, [...known, ...names.filter((_, other) => other !== at)]),
  )
  const chosen = plans
    .map(({ names: _names, ...plan }, at): GatherPlan => ({
      ...plan,
      name: names[at]!,
      members: plan.members.filter((member) => !left.has(member)),
    }))
    .filter(({ members }) => members.length > 0)
  const ready = chosen.length > 0 && faults.every((fault) => fault === null)
  const key = JSON.stringify(ready ? chosen : [])
  const change = useMemo(
    (): SiteChange | undefined =>
      key === '[]'
        ? undefined
        : {
            ...NO_CHANGE,
            texts: planGatherAmong(sheets, JSON.parse(key) as GatherPlan[])
              .filter(({ splices }) => splices.length > 0)
              .map(({ path, splices }) => ({ doc: docOfSheet(store.getState(), path), splices })),
          },
    [key, sheets, store],
  )
  const { proof, progress, stop, again } = useProof(change)
  const run = () => {
    if (!change) return
    const label =
      chosen.length === 1
        ? `Gathered ${listed(chosen[0]!.members)} into ${chosen[0]!.name}`
        : `Gathered colours into ${count(chosen.length, 'swatch', 'swatches')}`
    if (carryOut(workroom, label, change)) notice(`${label}.`)
    onClose()
  }
  return (
    <Modal
      open
      onClose={onClose}
      title={`Gather colours into ${plans.length === 1 ? 'a swatch' : count(plans.length, 'swatch', 'swatches')}`}
      wide
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          run()
        }}
      >
        <ul className="mt-3 flex max-h-[46vh] flex-col gap-2 overflow-auto">
          {plans.map((plan, at) => (
            <li key={plan.members.join()} className="rounded-[3px] border border-line px-3 py-2">
              <div className="flex flex-wrap items-center gap-2">
                <span
                  aria-hidden
                  className="size-[30px] rounded-[3px] border border-edge"
                  style={{ backgroundColor: toHex(plan.value) ?? plan.value }}
                />
                <input
                  aria-label={`Name of the swatch for ${plan.value}`}
                  aria-invalid={faults[at] !== null}
                  spellCheck={false}
                  className="field w-44 font-mono text-[12px]"
                  value={names[at]}
                  readOnly={known.includes(plan.name)}
                  list={`names-${at}`}
                  onChange={(event) => setNames(names.map((name, other) => (other === at ? event.target.value : name)))}
                />
                <datalist id={`names-${at}`}>
                  {plan.names.map((name) => (
                    <option key={name} value={name} />
                  ))}
                </datalist>
                <span className="text-[12px] text-quiet">
                  {known.includes(plan.name) ? `is there: ${plan.value}` : `will be ${plan.value}`}; in place of
                </span>
                {plan.members.map((member) => (
                  <label key={member} className="flex items-center gap-1.5 font-mono text-[12px]">
                    <input
                      type="checkbox"
                      className="accent-(--accent)"
                      checked={!left.has(member)}
                      onChange={(event) =>
                        setLeft(
                          event.target.checked
                            ? new Set([...left].filter((each) => each !== member))
                            : new Set([...left, member]),
                        )
                      }
                    />
                    <span
                      aria-hidden
                      className="size-4 rounded-[2px] border border-edge"
                      style={{ backgroundColor: toHex(member) ?? member }}
                    />
                    {member}
                  </label>
                ))}
              </div>
              {faults[at] !== null && <p className="mt-1 text-[12px] text-alarm">{faults[at]}</p>}
            </li>
          ))}
        </ul>
        {change && <ProofLine proof={proof} progress={progress} onStop={stop} onAgain={again} />}
        <Buttons
          action={proof && proof.altered.length > 0 ? 'Gather all the same' : 'Gather'}
          disabled={!ready || (proof === null && progress !== null)}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}
